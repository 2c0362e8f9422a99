package zygonox.core.optics;

import zygonox.core.quantity.InvalidInput;

/** The numbers on a camera's dials, in thirds of a stop. */
public final class Dial {
  private static final double THIRD = Math.cbrt(2);

  /** The f-numbers lenses are marked with, in thirds of a stop. */
  private static final double[] APERTURES = {
    1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10, 11,
    13, 14, 16, 18, 20, 22
  };

  private static final double[] NUMBERS = {1, 1.3, 1.6, 2, 2.5, 3.2, 4, 5, 6.3, 8, 10};

  /** What cameras write under the 1 of a fraction of a second. */
  private static final int[] FRACTIONS = {
    4, 5, 6, 8, 10, 13, 15, 20, 25, 30, 40, 50, 60, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640,
    800, 1000, 1250, 1600, 2000, 2500, 3200, 4000, 5000, 6400, 8000
  };

  /** Times that differ by less than this are one and the same on a dial, in stops. */
  private static final double SAME_STOPS = 0.12;

  private Dial() {}

  /**
   * What cameras write under the 1 for a short time: 60 for 1/64 s; of a time between the marks,
   * what it comes to.
   *
   * @param seconds above 0 and under a quarter
   */
  public static long fraction(double seconds) {
    for (int mark : FRACTIONS) {
      if (Math.abs(Math.log(mark * seconds) / Math.log(2)) < SAME_STOPS) {
        return mark;
      }
    }
    return Math.round(1 / seconds);
  }

  /** The next shutter time or ISO speed, longer or higher. */
  public static double up(double value) {
    return nearest(value * THIRD);
  }

  /** The next shutter time or ISO speed, shorter or lower. */
  public static double down(double value) {
    return nearest(value / THIRD);
  }

  /**
   * The nearest of the shutter times or ISO speeds that cameras show.
   *
   * @param value above 0
   */
  public static double nearest(double value) {
    InvalidInput.check("The value", value, 1e-9, 1e12);
    double decade = Math.pow(10, Math.floor(Math.log10(value)));
    double best = NUMBERS[0];
    for (double s : NUMBERS) {
      best = Math.abs(s * decade - value) < Math.abs(best * decade - value) ? s : best;
    }
    return Math.round(best * decade * 1e6) / 1e6;
  }

  /** The nearest of them that is not above a value. */
  public static double notAbove(double value) {
    double near = nearest(value);
    return near > value * (1 + 1e-9) ? down(near) : near;
  }

  /** The marked f-number next to one: above with 1, below with -1; itself at the end. */
  public static double aperture(double value, int direction) {
    double next = value;
    for (double a : APERTURES) {
      if (direction < 0 && a < value - 1e-9) {
        next = a;
      } else if (direction > 0 && a > value + 1e-9) {
        return a;
      }
    }
    return next;
  }
}
