package zygonox.core.format;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.color.ICC_ProfileRGB;
import java.awt.color.ProfileDataException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneEncoder;

/**
 * What the samples of a picture mean: the ICC profile (ISO 15076-1) it carries. Blends work on the
 * samples as they are and give their result the same profile; only what is shown is converted.
 */
public final class ColourProfile {
  /** The profiles that cameras and their programs write. */
  public enum Space {
    SRGB,
    ADOBE_RGB,
    DISPLAY_P3,
    /** The primaries of sRGB, samples in proportion to light. */
    LINEAR_SRGB,
    OTHER
  }

  /** Red primaries as profiles store them: X and Y under the light D50. */
  private static final double[] SRGB_RED = {0.4361, 0.2225};

  private static final double[] ADOBE_RED = {0.6097, 0.3111};
  private static final double[] P3_RED = {0.5151, 0.2412};
  private static final double ALIKE = 0.004;

  /** Light of Display P3 and Adobe RGB (1998) as light of sRGB (from their primaries, D65). */
  private static final double[] P3_TO_SRGB = {
    1.2249, -0.2247, 0, -0.0420, 1.0419, 0, -0.0197, -0.0786, 1.0979
  };

  private static final double[] ADOBE_TO_SRGB = {1.3984, -0.3984, 0, 0, 1, 0, 0, -0.0429, 1.0429};

  /** Adobe RGB (1998) Color Image Encoding, version 2005-05: gamma 2.19921875. */
  private static final ToneCurve ADOBE_CURVE = ToneCurve.power(563.0 / 256);

  /** After the numbers above, which telling it apart needs. */
  private static final ColourProfile SRGB =
      new ColourProfile(ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData());

  /** Where an ICC profile's table of tags begins, and how long an entry is. */
  private static final int TAG_TABLE = 128;

  private static final int TAG_BYTES = 12;

  /** The signature {@code curv}. */
  private static final int CURVE = 0x63757276;

  /** Some writers count the bytes that fill a tag up to a multiple of four, some do not. */
  private static final int CURVE_PADDING = 3;

  private final byte[] icc;
  private final Space space;

  ColourProfile(byte[] icc) {
    this.icc = icc.clone();
    this.space = space(icc);
  }

  /** sRGB, as the Java runtime provides it. */
  static ColourProfile srgb() {
    return SRGB;
  }

  /** The profile's bytes. */
  byte[] icc() {
    return icc.clone();
  }

  public Space space() {
    return space;
  }

  /** A profile is told by its primaries and its curve; one that is damaged is some other. */
  private static Space space(byte[] icc) {
    try {
      if (!hasSaneCurves(icc) || !(ICC_Profile.getInstance(icc) instanceof ICC_ProfileRGB rgb)) {
        return Space.OTHER;
      }
      float[][] matrix = rgb.getMatrix();
      double[] red = {matrix[0][0], matrix[1][0]};
      double half = middle(rgb);
      if (isAlike(red, ADOBE_RED)) {
        return Space.ADOBE_RGB;
      }
      if (isAlike(red, P3_RED)) {
        return Space.DISPLAY_P3;
      }
      if (!isAlike(red, SRGB_RED)) {
        return Space.OTHER;
      }
      return half > 0.45 ? Space.LINEAR_SRGB : Space.SRGB;
    } catch (IllegalArgumentException | ProfileDataException e) {
      return Space.OTHER;
    }
  }

  /**
   * Whether each curve is as long as it says (ICC.1:2010, 10.5): the Java runtime believes it, and
   * would ask for gigabytes for a damaged one.
   */
  private static boolean hasSaneCurves(byte[] icc) {
    ByteBuffer data = ByteBuffer.wrap(icc);
    long tags = data.getInt(TAG_TABLE) & 0xffffffffL;
    if (TAG_TABLE + 4 + tags * TAG_BYTES > icc.length) {
      return false;
    }
    for (int i = 0; i < tags; i++) {
      int at = TAG_TABLE + 4 + i * TAG_BYTES;
      long offset = data.getInt(at + 4) & 0xffffffffL;
      long size = data.getInt(at + 8) & 0xffffffffL;
      if (offset + size > icc.length || size < 8) {
        return false;
      }
      boolean isCurve = data.getInt((int) offset) == CURVE;
      if (isCurve
          && (size < 12
              || 12 + 2 * (data.getInt((int) offset + 8) & 0xffffffffL) > size + CURVE_PADDING)) {
        return false;
      }
    }
    return true;
  }

  /** Light at half the scale: 0.5 for a straight curve, 0.21 for that of sRGB. */
  private static double middle(ICC_ProfileRGB rgb) {
    try {
      return Math.pow(0.5, rgb.getGamma(ICC_ProfileRGB.REDCOMPONENT));
    } catch (ProfileDataException e) {
      short[] curve = rgb.getTRC(ICC_ProfileRGB.REDCOMPONENT);
      return (curve[curve.length / 2] & 0xffff) / 65_535.0;
    }
  }

  private static boolean isAlike(double[] a, double[] b) {
    return Math.abs(a[0] - b[0]) < ALIKE && Math.abs(a[1] - b[1]) < ALIKE;
  }

  /** A picture of this profile as sRGB shows it; the same raster where nothing changes. */
  public Raster shown(Raster raster) {
    if (space == Space.SRGB || space == Space.OTHER) {
      return raster;
    }
    PixelLayout layout = raster.layout();
    double[] light = new double[layout.white() + 1];
    for (int v = 0; v < light.length; v++) {
      light[v] = curve().toLight((double) v / layout.white());
    }
    ToneEncoder encoder = new ToneEncoder(ToneCurve.SRGB, layout.bits());
    Raster shown = Raster.blank(layout);
    short[] from = raster.samples();
    short[] to = shown.samples();
    double[] m = matrix();
    if (layout.channels() == 1) {
      for (int i = 0; i < layout.samples(); i++) {
        to[i] = (short) encoder.encode(light[from[i] & 0xffff]);
      }
      return shown;
    }
    for (int i = 0; i < layout.samples(); i += 3) {
      double r = light[from[i] & 0xffff];
      double g = light[from[i + 1] & 0xffff];
      double b = light[from[i + 2] & 0xffff];
      to[i] = (short) encoder.encode(m[0] * r + m[1] * g + m[2] * b);
      to[i + 1] = (short) encoder.encode(m[3] * r + m[4] * g + m[5] * b);
      to[i + 2] = (short) encoder.encode(m[6] * r + m[7] * g + m[8] * b);
    }
    return shown;
  }

  /** Between its samples and light; one that is not known is taken to be that of sRGB. */
  public ToneCurve curve() {
    return switch (space) {
      case LINEAR_SRGB -> ToneCurve.LINEAR;
      case ADOBE_RGB -> ADOBE_CURVE;
      default -> ToneCurve.SRGB;
    };
  }

  private double[] matrix() {
    return switch (space) {
      case ADOBE_RGB -> ADOBE_TO_SRGB;
      case DISPLAY_P3 -> P3_TO_SRGB;
      default -> new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1};
    };
  }

  /** Two are equal where their samples mean the same colours, whoever wrote them. */
  @Override
  public boolean equals(Object other) {
    return other instanceof ColourProfile profile
        && space == profile.space
        && (space != Space.OTHER || Arrays.equals(icc, profile.icc));
  }

  @Override
  public int hashCode() {
    return space == Space.OTHER ? Arrays.hashCode(icc) : space.hashCode();
  }

  @Override
  public String toString() {
    return space.name();
  }
}
