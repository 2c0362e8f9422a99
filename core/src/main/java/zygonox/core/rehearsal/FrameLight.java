package zygonox.core.rehearsal;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zygonox.core.optics.Body;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.Projection;
import zygonox.core.optics.StarImage;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.quantity.Place;
import zygonox.core.raw.BayerPattern;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.SkyGlow;

/** The light of one frame, in electrons and without noise, by strips of rows. */
final class FrameLight {
  /** Rows gathered at a time, at the most. */
  static final int STRIP_ROWS = 64;

  /** Colour of the night sky in the three channels after white balance. */
  private static final float[] SKY_COLOUR = {0.78f, 0.92f, 1.22f};

  /** That of the galaxy's stars: of B-V 0.8 on the whole, as single ones are drawn. */
  private static final float[] GALAXY_COLOUR = {1.04f, 1, 0.8f};

  /** That of what all pixels count alike, balanced for grey. */
  private static final float[] OWN_COLOUR = {
    (float) (1 / SimulatedCamera.NEUTRAL[0]),
    (float) (1 / SimulatedCamera.NEUTRAL[1]),
    (float) (1 / SimulatedCamera.NEUTRAL[2])
  };

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
  private final DarkCurrent.Amplifier amplifier;
  private final float[] amplified;
  private final GroundLight groundLight;
  private final boolean capped;
  private final List<FlightLine> flights;
  private final double sigma;
  private final CloudCover cloud;
  private final float skyElectrons;
  private final List<MoonDisc> discs;
  private final List<NebulaLight> nebulae;

  FrameLight(SimulatedCamera camera, Program planned, Shot shot) {
    Happenings happenings = camera.happenings();
    Program program = camera.seen(planned, shot);
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
    this.amplifier = camera.dark().amplifier(program.orientation());
    this.amplified = new float[width];
    for (int x = 0; x < width; x++) {
      amplified[x] = amplifier.ofColumn(x);
    }
    this.tracks = camera.tracks(planned, shot);
    double own = StarImage.sigmaPixels(held);
    Scene.Ground sharp = camera.ground(program, exposure);
    this.ground =
        sigma > VISIBLY_WIDER * own
            ? sharp.blurred((int) Math.ceil(1.5 * Math.sqrt(sigma * sigma - own * own)))
            : sharp;
    Projection look = camera.projection(program, exposure.middle());
    this.groundLight =
        new GroundLight(ground, look, camera.projection(planned), happenings, exposure, width);
    this.cloud = new CloudCover(happenings, exposure.middle(), width);
    LightMeter meter = camera.meter(program);
    Place place = camera.site().place();
    SkyGlow sky = new SkyGlow(camera.site().brightness(), place, exposure.middle());
    this.skyLight =
        new SkyLight(look, sky, moments(camera, program, exposure), width, held.pixelsHigh());
    this.discs =
        Stream.of(
                MoonDisc.moon(place, exposure.middle(), look, meter, exposure.seconds()),
                MoonDisc.sun(place, exposure.middle(), look, meter, exposure.seconds()))
            .flatMap(Optional::stream)
            .toList();
    this.nebulae =
        NebulaLight.seen(new LocalSky(place, exposure.middle()), look, meter, exposure.seconds());
    this.skyElectrons =
        (float) meter.skyElectrons(camera.site().brightness().magnitude(), shot.exposureSeconds());
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
      addFarLights(firstRow, rows);
      addFlights(firstRow, rows, false);
      for (int y = 0; y < rows; y++) {
        addSkyAndGround(firstRow + y, y * width);
      }
      addFlights(firstRow, rows, true);
    }
    addDark(firstRow, rows);
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
    Arrays.fill(light, 0, 3 * width * rows, 0);
    if (!capped) {
      addFarLights(firstRow, rows);
      for (int y = 0; y < rows; y++) {
        addSkyAndGround(firstRow + y, y * width);
      }
    }
    addDark(firstRow, rows);
    return light;
  }

  /** Share of a star's light that reaches a pixel past lens, cloud and ground, 0 to 1. */
  float openness(int x, int row) {
    float falloff = skyLight.new Row(row).falloff(x);
    return falloff * (1 - ground.cover(row * width + x)) * (1 - cloud.at(x, row));
  }

  /**
   * What the sensor counts by itself, alike in all its pixels: balanced for grey it is magenta. Its
   * amplifier glows in a corner.
   */
  private void addDark(int firstRow, int rows) {
    for (int y = 0; y < rows; y++) {
      float glow = amplifier.ofRow(firstRow + y);
      for (int x = 0; x < width; x++) {
        float electrons = darkElectrons * (1 + glow * amplified[x]);
        int i = 3 * (y * width + x);
        light[i] += electrons * OWN_COLOUR[0];
        light[i + 1] += electrons * OWN_COLOUR[1];
        light[i + 2] += electrons * OWN_COLOUR[2];
      }
    }
  }

  private void addFarLights(int firstRow, int rows) {
    discs.forEach(d -> d.into(light, firstRow, rows, width));
    nebulae.forEach(n -> n.into(light, firstRow, rows, width));
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
    // Water mirrors what stands over it; land is lit by all of the sky.
    float onGround = skyElectrons * skyLight.onGround();
    for (int x = 0; x < width; x++) {
      float glow = skyElectrons * sky.glow(x);
      float warm = sky.warmth(x);
      float band = skyElectrons * sky.galaxy(x);
      float f = sky.falloff(x);
      float cover = ground.cover(row * width + x);
      float land = cover > 0 ? groundLight.reflectance(row, x) : 0;
      boolean isWater = cover > 0 && ground.isWater(row * width + x);
      float veil = cloud.at(x, row);
      // Cloud takes the stars' light and gives back the town's.
      float brighter = 1 + CLOUD_GLOW * veil;
      int i = 3 * (at + x);
      for (int c = 0; c < 3; c++) {
        float empty = glow * SKY_COLOUR[c] * (1 + warm * (1 - c));
        float shone = isWater ? empty : onGround * SKY_COLOUR[c];
        float star = (light[i + c] + band * GALAXY_COLOUR[c]) * (1 - veil);
        light[i + c] =
            f * ((1 - cover) * (star + empty * brighter) + cover * land * shone * brighter);
      }
      if (cover > 0) {
        groundLight.addTorches(light, i, x, row, f * cover * land * skyElectrons);
      }
    }
  }
}
