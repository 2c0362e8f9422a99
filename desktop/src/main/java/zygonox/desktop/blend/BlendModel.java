package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.blend.AverageIn;
import zygonox.core.blend.BlendMethod;
import zygonox.core.blend.BlendOptions;
import zygonox.core.blend.BlendOptions.Align;
import zygonox.core.blend.BlendResult;
import zygonox.core.blend.BlendWatcher;
import zygonox.core.blend.Blender;
import zygonox.core.blend.FrameDropped;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.JpegQuality;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.BlendWords;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;

/** How the frames are blended, as a sentence; and what came of it. */
public final class BlendModel {
  private final OpenNight night;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<Obstacle>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyObjectWrapper<BlendResult> result = new ReadOnlyObjectWrapper<>();
  private int run;
  private BlendMethod method = BlendMethod.LIGHTEN;
  private Align align = Align.NONE;
  private AverageIn averageIn = AverageIn.LINEAR;

  public BlendModel(OpenNight night) {
    this.night = night;
    night
        .framesProperty()
        .subscribe(
            set -> {
              run = largestSkyRun(set);
              refresh();
            });
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

  public void setRun(int index) {
    run = index;
    refresh();
  }

  public void setMethod(BlendMethod chosen) {
    method = chosen;
    refresh();
  }

  public void setAlign(Align chosen) {
    align = chosen;
    refresh();
  }

  private void refresh() {
    FrameSet set = night.framesProperty().get();
    List<FrameRun> runs = set.runs();
    if (runs.isEmpty()) {
      sentence.set(
          new Sentence.Builder().say(Words.say("blend.s-without-frames-there-is-nothing")).end());
      obstacles.set(List.of());
      return;
    }
    List<Obstacle> found = new ArrayList<>();
    warnings(runs.get(run)).forEach(w -> found.add(Obstacle.of(w)));
    result().flatMap(BlendWords::noiseReason).ifPresent(r -> found.add(Obstacle.note(r)));
    obstacles.set(found);
    Sentence.Builder builder =
        new Sentence.Builder()
            .say(Words.say("blend.s-take"))
            .set(
                choice(
                    "run",
                    run,
                    IntStream.range(0, runs.size()).boxed().toList(),
                    i -> runName(set, runs.get(i)),
                    i ->
                        Words.say("blend.the")
                            + runs.get(i).frames().size()
                            + Words.say("blend.frames-of-like-settings"),
                    this::setRun))
            .say(", ")
            .set(
                choice(
                    "align",
                    align,
                    List.of(Align.values()),
                    a ->
                        a == Align.NONE
                            ? Words.say("blend.leave-them-as-they-lie")
                            : Words.say("blend.align-them-on-the-stars"),
                    BlendModel::meaning,
                    this::setAlign))
            .say(Words.say("blend.s-and-blend-by"))
            .set(
                choice(
                    "method",
                    method,
                    List.of(BlendMethod.values()),
                    BlendMethod::term,
                    BlendModel::meaning,
                    this::setMethod));
    if (method.isBetweenSamples() && method != BlendMethod.MEDIAN) {
      builder
          .say(Words.say("blend.s-of"))
          .set(
              choice(
                  "average-in",
                  averageIn,
                  List.of(AverageIn.values()),
                  a ->
                      a == AverageIn.LINEAR
                          ? Words.say("blend.the-light")
                          : Words.say("blend.the-stored-values"),
                  a ->
                      a == AverageIn.LINEAR
                          ? Words.say("blend.as-one-long-exposure-would")
                          : Words.say("blend.as-they-stand-in-the"),
                  a -> {
                    averageIn = a;
                    refresh();
                  }));
    }
    sentence.set(builder.say(".").end());
  }

  private static <T> Setting choice(
      String key,
      T value,
      List<T> all,
      Function<T, String> name,
      Function<T, String> meaning,
      Consumer<T> accept) {
    return Settings.choice(key, value, all, name, meaning, accept);
  }

  private static String runName(FrameSet set, FrameRun of) {
    Frame first = of.frames().get(0);
    String exposure =
        first.info().exposureSeconds().isPresent()
            ? Words.say("blend.of") + Seconds.text(first.info().exposureSeconds().getAsDouble())
            : "";
    return Words.say(
        "blend.the-frames",
        of.frames().size(),
        exposure,
        set.runs().size() > 1 ? Words.say("blend.run") + of.number() + ")" : "");
  }

  private static String meaning(Align align) {
    return align == Align.NONE
        ? Words.say("blend.for-trails-and-for-everything")
        : Words.say("blend.stars-fall-on-stars-the");
  }

  private static String meaning(BlendMethod method) {
    return switch (method) {
      case LIGHTEN -> Words.say("blend.keeps-the-brightest-at-each");
      case DARKEN -> Words.say("blend.keeps-the-darkest-at-each");
      case MEAN -> Words.say("blend.averages-noise-falls-by-the");
      case MEDIAN -> Words.say("blend.keeps-the-middle-value-noise");
      case CLIPPED_MEAN -> Words.say("blend.averages-the-values-that-agree");
      case SUM -> Words.say("blend.adds-up-the-light-as");
    };
  }

  /** What would go against the purpose of a blend. */
  private List<String> warnings(FrameRun of) {
    List<String> warnings = new ArrayList<>();
    if (method == BlendMethod.LIGHTEN && align == Align.STARS) {
      warnings.add(Words.say("blend.aligned-on-the-stars-lighten"));
    }
    int dropped = of.frames().size() - kept(of).size();
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
    List<Frame> kept = of.frames().stream().filter(f -> night.verdict(f) != Verdict.DROP).toList();
    return kept.isEmpty() ? of.frames() : kept;
  }

  /** The blend as it is set now, cut off from the window. */
  public Job job(Path target) {
    FrameSet set = night.framesProperty().get();
    FrameRun chosen = set.runs().get(run);
    BlendOptions options =
        new BlendOptions(
            align,
            Optional.empty(),
            averageIn,
            3,
            Optional.empty(),
            JpegQuality.USUAL,
            BlendOptions.usualMemory());
    return new Job(
        new Blender(method, options),
        new FrameSet(kept(chosen), List.of(), set.assumedOffset()),
        target,
        Words.say("blend.of-frames", method.term(), kept(chosen).size()),
        fileName());
  }

  /** A blend that is about to run. */
  public record Job(Blender blender, FrameSet frames, Path target, String title, String fileName) {
    public BlendResult run(BlendWatcher watcher, Cancellation cancellation) {
      return blender.blend(frames, target, WholeFile.IfPresent.REPLACE, watcher, cancellation);
    }

    /** A frame to hold the result against: the middle one of those that took part. */
    public Frame single(BlendResult done) {
      Set<Path> left = done.dropped().stream().map(FrameDropped::file).collect(Collectors.toSet());
      List<Frame> used = frames.frames().stream().filter(f -> !left.contains(f.file())).toList();
      return used.get(used.size() / 2);
    }

    public int width() {
      return frames.frames().get(0).layout().width();
    }
  }

  void finished(BlendResult done) {
    result.set(done);
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
    return text.toString();
  }

  /** The name a result is saved under when nothing else is said. */
  String fileName() {
    return method.term() + (align == Align.STARS ? "-aligned" : "") + ".tif";
  }
}
