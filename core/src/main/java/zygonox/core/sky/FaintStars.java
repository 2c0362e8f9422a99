package zygonox.core.sky;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import zygonox.core.quantity.Angle;

/**
 * Stars below the catalogue's limit. Nobody knows them one by one here: as many are strewn over the
 * sky as star counts tell for their brightness and distance from the plane of the galaxy (C. W.
 * Allen, Astrophysical Quantities, 3rd ed. 1973, section 117; the rounded values are from memory
 * and join the catalogue's own count at magnitude 8 within a seventh). The same stars at every
 * call. Those that were asked for are kept, for the next frame has nearly the same. Safe for any
 * thread.
 */
public final class FaintStars {
  /** Where the catalogue ends. */
  public static final double BRIGHTEST = 8;

  /** Where the counts end. */
  public static final double FAINTEST = 14;

  /** Latitudes from the plane of the galaxy that have a row in the table, degrees. */
  private static final double[] LATITUDES = {0, 10, 20, 30, 60, 90};

  /** Logarithm of the stars per square degree brighter than 8, 9, ... 14, by latitude. */
  private static final double[][] LOG_COUNTS = {
    {0.25, 0.72, 1.18, 1.64, 2.08, 2.50, 2.90},
    {0.12, 0.58, 1.04, 1.48, 1.90, 2.31, 2.69},
    {0.01, 0.47, 0.91, 1.34, 1.74, 2.12, 2.47},
    {-0.05, 0.40, 0.83, 1.24, 1.63, 1.99, 2.32},
    {-0.15, 0.29, 0.70, 1.08, 1.43, 1.76, 2.06},
    {-0.18, 0.26, 0.66, 1.03, 1.37, 1.68, 1.97},
  };

  /** Stars are drawn by steps of brightness, so that a fainter limit only adds some. */
  private static final double STEP = 0.5;

  private static final double PORTION = 50;

  /** Up to here stars stand thicker in the bright clouds of the band than between them. */
  private static final double BAND_DEG = 20;

  /** Pole of the galaxy, J2000 (IAU 1958, as in Hipparcos vol. 1, 1.5.11). */
  private static final Vector POLE = new Equatorial(192.85948, 27.12825).vector();

  private final Map<Cell, List<Star>> known = new ConcurrentHashMap<>();

  /** A square degree, about, and how faint its stars are asked for. */
  private record Cell(int band, int number, double limit) {}

  /**
   * Stars per square degree.
   *
   * @param magnitude counts the brighter ones, {@link #BRIGHTEST} to {@link #FAINTEST}
   * @param latitudeDeg from the plane of the galaxy, -90 to 90
   */
  public static double perSquareDegree(double magnitude, double latitudeDeg) {
    double b = Math.abs(latitudeDeg);
    int row = 0;
    while (row < LATITUDES.length - 2 && LATITUDES[row + 1] < b) {
      row++;
    }
    double t = (b - LATITUDES[row]) / (LATITUDES[row + 1] - LATITUDES[row]);
    double m = Math.max(0, Math.min(FAINTEST - BRIGHTEST, magnitude - BRIGHTEST));
    int column = (int) Math.min(LOG_COUNTS[0].length - 2, m);
    double u = m - column;
    double here = LOG_COUNTS[row][column] * (1 - u) + LOG_COUNTS[row][column + 1] * u;
    double next = LOG_COUNTS[row + 1][column] * (1 - u) + LOG_COUNTS[row + 1][column + 1] * u;
    return Math.pow(10, here * (1 - t) + next * t);
  }

  /** Latitude of a place of J2000 from the plane of the galaxy, degrees. */
  public static double latitudeDeg(Vector j2000) {
    return Angle.asin(Math.max(-1, Math.min(1, POLE.dot(j2000))));
  }

  /**
   * The stars of a part of the sky.
   *
   * @param axis its middle, J2000
   * @param radiusDeg how far it reaches
   * @param limit faintest magnitude
   * @param into gets each; their Hipparcos number is 0
   */
  public void near(Vector axis, double radiusDeg, double limit, Consumer<Star> into) {
    double reach = Math.cos(Math.toRadians(Math.min(180, radiusDeg + 1)));
    for (int band = 0; band < 180; band++) {
      double south = band - 90;
      int cells = cells(band);
      for (int cell = 0; cell < cells; cell++) {
        Equatorial middle = new Equatorial((cell + 0.5) * 360 / cells, south + 0.5);
        Vector towards = middle.vector();
        if (towards.dot(axis) >= reach) {
          known.computeIfAbsent(new Cell(band, cell, limit), c -> stars(c, towards)).forEach(into);
        }
      }
    }
  }

  /** Roughly how many stars a part of the sky has down to a magnitude. */
  public static double expected(Vector axis, double squareDegrees, double limit) {
    double latitude = latitudeDeg(axis);
    return squareDegrees
        * (perSquareDegree(limit, latitude) - perSquareDegree(BRIGHTEST, latitude));
  }

  private static int cells(int band) {
    return Math.max(1, (int) Math.round(360 * Angle.cos(band - 89.5)));
  }

  private static List<Star> stars(Cell of, Vector middle) {
    List<Star> stars = new ArrayList<>();
    int band = of.band;
    int cell = of.number;
    double limit = of.limit;
    int cells = cells(band);
    double low = Angle.sin(band - 90);
    double high = Angle.sin(band - 89);
    double area = 360.0 / cells * Math.toDegrees(high - low);
    double latitude = latitudeDeg(middle);
    double clouds = Math.abs(latitude) < BAND_DEG ? 0.6 + 0.2 * MilkyWay.brightness(middle) : 1;
    int step = 0;
    for (double m = BRIGHTEST; m < Math.min(limit, FAINTEST); m += STEP, step++) {
      double before = perSquareDegree(m, latitude);
      double growth = perSquareDegree(m + STEP, latitude) / before;
      Random random = new Random((band * 361L + cell) * 31 + step);
      int count = poisson(area * clouds * before * (growth - 1), random);
      for (int i = 0; i < count; i++) {
        double right = 360.0 * (cell + random.nextDouble()) / cells;
        double up = Angle.asin(low + (high - low) * random.nextDouble());
        double magnitude =
            m + STEP * Math.log(1 + random.nextDouble() * (growth - 1)) / Math.log(growth);
        // Colours as the catalogue's: mean 0.7, half a magnitude to either side.
        double colour = Math.max(-0.2, Math.min(1.8, 0.7 + 0.5 * random.nextGaussian()));
        if (magnitude <= limit) {
          stars.add(Star.at(0, new Equatorial(right, up), magnitude, colour));
        }
      }
    }
    return stars;
  }

  /** How many of so many on average there are by chance (D. Knuth's way, in handy portions). */
  private static int poisson(double mean, Random random) {
    int count = 0;
    for (double left = mean; left > 0; left -= PORTION) {
      double enough = Math.exp(-Math.min(PORTION, left));
      for (double p = random.nextDouble(); p > enough; p *= random.nextDouble()) {
        count++;
      }
    }
    return count;
  }
}
