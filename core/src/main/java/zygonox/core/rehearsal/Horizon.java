package zygonox.core.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;

/**
 * What stands along a skyline: trees, or villages with lamps. Always the same, so that a site is
 * known again.
 *
 * @param skylineDeg altitude of the bare ground at an azimuth, degrees
 */
record Horizon(DoubleUnaryOperator skylineDeg) {
  private static final double TREE_EVERY_DEG = 0.5;
  private static final double LOWEST_TREE_DEG = 0.6;
  private static final double HIGHEST_TREE_DEG = 2.8;

  /** Villages stand so far apart and are so wide. */
  private static final double VILLAGE_EVERY_DEG = 60;

  private static final double VILLAGE_DEG = 15;
  private static final double FIRST_VILLAGE_DEG = 22;

  /** Magnitudes of windows, and of lamps in the street. */
  private static final double WINDOW = 3.5;

  private static final double STREET_LAMP = 1;

  /** A lamp and how bright it is, in magnitudes. */
  record Lamp(Direction at, double magnitude) {}

  /**
   * A house: its left and right edge, its eaves, and its ridge over the middle; degrees.
   *
   * @param low where it stands on the ground
   */
  record House(double left, double right, double low, double eaves, double ridge) {}

  /** Altitude of the tree tops at an azimuth; that of the ground where there is a gap. */
  double treesDeg(double azimuthDeg) {
    long cell = (long) Math.floor(azimuthDeg / TREE_EVERY_DEG);
    double highest = 0;
    for (long k = cell - 3; k <= cell + 3; k++) {
      long id = Math.floorMod(k, Math.round(360 / TREE_EVERY_DEG));
      double stand = share(id / 24, 1);
      if (stand < 0.3 || share(id, 2) < 0.2) {
        continue;
      }
      double high =
          LOWEST_TREE_DEG
              + (HIGHEST_TREE_DEG - LOWEST_TREE_DEG) * stand * (0.35 + 0.65 * share(id, 3));
      double half = 0.1 + 0.2 * high;
      double off = Math.abs(azimuthDeg - (k + share(id, 4)) * TREE_EVERY_DEG) / half;
      if (off < 1) {
        // Boughs stand out, with the sky between them.
        double bough = 1 - 0.22 * Math.abs(Angle.sin(1100 * off + 360 * share(id, 5)));
        highest = Math.max(highest, high * (1 - off) * bough);
      }
    }
    return skylineDeg.applyAsDouble(azimuthDeg) + highest;
  }

  /** The houses of all villages, the farther ones first. */
  List<House> houses() {
    List<House> houses = new ArrayList<>();
    for (double middle = FIRST_VILLAGE_DEG; middle < 360; middle += VILLAGE_EVERY_DEG) {
      Random random = new Random(Math.round(middle));
      double low = skylineDeg.applyAsDouble(middle) - 0.5;
      for (double a = middle - VILLAGE_DEG / 2; a < middle + VILLAGE_DEG / 2; ) {
        double wide = 0.6 + 0.6 * random.nextDouble();
        double high = 0.7 + 0.4 * random.nextDouble();
        houses.add(house(a, wide, high, 0.3));
        a += wide * (0.7 + 0.9 * random.nextDouble());
      }
      // A church in the middle, its spire as high again as its tower.
      double tower = Math.max(low, skylineDeg.applyAsDouble(middle) - 0.5);
      houses.add(new House(middle - 0.35, middle + 0.35, tower, tower + 2.4, tower + 3.6));
    }
    return houses;
  }

  private House house(double left, double wide, double high, double roof) {
    double low = skylineDeg.applyAsDouble(left + wide / 2) - 0.5;
    return new House(left, left + wide, low, low + high, low + high + roof);
  }

  /** Windows that are lit, and lamps in the streets. */
  List<Lamp> lamps() {
    List<Lamp> lamps = new ArrayList<>();
    int number = 0;
    for (House house : houses()) {
      double middle = (house.left + house.right) / 2;
      boolean church = house.ridge - house.low > 3;
      if (!church && share(number, 6) < 0.45) {
        double at = middle + (house.right - house.left) * (share(number, 7) - 0.5) * 0.6;
        double up = house.low + 0.7 * (house.eaves - house.low);
        lamps.add(new Lamp(new Direction(at, up), WINDOW - share(number, 8)));
      }
      if (number % 5 == 2) {
        lamps.add(new Lamp(new Direction(house.right + 0.05, house.eaves), STREET_LAMP));
      }
      number++;
    }
    return lamps;
  }

  private static double share(long id, int of) {
    return (Grain.mix(id * 0x9E37 + of) >>> 40) / (double) (1 << 24);
  }
}
