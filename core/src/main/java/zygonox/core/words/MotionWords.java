package zygonox.core.words;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.motion.ClipResult;
import zygonox.core.motion.FrameRate;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Seconds;

/** What became of a clip, in plain words. */
public final class MotionWords {
  /** Flicker below this is not seen, in stops; common practice, no source. */
  private static final double SEEN_FLICKER = 0.005;

  private MotionWords() {}

  /** A line for each thing worth telling, the clip itself first. */
  public static List<String> done(ClipResult done) {
    List<String> lines = new ArrayList<>();
    lines.add(
        Words.say(
            "clip.done",
            done.output(),
            pictures(done),
            rate(done.recipe().rate()),
            Words.say("clip.seconds", done.clipSeconds()),
            done.size().width(),
            done.size().height(),
            new ByteSize(done.bytes()),
            Seconds.about(done.seconds())));
    if (!done.steps().isEmpty()) {
      lines.add(
          Words.say(
              done.recipe().evenness().smoothRamp() ? "clip.steps-out" : "clip.steps-in",
              done.steps().size()));
    }
    if (done.flickerBefore() > SEEN_FLICKER) {
      lines.add(flicker(done));
    }
    done.clippedFrom().ifPresent(f -> lines.add(clipped(f)));
    if (done.enlarged() > 1) {
      lines.add(enlarged(done.enlarged()));
    }
    if (done.lost() > 0) {
      lines.add(Words.say("clip.lost", Math.ceil(1000 * done.lost()) / 10));
    }
    done.dropped()
        .forEach(d -> lines.add(Words.say("shell.left-out", d.file(), Words.reason(d.reason()))));
    return lines;
  }

  /** {@code 120 frames}, or how many pictures were made of them. */
  private static String pictures(ClipResult done) {
    return done.pictures() == done.frames()
        ? Words.frames(done.frames())
        : Words.say("clip.pictures-of", done.pictures(), Words.frames(done.frames()));
  }

  /** That its pictures show no more than the frames have. */
  public static String enlarged(double times) {
    return Words.say("clip.enlarged", times);
  }

  /** From where on highlights are clipped. */
  public static String clipped(Path from) {
    return Words.say("clip.clipped", from.getFileName());
  }

  /** How much it flickered and does. */
  public static String flicker(ClipResult done) {
    return Words.say("clip.flicker", 100 * done.flickerBefore(), 100 * done.flickerAfter());
  }

  /** A rate as it is called: {@code 29.97}. */
  public static String rate(FrameRate rate) {
    double exact = rate.perSecond();
    return Words.number(rate.seconds() == 1001 ? Math.round(1000 * exact) / 1000.0 : exact);
  }
}
