package zygonox.core.raw;

/**
 * What a sensor counted, one colour a pixel.
 *
 * @param width pixels in a row
 * @param height rows
 * @param pattern which colour each pixel saw
 * @param samples unsigned values, row by row; shared, not copied
 * @param black the value without light, for the four places of the pattern in reading order
 * @param white the value from which on a pixel is full
 */
public record Mosaic(
    int width, int height, BayerPattern pattern, short[] samples, float[] black, float white) {
  /** The count at a place, 0 to 65,535. */
  public int at(int x, int y) {
    return samples[y * width + x] & 0xffff;
  }

  /** What a place counts without light. */
  public float blackAt(int x, int y) {
    return black[(y & 1) * 2 + (x & 1)];
  }
}
