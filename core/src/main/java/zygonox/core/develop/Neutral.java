package zygonox.core.develop;

/** What is to come out grey. */
public sealed interface Neutral {
  /** The sky's background, as the middle of all pixels. */
  record Background() implements Neutral {}

  /** A place of the reference, the mean of five by five pixels. */
  record Place(int x, int y) implements Neutral {}
}
