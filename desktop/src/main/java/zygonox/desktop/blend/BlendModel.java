package zygonox.desktop.blend;

import java.nio.file.Path;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.align.SkyView;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.Depth;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.HeadPositions;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.night.Night;
import zygonox.core.night.PlanMatch;
import zygonox.core.program.ProgramFinding.Weight;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Seconds;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Region;
import zygonox.core.recipe.Selection;
import zygonox.core.recipe.Taper;
import zygonox.core.recipe.Weights;
import zygonox.core.words.BlendWords;
import zygonox.core.words.RecipeWords;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;

/**
 * How the frames are blended, as a sentence that keeps silent about what is usual; and what came of
 * it. The recipe is part of the night: it is kept and undone with it.
 */
public final class BlendModel {

  private final OpenNight night;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<Obstacle>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyObjectWrapper<BlendResult> result = new ReadOnlyObjectWrapper<>();

  /** Where there is more room for a while, of this sitting; empty: where results are. */
  private Optional<Path> scratch = Optional.empty();

  private Runnable choosesScratch = () -> {};

  /** The recipe where there is no night to keep it. */
  private Recipe loose = Recipe.of(Selection.of(List.of()), BlendMethod.LIGHTEN);

  public BlendModel(OpenNight night) {
    this.night = night;
    night.framesProperty().subscribe(set -> refresh());
    night.nightProperty().subscribe(n -> refresh());
    night.judgementsProperty().subscribe(j -> refresh());
    night.decisionsProperty().subscribe(o -> refresh());
  }

  /** The run that people came for, most likely. */
  private static int largestSkyRun(FrameSet set) {
    List<FrameRun> runs = set.runs();
    int best = 0;
    for (int i = 1; i < runs.size(); i++) {
      boolean sky = runs.get(i).kind() == FrameKind.SKY;
      boolean bestSky = runs.get(best).kind() == FrameKind.SKY;
      boolean larger = runs.get(i).frames().size() > runs.get(best).frames().size();
      if (sky && !bestSky || sky == bestSky && larger) {
        best = i;
      }
    }
    return best;
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<List<Obstacle>> obstaclesProperty() {
    return obstacles.getReadOnlyProperty();
  }

  /** What the last blend came to; null before the first. */
  public ReadOnlyObjectProperty<BlendResult> resultProperty() {
    return result.getReadOnlyProperty();
  }

  public boolean canBlend() {
    return !night.framesProperty().get().frames().isEmpty();
  }

  /** The recipe as it stands, without the names of frames. */
  Recipe recipe() {
    Night open = night.night();
    return open == null ? loose : open.recipe().orElse(loose);
  }

  /** Takes another recipe, in one step of undo. */
  void edit(String thing, Recipe changed) {
    take(thing, guided(changed));
  }

  /**
   * Goes back to the recipe that a picture was made by. Which frames take part stays as it stands.
   *
   * @return how many frames it was made of, where those that would be taken now are others
   */
  OptionalInt goBackTo(Recipe made) {
    take("made", made.withSelection(recipe().selection()));
    Set<Path> then = plain(made.selection().paths().stream());
    Set<Path> now = plain(keptFrames().stream().map(Frame::file));
    return then.equals(now) ? OptionalInt.empty() : OptionalInt.of(then.size());
  }

  private static Set<Path> plain(Stream<Path> files) {
    return files.map(f -> f.toAbsolutePath().normalize()).collect(Collectors.toSet());
  }

  private void take(String thing, Recipe changed) {
    Recipe sound = sound(changed);
    if (night.night() == null) {
      loose = sound;
      refresh();
    } else {
      night.edit("recipe " + thing, night.night().withRecipe(sound));
    }
  }

  /** Where the plan tells where the camera looked, stars that are aligned on are guided by it. */
  private Recipe guided(Recipe changed) {
    boolean begins = changed.align() == Align.STARS && recipe().align() != Align.STARS;
    return begins && changed.skyView().isEmpty()
        ? changed.withSkyView(plannedView(run()))
        : changed;
  }

  /** Where the camera looked in a run, by the night's plan. */
  Optional<SkyView> plannedView(int index) {
    FrameSet set = night.framesProperty().get();
    if (night.night() == null || index >= set.runs().size()) {
      return Optional.empty();
    }
    return PlanMatch.of(night.night(), set).stream()
        .filter(m -> m.run().equals(set.runs().get(index)))
        .findFirst()
        .flatMap(m -> m.view(night.night()));
  }

  /** Lets go of what has no meaning any more after another part was changed. */
  private static Recipe sound(Recipe recipe) {
    Recipe sound = recipe;
    boolean weighs =
        sound.method() == BlendMethod.MEAN || sound.method() == BlendMethod.CLIPPED_MEAN;
    if (!weighs) {
      sound = sound.withWeights(Weights.EVEN);
    }
    if (sound.method() != BlendMethod.CLIPPED_MEAN) {
      sound = sound.withKappa(Recipe.USUAL_KAPPA);
    }
    if (sound.align() == Align.NONE) {
      sound = sound.withAlign(Align.NONE, Optional.empty()).withCrop(Crop.NONE);
    }
    if (sound.align() != Align.STARS) {
      sound = sound.withGround(Optional.empty());
    }
    if (sound.method() != BlendMethod.LIGHTEN || sound.align() != Align.NONE) {
      sound = sound.withMending(sound.mending().withGaps(false));
    }
    sound = ShapeClauses.sound(sound);
    boolean averages = weighs || sound.method() == BlendMethod.SUM;
    if (!averages || sound.usesLight()) {
      sound = sound.withAverageIn(AverageIn.LINEAR);
    }
    return sound;
  }

  /** The run in work, counting from 0. */
  private int run() {
    FrameSet set = night.framesProperty().get();
    OptionalInt chosen = recipe().selection().run();
    return chosen.isPresent() && chosen.getAsInt() <= set.runs().size()
        ? chosen.getAsInt() - 1
        : largestSkyRun(set);
  }

  public void setRun(int index) {
    Selection of = recipe().selection();
    Recipe now = recipe();
    if (Skies.of(now).isPresent()) {
      List<Frame> there = night.framesProperty().get().runs().get(index).frames();
      now = Skies.from(now, Optional.of(there.get(0).file()));
    }
    Recipe other =
        now.withSelection(
                of.withRun(OptionalInt.of(index + 1))
                    .withPosition(OptionalInt.empty())
                    .withFrom(Optional.empty())
                    .withTo(Optional.empty()))
            .withAlign(now.align(), Optional.empty())
            .withSkyView(now.skyView().flatMap(v -> plannedView(index)));
    // What lay on the red of the run before may be this one.
    FrameSet set = night.framesProperty().get();
    edit("run", Care.RED.isOn(other) ? Care.RED.with(other, true, set) : other);
  }

  public void setMethod(BlendMethod chosen) {
    edit("method", recipe().withMethod(chosen));
  }

  public void setAlign(Align chosen) {
    edit("align", recipe().withAlign(chosen, recipe().reference()));
  }

  void set(Care care, boolean on) {
    FrameSet set = night.framesProperty().get();
    edit(care.name().toLowerCase(Locale.ROOT).replace('_', ' '), care.with(recipe(), on, set));
  }

  /** Brings the frames onto that one. */
  void setReference(Path file) {
    edit(
        "reference",
        recipe()
            .withAlign(
                recipe().align() == Align.NONE ? Align.STARS : recipe().align(),
                Optional.of(file)));
  }

  private void refresh() {
    FrameSet set = night.framesProperty().get();
    if (set.runs().isEmpty()) {
      sentence.set(
          new Sentence.Builder().say(Words.say("blend.s-without-frames-there-is-nothing")).end());
      obstacles.set(List.of());
      return;
    }
    FrameRun run = set.runs().get(run());
    obstacles.set(found(run));
    sentence.set(new RecipeSentence(this, set, run()).told());
  }

  private List<Obstacle> found(FrameRun run) {
    List<Obstacle> found = new ArrayList<>();
    warnings(run).forEach(w -> found.add(Obstacle.of(w)));
    scratch(run).ifPresent(found::add);
    result().flatMap(BlendWords::noiseReason).ifPresent(r -> found.add(Obstacle.note(r)));
    result().flatMap(BlendWords::sharpnessReason).ifPresent(r -> found.add(Obstacle.note(r)));
    return found;
  }

  /** Methods that look at all frames at once may need room on the disk for a while. */
  private Optional<Obstacle> scratch(FrameRun run) {
    boolean atOnce =
        recipe().method() == BlendMethod.MEDIAN || recipe().method() == BlendMethod.CLIPPED_MEAN;
    if (!atOnce) {
      return Optional.empty();
    }
    Frame first = run.frames().get(0);
    int bytes = recipe().usesLight() ? Depth.FLOAT.bits() / 8 : first.layout().bits() / 8;
    long need = (long) kept(run).size() * first.layout().samples() * bytes;
    Path folder = scratch.orElseGet(this::folder);
    long free = folder.toFile().getUsableSpace();
    String said = Words.say("blend.scratch", new ByteSize(need), folder, new ByteSize(free));
    return Optional.of(
        new Obstacle(
            need > free ? Weight.WARNS : Weight.INFORMS,
            said,
            List.of(new Obstacle.Mend(Words.say("blend.scratch-elsewhere"), choosesScratch))));
  }

  /** How another folder for the disk space of a blend is asked for. */
  void onChoosingScratch(Runnable asks) {
    choosesScratch = asks;
    refresh();
  }

  void setScratch(Path folder) {
    scratch = Optional.of(folder);
    refresh();
  }

  /** Where results are made: in the night's folder, or beside the frames. */
  Path folder() {
    return night
        .folder()
        .orElseGet(
            () ->
                night.framesProperty().get().frames().stream()
                    .findFirst()
                    .map(f -> f.file().toAbsolutePath().getParent())
                    .orElse(Path.of("").toAbsolutePath()));
  }

  /** What would go against the purpose of a blend. */
  private List<String> warnings(FrameRun of) {
    List<String> warnings = new ArrayList<>();
    if (recipe().method() == BlendMethod.LIGHTEN && recipe().align() == Align.STARS) {
      warnings.add(Words.say("blend.aligned-on-the-stars-lighten"));
    }
    long dropped = of.frames().stream().filter(f -> night.verdict(f) == Verdict.DROP).count();
    if (dropped > 0) {
      warnings.add(
          dropped == 1
              ? Words.say("blend.one-frame-of-the-run")
              : dropped + Words.say("blend.frames-of-the-run-are"));
    }
    if (of.frames().size() == 1) {
      warnings.add(Words.say("blend.one-frame-alone-is-its"));
    }
    result()
        .ifPresent(
            r ->
                r.dropped()
                    .forEach(
                        d ->
                            warnings.add(
                                d.file().getFileName()
                                    + Words.say("blend.was-left-out")
                                    + Words.reason(d.reason()))));
    return warnings;
  }

  private Optional<BlendResult> result() {
    return Optional.ofNullable(result.get());
  }

  /** Those that are not dropped; all of them where nothing would be left. */
  private List<Frame> kept(FrameRun of) {
    return kept(of, recipe().selection().to());
  }

  private List<Frame> kept(FrameRun of, Optional<OffsetDateTime> to) {
    Optional<OffsetDateTime> from = recipe().selection().from();
    List<List<Frame>> positions = positions(of);
    // A position that is no more, in another run or after a clock was put right, means all.
    List<Frame> there =
        recipe().selection().position().stream()
            .filter(p -> p <= positions.size())
            .mapToObj(p -> positions.get(p - 1))
            .findFirst()
            .orElse(of.frames());
    List<Frame> kept =
        there.stream()
            .filter(f -> night.verdict(f) != Verdict.DROP)
            .filter(f -> to.isEmpty() || !isAfter(f, to.get()))
            .filter(f -> from.isEmpty() || !isBefore(f, from.get()))
            .toList();
    List<Frame> left = kept.isEmpty() ? there : kept;
    int every = recipe().selection().every();
    return IntStream.range(0, left.size()).filter(i -> i % every == 0).mapToObj(left::get).toList();
  }

  /** The frame of the run in work that was looked at last. */
  Optional<Path> looked() {
    return Optional.ofNullable(night.selectedProperty().get())
        .filter(keptFrames()::contains)
        .map(Frame::file);
  }

  /**
   * The frame that a sky comes from which is of one alone: that which was looked at, or the first.
   */
  Optional<Path> skyFrame() {
    return looked().or(() -> keptFrames().stream().map(Frame::file).findFirst());
  }

  private List<List<Frame>> positions(FrameRun of) {
    return HeadPositions.of(of.frames(), night.framesProperty().get());
  }

  /** Positions of a head that was turned between the frames of the run in work. */
  List<List<Frame>> positions() {
    FrameSet set = night.framesProperty().get();
    return set.runs().isEmpty() ? List.of() : positions(set.runs().get(run()));
  }

  private boolean isAfter(Frame frame, OffsetDateTime time) {
    return takenAt(frame).filter(t -> t.isAfter(time.toInstant())).isPresent();
  }

  private boolean isBefore(Frame frame, OffsetDateTime time) {
    return takenAt(frame).filter(t -> t.isBefore(time.toInstant())).isPresent();
  }

  /** When a frame was taken, where it tells. */
  Optional<Instant> takenAt(Frame frame) {
    return night.framesProperty().get().takenAt(frame);
  }

  /** A moment by the night's clock. */
  OffsetDateTime local(Instant time) {
    ZoneId zone =
        night.night() == null ? night.framesProperty().get().assumedOffset() : night.night().zone();
    return time.atZone(zone).toOffsetDateTime();
  }

  /** The frames that a blend would take, were it to take those until then; all of them if empty. */
  List<Frame> framesUpTo(Optional<OffsetDateTime> to) {
    FrameSet set = night.framesProperty().get();
    return set.runs().isEmpty() ? List.of() : kept(set.runs().get(run()), to);
  }

  /** The frames that a blend would take now; none without frames. */
  List<Frame> keptFrames() {
    FrameSet set = night.framesProperty().get();
    return set.runs().isEmpty() ? List.of() : kept(set.runs().get(run()));
  }

  /** The blend as it is set now, cut off from the window. */
  public BlendJob job(Path target) {
    return job(sound(recipe()), keptFrames(), target);
  }

  private BlendJob job(Recipe recipe, List<Frame> frames, Path target) {
    // Frames by name, so that the result can be made again whatever is decided later.
    Recipe whole = recipe.withSelection(Selection.of(frames.stream().map(Frame::file).toList()));
    return new BlendJob(
        whole,
        new FrameSet(frames, List.of(), night.framesProperty().get().assumedOffset()),
        target,
        scratch,
        RecipeWords.sentence(whole, OptionalInt.of(frames.size())));
  }

  /** Whether there are so many frames that a look at a few of them is worth having first. */
  boolean canBeRough() {
    return keptFrames().size() >= 2 * RoughLook.FRAMES;
  }

  /** A look at a few of the frames, to see whether it is worth going on. */
  BlendJob roughJob(Path target) {
    List<Frame> few = RoughLook.of(keptFrames());
    return job(RoughLook.of(sound(recipe()), few), few, target);
  }

  /** The name such a look is kept under: after what it does, not after the whole recipe. */
  String roughName() {
    return "rough-" + fileName(RoughLook.of(sound(recipe()), List.of()));
  }

  void finished(BlendResult done) {
    result.set(done);
    refresh();
  }

  /** Another night, or another set of frames: what came of others concerns it no more. */
  void forget() {
    result.set(null);
    refresh();
  }

  /** What a blend came to, in a sentence. */
  static String outcome(BlendResult done) {
    StringBuilder text = new StringBuilder();
    text.append(
        Words.say(
            "blend.of-frames-in",
            done.method().term(),
            done.used(),
            Seconds.about(done.seconds())));
    BlendWords.noise(done).ifPresent(said -> text.append("; ").append(said));
    BlendWords.rejected(done).ifPresent(said -> text.append("; ").append(said));
    done.starWidths()
        .ifPresent(
            w -> text.append("; ").append(Words.say("blend.stars", w.stacked(), w.single())));
    BlendWords.sharpness(done).ifPresent(said -> text.append("; ").append(said));
    BlendWords.finerDetail(done).ifPresent(said -> text.append("; ").append(said));
    return text.toString();
  }

  /** The name a result is saved under when nothing else is said: after its recipe. */
  static String fileName(Recipe recipe) {
    StringBuilder name = new StringBuilder(recipe.method().term());
    if (recipe.kappa() != Recipe.USUAL_KAPPA) {
      name.append('-').append(Words.number(recipe.kappa()));
    }
    if (recipe.align() != Align.NONE) {
      name.append("-aligned");
    }
    if (!recipe.calibration().isNone()) {
      name.append("-calibrated");
    }
    if (recipe.ground().isPresent()) {
      name.append("-over-ground");
    }
    if (recipe.mending().removesStreaks()) {
      name.append("-clean");
    }
    if (recipe.mending().bridgesGaps()) {
      name.append("-bridged");
    }
    if (!recipe.tone().isNone()) {
      name.append("-developed");
    }
    if (Skies.of(recipe).isPresent()) {
      name.append("-still-sky");
    }
    if (recipe.regions().stream().anyMatch(Region::isCloud)) {
      name.append("-even-cloud");
    }
    if (recipe.regions().stream().anyMatch(Region::isPainted)) {
      name.append("-parts");
    }
    if (recipe.movement().isPresent()) {
      name.append("-movement");
    }
    if (recipe.selection().position().isPresent()) {
      name.append("-position-").append(recipe.selection().position().getAsInt());
    }
    if (recipe.taper() != Taper.NONE) {
      name.append(recipe.taper().endsInPoints() ? "-points" : "-tapered");
    }
    if (recipe.selection().every() > 1) {
      name.append("-every-").append(recipe.selection().every());
    }
    recipe.sharpest().ifPresent(n -> name.append("-sharpest-").append(n));
    if (recipe.selection().to().isPresent()) {
      name.append("-shorter");
    }
    if (recipe.scale() > 1) {
      name.append("-times-").append(Words.number(recipe.scale()));
    } else if (recipe.scale() < 1) {
      name.append("-half");
    }
    if (recipe.weights() == Weights.QUALITY) {
      name.append("-weighted");
    }
    if (recipe.averageIn() == AverageIn.ENCODED) {
      name.append("-stored-values");
    }
    if (!recipe.crop().equals(Crop.NONE)) {
      name.append("-trimmed");
    }
    return name.append(".tif").toString();
  }
}
