package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
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
import zygonox.core.frame.Depth;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Judgement.Verdict;
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
      sentence.set(new Sentence.Builder().say("Without frames there is nothing to blend.").end());
      obstacles.set(List.of());
      return;
    }
    obstacles.set(Obstacle.of(warnings(runs.get(run))));
    Sentence.Builder builder =
        new Sentence.Builder()
            .say("Take ")
            .set(
                choice(
                    "run",
                    run,
                    IntStream.range(0, runs.size()).boxed().toList(),
                    i -> runName(set, runs.get(i)),
                    i -> "the " + runs.get(i).frames().size() + " frames of like settings",
                    this::setRun))
            .say(", ")
            .set(
                choice(
                    "align",
                    align,
                    List.of(Align.values()),
                    a -> a == Align.NONE ? "leave them as they lie" : "align them on the stars",
                    BlendModel::meaning,
                    this::setAlign))
            .say(", and blend by ")
            .set(
                choice(
                    "method",
                    method,
                    List.of(BlendMethod.values()),
                    BlendMethod::term,
                    BlendModel::meaning,
                    this::setMethod));
    if (averages() && method != BlendMethod.MEDIAN) {
      builder
          .say(" of ")
          .set(
              choice(
                  "average-in",
                  averageIn,
                  List.of(AverageIn.values()),
                  a -> a == AverageIn.LINEAR ? "the light" : "the stored values",
                  a ->
                      a == AverageIn.LINEAR
                          ? "as one long exposure would have gathered it"
                          : "as they stand in the files: highlights weigh less",
                  a -> {
                    averageIn = a;
                    refresh();
                  }));
    }
    sentence.set(builder.say(".").end());
  }

  /** Whether results lie between the samples, so that 16 bits hold more than 8 did. */
  private boolean averages() {
    return method != BlendMethod.LIGHTEN && method != BlendMethod.DARKEN;
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
            ? " of " + Words.shutter(first.info().exposureSeconds().getAsDouble())
            : "";
    return "the %d frames%s%s"
        .formatted(
            of.frames().size(),
            exposure,
            set.runs().size() > 1 ? " (run " + of.number() + ")" : "");
  }

  private static String meaning(Align align) {
    return align == Align.NONE
        ? "for trails, and for everything from a firm tripod that should stay as it is"
        : "stars fall on stars; the ground blurs with the sky's motion";
  }

  private static String meaning(BlendMethod method) {
    return switch (method) {
      case LIGHTEN -> "keeps the brightest at each place: stars and lights draw their trails";
      case DARKEN -> "keeps the darkest at each place";
      case MEAN -> "averages: noise falls by the root of the number, what moves blurs";
      case MEDIAN -> "keeps the middle value: noise falls, what moves vanishes";
      case CLIPPED_MEAN -> "averages the values that agree: aeroplanes drop out";
      case SUM -> "adds up the light, as one exposure as long as all together";
    };
  }

  /** What would go against the purpose of a blend. */
  private List<String> warnings(FrameRun of) {
    List<String> warnings = new ArrayList<>();
    if (method == BlendMethod.LIGHTEN && align == Align.STARS) {
      warnings.add("Aligned on the stars, lighten draws no trails: leave them as they lie");
    }
    int dropped = of.frames().size() - kept(of).size();
    if (dropped > 0) {
      warnings.add(
          dropped == 1
              ? "One frame of the run is dropped and takes no part"
              : dropped + " frames of the run are dropped and take no part");
    }
    if (of.frames().size() == 1) {
      warnings.add("One frame alone is its own blend: choose a run of several");
    }
    result()
        .ifPresent(
            r ->
                r.dropped()
                    .forEach(
                        d ->
                            warnings.add(
                                d.file().getFileName()
                                    + " was left out: "
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
            averages() ? Optional.of(Depth.SIXTEEN) : Optional.empty(),
            BlendOptions.usualMemory());
    return new Job(
        new Blender(method, options),
        new FrameSet(kept(chosen), List.of(), set.assumedOffset()),
        target,
        "%s of %d frames".formatted(method.term(), kept(chosen).size()));
  }

  /** A blend that is about to run. */
  public record Job(Blender blender, FrameSet frames, Path target, String title) {
    public BlendResult run(BlendWatcher watcher, Cancellation cancellation) {
      return blender.blend(frames, target, WholeFile.IfPresent.REPLACE, watcher, cancellation);
    }

    /** A frame to hold the result against. */
    public Frame single() {
      return frames.frames().get(frames.frames().size() / 2);
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
        "%s of %d frames in %s"
            .formatted(done.method().term(), done.used(), Words.duration(done.seconds())));
    done.noise()
        .filter(n -> n.gain().isPresent() && n.expected().isPresent())
        .ifPresent(
            n ->
                text.append(
                    String.format(
                        Locale.ROOT,
                        "; noise fell %.1f times, %.1f were to be expected",
                        n.gain().getAsDouble(),
                        n.expected().getAsDouble())));
    return text.toString();
  }

  /** The name a result is saved under when nothing else is said. */
  String fileName() {
    return method.term() + (align == Align.STARS ? "-aligned" : "") + ".tif";
  }
}
