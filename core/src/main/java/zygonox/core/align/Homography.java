package zygonox.core.align;

import java.util.Arrays;

/**
 * A projective map of the plane: how a rectilinear lens sees the same stars from a turned camera.
 *
 * <p>Maps (x, y) to ((a x + b y + c) / w, (d x + e y + f) / w) with w = g x + h y + i.
 */
public final class Homography {
  public static final Homography IDENTITY =
      new Homography(new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1});

  private final double[] m;

  /**
   * @param rowMajor nine numbers a to i; scaled so that i is 1
   */
  public Homography(double[] rowMajor) {
    if (rowMajor.length != 9 || !(Math.abs(rowMajor[8]) > 1e-300)) {
      throw new IllegalArgumentException("no projective map: " + Arrays.toString(rowMajor));
    }
    m = new double[9];
    for (int i = 0; i < 9; i++) {
      m[i] = rowMajor[i] / rowMajor[8];
    }
  }

  /** The nine numbers, row by row, the last being 1. */
  public double[] rowMajor() {
    return m.clone();
  }

  double get(int i) {
    return m[i];
  }

  public double x(double x, double y) {
    return (m[0] * x + m[1] * y + m[2]) / w(x, y);
  }

  public double y(double x, double y) {
    return (m[3] * x + m[4] * y + m[5]) / w(x, y);
  }

  private double w(double x, double y) {
    return m[6] * x + m[7] * y + m[8];
  }

  /** The map that does {@code first} and then this one. */
  public Homography after(Homography first) {
    double[] product = new double[9];
    for (int r = 0; r < 3; r++) {
      for (int c = 0; c < 3; c++) {
        for (int k = 0; k < 3; k++) {
          product[3 * r + c] += m[3 * r + k] * first.m[3 * k + c];
        }
      }
    }
    return new Homography(product);
  }

  /** The map back. */
  public Homography inverse() {
    double[] adjugate = {
      m[4] * m[8] - m[5] * m[7], m[2] * m[7] - m[1] * m[8], m[1] * m[5] - m[2] * m[4],
      m[5] * m[6] - m[3] * m[8], m[0] * m[8] - m[2] * m[6], m[2] * m[3] - m[0] * m[5],
      m[3] * m[7] - m[4] * m[6], m[1] * m[6] - m[0] * m[7], m[0] * m[4] - m[1] * m[3]
    };
    return new Homography(adjugate);
  }

  /**
   * The same motion for another length of time: done twice with a share of 2, half of it with 0.5,
   * back with -1. By the matrix's logarithm and exponential (N. Higham, "Functions of Matrices",
   * SIAM 2008, sections 10 and 11), as power series, for motions that are no more than a small
   * turn.
   *
   * @param share of the motion
   * @throws IllegalArgumentException when the motion is too large for the series
   */
  public Homography power(double share) {
    return Flow.of(this).over(share);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Homography h && Arrays.equals(m, h.m);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(m);
  }

  @Override
  public String toString() {
    return "Homography" + Arrays.toString(m);
  }
}
