package zygonox.core.words;

import java.util.ArrayList;
import java.util.List;
import zygonox.core.motion.ClipResult;
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
            Words.frames(done.frames()),
            Words.number(done.recipe().rate().perSecond()),
            Words.say("clip.seconds", done.clipSeconds()),
            done.size().width(),
            done.size().height(),
            new ByteSize(done.bytes()),
            Seconds.about(done.seconds())));
    if (!done.steps().isEmpty()) {
      lines.add(
          Words.say(
              done.recipe().smoothRamp() ? "clip.steps-out" : "clip.steps-in",
              done.steps().size()));
    }
    if (done.flickerBefore() > SEEN_FLICKER) {
      lines.add(Words.say("clip.flicker", 100 * done.flickerBefore(), 100 * done.flickerAfter()));
    }
    done.clippedFrom().ifPresent(f -> lines.add(Words.say("clip.clipped", f.getFileName())));
    if (done.enlarged() > 1) {
      lines.add(enlarged(done));
    }
    if (done.lost() > 0) {
      lines.add(Words.say("clip.lost", Math.ceil(1000 * done.lost()) / 10));
    }
    done.dropped()
        .forEach(d -> lines.add(Words.say("shell.left-out", d.file(), Words.reason(d.reason()))));
    return lines;
  }

  /** That its pictures show no more than the frames have. */
  public static String enlarged(ClipResult done) {
    return Words.say("clip.enlarged", done.enlarged());
  }
}
