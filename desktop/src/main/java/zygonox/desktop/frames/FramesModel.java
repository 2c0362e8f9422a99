package zygonox.desktop.frames;

import java.nio.file.Path;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.Judge;
import zygonox.core.measure.Judgement;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.measure.RunEvent;
import zygonox.core.measure.RunMeasure;
import zygonox.core.night.OtherDate;
import zygonox.core.night.PlanMatch;
import zygonox.core.program.Job;
import zygonox.core.program.ProgramFinding.Weight;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.FrameWords;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.stage.BandNote;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;

/** The frames in words, and what is wrong with them. */
public final class FramesModel {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");

  private final OpenNight night;
  private final BiConsumer<OtherDate, FrameSet> ownNight;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final Map<Path, FrameMeasure> measures = new HashMap<>();
  private final Map<Path, RunMeasure> runs = new HashMap<>();
  private List<FrameSet.Unreadable> undecodable = List.of();
  private List<RunEvent> events = List.of();
  private final ReadOnlyObjectWrapper<List<Obstacle>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());

  /**
   * @param ownNight begins a night of their own for frames of another date
   */
  public FramesModel(OpenNight night, BiConsumer<OtherDate, FrameSet> ownNight) {
    this.night = night;
    this.ownNight = ownNight;
    night.framesProperty().subscribe(this::changed);
    night.judgementsProperty().subscribe(j -> refresh(night.framesProperty().get()));
    night.decisionsProperty().subscribe(o -> refresh(night.framesProperty().get()));
    night.nightProperty().subscribe(n -> refresh(night.framesProperty().get()));
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<List<Obstacle>> obstaclesProperty() {
    return obstacles.getReadOnlyProperty();
  }

  private void refresh(FrameSet set) {
    sentence.set(new Sentence.Builder().say(describe(set) + judged(set)).end());
    FrameWords words = words(set);
    List<PlanMatch> matches = night.night() == null ? List.of() : PlanMatch.of(night.night(), set);
    List<String> found = new ArrayList<>();
    for (FrameSet.Unreadable bad : unreadable(set)) {
      found.add(bad.file().getFileName() + ": " + Words.fault(bad.fault()));
    }
    // Where the plan tells what is missing, the gap need not be told as well.
    Set<Frame> planned =
        matches.stream()
            .filter(m -> !m.missingInside().isEmpty())
            .flatMap(m -> m.run().frames().stream())
            .collect(Collectors.toSet());
    for (FrameSet.Gap gap :
        set.gaps().stream().filter(g -> !planned.contains(g.after())).toList()) {
      found.add(
          Words.say(
              "frames.longer-closed-than-usual-after",
              Seconds.about(gap.seconds()),
              gap.after().file().getFileName()));
    }
    List<Obstacle> all = new ArrayList<>(found.stream().map(Obstacle::of).toList());
    all.addAll(otherDates(set));
    for (PlanMatch match : matches) {
      boolean off =
          match.timing() != PlanMatch.Timing.AS_PLANNED || !match.missingInside().isEmpty();
      if (off) {
        all.add(
            new Obstacle(words.match(night.night(), match), match.missetAt().map(f -> show(f))));
      }
    }
    for (PlanMatch match : matches) {
      if (night.night().programs().get(match.program()).job() == Job.LIGHT_TRAILS) {
        ofRun(match.run())
            .flatMap(RunMeasure::filling)
            .ifPresent(filling -> all.add(Obstacle.note(FrameWords.filling(filling))));
      }
    }
    for (RunEvent event : events) {
      all.add(new Obstacle(capital(words.event(event)), Optional.of(show(event.frames().get(0)))));
    }
    Set<Frame> told = events.stream().flatMap(e -> e.frames().stream()).collect(Collectors.toSet());
    for (Frame frame : set.frames()) {
      if (night.verdict(frame) == Verdict.LOOK && !told.contains(frame)) {
        String why = reasons(frame);
        all.add(
            new Obstacle(
                frame.file().getFileName()
                    + ": "
                    + (why.isEmpty() ? Words.say("frames.marked-to-be-looked-at") : why),
                Optional.of(show(frame))));
      }
    }
    obstacles.set(all);
    night
        .missingProperty()
        .set(
            matches.stream()
                .flatMap(m -> m.missingInside().stream())
                .map(PlanMatch.Missing::at)
                .toList());
  }

  /** Runs of another date than the night's, with the two ways out. */
  private List<Obstacle> otherDates(FrameSet set) {
    if (night.night() == null) {
      return List.of();
    }
    return OtherDate.of(night.night(), set).stream().map(o -> otherDate(set, o)).toList();
  }

  private Obstacle otherDate(FrameSet set, OtherDate other) {
    String sentence =
        Words.say(
            "frames.other-date",
            Words.frames(other.run().frames().size()),
            other.run().number(),
            Moments.date(other.evening()),
            Moments.date(night.night().date()));
    double slow = other.slow().toMillis() / 1000.0;
    return new Obstacle(
        Weight.WARNS,
        sentence,
        List.of(
            new Obstacle.Mend(Words.say("frames.own-night"), () -> ownNight.accept(other, set)),
            new Obstacle.Mend(
                Words.say(
                    slow > 0 ? "frames.clock-slow" : "frames.clock-fast",
                    FrameWords.clockError(slow)),
                () -> night.correctClock(other.run(), slow))));
  }

  /** Files that could not be read, and frames that turned out not to be decodable. */
  private List<FrameSet.Unreadable> unreadable(FrameSet set) {
    return Stream.concat(set.unreadable().stream(), undecodable.stream()).toList();
  }

  private Obstacle.Mend show(Frame frame) {
    return new Obstacle.Mend(
        Words.say("frames.show-it"), () -> night.selectedProperty().set(frame));
  }

  private static String capital(String text) {
    return text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
  }

  private FrameWords words(FrameSet set) {
    return night.night() == null ? new FrameWords(set) : new FrameWords(set, night.night().zone());
  }

  /** How the runs keep to the night's programs, by their numbers. */
  public Map<Integer, String> matches() {
    if (night.night() == null) {
      return Map.of();
    }
    FrameSet set = night.framesProperty().get();
    FrameWords words = words(set);
    return PlanMatch.of(night.night(), set).stream()
        .collect(
            Collectors.toMap(
                m -> m.run().number(), m -> words.match(night.night(), m), (a, b) -> a));
  }

  /** How many are to be looked at, and how many dropped. */
  private String judged(FrameSet set) {
    long look = set.frames().stream().filter(f -> night.verdict(f) == Verdict.LOOK).count();
    long drop = set.frames().stream().filter(f -> night.verdict(f) == Verdict.DROP).count();
    if (look + drop == 0) {
      return night.judgementsProperty().get().isEmpty()
          ? ""
          : Words.say("frames.all-of-them-can-be");
    }
    return Words.say("frames.to-be-looked-at-dropped", look, drop);
  }

  /** Why a frame is not simply kept, in sentences. */
  public String reasons(Frame frame) {
    Judgement judgement = night.judgementsProperty().get().get(frame.file());
    return judgement == null
        ? ""
        : String.join(". ", words(night.framesProperty().get()).reasons(judgement, events));
  }

  /** What was measured of a frame, where it was. */
  public Optional<FrameMeasure> measure(Frame frame) {
    return Optional.ofNullable(measures.get(frame.file()));
  }

  /** What was measured of a frame, in one line. */
  public String measured(Frame frame) {
    FrameMeasure m = measures.get(frame.file());
    return m == null
        ? ""
        : Words.say(
            "frames.stars-background-noise",
            m.stars(),
            m.shape().map(s -> Words.say("frames.px-wide", s.fwhm())).orElse(""),
            100 * m.sky().background(),
            100 * m.sky().noise());
  }

  /** Takes what was measured of the frames, and judges it. */
  void take(Measured measured) {
    measures.clear();
    runs.clear();
    undecodable = measured.unreadable();
    for (RunMeasure run : measured.runs()) {
      run.frames().forEach(m -> measures.put(m.frame().file(), m));
      run.frames().forEach(m -> runs.put(m.frame().file(), run));
    }
    judgeAnew();
  }

  /** What was measured of a run as a whole; empty before it is. */
  Optional<RunMeasure> ofRun(FrameRun run) {
    return run.frames().stream().map(f -> runs.get(f.file())).filter(Objects::nonNull).findFirst();
  }

  /** Judges by other thresholds from now on. */
  public void judgeBy(Judge other) {
    night.judgeBy(other);
    judgeAnew();
  }

  /** How many frames other thresholds would not simply keep. */
  long wouldLook(Judge other) {
    return night.framesProperty().get().runs().stream()
        .flatMap(r -> other.of(measured(r)).stream())
        .filter(j -> j.verdict() != Verdict.KEEP)
        .count();
  }

  private List<FrameMeasure> measured(FrameRun run) {
    return run.frames().stream().map(f -> measures.get(f.file())).filter(Objects::nonNull).toList();
  }

  private void judgeAnew() {
    Map<Path, Judgement> judged = new HashMap<>();
    List<RunEvent> found = new ArrayList<>();
    FrameSet set = night.framesProperty().get();
    for (FrameRun run : set.runs()) {
      List<Judgement> judgements = night.decisionsProperty().get().judge().of(measured(run));
      judgements.forEach(j -> judged.put(j.frame().file(), j));
      found.addAll(RunEvent.of(judgements));
    }
    events = found;
    night.notesProperty().set(notes(set));
    night.judgementsProperty().set(judged);
    // What was found of a whole run may be new where no verdict is.
    refresh(set);
  }

  private List<BandNote> notes(FrameSet set) {
    List<BandNote> notes = new ArrayList<>();
    for (RunEvent event : events) {
      Optional<Instant> from = set.takenAt(event.frames().get(0));
      Optional<Instant> to = set.takenAt(event.frames().get(event.frames().size() - 1));
      if (from.isPresent() && to.isPresent()) {
        notes.add(new BandNote(from.get(), to.get(), Words.say("event." + event.kind())));
      }
    }
    return notes;
  }

  /** Forgets what was found of other frames. */
  private void changed(FrameSet set) {
    boolean known = set.frames().stream().anyMatch(f -> measures.containsKey(f.file()));
    if (!known) {
      events = List.of();
      undecodable = List.of();
      night.notesProperty().set(List.of());
    }
    refresh(set);
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
      return Words.say("frames.no-frames-yet");
    }
    List<String> runs = new ArrayList<>();
    for (FrameRun run : set.runs()) {
      runs.add(describe(set, run));
    }
    String head =
        runs.size() == 1
            ? Words.say("frames.one-run")
            : Words.say("frames.frames-in-runs", set.frames().size(), runs.size());
    int shown = Math.min(3, runs.size());
    String rest =
        runs.size() > shown
            ? Words.say("frames.and") + (runs.size() - shown) + Words.say("frames.more")
            : "";
    return head + String.join("; ", runs.subList(0, shown)) + rest + ".";
  }

  /** A run in a few words: {@code 48 frames of 20 s from 20:40:02}. */
  public static String describe(FrameSet set, FrameRun run) {
    Frame first = run.frames().get(0);
    StringBuilder text = new StringBuilder();
    text.append(run.frames().size())
        .append(run.frames().size() == 1 ? Words.say("frames.frame") : Words.say("frames.frames"));
    first
        .info()
        .exposureSeconds()
        .ifPresent(s -> text.append(Words.say("frames.of")).append(Seconds.text(s)));
    clock(set, first).ifPresent(t -> text.append(Words.say("frames.from")).append(t));
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
    parts.add(clock(set, frame).orElse(Words.say("frames.no-time")));
    frame.info().exposureSeconds().ifPresent(s -> parts.add(Seconds.text(s)));
    frame.info().iso().ifPresent(i -> parts.add(Words.say("frames.iso") + Words.number(i)));
    Verdict verdict = night.verdict(frame);
    String mark = verdict == Verdict.KEEP ? "" : "   " + verdict.name().toLowerCase(Locale.ROOT);
    return String.join("   ", parts) + mark + "\n" + name;
  }
}
