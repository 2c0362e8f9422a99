package zygonox.core.rehearsal;

import java.util.List;
import java.util.stream.Stream;
import zygonox.core.optics.Projection;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Place;
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

  /**
   * Cloud catches the sun from below between these altitudes of it, most in their middle, and
   * within so many degrees of it; common look, no source.
   */
  private static final double KINDLED_FROM_DEG = 2;

  private static final double KINDLED_TO_DEG = -7;
  private static final double KINDLED_WITHIN_DEG = 75;

  /** Sizes of the galaxy's clouds of stars and dust, in degrees; common look, no source. */
  private static final double[] CLOUDS_DEG = {5, 2.1, 0.9};

  /** Whole numbers, for the JIT makes no vector code where they become floats. */
  private static final float[] RAMP = new float[STEP];

  static {
    for (int k = 0; k < STEP; k++) {
      RAMP[k] = k;
    }
  }

  private final int columns;
  private final float[] glow;
  private final float[] warmth;
  private final float[] galaxy;
  private final float[] falloff;
  private final float[] fog;
  private final float[] kindled;

  /** What the whole sky gives level ground, in the same unit. */
  private final float onGround;

  /**
   * @param valley what lies over the far ground
   * @param moments when the frame was open: the galaxy's light is the mean of them
   */
  SkyLight(
      Projection projection,
      SkyGlow sky,
      ValleyFog valley,
      List<LocalSky> moments,
      int width,
      int height) {
    columns = width / STEP + 2;
    int rows = height / STEP + 2;
    glow = new float[columns * rows];
    warmth = new float[columns * rows];
    galaxy = new float[columns * rows];
    falloff = new float[columns * rows];
    fog = new float[columns * rows];
    kindled = new float[columns * rows];
    double lit = (KINDLED_FROM_DEG - sky.sunAltitudeDeg()) / (KINDLED_FROM_DEG - KINDLED_TO_DEG);
    double kindling = lit > 0 && lit < 1 ? Math.sin(Math.PI * lit) : 0;
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
        double away = sky.fromSunDeg(up) / KINDLED_WITHIN_DEG;
        kindled[i] = (float) (kindling * Math.exp(-away * away) * sky.twilightCandelas(up) / total);
        galaxy[i] = v.z() > 0 ? (float) (galaxyCandelas(v, moments) / overhead) : 0;
        double cos = v.dot(axis);
        // A good lens loses some half of the cos^4 that a pinhole would.
        falloff[i] = (float) (cos * cos);
        fog[i] = valley.thickness(v);
      }
    }
  }

  /** As a camera sees it while a shot is open. */
  static SkyLight of(SimulatedCamera camera, Program seen, Exposure exposure) {
    Place place = camera.site().place();
    return new SkyLight(
        camera.projection(seen, exposure.middle()),
        new SkyGlow(camera.site().brightness(), place, exposure.middle()),
        camera.scene().fog(exposure.middle()),
        moments(camera, seen, exposure),
        camera.held(seen).pixelsWide(),
        camera.held(seen).pixelsHigh());
  }

  /** The sky's places while the frame was open; one is enough for a camera that follows them. */
  private static List<LocalSky> moments(
      SimulatedCamera camera, Program program, Exposure exposure) {
    Place place = camera.site().place();
    boolean follows = program.job().stars() == Job.Stars.FOLLOWED;
    return follows
        ? List.of(new LocalSky(place, exposure.middle()))
        : Stream.of(exposure.opensAt(), exposure.middle(), exposure.closesAt())
            .map(t -> new LocalSky(place, t))
            .toList();
  }

  /**
   * The galaxy's light over a frame, before the lens takes its share.
   *
   * @param total of all pixels, the sky overhead giving each pixel 1
   * @param brightest of one pixel
   * @param x its column
   * @param y its row
   */
  record Galaxy(double total, double brightest, int x, int y) {}

  Galaxy galaxy(int width, int height) {
    double total = 0;
    int at = 0;
    for (int r = 0; r * STEP < height; r++) {
      for (int c = 0; c * STEP < width; c++) {
        int i = r * columns + c;
        total += (double) galaxy[i] * STEP * STEP;
        at = galaxy[i] > galaxy[at] ? i : at;
      }
    }
    return new Galaxy(total, galaxy[at], at % columns * STEP, at / columns * STEP);
  }

  /** Share of the light that the lens lets through in the corners, 1 in the middle. */
  double cornerFalloff() {
    return falloff[0];
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
      sum +=
          share * (2 * SmoothNoise.at(j2000.x() * scale, j2000.y() * scale, j2000.z() * scale) - 1);
      share *= 0.8f;
    }
    return Math.max(0.2f, 1 + sum);
  }

  /** The light of one row at a time, a value for each pixel. Not for several threads at once. */
  final class Row {
    final float[] glow;
    final float[] warmth;
    final float[] galaxy;
    final float[] falloff;

    /** How much of what lies behind it the fog hides, 0 to 1. */
    final float[] fog;

    /** How much of the low sun's light cloud there would catch, 0 to 1. */
    final float[] kindled;

    private final float[] line = new float[columns];
    private final boolean foggy = isAny(SkyLight.this.fog);
    private final boolean kindling = isAny(SkyLight.this.kindled);
    private int filled = -1;

    Row(int width) {
      glow = new float[width];
      warmth = new float[width];
      galaxy = new float[width];
      falloff = new float[width];
      fog = new float[width];
      kindled = new float[width];
    }

    /** Moves to a row. */
    Row at(int row) {
      if (row != filled) {
        filled = row;
        fill(SkyLight.this.glow, row, glow);
        fill(SkyLight.this.warmth, row, warmth);
        fill(SkyLight.this.galaxy, row, galaxy);
        fill(SkyLight.this.falloff, row, falloff);
        if (foggy) {
          fill(SkyLight.this.fog, row, fog);
        }
        if (kindling) {
          fill(SkyLight.this.kindled, row, kindled);
        }
      }
      return this;
    }

    private static boolean isAny(float[] grid) {
      for (float value : grid) {
        if (value != 0) {
          return true;
        }
      }
      return false;
    }

    private void fill(float[] grid, int row, float[] into) {
      int above = row / STEP * columns;
      float share = (float) (row % STEP) / STEP;
      for (int c = 0; c < columns; c++) {
        float top = grid[above + c];
        line[c] = top + share * (grid[above + columns + c] - top);
      }
      for (int c = 0; c * STEP < into.length; c++) {
        float left = line[c];
        float slope = (line[c + 1] - left) / STEP;
        int first = c * STEP;
        int count = Math.min(STEP, into.length - first);
        for (int k = 0; k < count; k++) {
          into[first + k] = left + slope * RAMP[k];
        }
      }
    }
  }
}
