package zygonox.core.camera;

import java.nio.file.Path;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import zygonox.core.frame.CaptureTime;
import zygonox.core.frame.Depth;
import zygonox.core.frame.FrameInfo;
import zygonox.core.frame.OutputFormat;
import zygonox.core.frame.PictureHeader;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.optics.Projection;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile;

/**
 * A stand-in for a camera, under a simulated sky. Light is counted in electrons: stars by their
 * magnitude through the lens's opening, the glow of the sky by its brightness, photon noise by the
 * square root, read noise on top; then clipped at the sensor's full well, divided by what the ISO
 * makes white, and encoded as sRGB. The same seed gives the same frames to the byte.
 */
public final class SimulatedCamera implements Camera {
  /**
   * Electrons a second that a star of magnitude 0 gives each square centimetre of lens in the green
   * channel: 996 photons/s/cm2/Angstrom at V = 0 (M. Bessell, PASP 91, 589, 1979) over a green
   * filter of some 800 Angstrom, of which lens, filter and sensor turn a third into electrons.
   */
  private static final double ELECTRONS_AT_MAGNITUDE_0 = 996 * 800 / 3.0;

  /** Brightness of the sky overhead, magnitudes a square arcsecond: a dark upland [invented]. */
  private static final double SKY_MAGNITUDE = 21.2;

  /** Electrons that fill a pixel at ISO 100, a square micrometre of it [typical]. */
  private static final double FULL_WELL_PER_SQUARE_UM = 1400;

  private static final double READ_NOISE_ELECTRONS = 3;

  /** Colour of the night sky in the three channels after white balance. */
  private static final float[] SKY_COLOUR = {0.78f, 0.92f, 1.22f};

  /** Spread of the lens's image of a star, in micrometres, and its least in pixels. */
  private static final double PSF_SIGMA_UM = 4.5;

  private static final double LEAST_PSF_PIXELS = 0.6;

  /** Hot pixels, as a share of all. */
  private static final double HOT_SHARE = 1.5e-5;

  private static final int STRIP_ROWS = 64;

  private final Body body;
  private final Lens lens;
  private final Place place;
  private final ZoneId zone;
  private final Scene scene;
  private final long seed;
  private final List<HotPixel> hotPixels;
  private final ConcurrentHashMap<View, Scene.Ground> grounds = new ConcurrentHashMap<>();

  private record View(double focalMm, Direction facing) {}

  /**
   * A pixel that glows of itself.
   *
   * @param channel 0 red, 1 green, 2 blue
   * @param electronsPerSecond how fast it fills
   */
  record HotPixel(int x, int y, int channel, double electronsPerSecond) {}

  /**
   * @param zone the zone the camera's clock is set to
   */
  public SimulatedCamera(Body body, Lens lens, Place place, ZoneId zone, Scene scene, long seed) {
    this.body = body;
    this.lens = lens;
    this.place = place;
    this.zone = zone;
    this.scene = scene;
    this.seed = seed;
    this.hotPixels = hotPixels(body, seed);
  }

  private static List<HotPixel> hotPixels(Body body, long seed) {
    Random random = new Random(seed);
    int count = (int) Math.ceil((double) body.pixelsWide() * body.pixelsHigh() * HOT_SHARE);
    return IntStream.range(0, count)
        .mapToObj(
            i ->
                new HotPixel(
                    random.nextInt(body.pixelsWide()),
                    random.nextInt(body.pixelsHigh()),
                    random.nextInt(3),
                    20 + 400 * random.nextDouble() * random.nextDouble()))
        .toList();
  }

  List<HotPixel> hotPixels() {
    return hotPixels;
  }

  private Projection projection(Program program) {
    return new Projection(body, program.focalMm(), program.facing());
  }

  /** Electrons a second a star of magnitude 0 gives through the program's lens. */
  private static double zeroPoint(Program program) {
    double openingCm = program.focalMm() / program.aperture() / 10;
    return ELECTRONS_AT_MAGNITUDE_0 * Math.PI / 4 * openingCm * openingCm;
  }

  StarTracks tracks(Program program, Shot shot) {
    double psf = Math.max(LEAST_PSF_PIXELS, PSF_SIGMA_UM / body.pixelPitchUm());
    return new StarTracks(
        place,
        projection(program),
        Exposure.of(shot),
        psf,
        zeroPoint(program),
        body.pixelsWide(),
        body.pixelsHigh(),
        STRIP_ROWS);
  }

  @Override
  public void shoot(Program program, Shot shot, Path target, Cancellation cancellation) {
    OutputFormat format = OutputFormat.of(target);
    PictureHeader header =
        new PictureHeader(
            body.pixelsWide(),
            body.pixelsHigh(),
            3,
            format.nearest(Depth.SIXTEEN),
            info(program, shot),
            () -> "");
    Development development = new Development(program, shot, header.depth());
    format.write(
        target,
        WholeFile.IfPresent.REPLACE,
        header,
        sink -> {
          short[] samples = new short[STRIP_ROWS * header.rowSamples()];
          for (int row = 0; row < header.height(); row += STRIP_ROWS) {
            cancellation.check();
            int rows = Math.min(STRIP_ROWS, header.height() - row);
            development.strip(row, rows, samples);
            sink.rows(row, rows, samples);
          }
        });
  }

  /** What a shot would look like, without a file: 8-bit RGB of the body's size. */
  public Raster preview(Program program, Shot shot, Cancellation cancellation) {
    PixelLayout layout = new PixelLayout(body.pixelsWide(), body.pixelsHigh(), 3, 8);
    Raster raster = Raster.blank(layout);
    Development development = new Development(program, shot, Depth.EIGHT);
    short[] samples = new short[STRIP_ROWS * layout.rowSamples()];
    for (int row = 0; row < layout.height(); row += STRIP_ROWS) {
      cancellation.check();
      int rows = Math.min(STRIP_ROWS, layout.height() - row);
      development.strip(row, rows, samples);
      System.arraycopy(
          samples, 0, raster.samples(), row * layout.rowSamples(), rows * layout.rowSamples());
    }
    return raster;
  }

  private FrameInfo info(Program program, Shot shot) {
    var opened = shot.opensAt().atZone(zone);
    return new FrameInfo(
        Optional.of(new CaptureTime(opened.toLocalDateTime(), Optional.of(opened.getOffset()))),
        OptionalDouble.of(shot.exposureSeconds()),
        OptionalDouble.of(program.aperture()),
        OptionalDouble.of(program.iso()),
        OptionalDouble.of(program.focalMm()),
        Optional.of(body.name()),
        Optional.of(lens.name()),
        1);
  }

  /** One frame's way from light to samples. */
  private final class Development {
    private final Shot shot;
    private final Projection projection;
    private final StarTracks tracks;
    private final Scene.Ground ground;
    private final Srgb.Encoder encoder;
    private final int width = body.pixelsWide();
    private final float[] light = new float[3 * width * STRIP_ROWS];
    private final float skyElectrons;
    private final float fullWell;
    private final float white;

    Development(Program program, Shot shot, Depth depth) {
      this.shot = shot;
      this.projection = projection(program);
      this.tracks = tracks(program, shot);
      this.ground =
          grounds.computeIfAbsent(
              new View(program.focalMm(), program.facing()),
              v -> scene.seenBy(projection, width, body.pixelsHigh()));
      this.encoder = new Srgb.Encoder(depth == Depth.EIGHT ? 8 : 16);
      double pitch = body.pixelPitchUm();
      double arcsec = 206.265 * pitch / program.focalMm();
      this.skyElectrons =
          (float)
              (zeroPoint(program)
                  * Math.pow(10, -0.4 * SKY_MAGNITUDE)
                  * arcsec
                  * arcsec
                  * shot.exposureSeconds());
      this.fullWell = (float) (FULL_WELL_PER_SQUARE_UM * pitch * pitch);
      this.white = fullWell * 100 / program.iso();
    }

    void strip(int firstRow, int rows, short[] samples) {
      Arrays.fill(light, 0, 3 * width * rows, 0);
      tracks.into(light, firstRow, rows);
      for (int y = 0; y < rows; y++) {
        addSkyAndGround(firstRow + y, y * width);
      }
      for (HotPixel hot : hotPixels) {
        if (hot.y >= firstRow && hot.y < firstRow + rows) {
          light[3 * ((hot.y - firstRow) * width + hot.x) + hot.channel] +=
              (float) (hot.electronsPerSecond * shot.exposureSeconds());
        }
      }
      for (int y = 0; y < rows; y++) {
        readOut(firstRow + y, 3 * y * width, samples);
      }
    }

    /** The glow grows towards the horizon as the air path does, and warmer with it. */
    private void addSkyAndGround(int row, int at) {
      int step = 32;
      float[] glow = new float[width / step + 2];
      float[] falloff = new float[glow.length];
      for (int k = 0; k < glow.length; k++) {
        var v = projection.towards(k * step, row);
        double altitude = Math.toDegrees(Math.asin(Math.max(-1, Math.min(1, v.z()))));
        // Below the horizon it is what the water mirrors.
        double path = StarTracks.airMass(Math.abs(altitude));
        glow[k] = (float) (1 + 0.9 * (1 - Math.exp((1 - path) / 7)));
        var axis = projection.towards((width - 1) / 2.0, (body.pixelsHigh() - 1) / 2.0);
        double cos = v.dot(axis);
        // A good lens loses some half of the cos^4 that a pinhole would.
        falloff[k] = (float) (cos * cos);
      }
      for (int x = 0; x < width; x++) {
        float t = (float) (x % step) / step;
        float g = glow[x / step] + t * (glow[x / step + 1] - glow[x / step]);
        float f = falloff[x / step] + t * (falloff[x / step + 1] - falloff[x / step]);
        float warm = 0.35f * (g - 1);
        float cover = ground.cover(row * width + x);
        float land = cover > 0 ? reflectance(row, x) : 0;
        int i = 3 * (at + x);
        for (int c = 0; c < 3; c++) {
          float sky = skyElectrons * SKY_COLOUR[c] * g * (1 + warm * (1 - c));
          light[i + c] = f * ((1 - cover) * (light[i + c] + sky) + cover * land * sky);
        }
      }
    }

    /** How much of the sky's light the ground gives back, with a texture that stays put. */
    private float reflectance(int row, int x) {
      int index = row * width + x;
      int shade = ground.shade(index);
      if (ground.isWater(index)) {
        return 0.42f;
      }
      double arcmin = 60 * Math.toDegrees(1 / projection.focalPixels());
      // Tufts of heather; never finer than the pixels, or they would beat with them.
      long cellX = (long) (x * arcmin / Math.max(14, 2.5 * arcmin));
      long cellY = (long) (row * arcmin / Math.max(5, 2.5 * arcmin));
      float grain = (Grain.mix(cellX * 73_856_093L ^ cellY * 19_349_663L) >>> 56) / 255f;
      return (shade > 245 ? 0.05f : shade > 200 ? 0.015f : 0.11f) * (0.6f + 0.8f * grain);
    }

    private void readOut(int row, int at, short[] samples) {
      Grain grain = new Grain(seed, shot.opensAt().toEpochMilli(), row);
      float readNoise = (float) (READ_NOISE_ELECTRONS * READ_NOISE_ELECTRONS);
      for (int i = at; i < at + 3 * width; i++) {
        float electrons = light[i];
        electrons += (float) Math.sqrt(electrons + readNoise) * grain.next();
        samples[i] = (short) encoder.encode(Math.min(fullWell, electrons) / white);
      }
    }
  }
}
