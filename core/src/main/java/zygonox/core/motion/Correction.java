package zygonox.core.motion;

/**
 * What is done to the light of one frame.
 *
 * @param stops by how many it is made brighter
 * @param red by how many its red is besides
 * @param blue by how many its blue is
 */
public record Correction(double stops, double red, double blue) {
  public static final Correction NONE = new Correction(0, 0, 0);

  /** What red, green and blue are multiplied by beside the brightness of all. */
  float[] gains() {
    return new float[] {(float) Math.pow(2, red), 1, (float) Math.pow(2, blue)};
  }
}
