package zygonox.core.rehearsal;

import java.time.Instant;

/** How thick the cloud is over each pixel of one frame: soft banks that drift with the wind. */
final class CloudCover {
  /** Banks across the frame. */
  private static final double BANKS = 3.5;

  /** Shares of the frame's width that they drift in a second. */
  private static final double DRIFT_PER_SECOND = 0.004;

  /** High broken cloud seems slower by so much. */
  private static final double HIGHER = 10;

  /** Of broken cloud: banks are so many times as long as they are high, and begin here. */
  private static final double BANK_LENGTH = 2.6;

  private static final double BANK_FROM = 0.42;
  private static final double BANK_EDGE = 0.3;

  private final double thickness;
  private final boolean broken;
  private final double scale;
  private final double drift;

  CloudCover(Happenings happenings, Instant time, int width) {
    thickness = happenings.cloud(time);
    broken = happenings.cloudIsBroken(time);
    scale = BANKS / width;
    double pace = broken ? DRIFT_PER_SECOND / HIGHER : DRIFT_PER_SECOND;
    drift = BANKS * pace * (time.toEpochMilli() % 10_000_000 / 1000.0);
  }

  boolean isThere() {
    return thickness != 0;
  }

  /** Share of the starlight that it takes at a pixel, 0 to 1. */
  float at(int x, int y) {
    if (thickness == 0) {
      return 0;
    }
    double u = x * scale - drift;
    double v = y * scale * (broken ? BANK_LENGTH : 1);
    double bank = 0.7 * noise(u, v) + 0.3 * noise(2.3 * u + 7, 2.3 * v + 3);
    if (broken) {
      double fine = bank + 0.12 * noise(5.1 * u + 11, 5.1 * v + 5) - 0.06;
      double share = Math.max(0, Math.min(1, (fine - BANK_FROM) / BANK_EDGE));
      return (float) (thickness * smooth(share));
    }
    // At its thickest nearly everything is covered, thin holes are left.
    double share = thickness * Math.min(1, 0.55 + 0.9 * bank * thickness);
    return (float) Math.min(0.97, share);
  }

  /** Smooth noise, 0 to 1, between values at whole places. */
  private static double noise(double x, double y) {
    long x0 = (long) Math.floor(x);
    long y0 = (long) Math.floor(y);
    double u = smooth(x - x0);
    double v = smooth(y - y0);
    double upper = value(x0, y0) * (1 - u) + value(x0 + 1, y0) * u;
    double lower = value(x0, y0 + 1) * (1 - u) + value(x0 + 1, y0 + 1) * u;
    return upper * (1 - v) + lower * v;
  }

  private static double smooth(double t) {
    return t * t * (3 - 2 * t);
  }

  private static double value(long x, long y) {
    return (Grain.mix(x * 73_856_093L ^ y * 19_349_663L) >>> 40) / (double) (1 << 24);
  }
}
