package zygonox.core.frame;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;

/** The ICC profile that results carry. */
final class ColourProfile {
  private ColourProfile() {}

  /** The sRGB profile, as the Java runtime provides it. */
  static byte[] srgb() {
    return ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
  }
}
