package zygonox.core.align;

import java.util.Arrays;
import org.hipparchus.analysis.interpolation.DividedDifferenceInterpolator;

/**
 * Resampling along one axis, some columns at a time, written so that the JIT makes vector code of
 * it: every array of a loop is read at the same index, no loop has more than six of them (the
 * compiler of Java 17 unrolls no larger ones far enough), and the weights are polynomials of the
 * place between two samples. What it works with is small enough for a core's nearest cache.
 */
final class Resampling {
  /** How far a valley's floor may lie below its samples, in how much higher its sides are. */
  private static final float VALLEY = 0.125f;

  /**
   * Powers of the place that tell a weight of Lanczos's: within 6 millionths, and summing up to one
   * as they do.
   */
  private static final int POWERS = 8;

  private final Kernel kernel;
  private final float[] ramp = new float[CutBlock.COLUMNS];
  private final float[] steps = new float[CutBlock.COLUMNS];
  private final float[] place = new float[CutBlock.COLUMNS];
  private final float[] outer = new float[CutBlock.COLUMNS];
  private final float[][] weights;
  private final float[][] gathered;

  /** Of each weight of the first half by the place's distance from the middle; empty for cubic. */
  private final float[][] polynomials;

  Resampling(Kernel kernel) {
    this.kernel = kernel;
    for (int x = 0; x < ramp.length; x++) {
      ramp[x] = x;
    }
    weights = new float[kernel.taps()][CutBlock.COLUMNS];
    gathered = new float[kernel.taps()][CutBlock.COLUMNS];
    polynomials = kernel == Kernel.CUBIC ? new float[0][] : polynomials(kernel);
  }

  /** Through Chebyshev's places, of which no polynomial strays far. */
  private static float[][] polynomials(Kernel kernel) {
    double[] places = new double[POWERS];
    double[][] values = new double[kernel.taps()][POWERS];
    float[] at = new float[kernel.taps()];
    for (int i = 0; i < POWERS; i++) {
      places[i] = -0.5 * Math.cos((2 * i + 1) * Math.PI / (2 * POWERS));
      kernel.weights(places[i] + 0.5, at);
      for (int k = 0; k < at.length; k++) {
        values[k][i] = at[k];
      }
    }
    float[][] polynomials = new float[kernel.taps() / 2][POWERS];
    for (int k = 0; k < polynomials.length; k++) {
      double[] powers =
          new DividedDifferenceInterpolator().interpolate(places, values[k]).getCoefficients();
      for (int i = 0; i < POWERS; i++) {
        polynomials[k][i] = (float) powers[i];
      }
    }
    return polynomials;
  }

  /** How many samples are mixed. */
  int taps() {
    return kernel.taps();
  }

  /** Reckons the weights of columns that lie at such places in the frame. */
  void lieAt(Parabola where, CutBlock pieces) {
    int first = pieces.whole(0);
    for (int piece = 0; piece < pieces.count(); piece++) {
      Arrays.fill(steps, pieces.from(piece), pieces.to(piece), pieces.whole(piece) - first);
    }
    int columns = pieces.to(pieces.count() - 1);
    where.behind(first, ramp, steps, place, columns);
    weights(columns);
  }

  private void weights(int columns) {
    if (kernel == Kernel.CUBIC) {
      outer(place, weights[0], weights[3], columns);
      second(place, weights[1], columns);
      third(place, weights[2], columns);
      return;
    }
    for (int k = 0; k < polynomials.length; k++) {
      mirrored(place, weights[k], weights[taps() - 1 - k], polynomials[k], columns);
    }
  }

  private static void outer(float[] place, float[] w0, float[] w3, int columns) {
    for (int x = 0; x < columns; x++) {
      float t = place[x];
      float half = 0.5f * t * (t - 1);
      w0[x] = half - half * t;
      w3[x] = half * t;
    }
  }

  private static void second(float[] place, float[] w1, int columns) {
    for (int x = 0; x < columns; x++) {
      float t = place[x];
      w1[x] = 1 + t * t * (1.5f * t - 2.5f);
    }
  }

  private static void third(float[] place, float[] w2, int columns) {
    for (int x = 0; x < columns; x++) {
      float t = place[x];
      w2[x] = t * (0.5f + t * (2 - 1.5f * t));
    }
  }

  /** A weight and the one opposite, which differ in the sign of the odd powers. */
  private static void mirrored(
      float[] place, float[] one, float[] other, float[] powers, int columns) {
    float p0 = powers[0];
    float p1 = powers[1];
    float p2 = powers[2];
    float p3 = powers[3];
    float p4 = powers[4];
    float p5 = powers[5];
    float p6 = powers[6];
    float p7 = powers[7];
    for (int x = 0; x < columns; x++) {
      float s = place[x] - 0.5f;
      float square = s * s;
      float even = p0 + square * (p2 + square * (p4 + square * p6));
      float odd = s * (p1 + square * (p3 + square * (p5 + square * p7)));
      one[x] = even + odd;
      other[x] = even - odd;
    }
  }

  /** By taps, room for the samples around the columns, where they do not lie together. */
  float[][] gathered() {
    return gathered;
  }

  /**
   * Mixes the samples of each column by the weights reckoned last.
   *
   * @param samples by taps
   * @param rings whether some are so bright that they would leave rings
   */
  void mix(float[][] samples, float[] mixed, int from, int to, boolean rings) {
    begin(samples[0], samples[1], weights[0], weights[1], mixed, from, to);
    for (int k = 2; k < samples.length; k += 2) {
      add(samples[k], samples[k + 1], weights[k], weights[k + 1], mixed, from, to);
    }
    if (rings) {
      keepFromRinging(samples, mixed, from, to);
    }
  }

  /**
   * Takes nothing below the darkest of the four samples about a place but what a valley between
   * them can hold: beside a bright star the kernel swings, and would leave a dark ring around it.
   * Of a parabola through a valley the outer two samples lie eight times as high over the inner
   * ones as its floor lies below them. Upwards it may swing: a star's peak lies between its
   * samples.
   */
  private void keepFromRinging(float[][] samples, float[] mixed, int from, int to) {
    int first = taps() / 2 - 2;
    lesser(samples[first], samples[first + 3], outer, from, to);
    notBelow(outer, samples[first + 1], samples[first + 2], mixed, from, to);
  }

  /** Twice the lesser of two samples. */
  private static void lesser(float[] a, float[] d, float[] into, int from, int to) {
    for (int x = from; x < to; x++) {
      into[x] = a[x] + d[x] - Math.abs(a[x] - d[x]);
    }
  }

  /**
   * As {@link #least}, by sums and differences: the lesser of two is half of their sum less their
   * distance, which as vector code is a third of what {@link Math#min(float, float)} with its care
   * for zeros and for what is no number takes. What lies high enough stays as it is.
   *
   * @param outer twice the lesser of the outer two samples
   */
  private static void notBelow(
      float[] outer, float[] b, float[] c, float[] mixed, int from, int to) {
    for (int x = from; x < to; x++) {
      float inner = b[x] + c[x];
      float apart = Math.abs(b[x] - c[x]);
      float valley = outer[x] - inner - apart;
      float lesser = outer[x] + inner - apart - Math.abs(outer[x] - inner + apart);
      float below = lesser - VALLEY * (valley + Math.abs(valley)) - 4 * mixed[x];
      mixed[x] += 0.125f * (below + Math.abs(below));
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
