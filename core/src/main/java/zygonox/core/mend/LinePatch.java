package zygonox.core.mend;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import zygonox.core.align.Homography;
import zygonox.core.measure.Streak;
import zygonox.core.raster.PixelLayout;

/**
 * A line of one frame as it is taken out: the light that the frames beside it have there, turned
 * with the sky over as much time, and how the line's own light runs along it.
 */
final class LinePatch {
  /** Half of what is taken out across a line, in its widths and in pixels beyond them. */
  private static final double WIDTHS = 1.3;

  private static final double BEYOND_PIXELS = 2.5;

  /** Rows that a bowed line may lie beyond its ends and its middle, in pixels. */
  private static final double BOW_ROWS = 2;

  /** Pieces of a line that its brightness is told in. */
  private static final int PIECES = 48;

  /** Brightness, as a share of the middle's, that still belongs to a line. */
  private static final double SEEN_SHARE = 0.12;

  /** Ends of a meteor are darker than this share of its middle; those of a satellite are not. */
  private static final double FADED_SHARE = 0.65;

  /** A flashing lamp leaves its line darker than this between its flashes. */
  private static final double BROKEN_SHARE = 0.2;

  private final Streak line;
  private final PixelLayout layout;
  private final int firstRow;
  private final int[][] spans;
  private final float[][] light;
  private final double half;
  private final double[] excess = new double[PIECES];
  private final int[] counted = new int[PIECES];

  /**
   * A frame beside the line's own.
   *
   * @param window its light
   * @param reach rows above and below a place that are wanted of it
   * @param to where the sky of the line's frame lies in it; empty where that is not known
   */
  record Beside(RowWindow window, int reach, Optional<Homography> to) {}

  LinePatch(Stray stray, Streak line, PixelLayout layout) {
    this.line = line;
    this.layout = layout;
    // A line is told by its width at half of its brightness, a light by where it begins to show.
    this.half = stray == Stray.LINE ? WIDTHS * line.width() + BEYOND_PIXELS : line.width() / 2;
    double middle = line.y(0.5);
    double top = Math.min(middle, Math.min(line.y1(), line.y2()));
    double foot = Math.max(middle, Math.max(line.y1(), line.y2()));
    this.firstRow = (int) Math.max(0, Math.floor(top - half - BOW_ROWS));
    int last = (int) Math.min(layout.height() - 1, Math.ceil(foot + half + BOW_ROWS));
    int rows = Math.max(0, last - firstRow + 1);
    this.spans = new int[rows][];
    this.light = new float[rows][];
    for (int y = 0; y < rows; y++) {
      spans[y] = spans(firstRow + y);
    }
  }

  /** The pieces of a row that lie in the line's band: one, or two where a bowed line comes back. */
  private int[] spans(int row) {
    double middle = line.x(0.5);
    double low = Math.min(middle, Math.min(line.x1(), line.x2())) - half;
    double high = Math.max(middle, Math.max(line.x1(), line.x2())) + half;
    int end = (int) Math.min(layout.width() - 1, high);
    IntStream.Builder edges = IntStream.builder();
    boolean inside = false;
    for (int x = (int) Math.max(0, low); x <= end + 1; x++) {
      boolean now = x <= end && line.distance(x, row) <= half;
      if (now != inside) {
        edges.add(x);
        inside = now;
      }
    }
    return edges.build().toArray();
  }

  boolean has(int row) {
    return row >= firstRow && row < firstRow + spans.length && spans[row - firstRow].length > 0;
  }

  /**
   * Fills one row.
   *
   * @param own the row as the line's frame has it
   */
  void fill(int row, float[] own, List<Beside> beside) {
    int[] edges = spans[row - firstRow];
    int columns = 0;
    for (int p = 0; p < edges.length; p += 2) {
      columns += edges[p + 1] - edges[p];
    }
    float[] into = new float[columns * layout.channels()];
    int at = 0;
    for (int p = 0; p < edges.length; p += 2) {
      fill(row, own, beside, edges[p], edges[p + 1], into, at);
      at += (edges[p + 1] - edges[p]) * layout.channels();
    }
    light[row - firstRow] = into;
  }

  private void fill(
      int row, float[] own, List<Beside> beside, int from, int to, float[] into, int at) {
    float[] least = new float[layout.channels()];
    float[] unmoved = new float[layout.channels()];
    for (int x = from; x < to; x++) {
      least(beside, true, x, row, least);
      // Ground stays where it is: there the frames beside it agree as they lie.
      least(beside, false, x, row, unmoved);
      float more = 0;
      for (int c = 0; c < layout.channels(); c++) {
        float value = own[c * layout.width() + x];
        float found = Math.max(least[c], unmoved[c]);
        float taken = found < 0 ? value : Math.min(value, found);
        into[at + c * (to - from) + x - from] = taken;
        more += value - taken;
      }
      along(x, row, more);
    }
  }

  /** The least that the frames beside it have at a place; below nothing where none has it. */
  private static void least(List<Beside> beside, boolean turned, int x, int row, float[] into) {
    Arrays.fill(into, Float.MAX_VALUE);
    boolean seen = false;
    for (Beside other : beside) {
      Optional<Homography> to = turned ? other.to : Optional.empty();
      double u = to.map(h -> h.x(x, row)).orElse((double) x);
      double v = to.map(h -> h.y(x, row)).orElse((double) row);
      if (other.window.within(u, v)) {
        seen = true;
        for (int c = 0; c < into.length; c++) {
          into[c] = Math.min(into[c], other.window.light(c, u, v));
        }
      }
    }
    if (!seen) {
      Arrays.fill(into, -1);
    }
  }

  private void along(int x, int row, float more) {
    if (line.distance(x, row) > line.width()) {
      return;
    }
    double t = line.along(x, row);
    if (t >= 0 && t < 1) {
      excess[(int) (t * PIECES)] += more;
      counted[(int) (t * PIECES)]++;
    }
  }

  /** Whether its light comes and goes along it without a break, and its ends are in the frame. */
  boolean flares() {
    double[] bright = new double[PIECES];
    for (int i = 0; i < PIECES; i++) {
      bright[i] = counted[i] == 0 ? 0 : excess[i] / counted[i];
    }
    double[] sorted = bright.clone();
    Arrays.sort(sorted);
    double strong = sorted[3 * PIECES / 4];
    int first = 0;
    int last = PIECES - 1;
    while (first < last && bright[first] < SEEN_SHARE * strong) {
      first++;
    }
    while (last > first && bright[last] < SEEN_SHARE * strong) {
      last--;
    }
    int end = Math.max(1, (last - first + 1) / 8);
    double begins = mean(bright, first, first + end);
    double ceases = mean(bright, last + 1 - end, last + 1);
    double broken = Double.MAX_VALUE;
    for (int i = first + 2 * end; i <= last - 2 * end; i++) {
      broken = Math.min(broken, bright[i]);
    }
    return strong > 0
        && inFrame(line.x1(), line.y1())
        && inFrame(line.x2(), line.y2())
        && begins < FADED_SHARE * strong
        && ceases < FADED_SHARE * strong
        && broken > BROKEN_SHARE * strong;
  }

  private boolean inFrame(double x, double y) {
    double edge = 2 * half;
    return x > edge && y > edge && x < layout.width() - edge && y < layout.height() - edge;
  }

  private static double mean(double[] of, int from, int to) {
    return Arrays.stream(of, from, to).average().orElse(0);
  }

  Patch patch() {
    return new Patch(firstRow, spans, light);
  }
}
