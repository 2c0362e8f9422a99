package zygonox.core.recipe;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import zygonox.core.align.Aligned;
import zygonox.core.align.Alignment;
import zygonox.core.align.Homography;
import zygonox.core.combine.Snapshot;
import zygonox.core.format.LightSource;
import zygonox.core.format.LightStep;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.measure.HalfSpectra;
import zygonox.core.raster.PixelLayout;

/**
 * Looks on, in some squares of the picture, while frames fall onto a finer grid, and tells what it
 * shows that one of them cannot.
 */
final class FinerDetail implements Snapshot.Content {
  private static final int SIDE = 128;
  private static final int ACROSS = 5;
  private static final int DOWN = 4;

  /** With fewer frames both halves would be full of holes. */
  private static final int FEWEST_FRAMES = 6;

  /** So many ways of halving the frames are tried. */
  private static final int HALVINGS = 200;

  private static final long SEED = 20_261_130L;

  private final PixelLayout grid;
  private final int scale;
  private final Map<Path, Looked> frames = new HashMap<>();
  private final List<Half> both = List.of(new Half(), new Half());

  /** Of each frame 1 where it was seen. */
  private final int[] seen;

  /** Which half a frame belongs to, and its place among all. */
  private record Looked(Half half, int place) {}

  /** A half of the frames, and its light in each square. */
  private static final class Half {
    private final List<Homography> maps = new ArrayList<>();
    private final float[][] light = new float[ACROSS * DOWN][SIDE * SIDE];
    private final int[] frames = new int[ACROSS * DOWN];

    float[] mean(int square) {
      float[] mean = new float[SIDE * SIDE];
      for (int i = 0; i < mean.length; i++) {
        mean[i] = light[square][i] / frames[square];
      }
      return mean;
    }
  }

  /**
   * How unevenly frames fall on a pixel: the mean of unit vectors that turn once from one pixel to
   * the next; nothing where they are spread evenly.
   */
  private record Spread(double cos, double sin) {
    static Spread of(List<Homography> maps, double x, double y, boolean down) {
      double cos = 0;
      double sin = 0;
      for (Homography map : maps) {
        double moved = down ? map.y(x, y) - y : map.x(x, y) - x;
        cos += Math.cos(2 * Math.PI * moved);
        sin += Math.sin(2 * Math.PI * moved);
      }
      return new Spread(cos / maps.size(), sin / maps.size());
    }

    double length() {
      return Math.hypot(cos, sin);
    }

    /** What two halves repeat alike. */
    double like(Spread other) {
      return Math.max(0, cos * other.cos + sin * other.sin);
    }
  }

  private FinerDetail(Aligned aligned, PixelLayout grid, int scale) {
    this.grid = grid;
    this.scale = scale;
    List<Alignment> shuffled = new ArrayList<>(aligned.alignments());
    List<Alignment> best = List.of();
    double least = Double.MAX_VALUE;
    Random random = new Random(SEED);
    for (int i = 0; i < HALVINGS; i++) {
      Collections.shuffle(shuffled, random);
      double uneven = uneven(shuffled);
      if (uneven < least) {
        least = uneven;
        best = List.copyOf(shuffled);
      }
    }
    this.seen = new int[best.size()];
    for (int i = 0; i < best.size(); i++) {
      Half half = both.get(i < best.size() / 2 ? 0 : 1);
      half.maps.add(best.get(i).matrix());
      frames.put(best.get(i).file(), new Looked(half, i));
    }
  }

  /** How unevenly the first half of some frames falls on a pixel, and the second. */
  private double uneven(List<Alignment> frames) {
    List<Homography> maps = frames.stream().map(Alignment::matrix).toList();
    double x = grid.width() / 2.0 / scale;
    double y = grid.height() / 2.0 / scale;
    double most = 0;
    int middle = maps.size() / 2;
    for (List<Homography> half :
        List.of(maps.subList(0, middle), maps.subList(middle, maps.size()))) {
      for (boolean down : new boolean[] {false, true}) {
        most = Math.max(most, Spread.of(half, x, y, down).length());
      }
    }
    return most;
  }

  /** Empty where frames are too few, or the picture is too small. */
  static Optional<FinerDetail> of(Aligned aligned, PixelLayout grid, int scale) {
    boolean fits = grid.width() >= ACROSS * SIDE && grid.height() >= DOWN * SIDE;
    return fits && aligned.alignments().size() >= FEWEST_FRAMES
        ? Optional.of(new FinerDetail(aligned, grid, scale))
        : Optional.empty();
  }

  private int left(int square) {
    return (grid.width() - SIDE) * (2 * (square % ACROSS) + 1) / (2 * ACROSS);
  }

  private int top(int square) {
    return (grid.height() - SIDE) * (2 * (square / ACROSS) + 1) / (2 * DOWN);
  }

  /** The same light, looked at while it is read, where it is known how the frame lies. */
  LightSource watching(LightSource light, Path file) {
    Looked looked = frames.get(file);
    return looked == null ? light : new Watched(light, looked);
  }

  @Override
  public void keep(Snapshot.ArrayFile file, int samples) throws IOException {
    file.of(seen, seen.length);
    for (Half half : both) {
      file.of(half.frames, half.frames.length);
      for (float[] square : half.light) {
        file.of(square, square.length);
      }
    }
  }

  /**
   * As {@link HalfSpectra#contrast}.
   *
   * @param used how many frames took part: where fewer were seen, as a killed run had decoded them,
   *     nothing is told
   */
  OptionalDouble contrast(int used) {
    if (Arrays.stream(seen).sum() < used) {
      return OptionalDouble.empty();
    }
    Half one = both.get(0);
    Half other = both.get(1);
    HalfSpectra spectra = new HalfSpectra(SIDE, scale);
    for (int square = 0; square < ACROSS * DOWN; square++) {
      if (one.frames[square] > 1 && other.frames[square] > 1) {
        spectra.add(one.mean(square), other.mean(square), like(square, false), like(square, true));
      }
    }
    return spectra.contrast();
  }

  private double like(int square, boolean down) {
    double x = (left(square) + SIDE / 2.0) / scale;
    double y = (top(square) + SIDE / 2.0) / scale;
    return Spread.of(both.get(0).maps, x, y, down).like(Spread.of(both.get(1).maps, x, y, down));
  }

  private final class Watched extends LightStep {
    private final Half half;
    private final int place;

    Watched(LightSource from, Looked looked) {
      super(from);
      this.half = looked.half;
      this.place = looked.place;
    }

    @Override
    public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
      from.read(firstRow, rows, into);
      seen[place] = 1;
      for (int square = 0; square < ACROSS * DOWN; square++) {
        int top = top(square);
        int first = Math.max(firstRow, top);
        int end = Math.min(firstRow + rows, top + SIDE);
        if (first < end && covers(square)) {
          add(square, first, end, firstRow, into);
        }
      }
    }

    private boolean covers(int square) {
      for (int row : new int[] {top(square), top(square) + SIDE / 2, top(square) + SIDE - 1}) {
        int[] covered = from.covered(row);
        if (covered[0] > left(square) || covered[1] < left(square) + SIDE) {
          return false;
        }
      }
      return true;
    }

    /** Of the middle channel, where colours are seen sharpest. */
    private void add(int square, int first, int end, int firstRow, float[] into) {
      int channel = grid.channels() / 2 * grid.width() + left(square);
      float[] sums = half.light[square];
      synchronized (sums) {
        for (int row = first; row < end; row++) {
          int at = (row - firstRow) * grid.rowSamples() + channel;
          int to = (row - top(square)) * SIDE;
          for (int x = 0; x < SIDE; x++) {
            sums[to + x] += into[at + x];
          }
        }
        half.frames[square] += first == top(square) ? 1 : 0;
      }
    }
  }
}
