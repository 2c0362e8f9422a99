package zygonox.core.mend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zygonox.core.align.Homography;
import zygonox.core.align.SkyMotion;
import zygonox.core.format.LightSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.SampleTone;
import zygonox.core.work.Workroom;

/**
 * Makes trails whole: lines that cross them are gone, and each frame's stars are carried on to the
 * next frame, over the time in which the shutter was closed.
 */
public final class TrailMender {
  /** Longer pauses stay open: what was not seen for so long is not invented; our own choice. */
  public static final double LONGEST_PAUSE_SECONDS = 300;

  /**
   * Why a pause stays open.
   *
   * @param after the frame before it
   * @param moved whether the camera moved in it; else it is too long
   */
  public record Open(Path after, boolean moved) {}

  private record Gap(Frame next, Moments moments) {}

  private final Optional<LineMender> lines;
  private final Map<Frame, Gap> gaps;
  private final boolean nextCounts;
  private final Optional<StillLight> still;
  private final Optional<KnownStandouts> standouts;
  private final List<Path> bridged;
  private final List<Open> open;

  private TrailMender(
      Optional<LineMender> lines,
      Map<Frame, Gap> gaps,
      boolean nextCounts,
      Optional<StillLight> still,
      List<Path> bridged,
      List<Open> open) {
    this.lines = lines;
    this.gaps = gaps;
    this.nextCounts = nextCounts;
    this.still = still;
    this.standouts = still.map(KnownStandouts::new);
    this.bridged = bridged;
    this.open = open;
  }

  /** Lines alone. */
  public static TrailMender of(Optional<LineMender> lines) {
    return new TrailMender(lines, Map.of(), true, Optional.empty(), List.of(), List.of());
  }

  /**
   * Lines and pauses.
   *
   * @param frames in order of time
   * @param nextCounts whether each frame's own light is in the result at every place
   * @param opener opens the frames
   */
  public static TrailMender bridging(
      List<Frame> frames,
      boolean nextCounts,
      SkyMotion motion,
      Optional<LineMender> lines,
      FrameOpener<LightSource> opener,
      Workroom room) {
    StillLight still = StillLight.of(frames, opener, room);
    Map<Frame, Gap> gaps = new HashMap<>();
    List<Path> bridged = new ArrayList<>();
    List<Open> open = new ArrayList<>();
    for (int i = 0; i + 1 < frames.size(); i++) {
      Frame own = frames.get(i);
      Frame next = frames.get(i + 1);
      double seconds = motion.seconds(own, next);
      double exposed = own.info().exposureSeconds().orElse(seconds);
      if (seconds - exposed > LONGEST_PAUSE_SECONDS) {
        open.add(new Open(own.file(), false));
        continue;
      }
      Optional<Homography> turn = motion.between(own, next);
      if (turn.isEmpty()) {
        open.add(new Open(own.file(), true));
        continue;
      }
      gaps.put(own, new Gap(next, Moments.between(turn.get(), exposed / seconds)));
      bridged.add(own.file());
    }
    return new TrailMender(lines, gaps, nextCounts, Optional.of(still), bridged, open);
  }

  /** A frame's light with all that is put right in it. */
  public LightSource open(Frame frame, FrameOpener<LightSource> opener) throws UnreadableFrame {
    LightSource own = mended(frame, opener);
    Gap gap = gaps.get(frame);
    return gap == null
        ? own
        : new BridgedLight(
            own, () -> mended(gap.next, opener), gap.moments, nextCounts, still.orElseThrow());
  }

  private LightSource mended(Frame frame, FrameOpener<LightSource> opener) throws UnreadableFrame {
    LightSource light = opener.open(frame);
    return lines.map(l -> l.mended(frame, light)).orElse(light);
  }

  /** A frame's 8-bit samples with all that is put right in it. */
  public PixelSource open(Frame frame, FrameOpener<PixelSource> opener, SampleTone tone)
      throws UnreadableFrame {
    PixelSource own = mended(frame, opener, tone);
    Gap gap = gaps.get(frame);
    return gap == null
        ? own
        : new BridgedSamples(
            own,
            rows -> window(frame, own, tone, rows),
            rows -> next(gap.next, opener, tone, rows),
            gap.moments,
            nextCounts,
            tone.encoder());
  }

  private SampleWindow window(Frame frame, PixelSource samples, SampleTone tone, int rows)
      throws UnreadableFrame {
    Standouts of = standouts.orElseThrow().of(frame, samples, tone.light());
    return new SampleWindow(samples, tone.light(), rows, of);
  }

  private SampleWindow next(Frame frame, FrameOpener<PixelSource> opener, SampleTone tone, int rows)
      throws UnreadableFrame {
    PixelSource samples = mended(frame, opener, tone);
    try {
      return window(frame, samples, tone, rows);
    } catch (UnreadableFrame e) {
      samples.close();
      throw e;
    }
  }

  private PixelSource mended(Frame frame, FrameOpener<PixelSource> opener, SampleTone tone)
      throws UnreadableFrame {
    PixelSource samples = opener.open(frame);
    return lines.map(l -> l.mended(frame, samples, tone)).orElse(samples);
  }

  /** What is held of the run for as long as it is blended, in bytes. */
  public long heldBytes() {
    return still.map(StillLight::heldBytes).orElse(0L);
  }

  /** The pauses that are bridged. */
  public List<Path> bridged() {
    return bridged;
  }

  /** Those that stay open. */
  public List<Open> stayOpen() {
    return open;
  }
}
