package zygonox.core.recipe;

/** How bright trails that are lightened are along their length, in light. */
public enum Taper {
  /** Even from end to end. */
  NONE,
  /** They swell from nothing. */
  IN,
  /** They fade away. */
  OUT,
  /** Both. */
  BOTH,
  /** They are fainter, and end in the stars themselves. */
  POINTS_LAST,
  /** The same, with the stars where they begin. */
  POINTS_FIRST;

  /** Light of trails behind points, as a share of the points'. */
  private static final double BEHIND_POINTS = 0.4;

  /** Whether one frame's stars stand out of the trails. */
  public boolean endsInPoints() {
    return this == POINTS_LAST || this == POINTS_FIRST;
  }

  /** Share of the run over which light comes or goes. */
  private static final double LENGTH = 0.5;

  /**
   * What a frame's light is multiplied by, above 0 to 1; the ground stays as bright as in the
   * frames that keep theirs.
   *
   * @param index its place among {@code count} in order of time
   */
  float share(int index, int count) {
    if (endsInPoints()) {
      int points = this == POINTS_LAST ? count - 1 : 0;
      return index == points ? 1 : (float) BEHIND_POINTS;
    }
    double from = (index + 0.5) / count / LENGTH;
    double to = (count - index - 0.5) / count / LENGTH;
    double begun = this == IN || this == BOTH ? Math.min(1, from) : 1;
    double left = this == OUT || this == BOTH ? Math.min(1, to) : 1;
    double least = Math.min(begun, left);
    return (float) (least * least);
  }
}
