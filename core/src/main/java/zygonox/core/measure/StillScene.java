package zygonox.core.measure;

import java.util.Arrays;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * The part of a frame that does not turn with the stars, made small: edges of the ground, with the
 * stars taken out. Two of them tell by how much the camera has moved.
 */
public final class StillScene {
  /** Every few rows tell how much detail there is. */
  private static final int DETAIL_ROWS = 4;

  /** Every few places tell which edges are the strongest. */
  private static final int SAMPLED = 37;

  private static final int LEVELS = 5;

  /** How far an edge has to stand out of what two frames differ by. */
  private static final double CLEAR = 6;

  /** Upright bands of the frame that are held against the whole. */
  private static final int PARTS = 6;

  private static final int ROUNDS = 12;

  /** Share of all places, those with the strongest edges, that are compared. */
  private static final double EDGE_SHARE = 0.04;

  private final int width;
  private final int height;
  private final float[] values;
  private final double sharpness;
  private StillScene half;
  private int[] edges;
  private float leastEdge;

  private StillScene(int width, int height, float[] values, double sharpness) {
    this.width = width;
    this.height = height;
    this.values = values;
    this.sharpness = sharpness;
  }

  /**
   * @param frame the frame
   * @param small the same made small
   */
  static StillScene of(Raster frame, SmallFrame small) {
    double level = 1e-4;
    for (float value : small.values()) {
      level += value;
    }
    float[] still = opened(small.values(), small.width(), small.height());
    return new StillScene(
        small.width(),
        small.height(),
        still,
        detail(frame) / Math.max(1e-9, level / small.values().length));
  }

  /** Mean difference of neighbours, of every few rows: shares of white. */
  private static double detail(Raster frame) {
    PixelLayout layout = frame.layout();
    int channels = layout.channels();
    int green = channels > 1 ? 1 : 0;
    short[] samples = frame.samples();
    long sum = 0;
    long count = 0;
    for (int y = 0; y < layout.height(); y += DETAIL_ROWS) {
      int row = y * layout.rowSamples() + green;
      for (int x = 2; x < layout.width(); x++) {
        int i = row + x * channels;
        // Bends rather than slopes: a smooth sky has slopes too.
        int bend =
            2 * (samples[i - channels] & 0xffff)
                - (samples[i] & 0xffff)
                - (samples[i - 2 * channels] & 0xffff);
        sum += Math.abs(bend);
        count++;
      }
    }
    return (double) sum / Math.max(1, count) / layout.white();
  }

  /** Taken down to the lowest of its neighbours and up again: what is smaller than two is gone. */
  private static float[] opened(float[] values, int width, int height) {
    float[] low = extreme(values, width, height, true);
    return extreme(low, width, height, false);
  }

  /** The lowest or highest of three by three: first along the rows, then down the columns. */
  private static float[] extreme(float[] values, int width, int height, boolean lowest) {
    float[] across = new float[values.length];
    for (int y = 0; y < height; y++) {
      int row = y * width;
      for (int x = 0; x < width; x++) {
        int i = row + x;
        float left = values[x > 0 ? i - 1 : i];
        float right = values[x < width - 1 ? i + 1 : i];
        across[i] =
            lowest
                ? Math.min(values[i], Math.min(left, right))
                : Math.max(values[i], Math.max(left, right));
      }
    }
    float[] out = new float[values.length];
    for (int y = 0; y < height; y++) {
      int above = Math.max(0, y - 1) * width;
      int here = y * width;
      int below = Math.min(height - 1, y + 1) * width;
      for (int x = 0; x < width; x++) {
        float a = across[above + x];
        float b = across[here + x];
        float c = across[below + x];
        out[here + x] = lowest ? Math.min(b, Math.min(a, c)) : Math.max(b, Math.max(a, c));
      }
    }
    return out;
  }

  /**
   * How much fine detail there is for the light there is; only to be held against other frames of
   * the same scene.
   */
  public double sharpness() {
    return sharpness;
  }

  /**
   * How far a scene lies from another.
   *
   * @param pixels of the frame
   * @param uncertainty one sigma of it: large where the ground is dark and the frame noisy
   */
  public record Shift(double pixels, double uncertainty) {
    static final Shift NONE = new Shift(0, 0);

    /** The pixels where they stand out of what noise alone makes, else 0. */
    public double certainPixels() {
      return pixels > 4 * uncertainty ? pixels : 0;
    }
  }

  /** By how much the scene lies elsewhere than in another of the same shape. */
  public Shift shiftFrom(StillScene other) {
    if (this == other) {
      return Shift.NONE;
    }
    Fit fit = new Fit(0, 0);
    int finest = 0;
    while (finest < LEVELS - 2 && isNoisy(level(finest), other.level(finest))) {
      finest++;
    }
    for (int level = LEVELS - 1; level >= finest; level--) {
      StillScene from = other.level(level);
      fit = from.refined(level(level), 2 * fit.dx, 2 * fit.dy, from.edges());
    }
    double scale = SmallFrame.BIN << finest;
    double off = level(finest).disagreement(other.level(finest), fit);
    return new Shift(scale * Math.hypot(fit.dx, fit.dy), scale * off);
  }

  /** Whether the edges that are compared hardly stand out of the noise. */
  private static boolean isNoisy(StillScene a, StillScene b) {
    float[] off = new float[a.values.length / SAMPLED + 1];
    for (int i = 0; i < off.length; i++) {
      int at = Math.min(a.values.length - 1, i * SAMPLED);
      off[i] = Math.abs(a.values[at] - b.values[at]);
    }
    Arrays.sort(off);
    b.edges();
    return Math.sqrt(b.leastEdge) < CLEAR * off[off.length / 2];
  }

  /** How far the parts of the frame, each for itself, lie from the whole: one sigma of its mean. */
  private double disagreement(StillScene other, Fit whole) {
    double squares = 0;
    for (int part = 0; part < PARTS; part++) {
      int from = part * width / PARTS;
      int to = (part + 1) * width / PARTS;
      int[] edges =
          Arrays.stream(other.edges()).filter(i -> i % width >= from && i % width < to).toArray();
      Fit fit = other.refined(this, whole.dx, whole.dy, edges);
      double off = Math.hypot(fit.dx - whole.dx, fit.dy - whole.dy);
      squares += off * off;
    }
    return Math.sqrt(squares / PARTS / (PARTS - 1));
  }

  private record Fit(double dx, double dy) {}

  /** Half as large for each step; made once. */
  private synchronized StillScene level(int step) {
    if (step == 0) {
      return this;
    }
    if (half == null) {
      half = halved();
    }
    return half.level(step - 1);
  }

  private StillScene halved() {
    int w = Math.max(1, width / 2);
    int h = Math.max(1, height / 2);
    float[] half = new float[w * h];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        int x1 = Math.min(width - 1, 2 * x + 1);
        int y1 = Math.min(height - 1, 2 * y + 1);
        half[y * w + x] = (at(2 * x, 2 * y) + at(x1, 2 * y) + at(2 * x, y1) + at(x1, y1)) / 4;
      }
    }
    return new StillScene(w, h, half, sharpness);
  }

  private float at(int x, int y) {
    return values[Math.min(height - 1, y) * width + Math.min(width - 1, x)];
  }

  /**
   * The shift that lays another scene onto this one, from a first guess: least squares over the
   * strongest edges (B. Lucas and T. Kanade, IJCAI 1981), each difference held within what an edge
   * can make, so that cloud and lamps cannot carry it away.
   */
  private Fit refined(StillScene other, double startX, double startY, int[] compared) {
    double dx = startX;
    double dy = startY;
    for (int round = 0; round < ROUNDS; round++) {
      double xx = 1e-12;
      double xy = 0;
      double yy = 1e-12;
      double bx = 0;
      double by = 0;
      for (int i : compared) {
        int x = i % width;
        int y = i / width;
        double sx = x + dx;
        double sy = y + dy;
        if (sx < 1 || sy < 1 || sx >= width - 2 || sy >= height - 2) {
          continue;
        }
        double gx = (at(x + 1, y) - at(x - 1, y)) / 2;
        double gy = (at(x, y + 1) - at(x, y - 1)) / 2;
        double limit = 2 * Math.hypot(gx, gy);
        double off = Math.max(-limit, Math.min(limit, other.between(sx, sy) - at(x, y)));
        xx += gx * gx;
        xy += gx * gy;
        yy += gy * gy;
        bx += gx * off;
        by += gy * off;
      }
      double determinant = xx * yy - xy * xy;
      if (determinant < 1e-18 || determinant < 1e-6 * xx * yy) {
        return new Fit(dx, dy);
      }
      double stepX = (yy * bx - xy * by) / determinant;
      double stepY = (xx * by - xy * bx) / determinant;
      dx -= stepX;
      dy -= stepY;
      if (Math.hypot(stepX, stepY) < 0.002) {
        break;
      }
    }
    return new Fit(dx, dy);
  }

  private double between(double x, double y) {
    int x0 = (int) x;
    int y0 = (int) y;
    double u = x - x0;
    double v = y - y0;
    int i = y0 * width + x0;
    double upper = values[i] + u * (values[i + 1] - values[i]);
    double lower = values[i + width] + u * (values[i + width + 1] - values[i + width]);
    return upper + v * (lower - upper);
  }

  private synchronized int[] edges() {
    if (edges != null) {
      return edges;
    }
    float[] strength = new float[width * height];
    for (int y = 1; y < height - 1; y++) {
      for (int x = 1; x < width - 1; x++) {
        float gx = at(x + 1, y) - at(x - 1, y);
        float gy = at(x, y + 1) - at(x, y - 1);
        strength[y * width + x] = gx * gx + gy * gy;
      }
    }
    float[] sorted = new float[strength.length / SAMPLED + 1];
    for (int i = 0; i < sorted.length; i++) {
      sorted[i] = strength[Math.min(strength.length - 1, i * SAMPLED)];
    }
    Arrays.sort(sorted);
    float least = sorted[(int) ((1 - EDGE_SHARE) * (sorted.length - 1))];
    int[] found = new int[strength.length];
    int n = 0;
    for (int i = 0; i < strength.length; i++) {
      if (strength[i] > 0 && strength[i] >= least) {
        found[n++] = i;
      }
    }
    edges = Arrays.copyOf(found, n);
    leastEdge = least;
    return edges;
  }
}
