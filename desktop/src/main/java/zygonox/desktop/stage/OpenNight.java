package zygonox.desktop.stage;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.LongSupplier;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Judge;
import zygonox.core.measure.Judgement;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.night.Decisions;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.program.Program;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.undo.History;

/** The night in work: its plan with undo, its frames, and what is chosen of them. */
public final class OpenNight {
  private final History<Night> history;
  private final ObjectProperty<FrameSet> frames = new SimpleObjectProperty<>(FrameSet.NONE);
  private final ObjectProperty<Frame> selected = new SimpleObjectProperty<>();
  private final ObjectProperty<Integer> programIndex = new SimpleObjectProperty<>(0);
  private final ObjectProperty<Instant> time = new SimpleObjectProperty<>();
  private final ObjectProperty<Map<Path, Judgement>> judgements =
      new SimpleObjectProperty<>(Map.of());
  private final ObjectProperty<List<BandNote>> notes = new SimpleObjectProperty<>(List.of());
  private final ObjectProperty<BandCurve> curve = new SimpleObjectProperty<>();
  private final ObjectProperty<List<Instant>> marks = new SimpleObjectProperty<>(List.of());
  private final ObjectProperty<List<Instant>> missing = new SimpleObjectProperty<>(List.of());
  private final ObjectProperty<Decisions> decisions = new SimpleObjectProperty<>(Decisions.NONE);
  private final ObservableList<Instant> arriving = FXCollections.observableArrayList();
  private final Consumer<RuntimeException> onFault;
  private NightFile file;

  /** The frames as their files have them: clocks not put right, kinds as they seem. */
  private FrameSet loaded = FrameSet.NONE;

  /**
   * @param onFault hears when the plan cannot be written
   * @param nanoTime the clock that tells quick edits, which are undone together, from slow ones
   */
  public OpenNight(Consumer<RuntimeException> onFault, LongSupplier nanoTime) {
    this.onFault = onFault;
    this.history = new History<>(nanoTime);
  }

  /** Opens a night from its folder or file. */
  public void open(Path path) {
    NightFile opened = NightFile.open(path);
    Night night = opened.night();
    file = opened;
    Decisions decided = Decisions.read(opened.folder());
    programIndex.set(0);
    time.set(null);
    judgements.set(Map.of());
    decisions.set(decided);
    history.open(night);
  }

  /** The plan as it stands; null before one was opened. */
  public ReadOnlyObjectProperty<Night> nightProperty() {
    return history.currentProperty();
  }

  public Night night() {
    return history.get();
  }

  /** Takes back the last edit. */
  public void undo() {
    if (history.undo()) {
      within();
      save();
    }
  }

  /** Does the last edit taken back again. */
  public void redo() {
    if (history.redo()) {
      within();
      save();
    }
  }

  /** After a step back there may be fewer programs than the one in work counts. */
  private void within() {
    programIndex.set(Math.max(0, Math.min(programIndex.get(), night().programs().size() - 1)));
  }

  /** The night's folder; empty before one was opened. */
  public Optional<Path> folder() {
    return Optional.ofNullable(file).map(NightFile::folder);
  }

  /** Every change is on disk at once. */
  private void save() {
    try {
      file = file.write(history.get());
    } catch (InvalidInput | WorkFailed e) {
      onFault.accept(e);
    }
  }

  /** Which of the night's programs is in work. */
  public ObjectProperty<Integer> programIndexProperty() {
    return programIndex;
  }

  public Optional<Program> program() {
    Night night = night();
    return night == null || night.programs().isEmpty()
        ? Optional.empty()
        : Optional.of(
            night.programs().get(Math.min(programIndex.get(), night.programs().size() - 1)));
  }

  /** Makes a new night in a folder and opens it. */
  public void begin(Path folder, Night plan) {
    NightFile.at(folder.resolve(NightFile.FILE_NAME)).write(plan);
    open(folder);
  }

  /** Changes the plan as a whole. */
  public void edit(String thing, Night changed) {
    history.edit(thing, changed);
    save();
  }

  /** Changes the program in work. */
  public void edit(String thing, Program changed) {
    history.edit(thing + programIndex.get(), night().withProgram(programIndex.get(), changed));
    save();
  }

  /** Adds a program after the others and takes it into work. */
  public void add(Program program) {
    List<Program> all = new ArrayList<>(night().programs());
    all.add(program);
    edit("add" + all.size(), night().withPrograms(all));
    programIndex.set(all.size() - 1);
  }

  /** Takes the program in work out of the plan. */
  public void remove() {
    List<Program> all = new ArrayList<>(night().programs());
    int index = Math.min(programIndex.get(), all.size() - 1);
    all.remove(index);
    programIndex.set(Math.max(0, index - 1));
    edit("remove" + all.size(), night().withPrograms(all));
  }

  /** The frames that were shot or loaded. */
  public ObjectProperty<FrameSet> framesProperty() {
    return frames;
  }

  /** Takes frames in, with what a person has said of their runs. */
  public void load(FrameSet set) {
    loaded = set;
    frames.set(decisions.get().applied(base(), set));
  }

  /** Where the night's frames are: in its own folder of frames, and where they were loaded from. */
  public List<Path> sources() {
    List<Path> all = new ArrayList<>();
    folder().map(f -> f.resolve("frames")).filter(Files::isDirectory).ifPresent(all::add);
    folder()
        .ifPresent(
            f -> decisions.get().sources(f).stream().filter(Files::exists).forEach(all::add));
    return all.stream().distinct().toList();
  }

  /** Remembers where frames were loaded from, so that they are there when the night is opened. */
  public void remember(List<Path> paths) {
    Path own = base().resolve("frames");
    decide(
        decisions.get().withSources(base(), paths.stream().filter(p -> !p.equals(own)).toList()));
  }

  /** Says that a run's camera clock was slow, or with a number below 0 fast. */
  public void correctClock(FrameRun run, double slowSeconds) {
    double before = decisions.get().clock(base(), run);
    decide(decisions.get().withClock(base(), run, before + slowSeconds));
    frames.set(decisions.get().applied(base(), loaded));
  }

  /** By how many seconds a run's camera clock was slow. */
  public double clock(FrameRun run) {
    return decisions.get().clock(base(), run);
  }

  /** Names of frames are told from here. */
  private Path base() {
    return folder().orElse(Path.of(""));
  }

  /** Decisions are kept in the night's folder, where one is open. */
  private void decide(Decisions decided) {
    decisions.set(decided);
    try {
      folder().ifPresent(decided::write);
    } catch (InvalidInput | WorkFailed e) {
      onFault.accept(e);
    }
  }

  /** Says what a run was taken for. */
  public void say(FrameRun run, FrameKind kind) {
    decide(decisions.get().withKind(base(), run, kind));
    frames.set(decisions.get().applied(base(), loaded));
  }

  /** Says how strictly frames are to be judged. */
  public void judgeBy(Judge judge) {
    decide(decisions.get().withJudge(judge));
  }

  /** What was thought of frames, by their files; those not judged are not in it. */
  public ObjectProperty<Map<Path, Judgement>> judgementsProperty() {
    return judgements;
  }

  /** What happened while the frames were shot. */
  public ObjectProperty<List<BandNote>> notesProperty() {
    return notes;
  }

  /** How bright frames are, while that is worked on; null else. */
  public ObjectProperty<BandCurve> curveProperty() {
    return curve;
  }

  /** Frames in which something was found that is decided on now. */
  public ObjectProperty<List<Instant>> marksProperty() {
    return marks;
  }

  /** When shots of the programs were due of which no frame is there. */
  public ObjectProperty<List<Instant>> missingProperty() {
    return missing;
  }

  /** What a person has decided about frames. */
  public ReadOnlyObjectProperty<Decisions> decisionsProperty() {
    return decisions;
  }

  /** What to do with a frame: what a person decided, else what was judged, else to keep it. */
  public Verdict verdict(Frame frame) {
    return decisions
        .get()
        .verdict(base(), frame.file())
        .or(() -> Optional.ofNullable(judgements.get().get(frame.file())).map(Judgement::verdict))
        .orElse(Verdict.KEEP);
  }

  /** Decides about a frame. */
  public void decide(Frame frame, Verdict verdict) {
    decide(decisions.get().withVerdict(base(), frame.file(), verdict));
  }

  /** The frame that is looked at, or null. */
  public ObjectProperty<Frame> selectedProperty() {
    return selected;
  }

  /** The moment that was chosen on the night band, or null. */
  public ObjectProperty<Instant> timeProperty() {
    return time;
  }

  /** When the frames were taken that are just arriving from a camera. */
  public ObservableList<Instant> arriving() {
    return arriving;
  }
}
