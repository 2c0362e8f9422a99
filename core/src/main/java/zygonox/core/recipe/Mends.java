package zygonox.core.recipe;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.ToDoubleFunction;
import zygonox.core.align.SkyMotion;
import zygonox.core.align.StarAligner;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.LightSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.CloudPart;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.MeasureStore;
import zygonox.core.measure.RunMeasure;
import zygonox.core.mend.FrameOpener;
import zygonox.core.mend.LineMender;
import zygonox.core.mend.TrailMender;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.SampleTone;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/** What is put right in the frames of one blend: found before it, done while they go by. */
final class Mends {
  static final Mends NONE =
      new Mends(Optional.empty(), Optional.empty(), false, OptionalDouble.empty());

  private static final double MEASURING_SHARE = 0.6;
  private static final double ALIGNING_SHARE = 0.85;

  private final Optional<TrailMender> trails;
  private final Optional<LineMender> lines;
  private final boolean leavesOut;
  private final OptionalDouble streakyCloud;

  /**
   * @param leavesOut whether a line's pixels do not count, rather than being filled again
   */
  private Mends(
      Optional<TrailMender> trails,
      Optional<LineMender> lines,
      boolean leavesOut,
      OptionalDouble streakyCloud) {
    this.streakyCloud = streakyCloud;
    this.trails = trails;
    this.lines = lines;
    this.leavesOut = leavesOut;
  }

  /**
   * @param set what the frames are of
   * @param frames those that are blended, in order of time
   * @throws WorkFailed when gaps are to be bridged and nothing tells how the sky moves
   */
  static Mends of(
      Recipe recipe,
      FrameSet set,
      List<Frame> frames,
      FrameOpener<LightSource> opener,
      Workroom room) {
    Mending mending = recipe.mending();
    Optional<RunMeasure> measured =
        mending.removesStreaks()
            ? Optional.of(
                MeasureStore.measure(
                    frames,
                    room.share(0, MEASURING_SHARE),
                    (frame, fault) -> {
                      // Blending reads it again and tells the reason.
                    }))
            : Optional.empty();
    List<FrameMeasure> run = measured.map(RunMeasure::frames).orElse(List.of());
    boolean crossed =
        run.stream().anyMatch(m -> !m.streaks().isEmpty() || m.lamp().isPresent())
            || !mending.lines().isEmpty();
    // Only where the brightest of unmoved frames is kept would a hole be seen.
    boolean fills = recipe.method() == BlendMethod.LIGHTEN && recipe.align() == Align.NONE;
    OptionalDouble cloud =
        measured.filter(m -> fills && areAlike(frames)).flatMap(RunMeasure::cloud).stream()
            .mapToDouble(CloudPart::share)
            .findFirst();
    if (!crossed && !mending.bridgesGaps()) {
      return new Mends(Optional.empty(), Optional.empty(), false, cloud);
    }
    Optional<SkyMotion> motion = Optional.empty();
    if (fills && frames.size() > 1) {
      motion =
          SkyMotion.find(
              new StarAligner(Optional.empty()),
              frames,
              seconds(set, frames),
              room.share(mending.removesStreaks() ? MEASURING_SHARE : 0, ALIGNING_SHARE));
    }
    if (mending.bridgesGaps() && motion.isEmpty()) {
      throw new WorkFailed(Phrasebook.say("refused.no-sky-motion"));
    }
    Optional<LineMender> lines = Optional.empty();
    if (crossed) {
      lines =
          Optional.of(
              LineMender.of(run, mending.lines(), motion, opener, room.share(ALIGNING_SHARE, 1)));
    }
    Optional<TrailMender> trails = Optional.empty();
    if (mending.bridgesGaps()) {
      trails =
          Optional.of(
              TrailMender.bridging(
                  frames, recipe.masks().isEmpty(), motion.orElseThrow(), lines, opener, room));
    } else if (fills) {
      trails = Optional.of(TrailMender.of(lines));
    }
    return new Mends(trails, lines, !fills, cloud);
  }

  /** Frames of other exposures are brighter by themselves: nothing passes over them. */
  private static boolean areAlike(List<Frame> frames) {
    return frames.stream()
            .map(f -> List.of(f.info().exposureSeconds(), f.info().iso(), f.info().aperture()))
            .distinct()
            .count()
        <= 1;
  }

  /** When each frame was taken; where one of them does not say, they are taken to follow evenly. */
  private static ToDoubleFunction<Frame> seconds(FrameSet set, List<Frame> frames) {
    Map<Frame, Double> seconds = new HashMap<>();
    for (int i = 0; i < frames.size(); i++) {
      Frame frame = frames.get(i);
      Optional<Instant> taken = set.takenAt(frame);
      if (taken.isEmpty()) {
        double each = frame.info().exposureSeconds().orElse(1);
        Map<Frame, Double> even = new HashMap<>();
        for (int k = 0; k < frames.size(); k++) {
          even.put(frames.get(k), k * each);
        }
        return even::get;
      }
      seconds.put(frame, taken.get().getEpochSecond() + taken.get().getNano() / 1e9);
    }
    return seconds::get;
  }

  /** A frame's light with all that is put right in it. */
  LightSource open(Frame frame, FrameOpener<LightSource> opener) throws UnreadableFrame {
    return trails.isPresent() ? trails.get().open(frame, opener) : opener.open(frame);
  }

  /** A frame's 8-bit samples with all that is put right in it; see {@link #fillsSamples}. */
  PixelSource open(Frame frame, FrameOpener<PixelSource> opener, SampleTone tone)
      throws UnreadableFrame {
    return trails.isPresent() ? trails.get().open(frame, opener, tone) : opener.open(frame);
  }

  /** Whether all that is put right is put into the frames, none of which is masked. */
  boolean fillsSamples() {
    return !leavesOut;
  }

  /** What is held for as long as frames go by, in bytes. */
  long heldBytes() {
    return trails.map(TrailMender::heldBytes).orElse(0L);
  }

  /** Which part of a frame counts; empty for all of it. */
  Optional<FrameMask> counting(Frame frame) {
    return leavesOut ? lines.flatMap(l -> l.unlined(frame)) : Optional.empty();
  }

  /**
   * What was done.
   *
   * @param hotPixels how many pixels of each frame were taken from their neighbours
   */
  Mended done(int hotPixels) {
    return new Mended(
        hotPixels,
        lines.map(LineMender::found).orElse(List.of()),
        trails.map(TrailMender::bridged).orElse(List.of()),
        trails.map(TrailMender::stayOpen).orElse(List.of()),
        List.of(),
        streakyCloud);
  }
}
