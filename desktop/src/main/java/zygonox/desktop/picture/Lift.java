package zygonox.desktop.picture;

import java.util.Arrays;

/**
 * Dark parts made brighter for looking only: one monotone curve for all three colours, made from a
 * picture's own histogram so that its middle brightness becomes easily seen. The arcsinh keeps
 * faint differences apart without burning out what is bright (R. Lupton, J. Gunn and A. Szalay, AJ
 * 118, 1406, 1999).
 */
public final class Lift {
  /** Leaves everything as it is. */
  public static final Lift NONE = new Lift(identity());

  /** Where the middle brightness comes to lie, as a share of white. */
  private static final double TARGET = 0.35;

  /** The strongest there is: beyond it a picture of 8 bits falls into steps. */
  private static final double STRONGEST = 3000;

  /** What is brighter than this needs no lifting. */
  private static final int BRIGHT = 89;

  private final int[] curve;

  private Lift(int[] curve) {
    this.curve = curve;
  }

  private static int[] identity() {
    int[] same = new int[256];
    Arrays.setAll(same, v -> v);
    return same;
  }

  /** The curve that makes a picture's dark parts visible; {@link #NONE} where they are already. */
  public static Lift of(Pixels pixels) {
    return of(pixels.levels().get(pixels.levels().size() - 1).argb());
  }

  /**
   * The same for pixels in a row.
   *
   * @param argb opaque 0xffRRGGBB pixels
   */
  public static Lift of(int[] argb) {
    int[] histogram = new int[256];
    for (int p : argb) {
      histogram[brightness(p)]++;
    }
    int median = 0;
    for (long below = 0; median < 255; median++) {
      below += histogram[median];
      if (2 * below > argb.length) {
        break;
      }
    }
    return median >= BRIGHT ? NONE : new Lift(curve(strength(Math.max(1, median) / 255.0)));
  }

  /** Brightness by the weights of ITU-R BT.709. */
  private static int brightness(int p) {
    return (54 * (p >> 16 & 0xff) + 183 * (p >> 8 & 0xff) + 19 * (p & 0xff)) >> 8;
  }

  /** The strength that brings a share of white to the target, by halving. */
  private static double strength(double share) {
    double low = 1e-3;
    double high = STRONGEST;
    for (int i = 0; i < 60; i++) {
      double middle = Math.sqrt(low * high);
      if (lifted(share, middle) < TARGET) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return low;
  }

  private static double lifted(double share, double strength) {
    return asinh(strength * share) / asinh(strength);
  }

  private static double asinh(double x) {
    return Math.log(x + Math.sqrt(x * x + 1));
  }

  private static int[] curve(double strength) {
    int[] curve = new int[256];
    Arrays.setAll(curve, v -> (int) Math.round(255 * lifted(v / 255.0, strength)));
    return curve;
  }

  /** Whether it changes anything. */
  public boolean lifts() {
    return this != NONE;
  }

  /** One sample lifted, 0 to 255. */
  public int of(int sample) {
    return curve[sample];
  }

  /** Lifts opaque pixels in place. */
  void apply(int[] argb) {
    for (int i = 0; i < argb.length; i++) {
      int p = argb[i];
      argb[i] =
          0xff000000 | curve[p >> 16 & 0xff] << 16 | curve[p >> 8 & 0xff] << 8 | curve[p & 0xff];
    }
  }
}
