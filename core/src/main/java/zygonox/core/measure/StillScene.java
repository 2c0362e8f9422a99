package zygonox.core.measure;

import java.util.Arrays;
import zygonox.core.stars.OrderStatistic;

/**
 * The part of a frame that does not turn with the stars, made small: edges of the ground, with the
 * stars taken out. Two of them tell by how much the camera has moved.
 */
public final class StillScene {
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
  private final float[][] rows;
  private final double sharpness;
  private StillScene half;
  private int[] edges;
  private float leastEdge;

  private StillScene(float[][] rows, double sharpness) {
    this.width = rows[0].length;
    this.height = rows.length;
    this.rows = rows;
    this.sharpness = sharpness;
  }

  /**
   * @param small the frame made small
   * @param detail the frame's {@link FineDetail}
   */
  static StillScene of(SmallFrame small, double detail) {
    double level = 1e-4;
    for (float[] row : small.rows()) {
      for (float value : row) {
        level += value;
      }
    }
    double places = (double) small.width() * small.height();
    return new StillScene(small.still(), detail / Math.max(1e-9, level / places));
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
    int places = a.width * a.height;
    float[] off = new float[places / SAMPLED + 1];
    for (int i = 0; i < off.length; i++) {
      int at = Math.min(places - 1, i * SAMPLED);
      int x = at % a.width;
      int y = at / a.width;
      off[i] = Math.abs(a.rows[y][x] - b.rows[y][x]);
    }
    b.edges();
    return Math.sqrt(b.leastEdge) < CLEAR * OrderStatistic.select(off, off.length, off.length / 2);
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
    float[][] half = new float[Math.max(1, height / 2)][Math.max(1, width / 2)];
    for (int y = 0; y < half.length; y++) {
      float[] upper = rows[2 * y];
      float[] lower = rows[Math.min(height - 1, 2 * y + 1)];
      for (int x = 0; x < half[y].length; x++) {
        int x0 = 2 * x;
        int x1 = Math.min(width - 1, x0 + 1);
        half[y][x] = (upper[x0] + upper[x1] + lower[x0] + lower[x1]) / 4;
      }
    }
    return new StillScene(half, sharpness);
  }

  private float at(int x, int y) {
    return rows[y][x];
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
    float[] above = rows[y0];
    float[] below = rows[y0 + 1];
    double upper = above[x0] + u * (above[x0 + 1] - above[x0]);
    double lower = below[x0] + u * (below[x0 + 1] - below[x0]);
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
    float[] sample = new float[strength.length / SAMPLED + 1];
    for (int i = 0; i < sample.length; i++) {
      sample[i] = strength[Math.min(strength.length - 1, i * SAMPLED)];
    }
    float least =
        OrderStatistic.select(
            sample, sample.length, (int) ((1 - EDGE_SHARE) * (sample.length - 1)));
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
