package zygonox.core.measure;

import java.util.Arrays;
import java.util.stream.IntStream;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Samples;
import zygonox.core.stars.GreyStrip;
import zygonox.core.stars.OrderStatistic;
import zygonox.core.work.Cancellation;

/**
 * How bright the background of a frame is, and how noisy.
 *
 * @param background as a share of white, in the samples' own values
 * @param noise sigma of one sample, the same
 * @param clipped share of all pixels with a channel at white
 */
public record SkyLevel(double background, double noise, double clipped) {
  private static final int TILE = 64;
  private static final int TILES_ACROSS = 8;

  /** Columns between two pixels whose difference is noise: farther apart than lenses smear. */
  private static final int APART = 5;

  /**
   * Of the tiles the brighter half is asked: black ground has next to no noise, and is not what is
   * asked for.
   */
  private static final double SKY_SHARE = 0.5;

  private record Tile(double level, double sigma) {}

  /** Measures a frame of 64 by 64 pixels or more; a smaller one in one piece. */
  public static SkyLevel of(Samples frame) {
    long[] clipped = new long[1];
    GreyStrip.each(frame, new Cancellation(), strip -> clipped[0] += strip.clipped());
    double pixels = (double) frame.layout().width() * frame.layout().height();
    return of(frame, clipped[0] / pixels);
  }

  /** The same where the clipped share is known. */
  static SkyLevel of(Samples frame, double clipped) {
    PixelLayout layout = frame.layout();
    int side = Math.min(TILE, Math.min(layout.width(), layout.height()));
    int across = Math.max(1, Math.min(TILES_ACROSS, layout.width() / side));
    int down = Math.max(1, Math.min(TILES_ACROSS, layout.height() / side));
    Tile[] tiles =
        IntStream.range(0, across * down)
            .mapToObj(
                i ->
                    tile(
                        frame,
                        place(i % across, across, layout.width() - side),
                        place(i / across, down, layout.height() - side),
                        side))
            .toArray(Tile[]::new);
    Arrays.sort(tiles, (a, b) -> Double.compare(b.level, a.level));
    Tile[] sky = Arrays.copyOf(tiles, Math.max(1, (int) Math.ceil(tiles.length * SKY_SHARE)));
    double[] sigmas = Arrays.stream(sky).mapToDouble(Tile::sigma).sorted().toArray();
    double white = layout.white();
    return new SkyLevel(
        sky[sky.length / 2].level / white, sigmas[sigmas.length / 2] / white, clipped);
  }

  private static int place(int index, int count, int room) {
    return count == 1 ? room / 2 : (int) ((long) room * index / (count - 1));
  }

  /** The middle and the noise of a square, each the mean of the channels'. */
  private static Tile tile(Samples frame, int left, int top, int side) {
    int channels = frame.layout().channels();
    int[] row = new int[side];
    int[] differences = new int[side * Math.max(1, side - APART)];
    double level = 0;
    double sigma = 0;
    for (int c = 0; c < channels; c++) {
      int[] counts = new int[frame.layout().white() + 1];
      int n = 0;
      for (int y = top; y < top + side; y++) {
        for (int x = 0; x < side; x++) {
          row[x] = frame.at(left + x, y, c);
          counts[row[x]]++;
        }
        for (int x = 0; x + APART < side; x++) {
          differences[n++] = row[x + APART] - row[x];
        }
      }
      level += OrderStatistic.ofCounts(counts, side * side / 2) / (double) channels;
      sigma += Noise.sigma(differences, Math.max(1, n)) / channels;
    }
    return new Tile(level, sigma);
  }
}
