package zygonox.core.rehearsal;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zygonox.core.optics.Body;
import zygonox.core.optics.LensFilter;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.Projection;
import zygonox.core.optics.StarImage;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.quantity.Place;
import zygonox.core.raw.BayerPattern;
import zygonox.core.sky.LocalSky;

/** The light of one frame, in electrons and without noise, by strips of rows. */
final class FrameLight {
  /** Rows gathered at a time, at the most. */
  static final int STRIP_ROWS = 64;

  /** Colour of the night sky in the three channels after white balance. */
  private static final float[] SKY_COLOUR = {0.78f, 0.92f, 1.22f};

  /** That of the galaxy's stars: of B-V 0.8 on the whole, as single ones are drawn. */
  private static final float[] GALAXY_COLOUR = {1.04f, 1, 0.8f};

  /** That of what all pixels count alike, balanced for grey. */
  static final float[] OWN_COLOUR = {
    (float) (1 / SimulatedCamera.NEUTRAL[0]),
    (float) (1 / SimulatedCamera.NEUTRAL[1]),
    (float) (1 / SimulatedCamera.NEUTRAL[2])
  };

  /** By how much cloud at its thickest is brighter than clear sky. */
  private static final float CLOUD_GLOW = 0.9f;

  /** What cloud adds to the sky behind it where it catches the low sun; common look, no source. */
  private static final float[] KINDLED_COLOUR = {1.5f, 0.45f, 0.1f};

  /** A flat is brought to half of white [common practice]. */
  private static final double FLAT_SHARE = 0.5;

  /** How much of the sky's light fog gives back, greyer than it is [typical]. */
  private static final float[] FOG_GIVES = {0.72f, 0.76f, 0.84f};

  /** Blurs the ground from here on, as a multiple of a sharp star's width. */
  private static final double VISIBLY_WIDER = 1.15;

  private final Shot shot;
  private final StarTracks tracks;
  private final Scene.Ground ground;
  private final int width;
  private final float[] light;
  private final SkyLight skyLight;
  private final SkyLight.Row skyRow;
  private final List<DarkCurrent.HotPixel> hot;
  private final DarkCurrent.Amplifier amplifier;

  /** What a row counts without light, and what its amplifier adds where its glow is 1. */
  private final float[] dark;

  private final float[] amplified;

  /** One channel of a row of clear sky. */
  private final float[] clear;

  private final GroundLight groundLight;
  private final boolean capped;
  private final List<FlightLine> flights;
  private final double sigma;
  private final CloudCover cloud;
  private final float skyElectrons;
  private final List<MoonDisc> discs;
  private final List<NebulaLight> nebulae;
  private final List<LampLight> lamps;
  private final Optional<Dust> dust;
  private final LensFilter filter;

  /** Of a flat: what its even light gives a pixel in the middle, in electrons; else 0. */
  private final float evenLight;

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
    this.amplifier = camera.dark().amplifier(program.orientation());
    float own = (float) (camera.dark().electronsPerSecond() * shot.exposureSeconds());
    this.dark = new float[3 * width];
    this.amplified = new float[3 * width];
    this.clear = new float[width];
    for (int i = 0; i < dark.length; i++) {
      dark[i] = own * OWN_COLOUR[i % 3];
      amplified[i] = dark[i] * amplifier.ofColumn(i / 3);
    }
    this.tracks = camera.tracks(planned, shot);
    double sharpest = StarImage.sigmaPixels(held);
    Scene.Ground sharp = camera.ground(program, exposure);
    this.ground =
        sigma > VISIBLY_WIDER * sharpest
            ? sharp.blurred((int) Math.ceil(1.5 * Math.sqrt(sigma * sigma - sharpest * sharpest)))
            : sharp;
    Projection look = camera.projection(program, exposure.middle());
    this.groundLight =
        new GroundLight(ground, look, camera.projection(planned), happenings, exposure, width);
    this.cloud = new CloudCover(happenings, exposure.middle(), width);
    LightMeter meter = camera.meter(program);
    Place place = camera.site().place();
    this.skyLight = SkyLight.of(camera, program, exposure);
    this.skyRow = skyLight.new Row(width);
    this.discs =
        Stream.of(
                MoonDisc.moon(place, exposure.middle(), look, meter, exposure.seconds()),
                MoonDisc.sun(place, exposure.middle(), look, meter, exposure.seconds()))
            .flatMap(Optional::stream)
            .toList();
    this.lamps = camera.lamps(planned, shot);
    this.filter = program.filter();
    this.dust = camera.dust(program);
    this.evenLight =
        program.job() == Job.FLATS ? (float) (FLAT_SHARE * meter.white(program.iso())) : 0;
    this.nebulae =
        NebulaLight.seen(new LocalSky(place, exposure.middle()), look, meter, exposure.seconds());
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
    if (evenLight > 0) {
      addEvenLight(firstRow, rows);
    } else if (!capped) {
      tracks.into(light, firstRow, rows);
      addFarLights(firstRow, rows);
      addFlights(firstRow, rows, false);
      for (int y = 0; y < rows; y++) {
        addSkyAndGround(firstRow + y, y * width);
      }
      addFlights(firstRow, rows, true);
      lamps.forEach(l -> l.into(light, firstRow, rows, width));
    }
    passLens(firstRow, rows);
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
    if (evenLight > 0) {
      addEvenLight(firstRow, rows);
    } else if (!capped) {
      addFarLights(firstRow, rows);
      for (int y = 0; y < rows; y++) {
        addSkyAndGround(firstRow + y, y * width);
      }
      lamps.forEach(l -> l.into(light, firstRow, rows, width));
    }
    passLens(firstRow, rows);
    addDark(firstRow, rows);
    return light;
  }

  /** How much of a star's light the filter lets through to a channel, 0 to 1. */
  float passes(int channel) {
    return filter.broadShare(channel);
  }

  /** What a white panel before the lens gives. */
  private void addEvenLight(int firstRow, int rows) {
    for (int y = 0; y < rows; y++) {
      SkyLight.Row lens = skyRow.at(firstRow + y);
      for (int x = 0; x < width; x++) {
        Arrays.fill(
            light, 3 * (y * width + x), 3 * (y * width + x) + 3, evenLight * lens.falloff[x]);
      }
    }
  }

  /** Filter and dust take their share. */
  private void passLens(int firstRow, int rows) {
    if (filter != LensFilter.NONE) {
      for (int i = 0; i < 3 * width * rows; i += 3) {
        light[i] *= filter.broadShare(0);
        light[i + 1] *= filter.broadShare(1);
        light[i + 2] *= filter.broadShare(2);
      }
    }
    dust.ifPresent(d -> d.darken(light, firstRow, rows, width));
  }

  /** Share of a star's light that reaches a pixel past lens, cloud and ground, 0 to 1. */
  float openness(int x, int row) {
    SkyLight.Row sky = skyRow.at(row);
    return sky.falloff[x]
        * (1 - sky.fog[x])
        * (1 - ground.cover(row * width + x))
        * (1 - cloud.at(x, row));
  }

  /**
   * What the sensor counts by itself, alike in all its pixels: balanced for grey it is magenta. Its
   * amplifier glows in a corner.
   */
  private void addDark(int firstRow, int rows) {
    for (int y = 0; y < rows; y++) {
      addDark(light, 3 * y * width, dark, amplified, amplifier.ofRow(firstRow + y));
    }
  }

  private static void addDark(
      float[] light, int from, float[] dark, float[] amplified, float glow) {
    for (int i = 0; i < dark.length; i++) {
      light[from + i] += dark[i] + glow * amplified[i];
    }
  }

  private void addFarLights(int firstRow, int rows) {
    discs.forEach(d -> d.into(light, firstRow, rows, width));
    // The whole frame is dimmed by the filter later, their line by less.
    float lineGain = (float) (filter.lineShare() / filter.broadShare(0));
    nebulae.forEach(n -> n.into(light, firstRow, rows, width, lineGain));
  }

  private void addFlights(int firstRow, int rows, boolean onGround) {
    for (FlightLine flight : flights) {
      if (flight.isOnGround() == onGround) {
        flight.into(light, firstRow, rows, width, sigma);
      }
    }
  }

  private void addSkyAndGround(int row, int at) {
    SkyLight.Row sky = skyRow.at(row);
    for (int x = 0; x < width; ) {
      int clear = cloud.isThere() ? x : endOfClear(sky, row, x);
      if (clear > x) {
        addClearSky(sky, x, clear, at);
        x = clear;
      } else {
        addMixed(sky, row, x, 3 * (at + x));
        x++;
      }
    }
  }

  /** The first column from one on before which something lies. */
  private int endOfClear(SkyLight.Row sky, int row, int from) {
    int x = from;
    while (x < width && ground.isOpen(row * width + x) && sky.fog[x] == 0) {
      x++;
    }
    return x;
  }

  private void addClearSky(SkyLight.Row sky, int from, int to, int at) {
    for (int c = 0; c < 3; c++) {
      clear(
          sky,
          from,
          to,
          clear,
          skyElectrons * SKY_COLOUR[c],
          skyElectrons * GALAXY_COLOUR[c],
          1 - c);
      int first = 3 * at + c;
      for (int x = from; x < to; x++) {
        light[first + 3 * x] = sky.falloff[x] * (light[first + 3 * x] + clear[x]);
      }
    }
  }

  /**
   * One channel's light of the clear sky.
   *
   * @param tint how far the channel is to the warm side
   */
  private static void clear(
      SkyLight.Row sky, int from, int to, float[] into, float air, float stars, float tint) {
    float[] glow = sky.glow;
    float[] warmth = sky.warmth;
    float[] galaxy = sky.galaxy;
    for (int x = from; x < to; x++) {
      into[x] = air * glow[x] * (1 + tint * warmth[x]) + stars * galaxy[x];
    }
  }

  /** Where ground, cloud or fog lies before the sky. */
  private void addMixed(SkyLight.Row sky, int row, int x, int i) {
    // Water mirrors what stands over it; land is lit by all of the sky.
    float onGround = skyElectrons * skyLight.onGround();
    float glow = skyElectrons * sky.glow[x];
    float warm = sky.warmth[x];
    float band = skyElectrons * sky.galaxy[x];
    float f = sky.falloff[x];
    float fog = sky.fog[x];
    float cover = ground.cover(row * width + x);
    float land = cover > 0 ? groundLight.reflectance(row, x) : 0;
    boolean isWater = cover > 0 && ground.isWater(row * width + x);
    float veil = cloud.at(x, row);
    float kindled = veil * sky.kindled[x];
    // Cloud takes the stars' light and gives back the town's.
    float brighter = 1 + CLOUD_GLOW * veil;
    for (int c = 0; c < 3; c++) {
      float empty = glow * SKY_COLOUR[c] * (1 + warm * (1 - c));
      float shone = isWater ? empty : onGround * SKY_COLOUR[c];
      float star = (light[i + c] + band * GALAXY_COLOUR[c]) * (1 - veil);
      float red = glow * kindled * KINDLED_COLOUR[c];
      float seen = (1 - cover) * (star + empty * brighter + red) + cover * land * shone * brighter;
      light[i + c] = f * (seen + fog * (FOG_GIVES[c] * onGround - seen));
    }
    if (cover > 0) {
      groundLight.addTorches(light, i, x, row, f * (1 - fog) * cover * land * skyElectrons);
    }
  }
}
