package zygonox.core.motion;

/**
 * An even course through numbers that waver: at each a straight line fitted to those about it, the
 * near ones counting more (W. Cleveland, J. Am. Stat. Assoc. 74, 829, 1979).
 */
final class Smooth {
  private Smooth() {}

  /**
   * @param values one for each frame
   * @param radius frames to either side that count
   */
  static double[] over(double[] values, double radius) {
    double[] smooth = new double[values.length];
    double reach = Math.max(1.5, radius);
    for (int i = 0; i < values.length; i++) {
      int from = (int) Math.max(0, Math.ceil(i - reach));
      int to = (int) Math.min(values.length - 1, Math.floor(i + reach));
      double weights = 0;
      double x = 0;
      double y = 0;
      double xx = 0;
      double xy = 0;
      for (int k = from; k <= to; k++) {
        double away = Math.abs(k - i) / (reach + 1);
        double weight = Math.pow(1 - away * away * away, 3);
        weights += weight;
        x += weight * (k - i);
        y += weight * values[k];
        xx += weight * (k - i) * (k - i);
        xy += weight * (k - i) * values[k];
      }
      double spread = weights * xx - x * x;
      smooth[i] = spread > 1e-9 ? (xx * y - x * xy) / spread : y / weights;
    }
    return smooth;
  }
}
