package zygonox.core.motion;

import java.util.Arrays;
import zygonox.core.format.Depth;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;

/**
 * A clip played from small pictures before it is made: the same light, the same part of the frames,
 * the same trails. Of frames whose picture is not there yet the one before is shown.
 */
public final class ClipPreview {
  private static final int VALUES = 256;
  private static final float[] LIGHT = new float[VALUES];

  static {
    for (int v = 0; v < VALUES; v++) {
      LIGHT[v] = (float) Srgb.toLight(v / 255.0);
    }
  }

  private final SmallPicture[] pictures;
  private final ClipRecipe recipe;
  private final double[] corrections;
  private final double shape;
  private TrailGrower grower;
  private int grownTo = -1;

  /**
   * @param pictures of all frames; null where one is not there yet
   * @param corrections by how many stops each is made brighter
   * @param size of the clip's pictures, of which the shape counts
   */
  public ClipPreview(
      SmallPicture[] pictures, ClipRecipe recipe, double[] corrections, PictureSize size) {
    this.pictures = pictures;
    this.recipe = recipe;
    this.corrections = corrections;
    this.shape = (double) size.width() / size.height();
  }

  /** Whether there is anything to show. */
  public boolean isEmpty() {
    return Arrays.stream(pictures).allMatch(p -> p == null);
  }

  /** A picture of the clip as it will be. */
  public Raster at(int index) {
    SmallPicture any = pictures[there(index)];
    int[] part = part(any);
    short[] samples = recipe.trails().kind() == Trails.Kind.NONE ? shown(index) : trails(index);
    Raster raster = Raster.blank(new PixelLayout(part[2], part[3], 3, Depth.EIGHT.bits()));
    for (int i = 0; i < samples.length; i++) {
      raster.samples()[i] = (short) ((samples[i] & 0xffff) >> 8);
    }
    return raster;
  }

  /** The nearest frame before, else after, whose picture is there. */
  private int there(int index) {
    for (int i = index; i >= 0; i--) {
      if (pictures[i] != null) {
        return i;
      }
    }
    for (int i = index; i < pictures.length; i++) {
      if (pictures[i] != null) {
        return i;
      }
    }
    throw new IllegalStateException("no picture is there yet");
  }

  /** Left, top, width and height of the middle part that has the clip's shape. */
  private int[] part(SmallPicture of) {
    int width = Math.min(of.width(), (int) Math.round(of.height() * shape));
    int height = Math.min(of.height(), (int) Math.round(of.width() / shape));
    return new int[] {(of.width() - width) / 2, (of.height() - height) / 2, width, height};
  }

  /** One frame in its light, 16 bits. */
  private short[] shown(int index) {
    int from = there(index);
    SmallPicture picture = pictures[from];
    short[] table = table(corrections[from]);
    int[] part = part(picture);
    short[] samples = new short[3 * part[2] * part[3]];
    int into = 0;
    for (int y = 0; y < part[3]; y++) {
      int at = 3 * ((part[1] + y) * picture.width() + part[0]);
      for (int i = 0; i < 3 * part[2]; i++) {
        samples[into++] = table[picture.rgb()[at + i] & 0xff];
      }
    }
    return samples;
  }

  private static short[] table(double stops) {
    float[] light = LIGHT.clone();
    Gain gain = new Gain(stops);
    if (!gain.isNone()) {
      gain.apply(light);
    }
    short[] table = new short[VALUES];
    for (int v = 0; v < VALUES; v++) {
      table[v] = (short) Math.round(65_535 * Srgb.toEncoded(Math.min(1, light[v])));
    }
    return table;
  }

  /** Trails go on from the picture before, or are grown anew where one has jumped. */
  private short[] trails(int index) {
    if (grower == null || index != grownTo + 1) {
      grower = new TrailGrower(recipe.trails(), 3);
      grownTo = begin(index) - 1;
    }
    short[] grown = null;
    while (grownTo < index) {
      grown = grower.next(shown(++grownTo));
    }
    return grown;
  }

  private int begin(int index) {
    return switch (recipe.trails().kind()) {
      case WINDOW -> Math.max(0, index + 1 - recipe.trails().frames());
      // What is older has faded to a hundredth.
      case FADE -> Math.max(0, index - 2 * recipe.trails().frames());
      default -> 0;
    };
  }
}
