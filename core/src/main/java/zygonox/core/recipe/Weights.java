package zygonox.core.recipe;

/** How much each frame counts in a mean. */
public enum Weights {
  /** All alike. */
  EVEN,
  /** By noise, star width and cloud. */
  QUALITY
}
