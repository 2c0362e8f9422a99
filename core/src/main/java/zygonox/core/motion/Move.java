package zygonox.core.motion;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * A slow pan or zoom inside the frames.
 *
 * @param from what the clip begins with
 * @param to what it ends with
 * @param soft whether it sets off and comes to rest softly
 */
public record Move(Window from, Window to, boolean soft) {
  private static final Pattern TERM = Pattern.compile("(.+?)\\s*(?:to|:)\\s*(.+)");
  private static final Pattern WINDOW =
      Pattern.compile("([0-9.]+)\\s*[, ]\\s*([0-9.]+)\\s*[, ]\\s*([0-9.]+)");

  /**
   * A part of a frame, of the clip's shape.
   *
   * @param x its middle, 0 (left) to 1 of the frame's width; as near to it as the frame allows
   * @param y its middle, 0 (top) to 1 of the frame's height
   * @param zoom 1 for the largest that fits, 2 for one half as wide; to 20
   */
  public record Window(double x, double y, double zoom) {
    public static final Window WHOLE = new Window(0.5, 0.5, 1);

    public Window {
      InvalidInput.check("move", "value.move-place", x, 0, 1);
      InvalidInput.check("move", "value.move-place", y, 0, 1);
      InvalidInput.check("move", "value.move-zoom", zoom, 1, 20);
    }

    /** As it is typed: {@code 0.5,0.4,1.5}. */
    public String term() {
      return plain(x) + "," + plain(y) + "," + plain(zoom);
    }
  }

  private static String plain(double value) {
    double rounded = Math.round(1000 * value) / 1000.0;
    return rounded == Math.rint(rounded) ? Long.toString((long) rounded) : Double.toString(rounded);
  }

  /**
   * Reads {@code X,Y,ZOOM:X,Y,ZOOM}: what the clip begins and ends with.
   *
   * @throws InvalidInput when it is not so, or out of range
   */
  public static Move parse(String text, boolean soft) {
    Matcher both = TERM.matcher(text.strip().toLowerCase(Locale.ROOT));
    if (!both.matches()) {
      throw unknown(text);
    }
    return new Move(window(both.group(1), text), window(both.group(2), text), soft);
  }

  private static Window window(String part, String text) {
    Matcher matcher = WINDOW.matcher(part.strip());
    if (!matcher.matches()) {
      throw unknown(text);
    }
    try {
      return new Window(
          Double.parseDouble(matcher.group(1)),
          Double.parseDouble(matcher.group(2)),
          Double.parseDouble(matcher.group(3)));
    } catch (NumberFormatException e) {
      throw unknown(text);
    }
  }

  private static InvalidInput unknown(String text) {
    return InvalidInput.about("move", Phrasebook.say("refused.move", text));
  }

  /** As it is typed. */
  public String term() {
    return from.term() + ":" + to.term();
  }

  /**
   * What is seen after a share of the clip.
   *
   * @param share 0 at its beginning, 1 at its end
   */
  public Window at(double share) {
    double t = soft ? share * share * (3 - 2 * share) : share;
    // Zooming looks even where each step is the same share of what is seen.
    double zoom = from.zoom * Math.pow(to.zoom / from.zoom, t);
    return new Window(
        from.x + t * (to.x - from.x),
        from.y + t * (to.y - from.y),
        Math.max(1, Math.min(20, zoom)));
  }
}
