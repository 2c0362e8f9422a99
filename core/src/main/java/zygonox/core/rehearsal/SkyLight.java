package zygonox.core.rehearsal;

import java.util.List;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.MilkyWay;
import zygonox.core.sky.SkyGlow;
import zygonox.core.sky.Vector;

/**
 * The light of the sky between the stars over a frame, reckoned at every 32nd pixel and smooth
 * between them: air, moonlight and twilight as a multiple of the darkest sky overhead, how warm
 * they are, the galaxy in the same unit, and what the lens lets through.
 */
final class SkyLight {
  private static final int STEP = 32;

  /** How far the glow of dark air near the horizon leans to the red. */
  private static final double WARMTH = 0.3;

  /** The same of dusk within so many degrees of the sun, and how far to the red at the most. */
  private static final double AFTERGLOW_DEG = 45;

  private static final double AFTERGLOW_WARMTH = 0.8;

  /** Sizes of the galaxy's clouds of stars and dust, in degrees; common look, no source. */
  private static final double[] CLOUDS_DEG = {5, 2.1, 0.9};

  private final int columns;
  private final float[] glow;
  private final float[] warmth;
  private final float[] galaxy;
  private final float[] falloff;

  /** What the whole sky gives level ground, in the same unit. */
  private final float onGround;

  /**
   * @param moments when the frame was open: the galaxy's light is the mean of them
   */
  SkyLight(Projection projection, SkyGlow sky, List<LocalSky> moments, int width, int height) {
    columns = width / STEP + 2;
    int rows = height / STEP + 2;
    glow = new float[columns * rows];
    warmth = new float[columns * rows];
    galaxy = new float[columns * rows];
    falloff = new float[columns * rows];
    Vector axis = projection.towards((width - 1) / 2.0, (height - 1) / 2.0);
    double overhead = sky.darkCandelas(new Vector(0, 0, 1));
    onGround = (float) (sky.groundCandelas() / overhead);
    for (int r = 0; r < rows; r++) {
      for (int c = 0; c < columns; c++) {
        Vector v = projection.towards(c * STEP, r * STEP);
        // Below the horizon it is what the water mirrors.
        Vector up = new Vector(v.x(), v.y(), Math.abs(v.z()));
        double total = sky.candelas(up);
        double dark = sky.darkCandelas(up);
        int i = r * columns + c;
        glow[i] = (float) (total / overhead);
        double near = sky.fromSunDeg(up) / AFTERGLOW_DEG;
        warmth[i] =
            (float)
                ((WARMTH * (1 - overhead / dark) * dark
                        + AFTERGLOW_WARMTH * Math.exp(-near * near) * sky.twilightCandelas(up))
                    / total);
        galaxy[i] = v.z() > 0 ? (float) (galaxyCandelas(v, moments) / overhead) : 0;
        double cos = v.dot(axis);
        // A good lens loses some half of the cos^4 that a pinhole would.
        falloff[i] = (float) (cos * cos);
      }
    }
  }

  float onGround() {
    return onGround;
  }

  private static double galaxyCandelas(Vector v, List<LocalSky> moments) {
    double sum = 0;
    for (LocalSky moment : moments) {
      Vector j2000 = moment.j2000Of(v);
      sum += MilkyWay.diffuse(j2000) * clouds(j2000);
    }
    double loss =
        Math.pow(10, -0.4 * StarTracks.EXTINCTION_MAG * StarTracks.airMass(Angle.asin(v.z())));
    return SkyGlow.candelas(MilkyWay.magnitude(1)) * loss * sum / moments.size();
  }

  /** Lighter and darker places, around 1; the same at every call. */
  private static float clouds(Vector j2000) {
    float sum = 0;
    float share = 0.2f;
    for (double size : CLOUDS_DEG) {
      double scale = Math.toDegrees(1) / size;
      sum += share * (2 * noise(j2000.x() * scale, j2000.y() * scale, j2000.z() * scale) - 1);
      share *= 0.8f;
    }
    return Math.max(0.2f, 1 + sum);
  }

  /** Smooth noise from 0 to 1 with cells of side 1. */
  private static float noise(double x, double y, double z) {
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

  /** The light of one row. */
  final class Row {
    private final int above;
    private final float share;

    Row(int row) {
      above = row / STEP * columns;
      share = (float) (row % STEP) / STEP;
    }

    float glow(int x) {
      return at(glow, x);
    }

    float warmth(int x) {
      return at(warmth, x);
    }

    float galaxy(int x) {
      return at(galaxy, x);
    }

    float falloff(int x) {
      return at(falloff, x);
    }

    private float at(float[] grid, int x) {
      int i = above + x / STEP;
      float t = (float) (x % STEP) / STEP;
      float top = grid[i] + t * (grid[i + 1] - grid[i]);
      float bottom = grid[i + columns] + t * (grid[i + columns + 1] - grid[i + columns]);
      return top + share * (bottom - top);
    }
  }
}
