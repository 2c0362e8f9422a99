package zygonox.core.combine;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import zygonox.core.measure.Noise;
import zygonox.core.raster.PixelLayout;
import zygonox.core.stars.OrderStatistic;

/**
 * Measures noise before and after blending in the same tiles, spread over the picture. Frames are
 * measured as they enter the blend, after any resampling (which smooths), so that the gain tells of
 * the blending alone.
 */
final class NoiseProbe {
  private static final int TILES = 8;
  private static final int TILE_SIDE = 48;

  /** Columns between the two pixels of a difference: beyond the reach of any resampling kernel. */
  private static final int LAG = 8;

  private final PixelLayout layout;
  private final int side;
  private final int[] lefts = new int[TILES];
  private final int[] tops = new int[TILES];

  NoiseProbe(PixelLayout layout) {
    this.layout = layout;
    int room = Math.min(layout.width(), layout.height()) / TILES;
    this.side = Math.min(TILE_SIDE, room);
    for (int t = 0; t < TILES; t++) {
      lefts[t] = (2 * t + 1) * layout.width() / (2 * TILES) - side / 2;
      tops[t] = (2 * t + 1) * layout.height() / (2 * TILES) - side / 2;
    }
  }

  /** Whether the picture has room for the tiles at all. */
  boolean works() {
    return side > 2 * LAG;
  }

  /** Whether any of these rows is measured. */
  boolean looksAt(int firstRow, int rows) {
    return Arrays.stream(tops).anyMatch(top -> top < firstRow + rows && top + side > firstRow);
  }

  /** Samples of one picture in the probe's tiles; fill from any thread, each row once. */
  final class Picture {
    private final int white;
    private final short[] kept = new short[TILES * TILES * side * side];

    Picture(int white) {
      this.white = white;
    }

    void rows(int firstRow, int rows, Samples samples) {
      int green = layout.channels() == 3 ? 1 : 0;
      for (int ty = 0; ty < TILES; ty++) {
        for (int y = Math.max(firstRow, tops[ty]);
            y < Math.min(firstRow + rows, tops[ty] + side);
            y++) {
          for (int tx = 0; tx < TILES; tx++) {
            int at = ((ty * TILES + tx) * side + y - tops[ty]) * side;
            for (int x = 0; x < side; x++) {
              kept[at + x] = (short) samples.at(y - firstRow, lefts[tx] + x, green);
            }
          }
        }
      }
    }

    void keep(Snapshot.ArrayFile file) throws IOException {
      file.of(kept, kept.length);
    }

    private double[] sigmas() {
      double[] sigmas = new double[TILES * TILES];
      int[] differences = new int[side * side];
      for (int tile = 0; tile < sigmas.length; tile++) {
        int n = 0;
        for (int y = 0; y < side; y++) {
          int row = (tile * side + y) * side;
          for (int x = 0; x + LAG < side; x++) {
            differences[n++] = (kept[row + x + LAG] & 0xffff) - (kept[row + x] & 0xffff);
          }
        }
        sigmas[tile] = Noise.sigma(differences, n) / white;
      }
      return sigmas;
    }
  }

  /** One whole sample of a strip, 0 to the picture's white. */
  @FunctionalInterface
  interface Samples {
    int at(int row, int x, int channel);
  }

  /**
   * @param white the sample value that means white: noise is measured in whole samples, as rounding
   *     to them is part of it
   */
  Picture picture(int white) {
    return new Picture(white);
  }

  /**
   * @param single noise of one frame, 0..1 of white
   * @param stacked noise of the result, 0..1 of white
   * @param gain how many times smaller it became; empty where there is no noise to compare
   */
  record Outcome(double single, double stacked, OptionalDouble gain) {}

  Outcome compare(List<Picture> frames, Picture result) {
    double[] before = new double[TILES * TILES];
    for (Picture frame : frames) {
      double[] sigmas = frame.sigmas();
      for (int t = 0; t < before.length; t++) {
        before[t] += sigmas[t] * sigmas[t] / frames.size();
      }
    }
    double[] after = result.sigmas();
    double[] gains = new double[before.length];
    int measured = 0;
    for (int t = 0; t < before.length; t++) {
      double single = Math.sqrt(before[t]);
      if (single > 0 && after[t] > 0) {
        before[measured] = single;
        after[measured] = after[t];
        gains[measured++] = single / after[t];
      }
    }
    if (measured == 0) {
      return new Outcome(0, 0, OptionalDouble.empty());
    }
    return new Outcome(
        OrderStatistic.median(Arrays.copyOf(before, measured)),
        OrderStatistic.median(Arrays.copyOf(after, measured)),
        OptionalDouble.of(OrderStatistic.median(Arrays.copyOf(gains, measured))));
  }
}
