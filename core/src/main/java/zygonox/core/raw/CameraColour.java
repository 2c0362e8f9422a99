package zygonox.core.raw;

/**
 * How a camera's colours become those of sRGB.
 *
 * @param gain by how much each of its channels is multiplied for grey to come out grey; none below
 *     1, so that what is full stays white
 * @param matrix rows of light in sRGB from the multiplied channels; each row sums to 1
 */
public record CameraColour(float[] gain, float[][] matrix) {
  /** Light in sRGB to CIE XYZ under D65 (IEC 61966-2-1:1999). */
  private static final double[][] XYZ_OF_SRGB = {
    {0.4124564, 0.3575761, 0.1804375},
    {0.2126729, 0.7151522, 0.0721750},
    {0.0193339, 0.1191920, 0.9503041}
  };

  /** A camera whose channels are those of sRGB already. */
  public static final CameraColour PLAIN =
      new CameraColour(new float[] {1, 1, 1}, new float[][] {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}});

  /**
   * From what a DNG file tells (Digital Negative specification 1.6, chapter 6).
   *
   * @param cameraOfXyz its ColorMatrix for daylight, nine numbers row by row
   * @param neutral its AsShotNeutral: what its channels give for grey
   */
  public static CameraColour of(double[] cameraOfXyz, double[] neutral) {
    double[][] cameraOfSrgb = new double[3][3];
    for (int i = 0; i < 3; i++) {
      double sum = 0;
      for (int j = 0; j < 3; j++) {
        for (int k = 0; k < 3; k++) {
          cameraOfSrgb[i][j] += cameraOfXyz[3 * i + k] * XYZ_OF_SRGB[k][j];
        }
        sum += cameraOfSrgb[i][j];
      }
      for (int j = 0; j < 3; j++) {
        cameraOfSrgb[i][j] /= sum;
      }
    }
    double least = Double.MAX_VALUE;
    for (double n : neutral) {
      least = Math.min(least, 1 / n);
    }
    float[] gain = new float[3];
    for (int c = 0; c < 3; c++) {
      gain[c] = (float) (1 / neutral[c] / least);
    }
    return new CameraColour(gain, inverse(cameraOfSrgb));
  }

  /** The ColorMatrix of a camera whose channels are those of sRGB, each taken down by a factor. */
  public static double[] matrixOfPlain(double[] neutral) {
    float[][] srgbOfXyz = inverse(XYZ_OF_SRGB);
    double[] matrix = new double[9];
    for (int i = 0; i < 3; i++) {
      for (int j = 0; j < 3; j++) {
        matrix[3 * i + j] = neutral[i] * srgbOfXyz[i][j];
      }
    }
    return matrix;
  }

  private static float[][] inverse(double[][] m) {
    float[][] inverse = new float[3][3];
    double determinant = 0;
    for (int j = 0; j < 3; j++) {
      determinant += m[0][j] * cofactor(m, 0, j);
    }
    for (int i = 0; i < 3; i++) {
      for (int j = 0; j < 3; j++) {
        inverse[i][j] = (float) (cofactor(m, j, i) / determinant);
      }
    }
    return inverse;
  }

  private static double cofactor(double[][] m, int row, int column) {
    int r1 = (row + 1) % 3;
    int r2 = (row + 2) % 3;
    int c1 = (column + 1) % 3;
    int c2 = (column + 2) % 3;
    return m[r1][c1] * m[r2][c2] - m[r1][c2] * m[r2][c1];
  }
}
