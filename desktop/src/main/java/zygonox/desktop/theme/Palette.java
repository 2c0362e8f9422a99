package zygonox.desktop.theme;

import javafx.scene.paint.Color;

/**
 * The colours of a theme; the only place that names any. Style sheets use them as {@code
 * -zx-ground}, {@code -zx-ink} and so on, drawings take them from here.
 *
 * @param ground behind everything
 * @param raised behind what stands out: fields, blocks
 * @param line thin separations
 * @param ink text
 * @param faint text of less weight; still 4.5:1 on the ground
 * @param mark what can be changed or is chosen
 * @param onMark text on {@code mark}
 * @param warn what stands in the way
 * @param night the band where it is dark
 * @param day the band where the sun is up
 */
public record Palette(
    Color ground,
    Color raised,
    Color line,
    Color ink,
    Color faint,
    Color mark,
    Color onMark,
    Color warn,
    Color night,
    Color day) {
  /** The tokens as a style for the root of a scene. */
  public String css() {
    return token("ground", ground)
        + token("raised", raised)
        + token("line", line)
        + token("ink", ink)
        + token("faint", faint)
        + token("mark", mark)
        + token("on-mark", onMark)
        + token("warn", warn);
  }

  private static String token(String name, Color colour) {
    return "-zx-%s: %s;".formatted(name, hex(colour));
  }

  private static String hex(Color c) {
    return "#%02x%02x%02x"
        .formatted(
            Math.round(c.getRed() * 255),
            Math.round(c.getGreen() * 255),
            Math.round(c.getBlue() * 255));
  }
}
