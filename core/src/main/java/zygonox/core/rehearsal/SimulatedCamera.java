package zygonox.core.rehearsal;

import java.awt.Shape;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import zygonox.core.format.CaptureTime;
import zygonox.core.format.Depth;
import zygonox.core.format.DngWriter;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.Projection;
import zygonox.core.optics.StarImage;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.quantity.Direction;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;
import zygonox.core.raw.BayerPattern;
import zygonox.core.site.Site;
import zygonox.core.sky.FaintStars;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Vector;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile;

/**
 * A stand-in for a camera, under a simulated sky. Light is counted in electrons: stars by their
 * magnitude through the lens's opening, the glow of the sky by its brightness, photon noise by the
 * square root, read noise on top; then clipped at the sensor's full well, divided by what the ISO
 * makes white, and encoded as sRGB. The same seed gives the same frames to the byte.
 */
public final class SimulatedCamera implements Camera {
  /** A star is drawn when it gathers this share of one pixel's noise, for stacks bring it out. */
  private static final double SHOWN_SHARE = 0.4;

  /** Stars beyond the catalogue in one frame: at the most one for so many pixels. */
  private static final int PIXELS_PER_FAINT = 300;

  /** The same where only what outshines all other frames is wanted. */
  private static final int PIXELS_PER_FAINT_TRAIL = 1000;

  /** Values of a raw file of 14 bits: without light, and full. */
  private static final int RAW_BLACK = 512;

  private static final int RAW_WHITE = 16_383;

  /** What the sensor's red and blue give for grey where its green gives 1. */
  static final double[] NEUTRAL = {0.5, 1, 0.65};

  /** What the sensor has where nothing is said of it. */
  private static final double USUAL_CELSIUS = 10;

  private final Body body;
  private final Lens lens;
  private final Site site;
  private final Scene scene;
  private final long seed;
  private final Happenings happenings;
  private final DarkCurrent dark;
  private final Tracker tracker;
  private final FaintStars faint = new FaintStars();
  private final ConcurrentHashMap<View, Scene.Ground> grounds = new ConcurrentHashMap<>();

  private record View(double focalMm, Direction facing, Orientation orientation) {}

  /**
   * @param site where it stands; its clock is set to the site's zone
   */
  public SimulatedCamera(Body body, Lens lens, Site site, Scene scene, long seed) {
    this(body, lens, site, scene, seed, Happenings.NONE, USUAL_CELSIUS);
  }

  /**
   * @param site where it stands; its clock is set to the site's zone
   * @param happenings what goes wrong, or by
   * @param celsius the sensor's temperature
   */
  public SimulatedCamera(
      Body body,
      Lens lens,
      Site site,
      Scene scene,
      long seed,
      Happenings happenings,
      double celsius) {
    this(body, lens, site, scene, seed, happenings, celsius, Tracker.USUAL);
  }

  /**
   * @param tracker what turns it with the sky in programs that follow the stars
   */
  public SimulatedCamera(
      Body body,
      Lens lens,
      Site site,
      Scene scene,
      long seed,
      Happenings happenings,
      double celsius,
      Tracker tracker) {
    this.tracker = tracker;
    this.happenings = happenings;
    this.body = body;
    this.lens = lens;
    this.site = site;
    this.scene = scene;
    this.seed = seed;
    this.dark = new DarkCurrent(body, celsius, seed);
  }

  DarkCurrent dark() {
    return dark;
  }

  /** How the lens looks as the program aims it. */
  Projection projection(Program program) {
    return new Projection(held(program), program.focalMm(), program.facing(), lens.distortion());
  }

  /** How it looks at a moment: the same, unless it follows the sky. */
  Projection projection(Program program, Instant time) {
    Projection aimed = projection(program);
    return follows(program) ? tracker.at(site.place(), aimed, program.firstOpening(), time) : aimed;
  }

  /** The program as its lens really looks while it takes a shot. */
  Program seen(Program program, Shot shot) {
    return happenings.seen(program, shot.opensAt(), seed);
  }

  private static boolean follows(Program program) {
    return program.job().stars() == Job.Stars.FOLLOWED;
  }

  StarTracks.Looks looks(Program program, Exposure exposure) {
    return follows(program)
        ? new StarTracks.Looks(
            projection(program, exposure.opensAt()),
            projection(program, exposure.middle()),
            projection(program, exposure.closesAt()))
        : new StarTracks.Looks(projection(program));
  }

  LightMeter meter(Program program) {
    return new LightMeter(held(program), program.focalMm(), program.aperture());
  }

  Body held(Program program) {
    return program.orientation().held(body);
  }

  /** What lies on its sensor, where something does. */
  Optional<Dust> dust(Program program) {
    Body held = held(program);
    return happenings.hasDust()
        ? Optional.of(
            new Dust(
                held.pixelsWide(),
                held.pixelsHigh(),
                program.orientation(),
                program.aperture(),
                seed))
        : Optional.empty();
  }

  Scene scene() {
    return scene;
  }

  Happenings happenings() {
    return happenings;
  }

  Site site() {
    return site;
  }

  /**
   * What stands before the sky: drawn once for each way the lens looks, smeared where it follows
   * the sky.
   */
  Scene.Ground ground(Program seen, Exposure exposure) {
    Scene.Ground empty = emptyGround(seen, exposure);
    List<Shape> riders = riders(seen, exposure);
    return riders.isEmpty() ? empty : empty.behind(riders);
  }

  /** Outlines of those who ride by in a frame, in its pixels. */
  List<Shape> riders(Program seen, Exposure exposure) {
    Projection look = projection(seen, exposure.middle());
    double path = scene.pathDeg(seen.facing().azimuthDeg());
    return happenings.rides().stream()
        .flatMap(r -> Rider.outline(r, exposure, look, path).stream())
        .toList();
  }

  private Scene.Ground emptyGround(Program seen, Exposure exposure) {
    Body held = held(seen);
    if (follows(seen)) {
      StarTracks.Looks looks = looks(seen, exposure);
      Scene.Ground middle = scene.seenBy(looks.middle(), held.pixelsWide(), held.pixelsHigh());
      Vector still = looks.middle().forward();
      return middle.smeared(
          looks.close().x(still) - looks.open().x(still),
          looks.close().y(still) - looks.open().y(still));
    }
    if (happenings.hasHands()) {
      // No two frames look the same way.
      return scene.seenBy(projection(seen), held.pixelsWide(), held.pixelsHigh());
    }
    return grounds.computeIfAbsent(
        new View(seen.focalMm(), seen.facing(), seen.orientation()),
        v -> scene.seenBy(projection(seen), held.pixelsWide(), held.pixelsHigh()));
  }

  /** Spread of a star's image during a shot, sigma in pixels. */
  double sigmaPixels(Program program, Shot shot) {
    return StarImage.sigmaPixels(body)
        * happenings.widening(program, Exposure.of(shot).middle(), seed);
  }

  /** What lights that cross the sky draw on a frame. */
  List<FlightLine> flightLines(Program program, Shot shot) {
    Exposure exposure = Exposure.of(shot);
    Program seen = seen(program, shot);
    Body held = held(program);
    return happenings.flights(exposure).stream()
        .flatMap(
            f ->
                FlightLine.of(
                    f,
                    exposure,
                    projection(seen, exposure.middle()),
                    meter(program).zeroPoint(),
                    held.pixelsWide(),
                    held.pixelsHigh())
                    .stream())
        .toList();
  }

  /** Lamps that shine into the lens during a shot, as they lie in the frame. */
  List<LampLight> lamps(Program program, Shot shot) {
    Exposure exposure = Exposure.of(shot);
    Program seen = seen(program, shot);
    Body held = held(program);
    Stream<Happening.Lamp> always =
        scene.lamps().stream()
            .map(
                l ->
                    new Happening.Lamp(
                        exposure.opensAt(), exposure.closesAt(), l.at(), l.magnitude()));
    return Stream.concat(always, happenings.lamps(exposure).stream())
        .flatMap(
            l ->
                LampLight.of(
                    l,
                    exposure,
                    projection(seen, exposure.middle()),
                    meter(program).zeroPoint(),
                    held.pixelsWide(),
                    held.pixelsHigh())
                    .stream())
        .toList();
  }

  /** How far a star in the middle of one frame has moved in another, in pixels. */
  double drift(Program program, Shot from, Shot to) {
    Instant before = Exposure.of(from).middle();
    Instant after = Exposure.of(to).middle();
    Projection first = projection(program, before);
    Projection last = projection(program, after);
    Vector star = new LocalSky(site.place(), before).j2000Of(first.forward());
    Vector seen = new LocalSky(site.place(), after).towards(star);
    return Math.hypot(
        last.x(seen) - first.x(first.forward()), last.y(seen) - first.y(first.forward()));
  }

  StarTracks tracks(Program planned, Shot shot) {
    return tracks(planned, shot, PIXELS_PER_FAINT);
  }

  /** The same for a trail, where only bright stars show beside the others' frames. */
  StarTracks trails(Program planned, Shot shot) {
    return tracks(planned, shot, PIXELS_PER_FAINT_TRAIL);
  }

  private StarTracks tracks(Program planned, Shot shot, int pixelsPerFaint) {
    Program program = seen(planned, shot);
    Exposure exposure = Exposure.of(shot);
    LightMeter meter = meter(program);
    double sky = meter.skyElectrons(site.brightness().magnitude(), exposure.seconds());
    double noise = Math.sqrt(sky + Math.pow(meter.readNoise(program.iso()), 2));
    return new StarTracks(
        site.place(),
        looks(program, exposure),
        exposure,
        new StarTracks.Optic(
            sigmaPixels(planned, shot),
            meter.zeroPoint(),
            coma(program),
            held(program).pixelsWide(),
            held(program).pixelsHigh(),
            SHOWN_SHARE * noise,
            held(program).pixelsWide() * held(program).pixelsHigh() / pixelsPerFaint),
        faint,
        FrameLight.STRIP_ROWS);
  }

  /** None from the aperture on at which the corners are good, full at twice as wide. */
  private double coma(Program program) {
    return Math.max(0, Math.min(1, lens.bestAperture() / program.aperture() - 1));
  }

  @Override
  public void shoot(Program program, Shot shot, Path target, Cancellation cancellation) {
    if (target.getFileName().toString().endsWith(".dng")) {
      shootRaw(program, shot, target, cancellation);
      return;
    }
    OutputFormat format = OutputFormat.of(target);
    PictureHeader header =
        new PictureHeader(
                held(program).pixelsWide(),
                held(program).pixelsHigh(),
                3,
                format.nearest(Depth.SIXTEEN),
                info(program, shot),
                () -> "")
            .asTaken(opened(shot).toOffsetDateTime());
    ReadOut readOut = new ReadOut(program, shot, header.depth());
    format.write(
        target,
        WholeFile.IfPresent.REPLACE,
        header,
        sink -> {
          short[] samples = new short[FrameLight.STRIP_ROWS * header.rowSamples()];
          for (int row = 0; row < header.height(); row += FrameLight.STRIP_ROWS) {
            cancellation.check();
            int rows = Math.min(FrameLight.STRIP_ROWS, header.height() - row);
            readOut.strip(row, rows, samples);
            sink.rows(row, rows, samples);
          }
        });
  }

  private void shootRaw(Program program, Shot shot, Path target, Cancellation cancellation) {
    PictureHeader header =
        new PictureHeader(
                held(program).pixelsWide(),
                held(program).pixelsHigh(),
                1,
                Depth.SIXTEEN,
                info(program, shot),
                () -> "")
            .asTaken(opened(shot).toOffsetDateTime());
    ReadOut readOut = new ReadOut(program, shot, Depth.SIXTEEN);
    DngWriter.write(
        target,
        WholeFile.IfPresent.REPLACE,
        header,
        new DngWriter.Sensor(BayerPattern.RGGB, RAW_BLACK, RAW_WHITE, NEUTRAL),
        FrameLight.STRIP_ROWS,
        (firstRow, rows, samples) -> {
          cancellation.check();
          readOut.rawStrip(firstRow, rows, samples);
        });
  }

  /** What a shot would look like, without a file: 8-bit RGB of the body's size. */
  public Raster preview(Program program, Shot shot, Cancellation cancellation) {
    Body held = held(program);
    PixelLayout layout = new PixelLayout(held.pixelsWide(), held.pixelsHigh(), 3, 8);
    Raster raster = Raster.blank(layout);
    ReadOut readOut = new ReadOut(program, shot, Depth.EIGHT);
    short[] samples = new short[FrameLight.STRIP_ROWS * layout.rowSamples()];
    for (int row = 0; row < layout.height(); row += FrameLight.STRIP_ROWS) {
      cancellation.check();
      int rows = Math.min(FrameLight.STRIP_ROWS, layout.height() - row);
      readOut.strip(row, rows, samples);
      System.arraycopy(
          samples, 0, raster.samples(), row * layout.rowSamples(), rows * layout.rowSamples());
    }
    return raster;
  }

  private ZonedDateTime opened(Shot shot) {
    return shot.opensAt().atZone(site.zone());
  }

  private FrameInfo info(Program program, Shot shot) {
    ZonedDateTime opened = opened(shot);
    return new FrameInfo(
            Optional.of(new CaptureTime(opened.toLocalDateTime(), Optional.of(opened.getOffset()))),
            OptionalDouble.of(shot.exposureSeconds()),
            OptionalDouble.of(program.aperture()),
            OptionalDouble.of(program.iso()),
            OptionalDouble.of(program.focalMm()),
            Optional.of(body.name()),
            Optional.of(lens.name()),
            1)
        .withCelsius(OptionalDouble.of(dark.celsius()));
  }

  /** How the electrons of one frame become samples. */
  private final class ReadOut {
    private final Shot shot;
    private final FrameLight frame;
    private final ToneTable curve = new ToneTable(ToneCurve.SRGB);
    private final Depth depth;
    private final float fullWell;
    private final float white;
    private final float readVariance;

    ReadOut(Program program, Shot shot, Depth depth) {
      LightMeter meter = meter(program);
      this.shot = shot;
      this.frame = new FrameLight(SimulatedCamera.this, program, shot);
      this.depth = depth;
      this.fullWell = (float) meter.fullWell();
      this.white = (float) meter.white(program.iso());
      this.readVariance = (float) Math.pow(meter.readNoise(program.iso()), 2);
    }

    void strip(int firstRow, int rows, short[] samples) {
      float[] light = frame.gather(firstRow, rows, false);
      int row = 3 * frame.width();
      float[] sigma = new float[row];
      float[] grain = new float[row];
      float[] electrons = new float[row];
      float untouched = BlackFloor.untouched(readVariance);
      for (int y = 0; y < rows; y++) {
        new Grain(seed, shot.opensAt().toEpochMilli(), firstRow + y).fill(grain, row);
        System.arraycopy(light, y * row, electrons, 0, row);
        spread(electrons, readVariance, sigma, row);
        for (int i = 0; i < row; i++) {
          // Only where it is dark: seldom, and then for many pixels on end.
          if (electrons[i] < untouched) {
            electrons[i] = BlackFloor.centre(electrons[i], sigma[i]);
          }
        }
        share(electrons, sigma, grain, row);
        if (depth == Depth.EIGHT) {
          curve.bytes(electrons, row, samples, y * row);
        } else {
          for (int i = 0; i < row; i++) {
            samples[y * row + i] = (short) (int) (curve.encode(electrons[i]) * 65_535 + 0.5f);
          }
        }
      }
    }

    private static void spread(float[] electrons, float own, float[] sigma, int count) {
      for (int i = 0; i < count; i++) {
        sigma[i] = (float) Math.sqrt(electrons[i] + own);
      }
    }

    /** From electrons before noise to shares of white after it. */
    private void share(float[] electrons, float[] sigma, float[] grain, int count) {
      float well = fullWell;
      float factor = 1 / white;
      for (int i = 0; i < count; i++) {
        electrons[i] = Math.min(well, electrons[i] + sigma[i] * grain[i]) * factor;
      }
    }

    /** The same as a mosaic: each pixel counts one colour, red and blue through darker filters. */
    void rawStrip(int firstRow, int rows, short[] samples) {
      float[] light = frame.gather(firstRow, rows, true);
      int width = frame.width();
      for (int y = 0; y < rows; y++) {
        Grain grain = new Grain(seed, shot.opensAt().toEpochMilli(), firstRow + y);
        for (int x = 0; x < width; x++) {
          int channel = BayerPattern.RGGB.at(x, firstRow + y);
          float electrons = light[3 * (y * width + x) + channel] * (float) NEUTRAL[channel];
          electrons += (float) Math.sqrt(electrons + readVariance) * grain.next();
          float share = Math.min(fullWell, electrons) / white;
          int value = Math.round(RAW_BLACK + share * (RAW_WHITE - RAW_BLACK));
          samples[y * width + x] = (short) Math.max(0, Math.min(RAW_WHITE, value));
        }
      }
    }
  }
}
