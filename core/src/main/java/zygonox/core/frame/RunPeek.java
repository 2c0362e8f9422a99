package zygonox.core.frame;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zygonox.core.format.QuickLook;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * Looks at one frame of a run, for what settings cannot tell: whether the lens was capped, or an
 * even light was photographed. The thresholds are common practice, no source.
 */
final class RunPeek {
  /** Runs of fewer frames are not worth a look. */
  private static final int FEWEST_FRAMES = 3;

  /** More runs are not looked at: where every frame is a run of its own it would take too long. */
  private static final int MOST_RUNS = 8;

  /** A small picture tells as much, and comes many times sooner. */
  private static final int SIDE = 400;

  private static final int BLOCKS = 8;
  private static final int SAMPLES_ACROSS = 24;

  /** Brightest block of a capped lens, as a share of white in display values. */
  private static final double BLACKEST = 0.08;

  private static final double BLACK_SPREAD = 0.02;

  /** Falloff leaves the corners of an even light this much of its middle, at the least. */
  private static final double LEAST_FALLOFF = 0.35;

  private static final double DIMMEST_FLAT = 0.15;

  /** How much of its level the samples of an evenly lit block may lie apart, 5 % to 95 %. */
  private static final double EVEN_SPREAD = 0.25;

  private RunPeek() {}

  static FrameSet refine(FrameSet set) {
    FrameSet refined = set;
    int looked = 0;
    for (FrameRun run : set.runs()) {
      boolean worth =
          run.frames().size() >= FEWEST_FRAMES
              && run.reason() != KindReason.NAMED
              && looked < MOST_RUNS;
      if (worth) {
        looked++;
        Optional<FrameKind> kind = kind(run);
        if (kind.isPresent()) {
          refined =
              refined.withKind(
                  run,
                  kind.get(),
                  kind.get() == FrameKind.DARK ? KindReason.BLACK : KindReason.EVEN);
        }
      }
    }
    return refined;
  }

  private static Optional<FrameKind> kind(FrameRun run) {
    List<Frame> frames = run.frames();
    try {
      return kind(QuickLook.of(frames.get(frames.size() / 2), SIDE), run);
    } catch (UnreadableFrame e) {
      // Whoever needs its pixels will be told.
      return Optional.empty();
    }
  }

  private static Optional<FrameKind> kind(Raster frame, FrameRun run) {
    double brightest = 0;
    double dimmest = 1;
    double widest = 0;
    for (int by = 0; by < BLOCKS; by++) {
      for (int bx = 0; bx < BLOCKS; bx++) {
        double[] block = block(frame, bx, by);
        double middle = block[block.length / 2];
        brightest = Math.max(brightest, middle);
        dimmest = Math.min(dimmest, middle);
        double spread = block[block.length * 95 / 100] - block[block.length * 5 / 100];
        widest = Math.max(widest, spread / Math.max(1e-3, middle));
      }
    }
    if (brightest < BLACKEST && brightest - dimmest < BLACK_SPREAD) {
      return Optional.of(FrameKind.DARK);
    }
    boolean even =
        brightest > DIMMEST_FLAT && dimmest > LEAST_FALLOFF * brightest && widest < EVEN_SPREAD;
    return even && run.kind() != FrameKind.SKY ? Optional.of(FrameKind.FLAT) : Optional.empty();
  }

  /** Samples of one of the blocks, sorted, as shares of white. */
  private static double[] block(Raster frame, int bx, int by) {
    PixelLayout layout = frame.layout();
    int channel = layout.channels() > 1 ? 1 : 0;
    double[] samples = new double[SAMPLES_ACROSS * SAMPLES_ACROSS];
    for (int sy = 0; sy < SAMPLES_ACROSS; sy++) {
      for (int sx = 0; sx < SAMPLES_ACROSS; sx++) {
        long across = (long) layout.width() * (bx * SAMPLES_ACROSS + sx);
        long down = (long) layout.height() * (by * SAMPLES_ACROSS + sy);
        int x = (int) (across / (BLOCKS * SAMPLES_ACROSS));
        int y = (int) (down / (BLOCKS * SAMPLES_ACROSS));
        samples[sy * SAMPLES_ACROSS + sx] = frame.at(x, y, channel) / (double) layout.white();
      }
    }
    Arrays.sort(samples);
    return samples;
  }
}
