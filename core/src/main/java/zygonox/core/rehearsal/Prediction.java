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
      throw new InvalidInput(Phrasebook.say("refused.there-is-no-frame-to"));
    }
    Take middle = takes.get(takes.size() / 2);
    List<Take> blended = blend == Blend.LIGHTEN ? takes : List.of(middle);
    float[][] stars = brightest(blended, progress, cancellation);
    int frames = blend == Blend.SINGLE ? 1 : takes.size();
    return developed(middle, stars, frames, blend, cancellation);
  }

  /** The stars' light, the most that any frame has at each sample: an array for each strip. */
  private float[][] brightest(List<Take> takes, Progress progress, Cancellation cancellation) {
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
            lighten(most[worker], tracks, height, rooms[worker]);
            progress.step(done.incrementAndGet(), takes.size());
          });
      float[][] all = strips(width, height);
      for (float[][] one : most) {
        for (int s = 0; one != null && s < all.length; s++) {
          lighten(all[s], one[s]);
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

  private static void lighten(float[][] most, StarTracks tracks, int height, float[] strip) {
    for (int s = 0; s < most.length; s++) {
      int row = s * FrameLight.STRIP_ROWS;
      Arrays.fill(strip, 0);
      tracks.into(strip, row, Math.min(FrameLight.STRIP_ROWS, height - row));
      lighten(most[s], strip);
    }
  }

  private static void lighten(float[] most, float[] other) {
    for (int i = 0; i < most.length; i++) {
      most[i] = Math.max(most[i], other[i]);
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
    float lifted = blend == Blend.LIGHTEN ? (float) expectedHighest(frames) : 0;
    float left =
        blend == Blend.LIGHTEN ? (float) spreadOfHighest(frames) : (float) (1 / Math.sqrt(frames));
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
            float electrons = light[inStrip] + open * frame.passes(c) * strip[inStrip];
            float sigma = (float) Math.sqrt(electrons + readVariance);
            float mean =
                blend == Blend.LIGHTEN ? electrons : BlackFloor.centre(electrons, sigma * left);
            float seen = mean + sigma * (lifted + left * grain.next());
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
