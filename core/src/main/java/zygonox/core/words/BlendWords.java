package zygonox.core.words;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zygonox.core.mend.Stray;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Mended;

/** What a blend came to, in plain words. */
public final class BlendWords {
  /** A gain this far from the expected one, as a share of it, has a reason. */
  private static final double AS_EXPECTED = 0.08;

  private BlendWords() {}

  /** How far the noise fell; empty where it is not told. */
  public static Optional<String> noise(BlendResult done) {
    return gains(done).map(g -> Words.say("blend.noise", g.measured(), g.expected()));
  }

  /** Why it fell otherwise than expected; empty where it did as expected. */
  public static Optional<String> noiseReason(BlendResult done) {
    return gains(done)
        .filter(g -> Math.abs(g.measured() / g.expected() - 1) >= AS_EXPECTED)
        .map(
            g ->
                g.measured() > g.expected()
                    ? done.alignment().isEmpty() ? "blend.noise-better-still" : "blend.noise-better"
                    : done.alignment().isEmpty()
                        ? "blend.noise-worse"
                        : "blend.noise-worse-aligned")
        .map(Words::say);
  }

  /** What was put right in single frames, and what could not be; empty where nothing was. */
  public static List<String> mended(Mended done) {
    List<String> said = new ArrayList<>();
    if (done.removed(Stray.LINE) + done.kept(Stray.LINE) > 0) {
      said.add(Words.say("shell.mended-lines", done.removed(Stray.LINE), done.kept(Stray.LINE)));
    }
    if (done.removed(Stray.LIGHT) + done.kept(Stray.LIGHT) > 0) {
      said.add(Words.say("shell.mended-lights", done.removed(Stray.LIGHT), done.kept(Stray.LIGHT)));
    }
    if (!done.subjects().isEmpty()) {
      said.add(Words.say("shell.mended-subjects", done.laidIn(), done.subjects().size()));
    }
    if (!done.bridged().isEmpty()) {
      said.add(Words.say("shell.mended-gaps", done.bridged().size()));
    }
    done.open()
        .forEach(
            o ->
                said.add(
                    Words.say(
                        o.moved() ? "shell.gap-open-moved" : "shell.gap-open-long",
                        o.after().getFileName())));
    return said;
  }

  private record Gains(double measured, double expected) {}

  private static Optional<Gains> gains(BlendResult done) {
    return done.noise()
        .filter(n -> n.gain().isPresent() && n.expected().isPresent())
        .map(n -> new Gains(n.gain().getAsDouble(), n.expected().getAsDouble()));
  }
}
