package zygonox.core.align;

/**
 * Cubic convolution along one axis (R. Keys, IEEE Trans. ASSP 29, 1153, 1981, a = -1/2), written so
 * that the JIT makes vector code of it: every array of a loop is read at the same index, and the
 * weights are polynomials of the place between two samples.
 */
final class Resampling {
  private final float[] ramp;
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
    w0 = new float[width];
    w1 = new float[width];
    w2 = new float[width];
    w3 = new float[width];
  }

  /**
   * Reckons the weights of columns from their places t between the second and the third of four
   * samples, t = c0 + f (c1 + f c2) with f the distance from the column {@code base}.
   */
  void weights(int from, int to, float base, float c0, float c1, float c2) {
    reckon(ramp, w0, w1, w2, w3, from, to, base, c0, c1, c2);
  }

  private static void reckon(
      float[] ramp,
      float[] w0,
      float[] w1,
      float[] w2,
      float[] w3,
      int from,
      int to,
      float base,
      float c0,
      float c1,
      float c2) {
    for (int x = from; x < to; x++) {
      float f = ramp[x] - base;
      float t = c0 + f * (c1 + f * c2);
      float half = 0.5f * t;
      w0[x] = half * (-1 + t * (2 - t));
      w1[x] = 1 + half * t * (3 * t - 5);
      w2[x] = half * (1 + t * (4 - 3 * t));
      w3[x] = half * t * (t - 1);
    }
  }

  /** Mixes four samples of each column by the weights reckoned last. */
  void mix(float[] a, float[] b, float[] c, float[] d, float[] into, int from, int to) {
    mix(a, b, c, d, w0, w1, w2, w3, into, from, to);
  }

  private static void mix(
      float[] a,
      float[] b,
      float[] c,
      float[] d,
      float[] w0,
      float[] w1,
      float[] w2,
      float[] w3,
      float[] into,
      int from,
      int to) {
    for (int x = from; x < to; x++) {
      into[x] = a[x] * w0[x] + b[x] * w1[x] + (c[x] * w2[x] + d[x] * w3[x]);
    }
  }
}
