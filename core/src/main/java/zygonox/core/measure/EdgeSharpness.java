package zygonox.core.measure;

import java.util.BitSet;
import java.util.List;
import java.util.OptionalDouble;
import java.util.concurrent.atomic.AtomicReference;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.stars.GreyStrip;
import zygonox.core.stars.OrderStatistic;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Workers;

/**
 * How sharp the edges of a picture of many frames are, held against those of one frame, whatever
 * the noise of either.
 *
 * <p>The slopes of the one are projected onto those of the other, in and around cells of eight
 * pixels where the other's are steep: noise that is in one of them only drops out of the sum, and
 * that of the frame which is in the picture too is told by cells without edges and taken off both
 * sums. For edges spread like a Gaussian of width w and spread further to w' the share
 * &lt;gg&gt;/&lt;fg&gt; is sqrt((w^2 + w'^2) / (2 w'^2)), so that w/w' = sqrt(2 share^2 - 1) (from
 * the integrals of products of two Gaussians). How much steeper in tone the one is, is told by the
 * means of the cells, which a blur of a pixel leaves as they are, and divided out.
 */
public final class EdgeSharpness {
  private static final int CELL = 8;

  /** A cell has edges if its slopes, squared, sum up to so many times the middle cell's. */
  private static final float STEEP = 4;

  private static final int LEAST_CELLS = 30;

  /** Rows of cells that one core looks at together. */
  private static final int BAND_CELLS = 8;

  /**
   * Share of the light of cells, squared about their mean, that both have alike: with less of it
   * the one was lit otherwise, as by a torch, and its slopes are others.
   */
  private static final double LIKE = 0.6;

  /** Whether a pixel is asked. */
  @FunctionalInterface
  public interface Where {
    boolean counts(int x, int y);
  }

  private EdgeSharpness() {}

  /** A picture's grey, row by row. */
  private record Grey(int width, int height, short[] values) {
    static Grey of(PixelSource source, Cancellation cancellation) throws UnreadableFrame {
      int width = source.layout().width();
      Grey grey =
          new Grey(width, source.layout().height(), new short[width * source.layout().height()]);
      GreyStrip.each(
          source,
          cancellation,
          strip -> {
            for (int y = strip.ownFrom(); y < strip.ownTo(); y++) {
              float[] row = strip.grey()[y];
              int at = (strip.firstRow() + y) * width;
              for (int x = 0; x < width; x++) {
                grey.values[at + x] = (short) Math.round(row[x]);
              }
            }
          });
      return grey;
    }

    int at(int x, int y) {
      return values[y * width + x] & 0xffff;
    }

    /** Mean of the cell whose first pixel this is. */
    double cell(int left, int top) {
      int sum = 0;
      for (int i = 0; i < CELL * CELL; i++) {
        sum += at(left + i % CELL, top + i / CELL);
      }
      return (double) sum / (CELL * CELL);
    }

    float across(int x, int y) {
      return at(x + 1, y) - at(x - 1, y);
    }

    float down(int x, int y) {
      return at(x, y + 1) - at(x, y - 1);
    }
  }

  /**
   * Sharpness of a picture as a share of a frame's: 1 where edges are as narrow, 0.5 where they are
   * twice as wide; above 1 where they are narrower.
   *
   * @param frame one of the frames, or what it is compared with
   * @param picture of the same scene and scale
   * @param left column of the frame that is the picture's first
   * @param top row of the frame that is the picture's first
   * @param where which of the picture's pixels are asked
   * @return empty where there are too few edges, or the two were lit otherwise
   */
  public static OptionalDouble of(
      PixelSource frame,
      PixelSource picture,
      int left,
      int top,
      Where where,
      Cancellation cancellation)
      throws UnreadableFrame {
    List<Grey> both = greys(List.of(frame, picture), cancellation);
    Grey one = both.get(0);
    Grey many = both.get(1);
    OptionalDouble tone = tone(one, many, left, top, where);
    if (tone.isEmpty()) {
      return OptionalDouble.empty();
    }
    OptionalDouble edges = edges(one, many, left, top, where, tone.getAsDouble());
    if (edges.isEmpty()) {
      return OptionalDouble.empty();
    }
    double share = edges.getAsDouble() / tone.getAsDouble();
    double squared = 2 * share * share - 1;
    return squared > 0 ? OptionalDouble.of(Math.sqrt(squared)) : OptionalDouble.of(0);
  }

  /** Of several pictures at the same time. */
  private static List<Grey> greys(List<PixelSource> sources, Cancellation cancellation)
      throws UnreadableFrame {
    Grey[] greys = new Grey[sources.size()];
    AtomicReference<UnreadableFrame> fault = new AtomicReference<>();
    Workers.inBands(
        greys.length,
        1,
        (i, end) -> {
          try {
            greys[i] = Grey.of(sources.get(i), cancellation);
          } catch (UnreadableFrame e) {
            fault.set(e);
          }
        });
    if (fault.get() != null) {
      throw fault.get();
    }
    return List.of(greys);
  }

  /** The picture's own slopes over the frame's along them. */
  private static OptionalDouble edges(
      Grey one, Grey many, int left, int top, Where where, double tone) {
    int across = (Math.min(many.width, one.width - left) - 1) / CELL;
    int down = (Math.min(many.height, one.height - top) - 1) / CELL;
    double[][] own = new double[down][across];
    double[][] along = new double[down][across];
    BitSet asked = new BitSet();
    for (int y = 0; y < down; y++) {
      for (int x = 0; x < across; x++) {
        asked.set(
            y * across + x,
            where.counts(x * CELL, y * CELL) && where.counts((x + 1) * CELL, (y + 1) * CELL));
      }
    }
    Workers.inBands(
        down,
        BAND_CELLS,
        (from, end) -> {
          for (int cell = asked.nextSetBit(from * across);
              cell >= 0 && cell < end * across;
              cell = asked.nextSetBit(cell + 1)) {
            int x = cell % across;
            int y = cell / across;
            sums(one, many, left, top, x * CELL, y * CELL, own, along);
          }
        });
    float[] known = new float[asked.cardinality()];
    int cells = 0;
    for (int c = asked.nextSetBit(0); c >= 0; c = asked.nextSetBit(c + 1)) {
      known[cells++] = (float) own[c / across][c % across];
    }
    if (cells == 0) {
      return OptionalDouble.empty();
    }
    double even = OrderStatistic.select(known, cells, cells / 2);
    double sumOwn = 0;
    double sumAlong = 0;
    int edges = 0;
    for (int y = 0; y < down; y++) {
      for (int x = 0; x < across; x++) {
        if (own[y][x] > 0 && isBeside(own, x, y, STEEP * even)) {
          sumOwn += own[y][x] - even;
          sumAlong += along[y][x] - even / tone;
          edges++;
        }
      }
    }
    return edges < LEAST_CELLS || sumAlong <= 0
        ? OptionalDouble.empty()
        : OptionalDouble.of(sumOwn / sumAlong);
  }

  private static boolean isBeside(double[][] own, int x, int y, double steep) {
    for (int v = Math.max(0, y - 1); v <= Math.min(own.length - 1, y + 1); v++) {
      for (int u = Math.max(0, x - 1); u <= Math.min(own[0].length - 1, x + 1); u++) {
        if (own[v][u] > steep) {
          return true;
        }
      }
    }
    return false;
  }

  /** Sums up the slopes of one cell. */
  private static void sums(
      Grey one,
      Grey many,
      int left,
      int top,
      int firstX,
      int firstY,
      double[][] own,
      double[][] along) {
    double square = 0;
    double product = 0;
    for (int y = Math.max(1, firstY); y < firstY + CELL; y++) {
      for (int x = Math.max(1, firstX); x < firstX + CELL; x++) {
        double across = many.across(x, y);
        double down = many.down(x, y);
        square += across * across + down * down;
        product += across * one.across(x + left, y + top) + down * one.down(x + left, y + top);
      }
    }
    own[firstY / CELL][firstX / CELL] = square;
    along[firstY / CELL][firstX / CELL] = product;
  }

  /** The same of the means of cells about the mean of all. */
  private static OptionalDouble tone(Grey one, Grey many, int left, int top, Where where) {
    double ones = 0;
    double manys = 0;
    double product = 0;
    double square = 0;
    double squareOfOne = 0;
    int cells = 0;
    int lastX = Math.min(many.width, one.width - left) - CELL;
    int lastY = Math.min(many.height, one.height - top) - CELL;
    for (int y = 0; y <= lastY; y += CELL) {
      for (int x = 0; x <= lastX; x += CELL) {
        if (where.counts(x + CELL / 2, y + CELL / 2)) {
          double a = one.cell(x + left, y + top);
          double b = many.cell(x, y);
          ones += a;
          manys += b;
          product += a * b;
          square += b * b;
          squareOfOne += a * a;
          cells++;
        }
      }
    }
    double along = product - ones * manys / cells;
    double own = square - manys * manys / cells;
    double ofOne = squareOfOne - ones * ones / cells;
    return cells < LEAST_CELLS || along <= 0 || along * along < LIKE * own * ofOne
        ? OptionalDouble.empty()
        : OptionalDouble.of(own / along);
  }
}
