package zygonox.core.align;

/**
 * Cubic convolution along one axis (R. Keys, IEEE Trans. ASSP 29, 1153, 1981, a = -1/2), written so
 * that the JIT makes vector code of it: every array of a loop is read at the same index, no loop
 * has more than six of them (the compiler of Java 17 unrolls no larger ones far enough), and the
 * weights are polynomials of the place between two samples.
 */
final class Resampling {
  /** How far a valley's floor may lie below its samples, in how much higher its sides are. */
  private static final float VALLEY = 0.125f;

  private final float[] ramp;
  private final float[] place;
  private final float[] w0;
  private final float[] w1;
  private final float[] w2;
  private final float[] w3;

  /**
   * @param width the longest row
   */
  Resampling(int width) {
    ramp = new float[width];
    for (int x = 0; x < width; x++) {
      ramp[x] = x;
    }
    place = new float[width];
    w0 = new float[width];
    w1 = new float[width];
    w2 = new float[width];
    w3 = new float[width];
  }

  /**
   * Sets the places t of columns between the second and the third of four samples, t = c0 + f (c1 +
   * f c2) with f the distance from the column {@code base}.
   */
  void places(int from, int to, float base, float c0, float c1, float c2) {
    places(ramp, place, from, to, base, c0, c1, c2);
  }

  private static void places(
      float[] ramp, float[] place, int from, int to, float base, float c0, float c1, float c2) {
    for (int x = from; x < to; x++) {
      float f = ramp[x] - base;
      place[x] = c0 + f * (c1 + f * c2);
    }
  }

  /** Reckons the weights of columns from the places set before. */
  void weights(int from, int to) {
    outer(place, w0, w3, from, to);
    second(place, w1, from, to);
    third(place, w2, from, to);
  }

  private static void outer(float[] place, float[] w0, float[] w3, int from, int to) {
    for (int x = from; x < to; x++) {
      float t = place[x];
      float half = 0.5f * t * (t - 1);
      w0[x] = half - half * t;
      w3[x] = half * t;
    }
  }

  private static void second(float[] place, float[] w1, int from, int to) {
    for (int x = from; x < to; x++) {
      float t = place[x];
      w1[x] = 1 + t * t * (1.5f * t - 2.5f);
    }
  }

  private static void third(float[] place, float[] w2, int from, int to) {
    for (int x = from; x < to; x++) {
      float t = place[x];
      w2[x] = t * (0.5f + t * (2 - 1.5f * t));
    }
  }

  /** Mixes four samples of each column by the weights reckoned last. */
  void mix(float[] a, float[] b, float[] c, float[] d, float[] into, int from, int to) {
    begin(a, b, w0, w1, into, from, to);
    add(c, d, w2, w3, into, from, to);
  }

  /**
   * Takes nothing below the darkest of the four samples but what a valley between them can hold:
   * beside a bright star the kernel swings, and would leave a dark ring around it. Of a parabola
   * through a valley the outer two samples lie eight times as high over the inner ones as its floor
   * lies below them. Upwards it may swing: a star's peak lies between its samples.
   */
  void keepFromRinging(
      float[] a, float[] b, float[] c, float[] d, float[] mixed, int from, int to) {
    notBelow(a, b, c, d, mixed, from, to);
  }

  private static void notBelow(
      float[] a, float[] b, float[] c, float[] d, float[] mixed, int from, int to) {
    for (int x = from; x < to; x++) {
      mixed[x] = Math.max(mixed[x], least(a[x], b[x], c[x], d[x]));
    }
  }

  /** What lies between the second and the third of four samples is at least this. */
  static float least(float a, float b, float c, float d) {
    float outer = Math.min(a, d);
    float valley = Math.max(0, outer - Math.max(b, c));
    return Math.min(outer, Math.min(b, c)) - VALLEY * valley;
  }

  private static void begin(
      float[] a, float[] b, float[] w0, float[] w1, float[] into, int from, int to) {
    for (int x = from; x < to; x++) {
      into[x] = a[x] * w0[x] + b[x] * w1[x];
    }
  }

  private static void add(
      float[] c, float[] d, float[] w2, float[] w3, float[] into, int from, int to) {
    for (int x = from; x < to; x++) {
      into[x] += c[x] * w2[x] + d[x] * w3[x];
    }
  }
}
