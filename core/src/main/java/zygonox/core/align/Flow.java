package zygonox.core.align;

import java.util.List;

/**
 * A motion of the picture that goes on evenly: the logarithm of a projective map. A camera that
 * stands still sees the sky turn like this for the whole night.
 */
final class Flow {
  /** Pixel coordinates are divided by this, so that all numbers of a matrix are of one size. */
  private static final double UNIT = 2000;

  private static final int TERMS = 40;

  private final double[] log;

  private Flow(double[] log) {
    this.log = log;
  }

  /** The motion whose effect in one unit of time is a map. */
  static Flow of(Homography map) {
    double[] m = map.rowMajor();
    m[2] /= UNIT;
    m[5] /= UNIT;
    m[6] *= UNIT;
    m[7] *= UNIT;
    double cube = Math.cbrt(determinant(m));
    double[] x = new double[9];
    double size = 0;
    for (int i = 0; i < 9; i++) {
      x[i] = m[i] / cube - (i % 4 == 0 ? 1 : 0);
      size += x[i] * x[i];
    }
    if (!(size < 0.5)) {
      throw new IllegalArgumentException("no small turn: " + map);
    }
    double[] log = new double[9];
    double[] power = x;
    for (int k = 1; k <= TERMS; k++) {
      for (int i = 0; i < 9; i++) {
        log[i] += (k % 2 == 1 ? 1.0 : -1.0) / k * power[i];
      }
      power = times(power, x);
    }
    return new Flow(log);
  }

  /** Whether a map is little enough of a turn to be told as a motion. */
  static boolean canTell(Homography map) {
    try {
      of(map);
      return true;
    } catch (IllegalArgumentException e) {
      return false;
    }
  }

  /** The middle of several, number by number: a few that are wrong do not count. */
  static Flow middle(List<Flow> flows) {
    double[] middle = new double[9];
    for (int i = 0; i < 9; i++) {
      int at = i;
      double[] sorted = flows.stream().mapToDouble(f -> f.log[at]).sorted().toArray();
      middle[i] = (sorted[(sorted.length - 1) / 2] + sorted[sorted.length / 2]) / 2;
    }
    return new Flow(middle);
  }

  /** The same, so many times as fast. */
  Flow faster(double times) {
    double[] scaled = new double[9];
    for (int i = 0; i < 9; i++) {
      scaled[i] = times * log[i];
    }
    return new Flow(scaled);
  }

  /** What it does in a length of time. */
  Homography over(double time) {
    double[] sum = {1, 0, 0, 0, 1, 0, 0, 0, 1};
    double[] term = {1, 0, 0, 0, 1, 0, 0, 0, 1};
    double[] x = faster(time).log;
    for (int k = 1; k <= TERMS; k++) {
      term = times(term, x);
      for (int i = 0; i < 9; i++) {
        term[i] /= k;
        sum[i] += term[i];
      }
    }
    sum[2] *= UNIT;
    sum[5] *= UNIT;
    sum[6] /= UNIT;
    sum[7] /= UNIT;
    return new Homography(sum);
  }

  private static double determinant(double[] m) {
    return m[0] * (m[4] * m[8] - m[5] * m[7])
        - m[1] * (m[3] * m[8] - m[5] * m[6])
        + m[2] * (m[3] * m[7] - m[4] * m[6]);
  }

  private static double[] times(double[] a, double[] b) {
    double[] product = new double[9];
    for (int r = 0; r < 3; r++) {
      for (int c = 0; c < 3; c++) {
        for (int k = 0; k < 3; k++) {
          product[3 * r + c] += a[3 * r + k] * b[3 * k + c];
        }
      }
    }
    return product;
  }
}
