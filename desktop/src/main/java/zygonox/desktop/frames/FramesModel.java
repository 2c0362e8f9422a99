package zygonox.desktop.frames;

import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.Judge;
import zygonox.core.measure.Judgement;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.measure.MeasureStore;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;

/** The frames in words, and what is wrong with them. */
public final class FramesModel {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");

  private final OpenNight night;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final Map<Path, FrameMeasure> measures = new HashMap<>();
  private final ReadOnlyObjectWrapper<List<Obstacle>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());

  public FramesModel(OpenNight night) {
    this.night = night;
    night.framesProperty().subscribe(this::refresh);
    night.judgementsProperty().subscribe(j -> refresh(night.framesProperty().get()));
    night.ownVerdictsProperty().subscribe(o -> refresh(night.framesProperty().get()));
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<List<Obstacle>> obstaclesProperty() {
    return obstacles.getReadOnlyProperty();
  }

  private void refresh(FrameSet set) {
    sentence.set(new Sentence.Builder().say(describe(set) + judged(set)).end());
    List<Obstacle> all = new ArrayList<>();
    for (Frame frame : set.frames()) {
      if (night.verdict(frame) == Verdict.LOOK) {
        all.add(
            new Obstacle(
                frame.file().getFileName()
                    + ": "
                    + (reasons(frame).isEmpty() ? "marked to be looked at" : reasons(frame)),
                Optional.of(
                    new Obstacle.Mend("Show it", () -> night.selectedProperty().set(frame)))));
      }
    }
    List<String> found = new ArrayList<>();
    for (FrameSet.Unreadable bad : set.unreadable()) {
      found.add(bad.file().getFileName() + ": " + Words.fault(bad.fault()));
    }
    for (FrameSet.Gap gap : set.gaps()) {
      found.add(
          "%s longer closed than usual after %s: trails will show a break"
              .formatted(Words.duration(gap.seconds()), gap.after().file().getFileName()));
    }
    all.addAll(0, Obstacle.of(found));
    obstacles.set(all);
  }

  /** How many are to be looked at, and how many dropped. */
  private String judged(FrameSet set) {
    long look = set.frames().stream().filter(f -> night.verdict(f) == Verdict.LOOK).count();
    long drop = set.frames().stream().filter(f -> night.verdict(f) == Verdict.DROP).count();
    if (look + drop == 0) {
      return night.judgementsProperty().get().isEmpty() ? "" : " All of them can be kept.";
    }
    return " %d to be looked at, %d dropped.".formatted(look, drop);
  }

  /** Why a frame is not simply kept, in sentences. */
  public String reasons(Frame frame) {
    Judgement judgement = night.judgementsProperty().get().get(frame.file());
    return judgement == null
        ? ""
        : judgement.reasons().stream().map(Words::reason).collect(Collectors.joining(". "));
  }

  /** What was measured of a frame, in one line. */
  public String measured(Frame frame) {
    FrameMeasure m = measures.get(frame.file());
    return m == null
        ? ""
        : String.format(
            Locale.ROOT,
            "%d stars%s; background %.1f %%, noise %.2f %%",
            m.stars(),
            m.shape().map(s -> String.format(Locale.ROOT, ", %.1f px wide", s.fwhm())).orElse(""),
            100 * m.sky().background(),
            100 * m.sky().noise());
  }

  /** Measures and judges all frames, run by run. */
  public static List<FrameMeasure> measure(
      FrameSet set, Progress progress, Cancellation cancellation) {
    List<FrameMeasure> all = new ArrayList<>();
    int total = set.frames().size();
    for (FrameRun run : set.runs()) {
      int before = all.size();
      all.addAll(
          MeasureStore.usual()
              .measure(
                  run.frames(),
                  (done, of) -> progress.step(before + done, total),
                  cancellation,
                  (frame, fault) -> {
                    // What cannot be decoded shows as such when it is looked at.
                    return;
                  })
              .frames());
    }
    return all;
  }

  /** Takes what was measured, and judges it. */
  public void take(List<FrameMeasure> measured) {
    measures.clear();
    measured.forEach(m -> measures.put(m.frame().file(), m));
    Map<Path, Judgement> judged = new HashMap<>();
    for (FrameRun run : night.framesProperty().get().runs()) {
      List<FrameMeasure> ofRun =
          run.frames().stream().map(f -> measures.get(f.file())).filter(Objects::nonNull).toList();
      Judge.USUAL.of(ofRun).forEach(j -> judged.put(j.frame().file(), j));
    }
    night.judgementsProperty().set(judged);
  }

  /** Decides about the frame that is looked at. */
  public void decide(Verdict verdict) {
    Frame frame = night.selectedProperty().get();
    if (frame != null) {
      night.decide(frame, verdict);
    }
  }

  /** Goes to the next frame that is to be looked at, round the end. */
  public void next() {
    List<Frame> frames = night.framesProperty().get().frames();
    int at = frames.indexOf(night.selectedProperty().get());
    for (int k = 1; k <= frames.size(); k++) {
      Frame frame = frames.get((at + k) % frames.size());
      if (night.verdict(frame) == Verdict.LOOK) {
        night.selectedProperty().set(frame);
        return;
      }
    }
  }

  public Verdict verdict(Frame frame) {
    return night.verdict(frame);
  }

  private static String describe(FrameSet set) {
    if (set.frames().isEmpty()) {
      return "No frames yet.";
    }
    List<String> runs = new ArrayList<>();
    for (FrameRun run : set.runs()) {
      runs.add(describe(set, run));
    }
    String head =
        runs.size() == 1
            ? "One run: "
            : "%d frames in %d runs: ".formatted(set.frames().size(), runs.size());
    int shown = Math.min(3, runs.size());
    String rest = runs.size() > shown ? "; and " + (runs.size() - shown) + " more" : "";
    return head + String.join("; ", runs.subList(0, shown)) + rest + ".";
  }

  /** A run in a few words: {@code 48 frames of 20 s from 20:40:02}. */
  public static String describe(FrameSet set, FrameRun run) {
    Frame first = run.frames().get(0);
    StringBuilder text = new StringBuilder();
    text.append(run.frames().size()).append(run.frames().size() == 1 ? " frame" : " frames");
    first.info().exposureSeconds().ifPresent(s -> text.append(" of ").append(Words.shutter(s)));
    clock(set, first).ifPresent(t -> text.append(" from ").append(t));
    return text.toString();
  }

  /** When a frame was taken, by its camera's clock. */
  static Optional<String> clock(FrameSet set, Frame frame) {
    return frame
        .info()
        .capturedAt()
        .map(t -> t.withOffset(set.assumedOffset()))
        .map((OffsetDateTime t) -> CLOCK.format(t));
  }

  /** A frame in one line of the list. */
  public String line(Frame frame) {
    FrameSet set = night.framesProperty().get();
    Path name = frame.file().getFileName();
    List<String> parts = new ArrayList<>();
    parts.add(clock(set, frame).orElse("no time"));
    frame.info().exposureSeconds().ifPresent(s -> parts.add(Words.shutter(s)));
    frame.info().iso().ifPresent(i -> parts.add("ISO " + Words.number(i)));
    Verdict verdict = night.verdict(frame);
    String mark = verdict == Verdict.KEEP ? "" : "   " + verdict.name().toLowerCase(Locale.ROOT);
    return String.join("   ", parts) + mark + "\n" + name;
  }
}
