package zygonox.core.words;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zygonox.core.develop.HotPixelRepair;
import zygonox.core.mend.Stray;
import zygonox.core.mend.TrailMender;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.BlendWarning;
import zygonox.core.recipe.Mended;

/** What a blend came to, in plain words. */
public final class BlendWords {
  /** A gain this far from the expected one, as a share of it, has a reason. */
  private static final double AS_EXPECTED = 0.08;

  /** A fall so many times as far as expected is no number that anybody could use. */
  private static final double BELOW_STEP = 3;

  /** As sharp as one frame, as far as the eye can tell at 100 %. */
  private static final double AS_SHARP = 0.97;

  /** From here on it is seen, and there is something to be done. */
  private static final double LESS_SHARP = 0.9;

  private BlendWords() {}

  /** How far the noise fell; empty where it is not told. */
  public static Optional<String> noise(BlendResult done) {
    String said = done.recipe().sharpen() > 0 ? "blend.noise-before-sharpening" : "blend.noise";
    return gains(done)
        .map(
            g ->
                g.isBelowStep()
                    ? Words.say("blend.noise-below-step")
                    : Words.say(said, g.measured(), g.expected()));
  }

  /** Why it fell otherwise than expected; empty where it did as expected. */
  public static Optional<String> noiseReason(BlendResult done) {
    return gains(done)
        .filter(g -> Math.abs(g.measured() / g.expected() - 1) >= AS_EXPECTED && !g.isBelowStep())
        .map(
            g ->
                g.measured() > g.expected()
                    ? done.alignment().isEmpty() ? "blend.noise-better-still" : "blend.noise-better"
                    : done.alignment().isEmpty()
                        ? "blend.noise-worse"
                        : "blend.noise-worse-aligned")
        .map(Words::say);
  }

  /** What a clipped mean left out; empty for other methods. */
  public static Optional<String> rejected(BlendResult done) {
    return done.rejected()
        .map(
            r ->
                r.most() == 0
                    ? Words.say("blend.rejected-none")
                    : Words.say("blend.rejected", r.share()));
  }

  /** How sharp what stood still is; empty where it is not told. */
  public static Optional<String> sharpness(BlendResult done) {
    if (done.sharpness().isEmpty()) {
      return Optional.empty();
    }
    double share = done.sharpness().getAsDouble();
    String of = done.sky().isPresent() ? "blend.sharpness-of-ground" : "blend.sharpness";
    boolean same = share >= AS_SHARP;
    return Optional.of(same ? Words.say(of + "-same") : Words.say(of, share));
  }

  /** What to do where it is less sharp than one frame; empty where it is not. */
  public static Optional<String> sharpnessReason(BlendResult done) {
    if (done.sharpness().isEmpty() || done.sharpness().getAsDouble() >= LESS_SHARP) {
      return Optional.empty();
    }
    return Optional.of(
        Words.say(done.sky().isPresent() ? "blend.less-sharp-ground" : "blend.less-sharp"));
  }

  /** What a finer grid shows that one frame cannot; empty where it is not told. */
  public static Optional<String> finerDetail(BlendResult done) {
    if (done.finerDetail().isEmpty() || done.warnings().contains(BlendWarning.NO_DETAIL)) {
      return Optional.empty();
    }
    double contrast = done.finerDetail().getAsDouble();
    return Optional.of(
        contrast == 0
            ? Words.say("blend.no-finer-detail")
            : Words.say("blend.finer-detail", contrast));
  }

  /**
   * What was put right in single frames, and what could not be, also that nothing was found of what
   * was looked for; empty where nothing was asked for.
   */
  public static List<String> mended(BlendResult of) {
    Mended done = of.mended();
    List<String> said = new ArrayList<>();
    int lines = done.removed(Stray.LINE) + done.kept(Stray.LINE);
    int lights = done.removed(Stray.LIGHT) + done.kept(Stray.LIGHT);
    if (lines > 0) {
      said.add(Words.say("shell.mended-lines", done.removed(Stray.LINE), done.kept(Stray.LINE)));
    }
    if (lights > 0) {
      said.add(Words.say("shell.mended-lights", done.removed(Stray.LIGHT), done.kept(Stray.LIGHT)));
    }
    if (of.recipe().mending().removesStreaks() && lines + lights == 0) {
      said.add(Words.say("shell.mended-nothing"));
    }
    if (!of.recipe().calibration().hotPixels().equals(HotPixelRepair.NONE)) {
      said.add(Words.say("shell.mended-hot-pixels", done.hotPixels()));
    }
    if (of.recipe().movement().isPresent()) {
      said.add(Words.say("shell.mended-subjects", done.laidIn(), done.subjects().size()));
    }
    if (!done.bridged().isEmpty()) {
      said.add(Words.say("shell.mended-gaps", done.bridged().size()));
    }
    done.streakyCloud().ifPresent(share -> said.add(Words.say("shell.streaky-cloud", share)));
    said.addAll(stayOpen(done.open()));
    return said;
  }

  /** Once for all pauses of a kind: a run of every sixth frame has many. */
  static List<String> stayOpen(List<TrailMender.Open> pauses) {
    List<String> said = new ArrayList<>();
    for (boolean moved : new boolean[] {true, false}) {
      List<TrailMender.Open> alike = pauses.stream().filter(p -> p.moved() == moved).toList();
      if (!alike.isEmpty()) {
        String key = moved ? "shell.gap-open-moved" : "shell.gap-open-long";
        said.add(Words.say(key, alike.get(0).after().getFileName(), alike.size() - 1));
      }
    }
    return said;
  }

  private record Gains(double measured, double expected) {
    /** Where most samples are alike in all frames, hardly anything is left to be measured. */
    boolean isBelowStep() {
      return measured > BELOW_STEP * expected;
    }
  }

  private static Optional<Gains> gains(BlendResult done) {
    return done.noise()
        .filter(n -> n.gain().isPresent() && n.expected().isPresent())
        .map(n -> new Gains(n.gain().getAsDouble(), n.expected().getAsDouble()));
  }
}
