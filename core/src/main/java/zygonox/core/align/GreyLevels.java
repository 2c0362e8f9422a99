package zygonox.core.align;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;

/**
 * A frame's brightness, as it is encoded, at sizes that halve: what scenes are matched by. The
 * largest is made smaller by whole steps where the frame is large, for that is fine enough to tell
 * a tenth of its pixels.
 */
final class GreyLevels {
  /** The largest size is no wider than this. */
  private static final int WIDEST = 3200;

  /** The smallest is about as wide. */
  private static final int NARROWEST = 96;

  private static final int STRIP_ROWS = 48;

  /**
   * What colours give to brightness, in hundredths: the luma of ITU-R BT.601, which JPEG stores
   * (JFIF 1.02), so that a frame is as bright as its own brightness alone.
   */
  private static final int RED = 30;

  private static final int GREEN = 59;
  private static final int BLUE = 11;

  /** One size. Pixel (0, 0) is the middle of the top left one. */
  record Level(int width, int height, float[] grey) {
    float at(int x, int y) {
      int column = Math.max(0, Math.min(width - 1, x));
      return grey[Math.max(0, Math.min(height - 1, y)) * width + column];
    }

    /** Between pixels, by the cubic of Catmull and Rom. */
    float between(double x, double y) {
      int x0 = (int) Math.floor(x);
      int y0 = (int) Math.floor(y);
      float u = (float) (x - x0);
      float v = (float) (y - y0);
      if (x0 < 1 || y0 < 1 || x0 >= width - 2 || y0 >= height - 2) {
        float upper = at(x0, y0) * (1 - u) + at(x0 + 1, y0) * u;
        float lower = at(x0, y0 + 1) * (1 - u) + at(x0 + 1, y0 + 1) * u;
        return upper * (1 - v) + lower * v;
      }
      int i = (y0 - 1) * width + x0;
      float a = cubic(i, u);
      float b = cubic(i + width, u);
      float c = cubic(i + 2 * width, u);
      float d = cubic(i + 3 * width, u);
      return cubic(a, b, c, d, v);
    }

    /**
     * The same less the mean of its wider surroundings: how a sky brightens towards dusk and how a
     * lens darkens its corners says nothing of where the scene is, and would hold it in its place.
     */
    private Level unlit() {
      int reachX = Math.min(SURROUNDINGS, (width - 1) / 2);
      int reachY = Math.min(SURROUNDINGS, (height - 1) / 2);
      float[] across = new float[grey.length];
      for (int y = 0; y < height; y++) {
        float sum = 0;
        for (int x = -reachX; x <= reachX; x++) {
          sum += at(x, y);
        }
        for (int x = 0; x < width; x++) {
          across[y * width + x] = sum;
          sum += at(x + reachX + 1, y) - at(x - reachX, y);
        }
      }
      float[] own = new float[grey.length];
      float[] sums = new float[width];
      for (int y = -reachY; y <= reachY; y++) {
        add(sums, across, y, 1);
      }
      float share = 1f / ((2 * reachX + 1) * (2 * reachY + 1));
      for (int y = 0; y < height; y++) {
        for (int x = 0; x < width; x++) {
          own[y * width + x] = grey[y * width + x] - share * sums[x];
        }
        add(sums, across, y + reachY + 1, 1);
        add(sums, across, y - reachY, -1);
      }
      return new Level(width, height, own);
    }

    /** Adds a row; beside the picture its outermost. */
    private void add(float[] sums, float[] rows, int row, float times) {
      int from = Math.max(0, Math.min(height - 1, row)) * width;
      for (int x = 0; x < width; x++) {
        sums[x] += times * rows[from + x];
      }
    }

    private float cubic(int i, float u) {
      return cubic(grey[i - 1], grey[i], grey[i + 1], grey[i + 2], u);
    }

    private static float cubic(float a, float b, float c, float d, float t) {
      return b + 0.5f * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
    }
  }

  /** How far the surroundings reach that a place's brightness is told against, in pixels. */
  private static final int SURROUNDINGS = 16;

  private final int shrink;
  private final List<Level> levels = new ArrayList<>();

  private GreyLevels(int shrink, Level largest) {
    this.shrink = shrink;
    levels.add(smoothed(smoothed(smoothed(largest))).unlit());
    Level last = largest;
    while (last.width / 2 >= NARROWEST && last.height / 2 >= NARROWEST / 3) {
      last = halved(last);
      levels.add((levels.size() == 1 ? smoothed(smoothed(last)) : smoothed(last)).unlit());
    }
  }

  /** Reads a frame. */
  static GreyLevels of(PixelSource source, Cancellation cancellation) throws UnreadableFrame {
    PixelLayout layout = source.layout();
    int shrink = (layout.width() + WIDEST - 1) / WIDEST;
    int width = layout.width() / shrink;
    int height = layout.height() / shrink;
    float[] grey = new float[width * height];
    int stripRows = STRIP_ROWS / shrink * shrink;
    short[] samples = new short[stripRows * layout.rowSamples()];
    int channels = layout.channels();
    float scale = 1f / ((float) (RED + GREEN + BLUE) * shrink * shrink * layout.white());
    int[] sums = new int[width * shrink];
    for (int row = 0; row < layout.height(); row += stripRows) {
      cancellation.check();
      int rows = Math.min(stripRows, layout.height() - row);
      source.read(row, rows, samples);
      for (int y = 0; y + shrink <= rows; y += shrink) {
        Arrays.fill(sums, 0);
        for (int k = 0; k < shrink; k++) {
          add(samples, (y + k) * layout.rowSamples(), channels, sums);
        }
        gather(sums, shrink, scale, grey, (row + y) / shrink * width, width);
      }
    }
    cancellation.check();
    return new GreyLevels(shrink, new Level(width, height, grey));
  }

  private static void add(short[] samples, int from, int channels, int[] sums) {
    if (channels == 1) {
      for (int x = 0; x < sums.length; x++) {
        sums[x] += (samples[from + x] & 0xffff) * (RED + GREEN + BLUE);
      }
      return;
    }
    for (int x = 0, i = from; x < sums.length; x++, i += 3) {
      sums[x] +=
          (samples[i] & 0xffff) * RED
              + (samples[i + 1] & 0xffff) * GREEN
              + (samples[i + 2] & 0xffff) * BLUE;
    }
  }

  private static void gather(
      int[] sums, int shrink, float scale, float[] grey, int into, int width) {
    for (int x = 0; x < width; x++) {
      int sum = 0;
      for (int k = 0; k < shrink; k++) {
        sum += sums[x * shrink + k];
      }
      grey[into + x] = sum * scale;
    }
  }

  /** How large one of them is held in memory, about. */
  static long heldBytes(PixelLayout layout) {
    long shrink = (layout.width() + WIDEST - 1) / WIDEST;
    return 6L * Float.BYTES * layout.width() * layout.height() / shrink / shrink;
  }

  /** From the largest on. */
  List<Level> levels() {
    return levels;
  }

  /** How many of the frame's pixels one of the largest size's is wide. */
  int shrink() {
    return shrink;
  }

  /** How much fine detail there is, only to be held against frames of the same scene. */
  double detail() {
    Level level = levels.get(0);
    double sum = 0;
    for (int y = 1; y < level.height - 1; y += 2) {
      for (int x = 1; x < level.width - 1; x += 2) {
        int i = y * level.width + x;
        float across = level.grey[i + 1] - level.grey[i - 1];
        float down = level.grey[i + level.width] - level.grey[i - level.width];
        sum += across * across + down * down;
      }
    }
    return sum;
  }

  private static Level halved(Level from) {
    int width = from.width / 2;
    int height = from.height / 2;
    float[] grey = new float[width * height];
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        int i = 2 * y * from.width + 2 * x;
        grey[y * width + x] =
            (from.grey[i]
                    + from.grey[i + 1]
                    + from.grey[i + from.width]
                    + from.grey[i + from.width + 1])
                / 4;
      }
    }
    return new Level(width, height, grey);
  }

  /**
   * By 1 2 1 both ways. The largest sizes are softened more than once: noise and what is too fine
   * for its pixels would pull at the match; halving softens the others.
   */
  private static Level smoothed(Level from) {
    int width = from.width;
    int height = from.height;
    float[] left = new float[width];
    float[] own = new float[width];
    float[] right = new float[width];
    float[][] across = new float[3][width];
    float[] both = new float[width * height];
    for (int y = 0; y < height; y++) {
      int row = y * width;
      System.arraycopy(from.grey, row, own, 0, width);
      System.arraycopy(from.grey, row, left, 1, width - 1);
      System.arraycopy(from.grey, row + 1, right, 0, width - 1);
      left[0] = own[0];
      right[0] = own[0];
      left[width - 1] = own[width - 1];
      right[width - 1] = own[width - 1];
      mix(left, own, right, across[y % 3]);
      if (y == 0 || y == height - 1) {
        System.arraycopy(across[y % 3], 0, both, row, width);
      }
      if (y > 1) {
        mix(across[(y - 2) % 3], across[(y - 1) % 3], across[y % 3], own);
        System.arraycopy(own, 0, both, row - width, width);
      }
    }
    return new Level(width, height, both);
  }

  private static void mix(float[] a, float[] b, float[] c, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = (a[x] + 2 * b[x] + c[x]) * 0.25f;
    }
  }
}
