package zygonox.core.motion;

import java.util.Arrays;
import java.util.List;
import zygonox.core.format.Depth;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;

/**
 * A clip played from small pictures before it is made: the same pictures in the same light, the
 * same part of the frames, the same trails. Of frames whose picture is not there yet the one before
 * is shown.
 */
public final class ClipPreview {
  private static final ToneTable ENCODED = new ToneTable(ToneCurve.SRGB);
  private static final int VALUES = 256;
  private static final float[] LIGHT = new float[VALUES];

  static {
    for (int v = 0; v < VALUES; v++) {
      LIGHT[v] = (float) Srgb.toLight(v / 255.0);
    }
  }

  private final List<Frame> frames;
  private final SmallPicture[] pictures;
  private final ClipRecipe recipe;
  private final Correction[] corrections;
  private final Timeline timeline;
  private final Steady steady;
  private final PictureSize size;
  private TrailGrower grower;
  private int grownTo = -1;

  /**
   * @param frames of the clip
   * @param pictures of all of them; null where one is not there yet
   * @param corrections of the light of each
   * @param timeline which of them each picture shows
   * @param steady where each one's scene lies
   */
  public ClipPreview(
      List<Frame> frames,
      SmallPicture[] pictures,
      ClipRecipe recipe,
      Correction[] corrections,
      Timeline timeline,
      Steady steady) {
    this.frames = frames;
    this.pictures = pictures;
    this.recipe = recipe;
    this.corrections = corrections;
    this.timeline = timeline;
    this.steady = steady;
    this.size = recipe.sizeFor(frames.get(0).layout());
  }

  /** Whether there is anything to show. */
  public boolean isEmpty() {
    return Arrays.stream(pictures).allMatch(p -> p == null);
  }

  /** How many pictures it has. */
  public int count() {
    return timeline.count();
  }

  /** A picture of the clip as it will be. */
  public Raster at(int index) {
    short[] samples = recipe.trails().kind() == Trails.Kind.NONE ? shown(index) : trails(index);
    int[] shape = shape();
    Raster raster = Raster.blank(new PixelLayout(shape[0], shape[1], 3, Depth.EIGHT.bits()));
    for (int i = 0; i < samples.length; i++) {
      raster.samples()[i] = (short) ((samples[i] & 0xffff) >> 8);
    }
    return raster;
  }

  /** Width and height of what is shown, of the clip's shape. */
  private int[] shape() {
    SmallPicture any = pictures[there(0)];
    Frame first = frames.get(0);
    Steady.Part part = Steady.AS_SHOT.part(first, size, Move.Window.WHOLE);
    return new int[] {
      (int) Math.round(any.width() * part.width() / first.layout().width()),
      (int) Math.round(any.height() * part.height() / first.layout().height())
    };
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

  /** One picture of the clip without trails, 16 bits. */
  private short[] shown(int index) {
    int[] shape = shape();
    float[] light = new float[3 * shape[0] * shape[1]];
    double share = timeline.count() < 2 ? 0 : (double) index / (timeline.count() - 1);
    Move.Window window = recipe.view().move().map(m -> m.at(share)).orElse(Move.Window.WHOLE);
    for (Timeline.Part part : timeline.parts(index, recipe.pace().averaged(), frames.size())) {
      add(there(part.frame()), window, (float) part.weight(), shape[0], light);
    }
    short[] samples = new short[light.length];
    for (int i = 0; i < light.length; i++) {
      samples[i] = (short) (ENCODED.encode(light[i]) * 65_535f + 0.5f);
    }
    return samples;
  }

  private void add(int frame, Move.Window window, float weight, int width, float[] into) {
    SmallPicture picture = pictures[frame];
    Frame whole = frames.get(frame);
    Steady.Part part = steady.part(whole, size, window);
    double scale = (double) picture.width() / whole.layout().width();
    float[][] tables = tables(frame, weight);
    int height = into.length / 3 / width;
    for (int y = 0; y < height; y++) {
      double down = (part.top() + (y + 0.5) * part.height() / height) * scale - 0.5;
      for (int x = 0; x < width; x++) {
        double across = (part.left() + (x + 0.5) * part.width() / width) * scale - 0.5;
        add(picture, across, down, tables, into, 3 * (y * width + x));
      }
    }
  }

  /** Between the four pixels about a place. */
  private static void add(
      SmallPicture of, double x, double y, float[][] tables, float[] into, int at) {
    double inX = Math.max(0, Math.min(of.width() - 1, x));
    double inY = Math.max(0, Math.min(of.height() - 1, y));
    int left = (int) inX;
    int top = (int) inY;
    int right = Math.min(of.width() - 1, left + 1);
    int bottom = Math.min(of.height() - 1, top + 1);
    float u = (float) (inX - left);
    float v = (float) (inY - top);
    for (int c = 0; c < 3; c++) {
      float a = value(of, left, top, c, tables);
      float b = value(of, right, top, c, tables);
      float d = value(of, left, bottom, c, tables);
      float e = value(of, right, bottom, c, tables);
      float upper = a + u * (b - a);
      float lower = d + u * (e - d);
      into[at + c] += upper + v * (lower - upper);
    }
  }

  private static float value(SmallPicture of, int x, int y, int c, float[][] tables) {
    return tables[c][of.rgb()[3 * (y * of.width() + x) + c] & 0xff];
  }

  /** The light of stored values in a frame as it will be, times its weight. */
  private float[][] tables(int frame, float weight) {
    float[] light = LIGHT.clone();
    Gain gain = new Gain(corrections[frame].stops());
    if (!gain.isNone()) {
      gain.apply(light);
    }
    double place = frames.size() < 2 ? 0 : (double) frame / (frames.size() - 1);
    float[] warm = recipe.drift().map(d -> d.gains(place)).orElse(new float[] {1, 1, 1});
    float[] held = corrections[frame].gains();
    float[][] tables = new float[3][VALUES];
    for (int c = 0; c < 3; c++) {
      for (int v = 0; v < VALUES; v++) {
        tables[c][v] = weight * Math.min(1, held[c] * warm[c] * light[v]);
      }
    }
    return tables;
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
