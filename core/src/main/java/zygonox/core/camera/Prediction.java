package zygonox.core.camera;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.hipparchus.special.Erf;
import zygonox.core.optics.Body;
import zygonox.core.optics.LightMeter;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.program.Take;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
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
    SINGLE;

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
      throw new InvalidInput("There is no frame to predict from; let the program take one or more");
    }
    Take middle = takes.get(takes.size() / 2);
    List<Take> blended = blend == Blend.LIGHTEN ? takes : List.of(middle);
    float[] stars = brightest(blended, progress, cancellation);
    int frames = blend == Blend.SINGLE ? 1 : takes.size();
    return developed(middle, stars, frames, blend, cancellation);
  }

  /** The stars' light, the most that any frame has at each sample. */
  private float[] brightest(List<Take> takes, Progress progress, Cancellation cancellation) {
    Body held = camera.held(takes.get(0).settings());
    int width = held.pixelsWide();
    int height = held.pixelsHigh();
    try (Workers workers = Workers.perCore()) {
      float[][] most = new float[workers.count()][];
      AtomicInteger done = new AtomicInteger();
      workers.forEach(
          takes.size(),
          (i, worker) -> {
            cancellation.check();
            most[worker] = most[worker] == null ? new float[3 * width * height] : most[worker];
            Program program = takes.get(i).settings();
            Shot shot = takes.get(i).shot();
            lighten(most[worker], camera.tracks(program, shot), width, height);
            progress.step(done.incrementAndGet(), takes.size());
          });
      float[] all = new float[3 * width * height];
      for (float[] one : most) {
        if (one != null) {
          lighten(all, 0, one, all.length);
        }
      }
      return all;
    }
  }

  private static void lighten(float[] most, StarTracks tracks, int width, int height) {
    float[] strip = new float[3 * width * FrameLight.STRIP_ROWS];
    for (int row = 0; row < height; row += FrameLight.STRIP_ROWS) {
      int rows = Math.min(FrameLight.STRIP_ROWS, height - row);
      Arrays.fill(strip, 0);
      tracks.into(strip, row, rows);
      lighten(most, 3 * width * row, strip, 3 * width * rows);
    }
  }

  private static void lighten(float[] most, int at, float[] other, int count) {
    for (int i = 0; i < count; i++) {
      most[at + i] = Math.max(most[at + i], other[i]);
    }
  }

  private Raster developed(
      Take middle, float[] stars, int frames, Blend blend, Cancellation cancellation) {
    Program program = middle.settings();
    FrameLight frame = new FrameLight(camera, program, middle.shot());
    LightMeter meter = camera.meter(program);
    Body held = camera.held(program);
    int width = held.pixelsWide();
    int height = held.pixelsHigh();
    float fullWell = (float) meter.fullWell();
    float white = (float) meter.white(program.iso());
    // The highest of many draws is above their mean by this many sigma (G. Blom, 1958), and varies
    // less than one draw.
    float lifted = blend == Blend.LIGHTEN ? (float) expectedHighest(frames) : 0;
    float left =
        blend == Blend.LIGHTEN ? (float) spreadOfHighest(frames) : (float) (1 / Math.sqrt(frames));
    Srgb.Encoder encoder = new Srgb.Encoder(8);
    Raster raster = Raster.blank(new PixelLayout(width, height, 3, 8));
    for (int top = 0; top < height; top += FrameLight.STRIP_ROWS) {
      cancellation.check();
      int rows = Math.min(FrameLight.STRIP_ROWS, height - top);
      float[] light = frame.withoutStars(top, rows);
      for (int y = 0; y < rows; y++) {
        Grain grain = new Grain(seed, middle.shot().opensAt().toEpochMilli(), top + y);
        for (int x = 0; x < width; x++) {
          float open = frame.openness(x, top + y);
          for (int c = 0; c < 3; c++) {
            int at = 3 * ((top + y) * width + x) + c;
            float electrons = light[3 * (y * width + x) + c] + open * stars[at];
            float sigma = (float) Math.sqrt(electrons + SimulatedCamera.READ_VARIANCE);
            float seen = electrons + sigma * (lifted + left * grain.next());
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
