package zygonox.desktop.frames;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Judge;
import zygonox.core.night.Decisions;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.FrameWords;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** What runs were taken for, and how strictly their frames are judged, as sentences. */
final class RunsModel {
  private static final double SHARE_STEP = 0.05;
  private static final double HOUR_SECONDS = 3600;

  private final OpenNight night;
  private final FramesModel frames;
  private final ReadOnlyObjectWrapper<List<Sentence>> runs = new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyObjectWrapper<Sentence> judge =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));

  RunsModel(OpenNight night, FramesModel frames) {
    this.night = night;
    this.frames = frames;
    night.framesProperty().subscribe(this::tell);
    night.judgementsProperty().subscribe(j -> tell(night.framesProperty().get()));
    night.decisionsProperty().map(Decisions::judge).subscribe(this::tell);
  }

  ReadOnlyObjectProperty<List<Sentence>> runsProperty() {
    return runs.getReadOnlyProperty();
  }

  ReadOnlyObjectProperty<Sentence> judgeSentenceProperty() {
    return judge.getReadOnlyProperty();
  }

  private void tell(FrameSet set) {
    List<Sentence> all = new ArrayList<>();
    for (FrameRun run : set.runs()) {
      all.add(
          new Sentence.Builder()
              .say(Words.say("frames.run-taken-as", run.number(), FramesModel.describe(set, run)))
              .set(
                  Settings.choice(
                      "kind-" + run.number(),
                      run.kind(),
                      List.of(FrameKind.values()),
                      k -> k.name().toLowerCase(Locale.ROOT),
                      k -> Words.say("frames.you-say-so-it-is"),
                      k -> night.say(run, k)))
              .say(": " + Words.reason(run.reason()) + ". " + Words.say("runs.clock") + " ")
              .set(clock(run))
              .say("." + hotPixels(run))
              .end());
    }
    runs.set(all);
  }

  /** How wrong the camera's clock was: put right for the run, never in the files. */
  private Setting clock(FrameRun run) {
    double slow = night.clock(run);
    return Settings.parsed(
        "clock-" + run.number(),
        clockText(slow),
        RunsModel::clockOf,
        v -> Words.say("runs.clock-means"),
        v -> night.correctClock(run, v - slow),
        by -> slow + by * HOUR_SECONDS);
  }

  private static String clockText(double slow) {
    return slow == 0
        ? Words.say("runs.clock-right")
        : Words.say(slow > 0 ? "runs.clock-slow" : "runs.clock-fast", FrameWords.clockError(slow));
  }

  /** Reads {@code right}, {@code 3 days slow}, {@code 20 s fast}. */
  static double clockOf(String typed) {
    String text = typed.strip().toLowerCase(Locale.ROOT);
    if (text.equals(Words.say("runs.clock-right"))) {
      return 0;
    }
    boolean slow = text.endsWith("slow");
    if (!slow && !text.endsWith("fast")) {
      throw new InvalidInput(Words.say("runs.clock-wrong", typed.strip()));
    }
    double size = Seconds.parse(text.substring(0, text.length() - 4));
    return slow ? size : -size;
  }

  private String hotPixels(FrameRun run) {
    int count = frames.ofRun(run).map(m -> m.hotPixels().size()).orElse(0);
    return count == 0 ? "" : " " + Words.say("hotPixels", count);
  }

  private void tell(Judge j) {
    judge.set(
        new Sentence.Builder()
            .say(Words.say("frames.s-look-at-a-frame-with"))
            .set(share("stars", j.starsShare(), j::withStars))
            .say(Words.say("frames.s-of-the-usual-stars-drop"))
            .set(share("stars-gone", j.starsGoneShare(), j::withStarsGone))
            .say(Words.say("frames.s-look-at-stars"))
            .set(times("wider", j.wider(), j::withWider))
            .say(Words.say("frames.s-as-wide-as-usual-a"))
            .set(times("brighter", j.brighter(), j::withBrighter))
            .say(Words.say("frames.s-as-bright-a-jump-of"))
            .set(
                Settings.number(
                    "bump",
                    Notation.PIXELS::parse,
                    Words.number(j.bumpPixels()) + Words.say("frames.px"),
                    j.bumpPixels(),
                    v -> v + 0.5,
                    v -> Math.max(0.5, v - 0.5),
                    j::withBump,
                    this::consequence,
                    frames::judgeBy))
            .say(Words.say("frames.s-and-less-than"))
            .set(share("sharp", j.sharpShare(), j::withSharp))
            .say(Words.say("frames.s-of-the-usual-sharpness"))
            .end());
  }

  private Setting share(String key, double value, Function<Double, Judge> change) {
    return Settings.number(
        key,
        Notation.PER_CENT::parse,
        Math.round(100 * value) + " %",
        Math.round(100 * value),
        v -> Math.min(100, v + 100 * SHARE_STEP),
        v -> Math.max(0, v - 100 * SHARE_STEP),
        v -> change.apply(v / 100),
        this::consequence,
        frames::judgeBy);
  }

  private Setting times(String key, double value, Function<Double, Judge> change) {
    return Settings.number(
        key,
        Notation.NUMBER.orWith("times", "x")::parse,
        Words.number(value) + Words.say("frames.times"),
        value,
        v -> Math.round(100 * (v + SHARE_STEP)) / 100.0,
        v -> Math.max(1, Math.round(100 * (v - SHARE_STEP)) / 100.0),
        change,
        this::consequence,
        frames::judgeBy);
  }

  private String consequence(Judge other) {
    return frames.wouldLook(other) + Words.say("frames.frames-would-be-looked-at");
  }
}
