package zygonox.core.develop;

import java.util.Arrays;
import java.util.BitSet;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.SampleTone;
import zygonox.core.raw.Mosaic;

/**
 * The pixels of a sensor that are not to be trusted, and what stands in for them: the median of
 * their nearest neighbours of like colour that are.
 */
final class HotSpots {
  /** Fewer neighbours are no majority. */
  private static final int FEWEST = 4;

  private static final int FARTHEST = 4;

  private final PixelLayout layout;
  private final boolean mosaic;
  private final BitSet hot;

  /**
   * @param layout of the sensor
   * @param mosaic whether only every second pixel is of like colour
   * @param hot row by row
   */
  HotSpots(PixelLayout layout, boolean mosaic, BitSet hot) {
    this.layout = layout;
    this.mosaic = mosaic;
    this.hot = hot;
  }

  int count() {
    return hot.cardinality();
  }

  boolean isEmpty() {
    return hot.isEmpty();
  }

  /** How many rows away a neighbour may be. */
  int reach() {
    return FARTHEST * step();
  }

  private int step() {
    return mosaic ? 2 : 1;
  }

  /** Repairs a mosaic's counts in place. */
  void repair(Mosaic counts) {
    float[] near = new float[(2 * FARTHEST + 1) * (2 * FARTHEST + 1)];
    int[] repaired = new int[count()];
    int n = 0;
    for (int i = hot.nextSetBit(0); i >= 0; i = hot.nextSetBit(i + 1)) {
      int x = i % layout.width();
      int y = i / layout.width();
      repaired[n++] =
          Math.round(standIn(x, y, 0, layout.height(), near, (nx, ny) -> counts.at(nx, ny)));
    }
    n = 0;
    for (int i = hot.nextSetBit(0); i >= 0; i = hot.nextSetBit(i + 1)) {
      counts.samples()[i] = (short) repaired[n++];
    }
  }

  /**
   * Repairs rows of light in place.
   *
   * @param light rows from {@code firstRow} on, the channels of each one after the other
   * @param from first row that is repaired; the others are at hand as neighbours
   */
  void repair(float[] light, int firstRow, int rows, int from, int to) {
    float[] near = new float[(2 * FARTHEST + 1) * (2 * FARTHEST + 1)];
    int width = layout.width();
    int start = from * width;
    for (int i = hot.nextSetBit(start); i >= 0 && i < to * width; i = hot.nextSetBit(i + 1)) {
      int x = i % width;
      int y = i / width;
      for (int c = 0; c < layout.channels(); c++) {
        int channel = c;
        float value =
            standIn(
                x,
                y,
                firstRow,
                firstRow + rows,
                near,
                (nx, ny) -> light[(ny - firstRow) * layout.rowSamples() + channel * width + nx]);
        light[(y - firstRow) * layout.rowSamples() + c * width + x] = value;
      }
    }
  }

  /**
   * Repairs rows of 8-bit samples.
   *
   * @param samples rows from {@code firstRow} on, the channels of a pixel side by side
   * @param into gets what stands in for hot pixels of the rows {@code from} up to {@code to}
   */
  void repair(
      byte[] samples, int firstRow, int rows, byte[] into, int from, int to, SampleTone tone) {
    float[] near = new float[(2 * FARTHEST + 1) * (2 * FARTHEST + 1)];
    int width = layout.width();
    int channels = layout.channels();
    int start = from * width;
    for (int i = hot.nextSetBit(start); i >= 0 && i < to * width; i = hot.nextSetBit(i + 1)) {
      for (int c = 0; c < channels; c++) {
        int channel = c;
        float value =
            standIn(
                i % width,
                i / width,
                firstRow,
                firstRow + rows,
                near,
                (x, y) ->
                    tone.light()[
                        samples[((y - firstRow) * width + x) * channels + channel] & 0xff]);
        into[(i - start) * channels + c] = (byte) tone.encoder().encode(value);
      }
    }
  }

  @FunctionalInterface
  private interface Sample {
    float at(int x, int y);
  }

  private float standIn(int x, int y, int firstRow, int endRow, float[] near, Sample sample) {
    int step = step();
    int count = 0;
    for (int r = 1; r <= FARTHEST; r++) {
      count = 0;
      for (int dy = -r; dy <= r; dy++) {
        for (int dx = -r; dx <= r; dx++) {
          int nx = x + step * dx;
          int ny = y + step * dy;
          boolean inside = nx >= 0 && nx < layout.width() && ny >= firstRow && ny < endRow;
          if (inside && !hot.get(ny * layout.width() + nx)) {
            near[count++] = sample.at(nx, ny);
          }
        }
      }
      if (count >= FEWEST) {
        break;
      }
    }
    if (count == 0) {
      return sample.at(x, y);
    }
    Arrays.sort(near, 0, count);
    int half = count / 2;
    return count % 2 == 1 ? near[half] : (near[half - 1] + near[half]) / 2;
  }
}
