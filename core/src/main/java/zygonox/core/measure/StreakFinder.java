package zygonox.core.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Finds lines of light that are in one frame and not in its neighbours.
 *
 * <p>The difference from the neighbours is summed along all lines of all dyadic lengths at once, by
 * the fast discrete Radon transform (M. Brady, SIAM J. Comput. 27, 107, 1998): a line far below the
 * noise of one pixel stands out of the sum. What stands out most is traced, noted and taken away,
 * until nothing stands out.
 */
final class StreakFinder {
  /** Light over noise, summed along a line, from which it is believed. */
  private static final double BELIEVED = 8;

  /** Beside one neighbour only, where stars have moved one way, it takes more. */
  private static final double BELIEVED_OF_ONE = 18;

  /** The shortest line that is believed, in small pixels: stars in a row make shorter ones. */
  private static final double SHORTEST = 24;

  /** Share of a line's places that are bright: stars in a row leave it dark between them. */
  private static final double LEAST_FILLED = 0.5;

  /** Light of a place, over its noise, that counts as bright. */
  private static final double BRIGHT_SIGMA = 0.8;

  /** The shortest piece that is looked for, as a power of two of small pixels. */
  private static final int SHORTEST_LOG = 5;

  private static final int LONGEST_LOG = 10;

  /** Where more stand out the scene itself has changed, and nothing is told. */
  private static final int MOST_STREAKS = 8;

  /** After so many that are no lines there are only edges of a scene that was shaken or blurred. */
  private static final int MOST_REFUSED = 24;

  /** A single pixel counts at the most this much: stars are bright but short. */
  private static final float CLIP_SIGMA = 3;

  /** Half side of the square whose mean is taken away, in small pixels. */
  private static final int SURROUND = 12;

  /** What two neighbours differ by so much is in one of them alone. */
  private static final float TRANSIENT_SIGMA = 4;

  /** Every so many places tell how much noise there is. */
  private static final int SAMPLED = 31;

  /** A wider line is the edge of something, in pixels of the frame. */
  private static final double WIDEST_PIXELS = 13;

  /** How far a traced line reaches to its sides, in small pixels. */
  private static final int BESIDE = 2;

  private final int width;
  private final int height;
  private final float[] residual;
  private final double believed;

  /** The residual before what a pixel may count is held: only it tells how wide a line is. */
  private final float[] bright;

  private StreakFinder(int width, int height, float[] residual, double believed) {
    this.believed = believed;
    this.bright = new float[residual.length];
    this.width = width;
    this.height = height;
    this.residual = residual;
  }

  /**
   * @param neighbours the frames before and after, of the same scene and settings: one or two
   */
  static List<Streak> find(SmallFrame frame, List<SmallFrame> neighbours) {
    if (neighbours.isEmpty() || frame.width() < 64 || frame.height() < 64) {
      return List.of();
    }
    int width = frame.width();
    int height = frame.height();
    float[] residual = new float[frame.values().length];
    float[] level = surround(frame.values(), width, height);
    List<float[]> others =
        neighbours.stream().map(n -> levelled(n.values(), level, width, height)).toList();
    float[] expected = without(others);
    for (int i = 0; i < residual.length; i++) {
      residual[i] = frame.values()[i] - expected[i];
    }
    StreakFinder finder =
        new StreakFinder(
            frame.width(),
            frame.height(),
            residual,
            neighbours.size() > 1 ? BELIEVED : BELIEVED_OF_ONE);
    finder.normalise();
    return finder.findAll();
  }

  /**
   * Values made as bright as others all around: sky and ground brighten together under cloud, and
   * their edges must not look like lines.
   */
  private static float[] levelled(float[] values, float[] level, int width, int height) {
    float[] own = surround(values, width, height);
    float[] levelled = new float[values.length];
    for (int i = 0; i < values.length; i++) {
      float ratio = Math.max(0.2f, Math.min(5, level[i] / Math.max(1e-6f, own[i])));
      levelled[i] = ratio * values[i];
    }
    return levelled;
  }

  /** The mean of the neighbours, without what only one of them has. */
  private static float[] without(List<float[]> neighbours) {
    float[] first = neighbours.get(0);
    if (neighbours.size() == 1) {
      return first;
    }
    float[] second = neighbours.get(1);
    float[] sample = new float[first.length / SAMPLED + 1];
    for (int k = 0; k < sample.length; k++) {
      int i = Math.min(first.length - 1, SAMPLED * k);
      sample[k] = Math.abs(first[i] - second[i]);
    }
    Arrays.sort(sample);
    float most = TRANSIENT_SIGMA * sample[sample.length / 2] / 0.6745f;
    float[] mean = new float[first.length];
    for (int i = 0; i < mean.length; i++) {
      mean[i] =
          Math.abs(first[i] - second[i]) > most
              ? Math.min(first[i], second[i])
              : (first[i] + second[i]) / 2;
    }
    return mean;
  }

  /** Less its slow changes, in units of its noise, held within what a pixel may count. */
  private void normalise() {
    subtractSurround();
    float[] sample = new float[residual.length / SAMPLED + 1];
    int n = 0;
    for (int i = 0; i < residual.length; i += SAMPLED) {
      sample[n++] = Math.abs(residual[i]);
    }
    Arrays.sort(sample, 0, n);
    float sigma = Math.max(1e-9f, sample[n / 2] / 0.6745f);
    for (int i = 0; i < residual.length; i++) {
      bright[i] = residual[i] / sigma;
      residual[i] = Math.max(-CLIP_SIGMA, Math.min(CLIP_SIGMA, bright[i]));
    }
  }

  private void subtractSurround() {
    float[] level = surround(residual, width, height);
    for (int i = 0; i < residual.length; i++) {
      residual[i] -= level[i];
    }
  }

  /** The mean of a wide square around each place. */
  private static float[] surround(float[] values, int width, int height) {
    double[] table = new double[(width + 1) * (height + 1)];
    for (int y = 0; y < height; y++) {
      double row = 0;
      for (int x = 0; x < width; x++) {
        row += values[y * width + x];
        table[(y + 1) * (width + 1) + x + 1] = table[y * (width + 1) + x + 1] + row;
      }
    }
    float[] means = new float[values.length];
    for (int y = 0; y < height; y++) {
      int y0 = Math.max(0, y - SURROUND);
      int y1 = Math.min(height, y + SURROUND + 1);
      for (int x = 0; x < width; x++) {
        int x0 = Math.max(0, x - SURROUND);
        int x1 = Math.min(width, x + SURROUND + 1);
        double sum =
            table[y1 * (width + 1) + x1]
                - table[y0 * (width + 1) + x1]
                - table[y1 * (width + 1) + x0]
                + table[y0 * (width + 1) + x0];
        means[y * width + x] = (float) (sum / ((y1 - y0) * (x1 - x0)));
      }
    }
    return means;
  }

  /** A line in small pixels. */
  private record Line(double x1, double y1, double x2, double y2, double strength) {
    double length() {
      return Math.max(1, Math.hypot(x2 - x1, y2 - y1));
    }

    /** How far it goes across for each of its pixels. */
    double ux() {
      return (x2 - x1) / length();
    }

    /** How far it goes down for each of its pixels. */
    double uy() {
      return (y2 - y1) / length();
    }
  }

  private List<Streak> findAll() {
    List<Streak> found = new ArrayList<>();
    int refused = 0;
    while (found.size() < MOST_STREAKS && refused < MOST_REFUSED) {
      Line best = strongest();
      if (best == null) {
        break;
      }
      Line traced = traced(best);
      Streak streak = streak(traced);
      double filled = filled(traced);
      erase(streak);
      if (streak.strength() >= believed
          && streak.length() >= SHORTEST * SmallFrame.BIN
          && streak.width() <= WIDEST_PIXELS
          && filled >= LEAST_FILLED) {
        found.add(streak);
      } else {
        refused++;
      }
    }
    return found.size() == MOST_STREAKS ? List.of() : List.copyOf(found);
  }

  /** The line that stands out most, over four fans of directions; null where none does. */
  private Line strongest() {
    Line best = null;
    for (int fan = 0; fan < 4; fan++) {
      boolean steep = fan >= 2;
      boolean rising = fan % 2 == 1;
      Line line = strongest(steep, rising);
      if (line != null && (best == null || line.strength > best.strength)) {
        best = line;
      }
    }
    return best;
  }

  /**
   * One fan: lines that go across by a power of two and down by less. A steep fan is the same of
   * the frame turned over its diagonal, a rising one of the frame upside down.
   */
  private Line strongest(boolean steep, boolean rising) {
    int across = steep ? height : width;
    int down = steep ? width : height;
    int log = 1;
    while (1 << log < across && log < LONGEST_LOG) {
      log++;
    }
    int padded = (across + (1 << log) - 1) >> log << log;
    // sums[x0 + shift][y]: of the strip that begins at column x0, the line that starts in row y and
    // ends shift rows lower. Each an array of its own, for the JIT vectorises only loops that take
    // their arrays at the same index.
    float[][] sums = new float[padded][down];
    for (int x = 0; x < across; x++) {
      for (int y = 0; y < down; y++) {
        int row = rising ? down - 1 - y : y;
        sums[x][y] = steep ? residual[x * width + row] : residual[row * width + x];
      }
    }
    float[][] next = new float[padded][down];
    float[] moved = new float[down];
    Line best = null;
    for (int level = 1; level <= log; level++) {
      int length = 1 << level;
      int half = length / 2;
      for (int x0 = 0; x0 < padded; x0 += length) {
        for (int shift = 0; shift < length; shift++) {
          int low = shift / 2;
          int jump = Math.min(down, (shift + 1) / 2);
          float[] left = sums[x0 + low];
          float[] right = sums[x0 + half + low];
          System.arraycopy(right, jump, moved, 0, down - jump);
          Arrays.fill(moved, down - jump, down, 0);
          add(left, moved, next[x0 + shift]);
        }
      }
      float[][] swap = sums;
      sums = next;
      next = swap;
      if (level >= SHORTEST_LOG) {
        best = better(best, sums, length, steep, rising);
      }
    }
    return best;
  }

  private static void add(float[] a, float[] b, float[] into) {
    for (int i = 0; i < into.length; i++) {
      into[i] = a[i] + b[i];
    }
  }

  private static Line better(
      Line before, float[][] sums, int length, boolean steep, boolean rising) {
    double noise = Math.sqrt(length);
    float least = (float) (noise * Math.max(BELIEVED, before == null ? 0 : before.strength));
    int column = -1;
    int row = -1;
    for (int i = 0; i < sums.length; i++) {
      int at = highest(sums[i], least);
      if (at >= 0) {
        least = sums[i][at];
        column = i;
        row = at;
      }
    }
    if (column < 0) {
      return before;
    }
    int x0 = column / length * length;
    int shift = column - x0;
    double y1 = row;
    double y2 = y1 + shift;
    double x2 = x0 + length - 1.0;
    if (rising) {
      y1 = sums[0].length - 1 - y1;
      y2 = sums[0].length - 1 - y2;
    }
    return steep
        ? new Line(y1, x0, y2, x2, least / noise)
        : new Line(x0, y1, x2, y2, least / noise);
  }

  /** Where the highest of some values stands; -1 where none is above a threshold. */
  private static int highest(float[] values, float threshold) {
    float most = threshold;
    int at = -1;
    for (int i = 0; i < values.length; i++) {
      if (values[i] > most) {
        most = values[i];
        at = i;
      }
    }
    return at;
  }

  private float at(double x, double y) {
    return at(residual, x, y);
  }

  private float at(float[] values, double x, double y) {
    int column = (int) Math.round(x);
    int row = (int) Math.round(y);
    boolean inside = column >= 0 && row >= 0 && column < width && row < height;
    return inside ? values[row * width + column] : 0;
  }

  /** Follows a line to where it really ends, and fits it to its light. */
  private Line traced(Line start) {
    Line fitted = start;
    for (int round = 0; round < 3; round++) {
      fitted = fitted(ends(fitted));
    }
    return ends(fitted);
  }

  /** Share of a line's places that are brighter than the frame around, in pieces of three. */
  private double filled(Line line) {
    double length = line.length();
    double ux = line.ux();
    double uy = line.uy();
    int bright = 0;
    int count = 0;
    for (double t = 0; t <= length; t++, count++) {
      double light = 0;
      for (int k = -1; k <= 1; k++) {
        light += across(line.x1 + (t + k) * ux, line.y1 + (t + k) * uy, ux, uy);
      }
      // Nine places together have three times the noise of one.
      bright += light > 3 * BRIGHT_SIGMA ? 1 : 0;
    }
    return (double) bright / count;
  }

  private Streak streak(Line line) {
    double scale = SmallFrame.BIN;
    double middle = (SmallFrame.BIN - 1) / 2.0;
    return new Streak(
        line.x1 * scale + middle,
        line.y1 * scale + middle,
        line.x2 * scale + middle,
        line.y2 * scale + middle,
        acrossWidth(line) * scale,
        line.strength);
  }

  /**
   * Of the whole straight through a piece, the stretch whose light exceeds half of what the piece
   * has by most: a dashed line's gaps do not end it.
   */
  private Line ends(Line piece) {
    double length = piece.length();
    double ux = piece.ux();
    double uy = piece.uy();
    double mean = 0;
    int inside = (int) length + 1;
    for (int t = 0; t < inside; t++) {
      mean += across(piece.x1 + t * ux, piece.y1 + t * uy, ux, uy) / inside;
    }
    int reach = width + height;
    double sum = 0;
    double best = 0;
    int from = 0;
    int bestFrom = 0;
    int bestTo = 0;
    for (int t = -reach; t <= reach; t++) {
      double x = piece.x1 + t * ux;
      double y = piece.y1 + t * uy;
      if (x < 0 || y < 0 || x > width - 1 || y > height - 1) {
        continue;
      }
      if (sum <= 0) {
        sum = 0;
        from = t;
      }
      sum += across(x, y, ux, uy) - mean / 2;
      if (sum > best) {
        best = sum;
        bestFrom = from;
        bestTo = t;
      }
    }
    double light = 0;
    for (int t = bestFrom; t <= bestTo; t++) {
      light += at(piece.x1 + t * ux, piece.y1 + t * uy);
    }
    return new Line(
        piece.x1 + bestFrom * ux,
        piece.y1 + bestFrom * uy,
        piece.x1 + bestTo * ux,
        piece.y1 + bestTo * uy,
        light / Math.sqrt(bestTo - bestFrom + 1));
  }

  /** Light of three pixels across a line. */
  private double across(double x, double y, double ux, double uy) {
    return at(x, y) + at(x - uy, y + ux) + at(x + uy, y - ux);
  }

  /** The straight through the light near a line, by least squares of distances across. */
  private Line fitted(Line line) {
    double length = line.length();
    double ux = line.ux();
    double uy = line.uy();
    double sum = 0;
    double sumT = 0;
    double sumTt = 0;
    double sumO = 0;
    double sumTo = 0;
    for (int t = 0; t <= length; t++) {
      for (int o = -BESIDE; o <= BESIDE; o++) {
        double w = Math.max(0, at(line.x1 + t * ux - o * uy, line.y1 + t * uy + o * ux) - 1);
        sum += w;
        sumT += w * t;
        sumTt += w * t * t;
        sumO += w * o;
        sumTo += w * t * o;
      }
    }
    double determinant = sum * sumTt - sumT * sumT;
    if (determinant < 1e-6) {
      return line;
    }
    double slope = (sum * sumTo - sumT * sumO) / determinant;
    double offset = (sumO - slope * sumT) / sum;
    double end = offset + slope * length;
    return new Line(
        line.x1 - offset * uy,
        line.y1 + offset * ux,
        line.x2 - end * uy,
        line.y2 + end * ux,
        line.strength);
  }

  /** Full width at half maximum of the mean profile across, in small pixels. */
  private double acrossWidth(Line line) {
    double length = line.length();
    double ux = line.ux();
    double uy = line.uy();
    double sum = 0;
    double squares = 0;
    for (int o = -3; o <= 3; o++) {
      double light = 0;
      for (int t = 0; t <= length; t++) {
        light += at(bright, line.x1 + t * ux - o * uy, line.y1 + t * uy + o * ux);
      }
      sum += Math.max(0, light);
      squares += Math.max(0, light) * o * o;
    }
    // A square of pixels widens a line by its own spread, one twelfth of a side squared.
    double variance = sum > 0 ? Math.max(0.02, squares / sum - 1 / 12.0) : 0.02;
    return 2 * Math.sqrt(2 * Math.log(2) * variance);
  }

  private void erase(Streak streak) {
    double scale = SmallFrame.BIN;
    double middle = (SmallFrame.BIN - 1) / 2.0;
    double x1 = (streak.x1() - middle) / scale;
    double y1 = (streak.y1() - middle) / scale;
    double length = Math.max(1, streak.length() / scale);
    double ux = (streak.x2() - streak.x1()) / scale / length;
    double uy = (streak.y2() - streak.y1()) / scale / length;
    for (double t = -4; t <= length + 4; t += 0.5) {
      for (double o = -BESIDE - 1; o <= BESIDE + 1; o += 0.5) {
        int x = (int) Math.round(x1 + t * ux - o * uy);
        int y = (int) Math.round(y1 + t * uy + o * ux);
        if (x >= 0 && y >= 0 && x < width && y < height) {
          residual[y * width + x] = 0;
        }
      }
    }
  }
}
