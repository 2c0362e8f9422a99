package zygonox.core.measure;

import java.util.Arrays;
import java.util.List;

/**
 * The light of stars as the frames beside one tell it: their skies carried to where the sky of that
 * frame stood. Arcs of stars that happen to stand in a row would look like a line.
 */
final class CarriedStars {
  /** Over so few columns places follow a straight line. */
  private static final int PIECE = 32;

  private CarriedStars() {}

  /** Where a place of one frame lies in another, both counted from the middle, in pixels. */
  @FunctionalInterface
  interface Carry {
    double[] place(double x, double y);
  }

  /**
   * A frame beside the one that is asked about.
   *
   * @param carry from that one's places to this one's
   */
  record Beside(SmallFrame small, Carry carry) {
    /** The frame after, to which the stars have moved on. */
    static Beside after(SmallFrame small, StarMap step) {
      return new Beside(small, (x, y) -> new double[] {step.x(x, y), step.y(x, y)});
    }

    /** The frame before: the step leads from there, and is gone back. */
    static Beside before(SmallFrame small, StarMap step) {
      return new Beside(small, (x, y) -> back(step, x, y));
    }

    /** A step changes so slowly over the frame that two rounds find where it came from. */
    private static double[] back(StarMap step, double x, double y) {
      double fromX = x;
      double fromY = y;
      for (int round = 0; round < 2; round++) {
        double offX = step.x(fromX, fromY) - fromX;
        double offY = step.y(fromX, fromY) - fromY;
        fromX = x - offX;
        fromY = y - offY;
      }
      return new double[] {fromX, fromY};
    }
  }

  /**
   * Light that all frames beside one have at a place or next to it, made as bright as the frame
   * around; 0 where none of them shows the place.
   *
   * @param beside one or more
   * @return row by row, as the small frame's
   */
  static float[][] of(SmallFrame frame, List<Beside> beside) {
    float[][] light = new float[frame.height()][frame.width()];
    for (float[] row : light) {
      Arrays.fill(row, Float.MAX_VALUE);
    }
    for (Beside other : beside) {
      least(frame, other, light);
    }
    for (float[] row : light) {
      for (int x = 0; x < row.length; x++) {
        row[x] = row[x] == Float.MAX_VALUE ? 0 : row[x];
      }
    }
    return light;
  }

  private static void least(SmallFrame frame, Beside other, float[][] light) {
    float[][] shares = shares(other.small);
    int width = frame.width();
    for (int y = 0; y < light.length; y++) {
      double[] from = place(other, 0, y, width, light.length);
      for (int start = 0; start < width; start += PIECE) {
        double[] to = place(other, start + PIECE, y, width, light.length);
        least(shares, from, to, start, frame.around()[y], light[y]);
        from = to;
      }
    }
  }

  /** The same of a piece of a row, whose first place and the one after its last are known. */
  private static void least(
      float[][] shares, double[] from, double[] to, int start, float[] around, float[] light) {
    int end = Math.min(light.length, start + PIECE);
    // Rounded by the half: what lies beyond the upper or left edge by less counts as in it.
    float x = (float) from[0] + 0.5f;
    float y = (float) from[1] + 0.5f;
    float stepX = (float) (to[0] - from[0]) / PIECE;
    float stepY = (float) (to[1] - from[1]) / PIECE;
    for (int i = start; i < end; i++, x += stepX, y += stepY) {
      int column = (int) x;
      int row = (int) y;
      if (column >= 0 && row >= 0 && column < light.length && row < shares.length) {
        light[i] = Math.min(light[i], shares[row][column] * around[i]);
      }
    }
  }

  /** In small pixels, from small pixels. */
  private static double[] place(Beside other, int x, int y, int width, int height) {
    int bin = SmallFrame.BIN;
    double[] place = other.carry.place((x - width / 2.0) * bin, (y - height / 2.0) * bin);
    return new double[] {place[0] / bin + width / 2.0, place[1] / bin + height / 2.0};
  }

  /**
   * The brightest of each place and the eight around it, for stars are known to a small pixel, as a
   * share of what is around.
   */
  private static float[][] shares(SmallFrame small) {
    float[][] rows = small.rows();
    int width = small.width();
    float[][] shares = new float[rows.length][width];
    float[] down = new float[width];
    for (int y = 0; y < rows.length; y++) {
      float[] above = rows[Math.max(0, y - 1)];
      float[] below = rows[Math.min(rows.length - 1, y + 1)];
      brightest(above, rows[y], below, down);
      share(down, small.around()[y], shares[y]);
    }
    return shares;
  }

  private static void share(float[] down, float[] around, float[] into) {
    int last = down.length - 1;
    for (int x = 0; x <= last; x++) {
      float brightest =
          Math.max(down[x], Math.max(down[Math.max(0, x - 1)], down[Math.min(last, x + 1)]));
      into[x] = brightest / Math.max(1e-6f, around[x]);
    }
  }

  private static void brightest(float[] a, float[] b, float[] c, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = Math.max(b[x], Math.max(a[x], c[x]));
    }
  }
}
