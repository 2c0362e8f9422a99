package zygonox.core.recipe;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import zygonox.core.combine.FrameDropped;
import zygonox.core.frame.Frame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.WorkFailed;

/** Frames that can be blended with each other. */
public final class LikeFrames {
  private static final int MOST_FRAMES = 65_537;

  private LikeFrames() {}

  /** Frames of the size and the colours most have; the others are dropped with the reason. */
  public static List<Frame> of(List<Frame> frames, List<FrameDropped> dropped) {
    if (frames.isEmpty()) {
      throw new WorkFailed(Phrasebook.say("refused.there-is-no-readable-frame"));
    }
    if (frames.size() > MOST_FRAMES) {
      throw new InvalidInput(
          Phrasebook.say("refused.frames-are-too-many-for", frames.size(), MOST_FRAMES));
    }
    List<Frame> ofOneSize =
        likeMost(frames, LikeFrames::size, FrameDropped.OtherSize::new, dropped);
    return likeMost(ofOneSize, f -> f.info().colours(), FrameDropped.OtherColours::new, dropped);
  }

  /** Frames that share with most of them what is asked for; the others are dropped. */
  private static <T> List<Frame> likeMost(
      List<Frame> frames,
      Function<Frame, T> asked,
      BiFunction<T, T, FrameDropped.Reason> reason,
      List<FrameDropped> dropped) {
    Map<T, Long> counts =
        frames.stream().collect(Collectors.groupingBy(asked, Collectors.counting()));
    long most = counts.values().stream().mapToLong(Long::longValue).max().orElseThrow();
    // Of those equally frequent the one that comes first.
    T usual = frames.stream().map(asked).filter(t -> counts.get(t) == most).findFirst().get();
    List<Frame> alike = new ArrayList<>();
    for (Frame frame : frames) {
      T own = asked.apply(frame);
      if (own.equals(usual)) {
        alike.add(frame);
      } else {
        dropped.add(new FrameDropped(frame.file(), reason.apply(own, usual)));
      }
    }
    return alike;
  }

  private static String size(Frame frame) {
    return frame.layout().width() + " x " + frame.layout().height();
  }
}
