package zygonox.core.optics;

/** What lies before or behind the lens and takes light away. */
public enum LensFilter {
  NONE(1, 1, 1, 1),
  /**
   * Lets pass 7 nm about hydrogen's red line at 656.3 nm. Of a red channel that is some 80 nm wide
   * [typical] that is a share of 0.09 of all other light; green and blue see nothing.
   */
  HYDROGEN(0.9, 7 / 80.0, 0, 0);

  private final double lineShare;
  private final float[] broadShare;

  LensFilter(double lineShare, double red, double green, double blue) {
    this.lineShare = lineShare;
    this.broadShare = new float[] {(float) red, (float) green, (float) blue};
  }

  /**
   * How much of light that has no lines passes.
   *
   * @param channel 0 red, 1 green, 2 blue
   * @return 0 to 1
   */
  public float broadShare(int channel) {
    return broadShare[channel];
  }

  /** How much of hydrogen's red line passes, 0 to 1. */
  public double lineShare() {
    return lineShare;
  }
}
