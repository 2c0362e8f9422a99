package zygonox.core.format;

import zygonox.core.quantity.InvalidInput;

/**
 * How much of a picture a JPEG keeps.
 *
 * @param perCent 1 to 100
 * @param fullColour colours at every pixel (4:4:4); else at every fourth (4:2:0), which takes the
 *     colours of stars away
 */
public record JpegQuality(int perCent, boolean fullColour) {
  /** Above this the file grows faster than the eye gains; common practice, no source. */
  public static final JpegQuality USUAL = new JpegQuality(94, true);

  public JpegQuality {
    InvalidInput.check("value.quality-of-a-jpeg-in", perCent, 1, 100);
  }

  public JpegQuality withPerCent(int other) {
    return new JpegQuality(other, fullColour);
  }
}
