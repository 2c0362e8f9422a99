package zygonox.core.words;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Filling;
import zygonox.core.measure.Judgement;
import zygonox.core.measure.RunEvent;
import zygonox.core.night.Night;
import zygonox.core.night.PlanMatch;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Seconds;

/** What is said of frames: why they are judged so, what happened, how they keep to the plan. */
public final class FrameWords {
  private final FrameSet set;
  private final ZoneId zone;

  /**
   * @param set whose frames are spoken of
   * @param zone in which times are said
   */
  public FrameWords(FrameSet set, ZoneId zone) {
    this.set = set;
    this.zone = zone;
  }

  /** In the cameras' own time. */
  public FrameWords(FrameSet set) {
    this(set, set.assumedOffset());
  }

  private Optional<String> clock(Frame frame) {
    return set.takenAt(frame).map(t -> Moments.clock(t, zone));
  }

  /** Why a frame is not simply kept, each reason with how long it lasts where it lasts. */
  public List<String> reasons(Judgement judgement, List<RunEvent> events) {
    return judgement.reasons().stream()
        .map(
            r ->
                Words.reason(r)
                    + RunEvent.behind(events, judgement.frame(), r.code())
                        .flatMap(this::until)
                        .orElse(""))
        .toList();
  }

  private Optional<String> until(RunEvent event) {
    if (event.lasts()) {
      return Optional.of(Words.say("event.TO_THE_END", Words.say("event." + event.kind())));
    }
    Frame last = event.frames().get(event.frames().size() - 1);
    return clock(last).map(t -> Words.say("event.UNTIL", Words.say("event." + event.kind()), t));
  }

  /** What happened, and when. */
  public String event(RunEvent event) {
    String what = Words.say("event." + event.kind());
    Optional<String> from = clock(event.frames().get(0));
    Optional<String> to = clock(event.frames().get(event.frames().size() - 1));
    if (from.isEmpty() || to.isEmpty()) {
      return what + " in " + event.frames().get(0).file().getFileName();
    }
    if (event.lasts() && event.frames().size() > 1) {
      return Words.say("event.FROM", what, from.get());
    }
    return from.equals(to)
        ? Words.say("event.AT", what, from.get())
        : Words.say("event.BETWEEN", what, from.get(), to.get());
  }

  /** How a run keeps to its program; several sentences, the first always there. */
  public String match(Night night, PlanMatch match) {
    int planned = night.programs().get(match.program()).interval().count();
    int missing = match.missing().size();
    StringBuilder said =
        new StringBuilder(
            Words.say(
                missing == 0 ? "match.ALL" : "match.SOME",
                planned - missing,
                planned,
                night.programs().get(match.program()).name()));
    if (match.timing() != PlanMatch.Timing.AS_PLANNED) {
      double step = night.programs().get(match.program()).interval().periodSeconds();
      said.append(' ')
          .append(
              Words.say(
                  "match." + match.timing(),
                  Seconds.text(tenth(match.stepSeconds())),
                  Seconds.text(tenth(step))));
    }
    List<PlanMatch.Missing> inside = match.missingInside();
    if (!inside.isEmpty()) {
      said.append(' ').append(Words.say("match.INSIDE", inside.size(), spans(inside)));
    }
    if (missing > inside.size()) {
      said.append(' ').append(Words.say("match.ENDED_EARLY", missing - inside.size()));
    }
    long minutes = Math.round(Math.abs(match.lateSeconds()) / 60);
    if (minutes > 0) {
      String by = Seconds.about(60.0 * minutes);
      said.append(' ')
          .append(Words.say(match.lateSeconds() > 0 ? "match.LATE" : "match.EARLY", by));
      if (minutes >= 30 && minutes % 60 == 0) {
        said.append(' ').append(Words.say("match.CLOCK"));
      }
    }
    return said.toString();
  }

  private static double tenth(double seconds) {
    return Math.round(10 * seconds) / 10.0;
  }

  /** Shot numbers as people count them, neighbours drawn together: {@code 37 to 39, 52}. */
  private String spans(List<PlanMatch.Missing> missing) {
    List<int[]> spans = new ArrayList<>();
    for (PlanMatch.Missing m : missing) {
      int number = m.index() + 1;
      int[] open = spans.isEmpty() ? null : spans.get(spans.size() - 1);
      if (open != null && open[1] == number - 1) {
        open[1] = number;
      } else {
        spans.add(new int[] {number, number});
      }
    }
    Instant first = missing.get(0).at();
    String numbers =
        spans.stream()
            .map(s -> s[0] == s[1] ? "" + s[0] : s[0] + " to " + s[1])
            .collect(Collectors.joining(", "));
    return Words.say("match.NUMBERS", numbers, Moments.clock(first, zone));
  }

  /** How wrong a clock was, whichever way: {@code 3 days}, {@code 1 h 02 min}. */
  public static String clockError(double seconds) {
    double size = Math.abs(seconds);
    long days = Math.round(size / 86_400);
    boolean whole = days > 0 && Math.abs(size - days * 86_400.0) < 3700;
    return whole ? Words.say(days == 1 ? "day" : "days", days) : Seconds.text(size);
  }

  /** How far passing lights have filled their way. */
  public static String filling(Filling filling) {
    return filling.isEnough()
        ? Words.say("filling.enough")
        : Words.say("filling", Math.max(1, Math.round(100 * filling.nextAdds())));
  }
}
