package zygonox.core.align;

/** A place that changes slowly from column to column: the parabola through three of them. */
final class Parabola {
  private static final float ROUNDING = 0x1.8p23f;
  private static final int ROUNDING_BITS = Float.floatToRawIntBits(ROUNDING);

  private final double c0;
  private final double c1;
  private final double c2;
  private final double vertex;

  /**
   * @param first its place at the first column
   * @param middle halfway
   * @param last at the last column
   * @param length from the first to the last, 0 or more
   */
  Parabola(double first, double middle, double last, int length) {
    double half = length / 2.0;
    c0 = first;
    c2 = half == 0 ? 0 : (last - 2 * middle + first) / (2 * half * half);
    c1 = half == 0 ? 0 : (middle - first) / half - c2 * half;
    vertex = c2 == 0 ? -1 : -c1 / (2 * c2);
  }

  private double at(double column) {
    return c0 + column * (c1 + column * c2);
  }

  /** Its whole part at a column. */
  int wholeAt(int column) {
    return (int) Math.floor(at(column));
  }

  /**
   * The column, up to a limit, at which another whole part begins, or the parabola turns: on either
   * side of its vertex it rises or falls throughout, and is searched by halving.
   *
   * @param from a column where the whole part is {@code whole}
   */
  int endOf(int whole, int from, int limit) {
    int to = vertex > from && vertex < limit - 1 ? (int) vertex + 1 : limit;
    if (wholeAt(to - 1) == whole) {
      return to;
    }
    int low = from;
    int high = to - 1;
    // Where it would be, were it straight; the rest by halving.
    double slope = (at(high) - at(low)) / (high - low);
    double edge = slope > 0 ? whole + 1 : whole;
    int guess = from + (int) ((edge - at(from)) / slope);
    for (int tried = guess - 1; tried <= guess + 2; tried += 3) {
      if (tried > low && tried < high) {
        if (wholeAt(tried) == whole) {
          low = tried;
        } else {
          high = tried;
        }
      }
    }
    while (high - low > 1) {
      int middle = (low + high) >>> 1;
      if (wholeAt(middle) == whole) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return high;
  }

  /**
   * How far behind a whole number it is, column by column from its first on.
   *
   * @param first the whole part at the first column
   * @param ramp whole numbers from 0 on
   * @param steps by how much more the whole number is at each column
   */
  void behind(int first, float[] ramp, float[] steps, float[] into, int columns) {
    behind(ramp, steps, into, columns, (float) (c0 - first), (float) c1, (float) c2);
  }

  private static void behind(
      float[] ramp, float[] steps, float[] into, int columns, float a, float b, float c) {
    for (int x = 0; x < columns; x++) {
      float f = ramp[x];
      into[x] = a + f * (b + f * c) - steps[x];
    }
  }

  /**
   * The whole numbers nearest to it, column by column from its first on.
   *
   * @param ramp whole numbers from 0 on
   * @param near one of them: sums are told from there, in floats
   * @param most the largest that is wanted; the least is 0
   */
  void wholes(float[] ramp, int[] into, int count, int near, int most) {
    wholes(ramp, into, count, near - ROUNDING_BITS, (float) (c0 - near), (float) c1, (float) c2);
    // Only a block that meets the frame's edge goes beyond it, by half a pixel.
    if (Math.min(at(0), at(count - 1)) < 1 || Math.max(at(0), at(count - 1)) > most - 1) {
      for (int i = 0; i < count; i++) {
        into[i] = Math.max(0, Math.min(most, into[i]));
      }
    }
  }

  private static void wholes(
      float[] ramp, int[] into, int count, int bits, float a, float b, float c) {
    for (int i = 0; i < count; i++) {
      float f = ramp[i];
      // The bits of a sum so large are whole numbers: quicker than a cast.
      into[i] = Float.floatToRawIntBits(a + f * (b + f * c) + ROUNDING) + bits;
    }
  }
}
