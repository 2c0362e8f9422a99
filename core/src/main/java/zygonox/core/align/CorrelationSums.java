package zygonox.core.align;

/** Sums that tell how alike two pictures are: Pearson's correlation of their greys. */
final class CorrelationSums {
  private int count;
  private double a;
  private double b;
  private double aa;
  private double bb;
  private double ab;

  void add(float one, float other) {
    count++;
    a += one;
    b += other;
    aa += (double) one * one;
    bb += (double) other * other;
    ab += (double) one * other;
  }

  /** Adds the sums of many pairs. */
  void add(int more, double one, double other, double ones, double others, double products) {
    count += more;
    a += one;
    b += other;
    aa += ones;
    bb += others;
    ab += products;
  }

  /** How many pairs. */
  int count() {
    return count;
  }

  /** By what the one is multiplied to be the other, as near as can be; 1 where it does not vary. */
  double gain() {
    double spread = aa - a * a / count;
    return spread <= 0 ? 1 : (ab - a * b / count) / spread;
  }

  /** What is added then. */
  double bias(double gain) {
    return (b - gain * a) / count;
  }

  /** From -1 to 1; 0 where either does not vary. */
  double correlation() {
    double va = aa - a * a / count;
    double vb = bb - b * b / count;
    return va <= 0 || vb <= 0 ? 0 : (ab - a * b / count) / Math.sqrt(va * vb);
  }
}
