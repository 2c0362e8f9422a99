package zygonox.core.rehearsal;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.hipparchus.special.Erf;
import zygonox.core.optics.Body;
import zygonox.core.optics.LightMeter;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneEncoder;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workers;

/**
 * The finished picture of a program, before a frame of it is taken. Not frame by frame: the sky and
 * the ground are reckoned once, the stars' light of every frame is blended, and the noise is what
 * is left of it after so many frames.
 */
public final class Prediction {
  private final SimulatedCamera camera;
  private final long seed;

  /** What is made of the frames. */
  public enum Blend {
    /** The brightest of all frames at each pixel: trails. */
    LIGHTEN,
    /** The mean of all frames, brought onto the stars: still stars and little noise. */
    MEAN,
    /** No blend: one of the frames. */
    SINGLE,
    /** The brightest of the first frames, as the camera itself keeps it: trails, and short ones. */
    CAMERA_LIGHTEN,
    /** The sum of the first frames' light, as the camera itself adds it up. */
    CAMERA_ADD,
    /** Their mean where they lie, as the camera itself averages them. */
    CAMERA_AVERAGE;

    /**
     * As many frames as cameras that blend by themselves take in, at the most; common practice, no
     * source: some stop earlier.
     */
    public static final int MOST_IN_CAMERA = 10;

    /** Longer exposures need bulb, in which many cameras do not blend; common practice. */
    public static final double LONGEST_IN_CAMERA_SECONDS = 30;

    /** Those that a camera makes by itself. */
    public static List<Blend> inCamera() {
      return List.of(CAMERA_LIGHTEN, CAMERA_ADD, CAMERA_AVERAGE);
    }

    /** How many of so many frames it is made of. */
    public int takes(int frames) {
      return this == SINGLE
          ? 1
          : inCamera().contains(this) ? Math.min(MOST_IN_CAMERA, frames) : frames;
    }

    private boolean lightens() {
      return this == LIGHTEN || this == CAMERA_LIGHTEN;
    }

    /** Whether the light of all frames is added where they lie. */
    private boolean adds() {
      return this == CAMERA_ADD || this == CAMERA_AVERAGE;
    }

    /** What a job is usually blended by. */
    public static Blend of(Job job) {
      return switch (job.stars()) {
        case TRAILS -> LIGHTEN;
        case POINTS, FOLLOWED -> MEAN;
        case ANY -> job == Job.LIGHT_TRAILS ? LIGHTEN : job == Job.NOISE_BURST ? MEAN : SINGLE;
        case NONE -> SINGLE;
      };
    }
  }

  /**
   * @param camera of the size that the picture is to have
   */
  public Prediction(SimulatedCamera camera, long seed) {
    this.camera = camera;
    this.seed = seed;
  }

  /**
   * Predicts.
   *
   * @param takes all frames, in order
   * @return 8-bit RGB
   */
  public Raster of(List<Take> takes, Blend blend, Progress progress, Cancellation cancellation) {
    if (takes.isEmpty()) {
      throw new InvalidInput(Phrasebook.say("refused.there-is-no-frame-to"));
    }
    int count = blend.takes(takes.size());
    // A single frame is the one in the middle of all; the camera's own blends are of the first.
    Take middle = takes.get((blend == Blend.SINGLE ? takes.size() : count) / 2);
    List<Take> blended =
        blend.lightens() || blend.adds() ? takes.subList(0, count) : List.of(middle);
    float[][] stars = gathered(blended, blend.adds(), progress, cancellation);
    return developed(middle, stars, count, blend, cancellation);
  }

  /**
   * The stars' light, the most that any frame has at each sample, or the sum of all: an array for
   * each strip.
   */
  private float[][] gathered(
      List<Take> takes, boolean adds, Progress progress, Cancellation cancellation) {
    Body held = camera.held(takes.get(0).settings());
    int width = held.pixelsWide();
    int height = held.pixelsHigh();
    try (Workers workers = Workers.perCore()) {
      float[][][] most = new float[workers.count()][][];
      float[][] rooms = new float[workers.count()][3 * width * FrameLight.STRIP_ROWS];
      AtomicInteger done = new AtomicInteger();
      workers.forEach(
          takes.size(),
          (i, worker) -> {
            cancellation.check();
            most[worker] = most[worker] == null ? strips(width, height) : most[worker];
            StarTracks tracks = tracks(takes.get(i), takes.size() > 1);
            join(most[worker], tracks, height, rooms[worker], adds);
            progress.step(done.incrementAndGet(), takes.size());
          });
      float[][] all = strips(width, height);
      for (float[][] one : most) {
        for (int s = 0; one != null && s < all.length; s++) {
          join(all[s], one[s], adds);
        }
      }
      return all;
    }
  }

  private StarTracks tracks(Take take, boolean trails) {
    return trails
        ? camera.trails(take.settings(), take.shot())
        : camera.tracks(take.settings(), take.shot());
  }

  private static float[][] strips(int width, int height) {
    int count = (height + FrameLight.STRIP_ROWS - 1) / FrameLight.STRIP_ROWS;
    return new float[count][3 * width * FrameLight.STRIP_ROWS];
  }

  private static void join(
      float[][] most, StarTracks tracks, int height, float[] strip, boolean adds) {
    for (int s = 0; s < most.length; s++) {
      int row = s * FrameLight.STRIP_ROWS;
      Arrays.fill(strip, 0);
      tracks.into(strip, row, Math.min(FrameLight.STRIP_ROWS, height - row));
      join(most[s], strip, adds);
    }
  }

  private static void join(float[] most, float[] other, boolean adds) {
    for (int i = 0; i < most.length; i++) {
      most[i] = adds ? most[i] + other[i] : Math.max(most[i], other[i]);
    }
  }

  private Raster developed(
      Take middle, float[][] stars, int frames, Blend blend, Cancellation cancellation) {
    Program program = middle.settings();
    FrameLight frame = new FrameLight(camera, program, middle.shot());
    LightMeter meter = camera.meter(program);
    Body held = camera.held(program);
    int width = held.pixelsWide();
    int height = held.pixelsHigh();
    float fullWell = (float) meter.fullWell();
    float white = (float) meter.white(program.iso());
    float readVariance = (float) Math.pow(meter.readNoise(program.iso()), 2);
    // The highest of many draws is above their mean by this many sigma (G. Blom, 1958), and varies
    // less than one draw.
    float lifted = blend.lightens() ? (float) expectedHighest(frames) : 0;
    float left =
        blend.lightens() ? (float) spreadOfHighest(frames) : (float) (1 / Math.sqrt(frames));
    // A sum is so many times what one frame gives; a mean of frames that lie as they are, a share.
    float times = blend == Blend.CAMERA_ADD ? frames : 1;
    float ofStars = blend == Blend.CAMERA_AVERAGE ? 1f / frames : 1;
    ToneEncoder encoder = new ToneEncoder(ToneCurve.SRGB, 8);
    Raster raster = Raster.blank(new PixelLayout(width, height, 3, 8));
    for (int top = 0; top < height; top += FrameLight.STRIP_ROWS) {
      cancellation.check();
      int rows = Math.min(FrameLight.STRIP_ROWS, height - top);
      float[] light = frame.withoutStars(top, rows);
      float[] strip = stars[top / FrameLight.STRIP_ROWS];
      for (int y = 0; y < rows; y++) {
        Grain grain = new Grain(seed, middle.shot().opensAt().toEpochMilli(), top + y);
        for (int x = 0; x < width; x++) {
          float open = frame.openness(x, top + y);
          for (int c = 0; c < 3; c++) {
            int at = 3 * ((top + y) * width + x) + c;
            int inStrip = 3 * (y * width + x) + c;
            float own = ofStars * open * frame.passes(c) * strip[inStrip];
            // The noise of a sum is told by its mean frame, as that of a mean is.
            float electrons = light[inStrip] + own / times;
            float sigma = (float) Math.sqrt(electrons + readVariance);
            float mean = blend.lightens() ? electrons : BlackFloor.centre(electrons, sigma * left);
            float seen = times * (mean + sigma * (lifted + left * grain.next()));
            raster.samples()[at] = (short) encoder.encode(Math.min(fullWell, seen) / white);
          }
        }
      }
    }
    return raster;
  }

  /** Mean of the highest of n normal draws, in sigma (Blom's approximation); 0 for one. */
  static double expectedHighest(int n) {
    double p = (n - 0.375) / (n + 0.25);
    return Math.sqrt(2) * Erf.erfInv(2 * p - 1);
  }

  /**
   * Standard deviation of the highest of n normal draws, in sigma: the limit law's, pi/sqrt(6) over
   * the density's steepness, held at 1 for one draw.
   */
  static double spreadOfHighest(int n) {
    if (n < 3) {
      return n < 2 ? 1 : Math.sqrt(1 - 1 / Math.PI);
    }
    double steep = expectedHighest(n) + 1 / (expectedHighest(n) + 1);
    return Math.min(1, Math.PI / Math.sqrt(6) / (steep + 0.25));
  }
}
