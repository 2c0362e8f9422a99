package zygonox.core.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import zygonox.core.optics.Orientation;

/**
 * Grains of dust on the sensor's glass: each throws a soft round shadow, always at the same place,
 * the smaller and darker the more the lens is stopped down. Common practice, no source.
 */
final class Dust {
  private static final int GRAINS = 14;

  /** Radius of a shadow at f/4, as a share of the frame's width. */
  private static final double RADIUS = 0.006;

  private static final double MEASURED_AT = 4;

  /** Share of the light that the darkest takes at f/4. */
  private static final double DARKEST = 0.12;

  /** Where its middle is, in pixels, how far it reaches, and the share of light it takes. */
  record Shadow(double x, double y, double radius, double taken) {}

  private final List<Shadow> shadows = new ArrayList<>();

  /**
   * @param width of the frame as it is held, pixels
   * @param height likewise
   * @param seed chooses where they lie
   */
  Dust(int width, int height, Orientation orientation, double aperture, long seed) {
    Random random = new Random(Grain.mix(seed ^ 0x5D));
    boolean upright = orientation == Orientation.PORTRAIT;
    for (int i = 0; i < GRAINS; i++) {
      double across = random.nextDouble();
      double down = random.nextDouble();
      double size = 0.6 + 0.8 * random.nextDouble();
      double taken = DARKEST * (0.3 + 0.7 * random.nextDouble());
      double narrower = MEASURED_AT / aperture;
      // As hot pixels do: what was at the right is on top in an upright frame.
      double x = upright ? down : across;
      double y = upright ? 1 - across : down;
      shadows.add(
          new Shadow(
              x * (width - 1),
              y * (height - 1),
              RADIUS * Math.max(width, height) * size * narrower,
              Math.min(0.6, taken / narrower)));
    }
  }

  List<Shadow> shadows() {
    return shadows;
  }

  /**
   * Takes its share of the light of a strip.
   *
   * @param light electrons, three a pixel, of the strip's rows
   */
  void darken(float[] light, int firstRow, int rows, int width) {
    for (Shadow s : shadows) {
      int top = (int) Math.max(firstRow, Math.ceil(s.y - s.radius));
      int bottom = (int) Math.min(firstRow + rows - 1, Math.floor(s.y + s.radius));
      int left = (int) Math.max(0, Math.ceil(s.x - s.radius));
      int right = (int) Math.min(width - 1, Math.floor(s.x + s.radius));
      for (int row = top; row <= bottom; row++) {
        for (int column = left; column <= right; column++) {
          double out = Math.hypot(column - s.x, row - s.y) / s.radius;
          float passed = (float) (1 - s.taken * soft(out));
          int at = 3 * ((row - firstRow) * width + column);
          light[at] *= passed;
          light[at + 1] *= passed;
          light[at + 2] *= passed;
        }
      }
    }
  }

  /** 1 in the middle, 0 from the edge on. */
  private static double soft(double out) {
    double t = Math.max(0, 1 - out);
    return t * t * (3 - 2 * t);
  }
}
