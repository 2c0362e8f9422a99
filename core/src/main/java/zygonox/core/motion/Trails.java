package zygonox.core.motion;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * Star trails in a clip.
 *
 * @param kind how they come and go
 * @param frames how many frames long they are; 0 where that has no meaning
 */
public record Trails(Kind kind, int frames) {
  public static final Trails NONE = new Trails(Kind.NONE, 0);
  public static final Trails GROW = new Trails(Kind.GROW, 0);

  private static final Pattern LONG = Pattern.compile("(window|fade):(\\d{1,6})");

  /** How trails come and go. */
  public enum Kind {
    NONE,
    /** They grow from points to the end. */
    GROW,
    /** They wander, always as long. */
    WINDOW,
    /** They fade behind the stars. */
    FADE
  }

  /**
   * Reads {@code grow}, {@code window:30} or {@code fade:30}.
   *
   * @throws InvalidInput when it is something else, or shorter than 2 frames
   */
  public static Trails parse(String text) {
    if (text.equals("grow")) {
      return GROW;
    }
    if (text.equals("none")) {
      return NONE;
    }
    Matcher matcher = LONG.matcher(text);
    if (!matcher.matches()) {
      throw InvalidInput.about("trails", Phrasebook.say("refused.no-trails", text));
    }
    int frames = Integer.parseInt(matcher.group(2));
    InvalidInput.check("trails", "value.trail-frames", frames, 2, 100_000);
    return new Trails(matcher.group(1).equals("window") ? Kind.WINDOW : Kind.FADE, frames);
  }

  /** As it is typed. */
  public String term() {
    String name = kind.name().toLowerCase(Locale.ROOT);
    return frames == 0 ? name : name + ":" + frames;
  }
}
