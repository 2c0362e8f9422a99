package zygonox.desktop.motion;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleIntegerProperty;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.motion.ClipLight;
import zygonox.core.motion.ClipPreview;
import zygonox.core.motion.ClipRecipe;
import zygonox.core.motion.Codec;
import zygonox.core.motion.Correction;
import zygonox.core.motion.Evenness;
import zygonox.core.motion.FrameRate;
import zygonox.core.motion.LightCourse;
import zygonox.core.motion.LightKey;
import zygonox.core.motion.Move;
import zygonox.core.motion.Pace;
import zygonox.core.motion.PictureSize;
import zygonox.core.motion.Sequence;
import zygonox.core.motion.SmallPicture;
import zygonox.core.motion.Steady;
import zygonox.core.motion.Timeline;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.Raster;
import zygonox.core.words.MotionWords;
import zygonox.core.words.Words;
import zygonox.core.work.LogFile;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.stage.BandCurve;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;

/** The clip that is to be made: its sentence, its light, and its pictures made small. */
public final class MotionModel {
  /** What most want. */
  private static final ClipRecipe USUAL =
      ClipRecipe.of(new FrameRate(30, 1), Codec.VP9)
          .withEvenness(Evenness.NONE.withSmoothRamp(true).withDeflicker(true))
          .withPace(Pace.USUAL.withGaps(Pace.Gaps.BRIDGED));

  /** By so many stops light can be bent. */
  private static final double MOST_BENT = 6;

  private final OpenNight night;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<Obstacle>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyObjectWrapper<LightCourse> course = new ReadOnlyObjectWrapper<>();
  private final IntegerProperty position = new SimpleIntegerProperty();

  /** The recipe where there is no night to keep it. */
  private ClipRecipe loose = USUAL;

  /** What was last said of. */
  private ClipRecipe recipe = USUAL;

  private int wanted = -1;
  private List<Sequence> sequences = List.of();
  private List<Frame> frames = List.of();
  private SmallPicture[] pictures = new SmallPicture[0];
  private Optional<ClipLight> light = Optional.empty();
  private Optional<Timeline> timeline = Optional.empty();
  private Optional<String> tooLong = Optional.empty();
  private Optional<Steady> steady = Optional.empty();
  private ClipPreview preview;

  public MotionModel(OpenNight night) {
    this.night = night;
    night
        .framesProperty()
        .subscribe(
            set -> {
              wanted = -1;
              refresh();
            });
    night
        .nightProperty()
        .subscribe(
            n -> {
              if (!recipe.equals(kept())) {
                refresh();
              }
            });
    night.judgementsProperty().subscribe(j -> refresh());
    night.decisionsProperty().subscribe(d -> refresh());
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<List<Obstacle>> obstaclesProperty() {
    return obstacles.getReadOnlyProperty();
  }

  /** How light runs over the clip; null until it is measured. */
  public ReadOnlyObjectProperty<LightCourse> courseProperty() {
    return course.getReadOnlyProperty();
  }

  /** The picture of the clip that is looked at, counting from 0. */
  public IntegerProperty positionProperty() {
    return position;
  }

  /** The frames of the clip, in order. */
  public List<Frame> frames() {
    return frames;
  }

  public ClipRecipe recipe() {
    return recipe;
  }

  /** The night's, undone and redone with it. */
  private ClipRecipe kept() {
    return night.night() == null ? loose : night.night().clip().orElse(USUAL);
  }

  public boolean canMake() {
    return frames.size() > 1;
  }

  /** How many pictures it has. */
  int pictures() {
    return timeline.map(Timeline::count).orElse(0);
  }

  /** The frame that is looked at, counting from 0. */
  int frame() {
    return timeline.map(t -> t.frame(position.get())).orElse(0);
  }

  /** Goes to where a frame is shown. */
  void goTo(int frame) {
    timeline.ifPresent(t -> position.set(t.picture(frame)));
  }

  /** Pauses, and frames that were left out. */
  List<Timeline.Missing> missing() {
    return Timeline.missing(taken());
  }

  private List<Optional<Instant>> taken() {
    FrameSet set = night.framesProperty().get();
    return frames.stream().map(set::takenAt).toList();
  }

  /** How long it is, in seconds. */
  double seconds() {
    return recipe.rate().duration(pictures());
  }

  /** By how much the light is bent at a frame, in stops. */
  double bentAt(int frame) {
    return LightKey.over(frames, recipe.evenness().keys())[frame];
  }

  /**
   * Bends the light at a frame.
   *
   * @param stops by how much brighter than without any bending
   * @param done whether the person is through with it: only then it is kept
   */
  void bend(int frame, double stops, boolean done) {
    List<LightKey> keys = keysWithout(frame);
    double most = Math.max(-MOST_BENT, Math.min(MOST_BENT, Math.round(100 * stops) / 100.0));
    keys.add(new LightKey(name(frame), most));
    bent("bend" + frame, keys, done);
  }

  /** Takes the bending at a frame away, where there is one. */
  void unbend(int frame) {
    List<LightKey> keys = keysWithout(frame);
    if (keys.size() < recipe.evenness().keys().size()) {
      bent("unbend" + frame, keys, true);
    }
  }

  /** Whether the light is bent at this very frame. */
  boolean isKey(int frame) {
    return keysWithout(frame).size() < recipe.evenness().keys().size();
  }

  /** Takes all bending away. */
  void straighten() {
    bent("straighten", List.of(), true);
  }

  private void bent(String thing, List<LightKey> keys, boolean done) {
    ClipRecipe changed = recipe.withEvenness(recipe.evenness().withKeys(keys));
    if (done) {
      edit(thing, changed);
    } else {
      recipe = changed;
      rework();
    }
  }

  private List<LightKey> keysWithout(int frame) {
    List<LightKey> keys = new ArrayList<>(recipe.evenness().keys());
    keys.removeIf(k -> k.frame().equals(name(frame)));
    return keys;
  }

  private String name(int frame) {
    return frames.get(frame).file().getFileName().toString();
  }

  /** The size of its pictures. */
  PictureSize size() {
    return recipe.sizeFor(frames.get(0).layout());
  }

  void edit(ClipRecipe changed) {
    edit("clip", changed);
  }

  /**
   * @param thing what is changed: several changes of one thing in a row are one step of undo
   */
  private void edit(String thing, ClipRecipe changed) {
    recipe = changed;
    loose = changed;
    if (night.night() != null) {
      night.edit(thing, night.night().withClip(changed));
    }
    refresh();
  }

  /** The clip is to have a name: it becomes what its ending says, where it cannot be what it is. */
  void named(String name) {
    try {
      Path file = Path.of(name.strip());
      if (!recipe.codec().fits(file)) {
        edit(recipe.withCodec(Codec.usual(file)));
      }
    } catch (InvalidInput | InvalidPathException e) {
      // Said when the clip is to be made; until then it may still be being typed.
      LogFile.note(name, e);
    }
  }

  /** The sequence in work, counting from 0: the longest, where nothing else was said. */
  int chosen() {
    if (wanted >= 0 && wanted < sequences.size()) {
      return wanted;
    }
    int best = 0;
    for (int i = 1; i < sequences.size(); i++) {
      if (sequences.get(i).frames().size() > sequences.get(best).frames().size()) {
        best = i;
      }
    }
    return best;
  }

  List<Sequence> sequences() {
    return sequences;
  }

  void choose(int index) {
    wanted = index;
    refresh();
  }

  private void refresh() {
    recipe = kept();
    FrameSet set = night.framesProperty().get();
    sequences = Sequence.of(set);
    if (sequences.isEmpty()) {
      take(List.of());
      course.set(null);
      preview = null;
      String said = set.frames().isEmpty() ? "motion.no-frames" : "motion.too-few";
      sentence.set(new Sentence.Builder().say(Words.say(said)).end());
      obstacles.set(List.of());
      return;
    }
    Sequence sequence = sequences.get(chosen());
    take(sequence.frames().stream().filter(f -> night.verdict(f) != Verdict.DROP).toList());
    rework();
    sentence.set(
        canMake()
            ? new MotionSentence(this, set, zone(set)).told()
            : new Sentence.Builder().say(Words.say("motion.too-few")).end());
    obstacles.set(found(sequence));
  }

  private ZoneId zone(FrameSet set) {
    return night.night() == null ? set.assumedOffset() : night.night().zone();
  }

  /** Other frames than before: what was worked out of those is no more. */
  private void take(List<Frame> now) {
    if (now.equals(frames)) {
      return;
    }
    frames = now;
    pictures = new SmallPicture[now.size()];
    light = Optional.empty();
    steady = Optional.empty();
    position.set(0);
  }

  private void rework() {
    LightCourse now = light.map(l -> LightCourse.of(l, recipe.evenness())).orElse(null);
    timeline = canMake() ? Optional.of(laid()) : Optional.empty();
    position.set(Math.max(0, Math.min(pictures() - 1, position.get())));
    preview =
        timeline
            .map(
                t ->
                    new ClipPreview(
                        frames,
                        pictures,
                        recipe,
                        corrections(now),
                        t,
                        recipe.view().steady() ? steady.orElse(Steady.AS_SHOT) : Steady.AS_SHOT))
            .orElse(null);
    course.set(now);
  }

  /** How bright the frames are along the night; empty until that is measured. */
  Optional<BandCurve> onBand() {
    LightCourse now = course.get();
    if (now == null || light.isEmpty()) {
      return Optional.empty();
    }
    FrameSet set = night.framesProperty().get();
    List<Frame> measured = light.get().frames();
    List<Integer> timed =
        IntStream.range(0, measured.size())
            .filter(i -> set.takenAt(measured.get(i)).isPresent())
            .boxed()
            .toList();
    return Optional.of(
        new BandCurve(
            timed.stream().map(i -> set.takenAt(measured.get(i)).orElseThrow()).toList(),
            timed.stream().map(i -> now.shot()[i]).toList(),
            timed.stream().map(i -> now.shown()[i]).toList(),
            now.steps().stream()
                .flatMap(s -> set.takenAt(measured.get(s.after() + 1)).stream())
                .toList()));
  }

  /** Which frames its pictures show; where that would be too many, a picture for each frame. */
  private Timeline laid() {
    tooLong = Optional.empty();
    try {
      return Timeline.of(taken(), recipe.pace());
    } catch (InvalidInput e) {
      tooLong = Optional.of(e.getMessage());
      return Timeline.of(taken(), Pace.USUAL);
    }
  }

  /** By frame; those that could not be measured stay as they are. */
  private Correction[] corrections(LightCourse now) {
    Map<Frame, Correction> found = new HashMap<>();
    if (now != null) {
      Correction[] each = now.each();
      List<Frame> measured = light.orElseThrow().frames();
      for (int i = 0; i < each.length; i++) {
        found.put(measured.get(i), each[i]);
      }
    }
    return frames.stream()
        .map(f -> found.getOrDefault(f, Correction.NONE))
        .toArray(Correction[]::new);
  }

  private List<Obstacle> found(Sequence sequence) {
    List<Obstacle> found = new ArrayList<>();
    int dropped = sequence.frames().size() - frames.size();
    if (dropped > 0) {
      String said =
          recipe.pace().gaps() == Pace.Gaps.CUT ? "motion.dropped" : "motion.dropped-bridged";
      found.add(Obstacle.note(Words.say(said, dropped)));
    }
    tooLong.ifPresent(said -> found.add(Obstacle.of(said)));
    light
        .flatMap(ClipLight::clippedFrom)
        .ifPresent(f -> found.add(Obstacle.of(MotionWords.clipped(f.file()))));
    if (canMake()) {
      PictureSize own = size();
      double zoom = recipe.view().move().map(MotionModel::nearest).orElse(1.0);
      double enlarged =
          zoom
              * Math.max(
                  (double) own.width() / frames.get(0).layout().width(),
                  (double) own.height() / frames.get(0).layout().height());
      if (enlarged > 1) {
        found.add(Obstacle.of(MotionWords.enlarged(enlarged)));
      }
    }
    return found;
  }

  /** The frames' light was measured. */
  void lit(List<Frame> of, ClipLight measured) {
    if (of.equals(frames)) {
      light = Optional.of(measured);
      refresh();
    }
  }

  /** Where the scene lies in each frame was found. */
  void held(List<Frame> of, Steady found) {
    if (of.equals(frames)) {
      steady = Optional.of(found);
      refresh();
    }
  }

  /** Whether the scene is to be held still, and where it lies is not known yet. */
  boolean wantsSteady() {
    return recipe.view().steady() && steady.isEmpty() && canMake();
  }

  private static double nearest(Move move) {
    return Math.max(move.from().zoom(), move.to().zoom());
  }

  /** A frame's small picture is there. */
  void arrived(List<Frame> of, int index, SmallPicture picture) {
    if (of.equals(frames)) {
      pictures[index] = picture;
    }
  }

  boolean isThere(int index) {
    return pictures[index] != null;
  }

  boolean isLit() {
    return light.isPresent();
  }

  /** The clip's picture at a place; empty where none is there yet. */
  public Optional<Raster> picture(int index) {
    return preview == null || preview.isEmpty() ? Optional.empty() : Optional.of(preview.at(index));
  }

  /** Goes on by so many frames, round and round. */
  public void step(int by) {
    if (canMake()) {
      position.set(Math.floorMod(position.get() + by, pictures()));
    }
  }

  /** The clip as it is set now, cut off from the window. */
  ClipJob job(Path target, boolean withLast) {
    return new ClipJob(
        recipe,
        new FrameSet(frames, List.of(), night.framesProperty().get().assumedOffset()),
        target,
        withLast);
  }

  /** Where clips are made: in the night's folder, or beside the frames. */
  Path folder() {
    return night
        .folder()
        .orElseGet(
            () ->
                frames.isEmpty()
                    ? Path.of("").toAbsolutePath()
                    : frames.get(0).file().toAbsolutePath().getParent());
  }
}
