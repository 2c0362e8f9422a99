package zygonox.core.rehearsal;

/** Noise that changes smoothly from place to place, for clouds of stars and gas. */
final class SmoothNoise {
  private SmoothNoise() {}

  /** Smooth noise from 0 to 1 with cells of side 1. */
  static float at(double x, double y, double z) {
    double sum = 0;
    long fx = (long) Math.floor(x);
    long fy = (long) Math.floor(y);
    long fz = (long) Math.floor(z);
    for (int corner = 0; corner < 8; corner++) {
      int i = corner & 1;
      int j = corner >> 1 & 1;
      int k = corner >> 2;
      long hash = (fx + i) * 73_856_093L ^ (fy + j) * 19_349_663L ^ (fz + k) * 83_492_791L;
      double weight = eased(x - fx, i) * eased(y - fy, j) * eased(z - fz, k);
      sum += weight * (Grain.mix(hash) >>> 40) / (1 << 24);
    }
    return (float) sum;
  }

  private static double eased(double t, int side) {
    double s = t * t * (3 - 2 * t);
    return side == 1 ? s : 1 - s;
  }
}
