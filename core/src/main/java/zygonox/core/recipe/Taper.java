package zygonox.core.recipe;

/** How trails that are lightened grow along their length: over half of the run, in light. */
public enum Taper {
  /** Even from end to end. */
  NONE,
  /** They swell from nothing. */
  IN,
  /** They fade away. */
  OUT,
  /** Both. */
  BOTH;

  /** Share of the run over which light comes or goes. */
  private static final double LENGTH = 0.5;

  /**
   * What a frame's light is multiplied by, above 0 to 1; the ground stays as bright as in the
   * frames that keep theirs.
   *
   * @param index its place among {@code count} in order of time
   */
  float share(int index, int count) {
    double from = (index + 0.5) / count / LENGTH;
    double to = (count - index - 0.5) / count / LENGTH;
    double begun = this == IN || this == BOTH ? Math.min(1, from) : 1;
    double left = this == OUT || this == BOTH ? Math.min(1, to) : 1;
    double least = Math.min(begun, left);
    return (float) (least * least);
  }
}
