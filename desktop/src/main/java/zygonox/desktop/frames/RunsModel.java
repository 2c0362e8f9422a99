package zygonox.desktop.frames;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Decisions;
import zygonox.core.measure.Judge;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** What runs were taken for, and how strictly their frames are judged, as sentences. */
final class RunsModel {
  private static final double SHARE_STEP = 0.05;

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
              .say("Run %d: %s, taken as ".formatted(run.number(), FramesModel.describe(set, run)))
              .set(
                  Settings.choice(
                      "kind-" + run.number(),
                      run.kind(),
                      List.of(FrameKind.values()),
                      k -> k.name().toLowerCase(Locale.ROOT),
                      k -> "you say so; it is remembered with the night",
                      k -> night.say(run, k)))
              .say(": " + Words.reason(run.reason()) + "." + hotPixels(run))
              .end());
    }
    runs.set(all);
  }

  private String hotPixels(FrameRun run) {
    OptionalInt count = frames.hotPixels(run);
    return count.isPresent() && count.getAsInt() > 0
        ? " " + Words.say("hotPixels", count.getAsInt())
        : "";
  }

  private void tell(Judge j) {
    judge.set(
        new Sentence.Builder()
            .say("Look at a frame with fewer than ")
            .set(share("stars", j.starsShare(), j::withStars))
            .say(" of the usual stars, drop it under ")
            .set(share("stars-gone", j.starsGoneShare(), j::withStarsGone))
            .say(". Look at stars ")
            .set(times("wider", j.wider(), j::withWider))
            .say(" as wide as usual, a sky ")
            .set(times("brighter", j.brighter(), j::withBrighter))
            .say(" as bright, a jump of ")
            .set(
                Settings.number(
                    "bump",
                    Words.number(j.bumpPixels()) + " px",
                    j.bumpPixels(),
                    v -> v + 0.5,
                    v -> Math.max(0.5, v - 0.5),
                    j::withBump,
                    this::consequence,
                    frames::judgeBy))
            .say(", and less than ")
            .set(share("sharp", j.sharpShare(), j::withSharp))
            .say(" of the usual sharpness.")
            .end());
  }

  private Setting share(String key, double value, Function<Double, Judge> change) {
    return Settings.number(
        key,
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
        Words.number(value) + " times",
        value,
        v -> Math.round(100 * (v + SHARE_STEP)) / 100.0,
        v -> Math.max(1, Math.round(100 * (v - SHARE_STEP)) / 100.0),
        change,
        this::consequence,
        frames::judgeBy);
  }

  private String consequence(Judge other) {
    return frames.wouldLook(other) + " frames would be looked at or dropped";
  }
}
