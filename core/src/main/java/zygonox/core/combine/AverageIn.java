package zygonox.core.combine;

/** In which scale display-encoded samples are averaged. */
public enum AverageIn {
  /** The light itself, as one long exposure would have gathered it. */
  LINEAR,
  /** The encoded values as they stand in the file. */
  ENCODED
}
