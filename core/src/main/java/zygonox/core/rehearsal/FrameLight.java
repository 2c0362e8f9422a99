package zygonox.core.rehearsal;

import java.util.Arrays;
import java.util.List;
import zygonox.core.optics.Body;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.StarImage;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.raw.BayerPattern;
import zygonox.core.sky.SkyGlow;

/** The light of one frame, in electrons and without noise, by strips of rows. */
final class FrameLight {
  /** Rows gathered at a time, at the most. */
  static final int STRIP_ROWS = 64;

  /** Colour of the night sky in the three channels after white balance. */
  private static final float[] SKY_COLOUR = {0.78f, 0.92f, 1.22f};

  /** By how much cloud at its thickest is brighter than clear sky. */
  private static final float CLOUD_GLOW = 0.9f;

  /** Blurs the ground from here on, as a multiple of a sharp star's width. */
  private static final double VISIBLY_WIDER = 1.15;

  private final Shot shot;
  private final StarTracks tracks;
  private final Scene.Ground ground;
  private final int width;
  private final float[] light;
  private final SkyLight skyLight;
  private final List<DarkCurrent.HotPixel> hot;
  private final float darkElectrons;
  private final GroundLight groundLight;
  private final boolean capped;
  private final List<FlightLine> flights;
  private final double sigma;
  private final CloudCover cloud;
  private final float skyElectrons;

  FrameLight(SimulatedCamera camera, Program planned, Shot shot) {
    Happenings happenings = camera.happenings();
    Program program = happenings.seen(planned, shot.opensAt());
    Exposure exposure = Exposure.of(shot);
    Body held = camera.held(program);
    this.shot = shot;
    this.flights = camera.flightLines(planned, shot);
    this.sigma = camera.sigmaPixels(planned, shot);
    this.capped = program.job() == Job.DARKS;
    this.width = held.pixelsWide();
    this.light = new float[3 * width * STRIP_ROWS];
    this.hot = camera.dark().hotPixels(program.orientation());
    this.darkElectrons = (float) (camera.dark().electronsPerSecond() * shot.exposureSeconds());
    this.tracks = camera.tracks(planned, shot);
    double own = StarImage.sigmaPixels(held);
    Scene.Ground sharp = camera.ground(program);
    this.ground =
        sigma > VISIBLY_WIDER * own
            ? sharp.blurred((int) Math.ceil(1.5 * Math.sqrt(sigma * sigma - own * own)))
            : sharp;
    this.groundLight =
        new GroundLight(ground, camera.projection(program), happenings, exposure, width);
    this.cloud = new CloudCover(happenings, exposure.middle(), width);
    LightMeter meter = camera.meter(program);
    SkyGlow sky = new SkyGlow(camera.site().brightness(), camera.site().place(), exposure.middle());
    this.skyLight = new SkyLight(camera.projection(program), sky, width, held.pixelsHigh());
    this.skyElectrons =
        (float) meter.skyElectrons(camera.site().brightness().magnitude(), shot.exposureSeconds());
  }

  int width() {
    return width;
  }

  /**
   * Collects the electrons of some rows.
   *
   * @param mosaic whether the samples become a mosaic: hot pixels then have their pixel's colour
   * @return three for each pixel; changed by the next call
   */
  float[] gather(int firstRow, int rows, boolean mosaic) {
    Arrays.fill(light, 0, 3 * width * rows, 0);
    if (!capped) {
      tracks.into(light, firstRow, rows);
      addFlights(firstRow, rows, false);
      for (int y = 0; y < rows; y++) {
        addSkyAndGround(firstRow + y, y * width);
      }
      addFlights(firstRow, rows, true);
    }
    for (int i = 0; i < 3 * width * rows; i++) {
      light[i] += darkElectrons;
    }
    for (DarkCurrent.HotPixel pixel : hot) {
      if (pixel.y() >= firstRow && pixel.y() < firstRow + rows) {
        int channel = mosaic ? BayerPattern.RGGB.at(pixel.x(), pixel.y()) : pixel.channel();
        light[3 * ((pixel.y() - firstRow) * width + pixel.x()) + channel] +=
            (float) (pixel.electronsPerSecond() * shot.exposureSeconds());
      }
    }
    return light;
  }

  /**
   * What is there beside the stars: sky, ground, lights that pass, what glows of itself.
   *
   * @return three for each pixel of the rows; changed by the next call
   */
  float[] withoutStars(int firstRow, int rows) {
    Arrays.fill(light, 0, 3 * width * rows, darkElectrons);
    for (int y = 0; y < rows && !capped; y++) {
      addSkyAndGround(firstRow + y, y * width);
    }
    return light;
  }

  /** Share of a star's light that reaches a pixel past lens, cloud and ground, 0 to 1. */
  float openness(int x, int row) {
    float falloff = skyLight.new Row(row).falloff(x);
    return falloff * (1 - ground.cover(row * width + x)) * (1 - cloud.at(x, row));
  }

  private void addFlights(int firstRow, int rows, boolean onGround) {
    for (FlightLine flight : flights) {
      if (flight.isOnGround() == onGround) {
        flight.into(light, firstRow, rows, width, sigma);
      }
    }
  }

  private void addSkyAndGround(int row, int at) {
    SkyLight.Row sky = skyLight.new Row(row);
    for (int x = 0; x < width; x++) {
      float glow = skyElectrons * sky.glow(x);
      float warm = sky.warmth(x);
      float f = sky.falloff(x);
      float cover = ground.cover(row * width + x);
      float land = cover > 0 ? groundLight.reflectance(row, x) : 0;
      float veil = cloud.at(x, row);
      // Cloud takes the stars' light and gives back the town's.
      float brighter = 1 + CLOUD_GLOW * veil;
      int i = 3 * (at + x);
      for (int c = 0; c < 3; c++) {
        float empty = glow * SKY_COLOUR[c] * (1 + warm * (1 - c));
        float star = light[i + c] * (1 - veil);
        light[i + c] =
            f * ((1 - cover) * (star + empty * brighter) + cover * land * empty * brighter);
      }
      if (cover > 0) {
        groundLight.addTorches(light, i, x, row, f * cover * land * skyElectrons);
      }
    }
  }
}
