package zygonox.core.motion;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * The size of a clip's pictures: even both ways, for colours are kept at half of it.
 *
 * @param width pixels, 16 to 8192
 * @param height rows, 16 to 8192
 */
public record PictureSize(int width, int height) {
  private static final Pattern TYPED = Pattern.compile("\\s*(\\d{1,6})\\s*[xX]\\s*(\\d{1,6})\\s*");
  private static final int USUAL_WIDTH = 1920;
  private static final int USUAL_HEIGHT = 1080;

  public PictureSize {
    InvalidInput.check("size", "value.clip-width", width, 16, 8192);
    InvalidInput.check("size", "value.clip-height", height, 16, 8192);
    if (width % 2 != 0 || height % 2 != 0) {
      throw InvalidInput.about(
          "size",
          Phrasebook.say(
              "refused.odd-size", width, height, width + width % 2, height + height % 2));
    }
  }

  /**
   * Reads {@code 1920x1080}.
   *
   * @throws InvalidInput when it is no size, too small or large, or odd
   */
  public static PictureSize parse(String text) {
    Matcher matcher = TYPED.matcher(text);
    if (!matcher.matches()) {
      throw InvalidInput.about("size", Phrasebook.say("refused.no-clip-size", text));
    }
    return new PictureSize(Integer.parseInt(matcher.group(1)), Integer.parseInt(matcher.group(2)));
  }

  /** The whole of frames, no larger than high definition, even both ways. */
  public static PictureSize usual(int frameWidth, int frameHeight) {
    double share =
        Math.min(
            1, Math.min((double) USUAL_WIDTH / frameWidth, (double) USUAL_HEIGHT / frameHeight));
    return new PictureSize(even(frameWidth * share), even(frameHeight * share));
  }

  private static int even(double length) {
    return Math.max(16, 2 * (int) Math.floor(length / 2 + 1e-6));
  }
}
