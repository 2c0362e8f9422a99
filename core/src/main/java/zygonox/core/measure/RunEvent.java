package zygonox.core.measure;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import zygonox.core.frame.Frame;
import zygonox.core.measure.Judgement.Reason;
import zygonox.core.measure.Judgement.Reason.Code;

/**
 * Something that happened during a run, told from the reasons of the frames that show it.
 *
 * @param kind what it seems to have been
 * @param frames those that show it, in capture order
 * @param lasts whether the run ends with it
 */
public record RunEvent(Kind kind, List<Frame> frames, boolean lasts) {
  public RunEvent {
    frames = List.copyOf(frames);
  }

  /** What it seems to have been. */
  public enum Kind {
    CLOUD,
    /** Stars grow wider and stay so to the end. */
    DEW,
    /** Stars are wide for a while. */
    SOFT,
    BUMP,
    LAMP,
    /** An aeroplane, a satellite, a meteor. */
    LINE,
    BRIGHTER
  }

  /** Frames within so many places of each other belong to one event. */
  private static final int BRIDGED = 2;

  /**
   * Tells the events of one run.
   *
   * @param run its judgements, in capture order
   * @return by their first frames
   */
  public static List<RunEvent> of(List<Judgement> run) {
    List<RunEvent> events = new ArrayList<>();
    Set<Code> thin = EnumSet.of(Code.STARS_FELL, Code.STARS_GONE);
    Set<Code> wide = EnumSet.of(Code.STARS_WIDE);
    // Dew takes stars too, but only after it has widened them.
    for (RunEvent event : spans(run, Kind.SOFT, (i, code) -> wide.contains(code))) {
      boolean dew = event.lasts && event.frames.size() > BRIDGED;
      events.add(new RunEvent(dew ? Kind.DEW : Kind.SOFT, event.frames, event.lasts));
    }
    Set<Frame> dewed = Set.copyOf(framesOf(events, Kind.DEW));
    // So do wind and a missed focus, which smear them; cloud brightens the sky as well.
    events.addAll(
        spans(
            run,
            Kind.CLOUD,
            (i, code) ->
                thin.contains(code) && !dewed.contains(frame(run, i)) && !isSmeared(run.get(i))));
    Set<Frame> clouded = Set.copyOf(framesOf(events, Kind.CLOUD));
    events.addAll(
        spans(
            run,
            Kind.BRIGHTER,
            (i, code) -> code == Code.BRIGHT && !clouded.contains(frame(run, i))));
    events.addAll(spans(run, Kind.LAMP, (i, code) -> code == Code.LAMP));
    events.addAll(spans(run, Kind.LINE, (i, code) -> code == Code.STREAK));
    for (Judgement judgement : run) {
      if (has(judgement, Code.BUMP)) {
        events.add(new RunEvent(Kind.BUMP, List.of(judgement.frame()), false));
      }
    }
    List<Frame> order = run.stream().map(Judgement::frame).toList();
    events.sort(Comparator.comparingInt(e -> order.indexOf(e.frames.get(0))));
    return List.copyOf(events);
  }

  /** The one that a reason of a frame is part of. */
  public static Optional<RunEvent> behind(List<RunEvent> events, Frame frame, Code code) {
    Set<Kind> kinds =
        switch (code) {
          case STARS_GONE, STARS_FELL -> EnumSet.of(Kind.CLOUD, Kind.DEW);
          case STARS_WIDE -> EnumSet.of(Kind.DEW, Kind.SOFT);
          default -> EnumSet.noneOf(Kind.class);
        };
    return events.stream()
        .filter(e -> kinds.contains(e.kind) && e.frames.contains(frame))
        .findFirst();
  }

  private static Frame frame(List<Judgement> run, int index) {
    return run.get(index).frame();
  }

  private static List<Frame> framesOf(List<RunEvent> events, Kind kind) {
    return events.stream().filter(e -> e.kind == kind).flatMap(e -> e.frames.stream()).toList();
  }

  private static boolean isSmeared(Judgement judgement) {
    return has(judgement, Code.STARS_WIDE) && !has(judgement, Code.BRIGHT);
  }

  private static boolean has(Judgement judgement, Code code) {
    return judgement.reasons().stream().map(Reason::code).anyMatch(code::equals);
  }

  private static List<RunEvent> spans(
      List<Judgement> run, Kind kind, BiPredicate<Integer, Code> shows) {
    List<RunEvent> spans = new ArrayList<>();
    List<Frame> open = new ArrayList<>();
    int last = -1;
    for (int i = 0; i < run.size(); i++) {
      int at = i;
      if (run.get(i).reasons().stream().noneMatch(r -> shows.test(at, r.code()))) {
        continue;
      }
      if (!open.isEmpty() && i - last > BRIDGED) {
        spans.add(new RunEvent(kind, open, false));
        open = new ArrayList<>();
      }
      open.add(frame(run, i));
      last = i;
    }
    if (!open.isEmpty()) {
      spans.add(new RunEvent(kind, open, run.size() - 1 - last < BRIDGED));
    }
    return spans;
  }
}
