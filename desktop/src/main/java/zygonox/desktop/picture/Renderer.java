package zygonox.desktop.picture;

import java.util.Arrays;

/**
 * Draws the visible part of a picture into screen pixels: a few milliseconds for a whole screen.
 */
final class Renderer {
  /** From one line of a hatching to the next, in pixels of the screen. */
  private static final int HATCH = 6;

  /** How much white its lines are, of 256. */
  private static final int HATCH_LIGHT = 110;

  private Renderer() {}

  /**
   * @param into {@code width * height} pixels
   * @param background where there is no picture
   * @param lift how dark parts are made visible; the background stays
   */
  static void draw(
      Pixels pixels, Viewport view, int[] into, int width, int height, int background, Lift lift) {
    Pixels.Level level = pixels.levelFor(view.zoom());
    double perLevel = pixels.width() / level.width();
    double step = 1 / (view.zoom() * perLevel);
    double left = view.centreX() / perLevel - width / 2.0 * step;
    double top = view.centreY() / perLevel - height / 2.0 * step;
    if (step > 1) {
      smooth(level, left, top, step, into, width, height, background);
    } else {
      exact(level, left, top, step, into, width, height, background);
    }
    if (lift.lifts()) {
      lift.apply(into);
      restore(pixels, view, into, width, height, background);
    }
  }

  /** Pixel for pixel, or each as a square: what is judged at 100 % must not be smoothed. */
  private static void exact(
      Pixels.Level level,
      double left,
      double top,
      double step,
      int[] into,
      int width,
      int height,
      int background) {
    int[] columns = new int[width];
    for (int x = 0; x < width; x++) {
      double column = Math.floor(left + (x + 0.5) * step);
      columns[x] = column >= 0 && column < level.width() ? (int) column : -1;
    }
    for (int y = 0; y < height; y++) {
      int at = y * width;
      double row = Math.floor(top + (y + 0.5) * step);
      if (row < 0 || row >= level.height()) {
        Arrays.fill(into, at, at + width, background);
        continue;
      }
      int start = (int) row * level.width();
      int[] argb = level.argb();
      for (int x = 0; x < width; x++) {
        into[at + x] = columns[x] < 0 ? background : argb[start + columns[x]];
      }
    }
  }

  /** Between four pixels: a thin trail must not look broken because its pixels were skipped. */
  private static void smooth(
      Pixels.Level level,
      double left,
      double top,
      double step,
      int[] into,
      int width,
      int height,
      int background) {
    int[] columns = new int[width];
    int[] shares = new int[width];
    for (int x = 0; x < width; x++) {
      double column = left + (x + 0.5) * step - 0.5;
      int whole = (int) Math.floor(column);
      shares[x] = (int) ((column - whole) * 256);
      columns[x] = whole >= 0 && whole < level.width() - 1 ? whole : -1;
    }
    int[] argb = level.argb();
    for (int y = 0; y < height; y++) {
      int at = y * width;
      double row = top + (y + 0.5) * step - 0.5;
      int whole = (int) Math.floor(row);
      if (whole < 0 || whole >= level.height() - 1) {
        Arrays.fill(into, at, at + width, background);
        continue;
      }
      int down = (int) ((row - whole) * 256);
      int start = whole * level.width();
      for (int x = 0; x < width; x++) {
        if (columns[x] < 0) {
          into[at + x] = background;
          continue;
        }
        int i = start + columns[x];
        int upper = mix(argb[i], argb[i + 1], shares[x]);
        int lower = mix(argb[i + level.width()], argb[i + level.width() + 1], shares[x]);
        into[at + x] = mix(upper, lower, down);
      }
    }
  }

  /** Two opaque pixels, {@code share}/256 of the second. */
  private static int mix(int a, int b, int share) {
    int redBlue = ((a & 0xff00ff) * (256 - share) + (b & 0xff00ff) * share) >>> 8 & 0xff00ff;
    int green = ((a & 0xff00) * (256 - share) + (b & 0xff00) * share) >>> 8 & 0xff00;
    return 0xff000000 | redBlue | green;
  }

  /** What is beside the picture stays as it was. */
  private static void restore(
      Pixels pixels, Viewport view, int[] into, int width, int height, int background) {
    double left = width / 2.0 - view.centreX() * view.zoom();
    double top = height / 2.0 - view.centreY() * view.zoom();
    int first = (int) Math.ceil(Math.max(0, Math.min(width, left)));
    int last = (int) Math.floor(Math.max(0, Math.min(width, left + pixels.width() * view.zoom())));
    for (int y = 0; y < height; y++) {
      boolean beside = y < top || y >= top + pixels.height() * view.zoom();
      int row = y * width;
      if (beside) {
        Arrays.fill(into, row, row + width, background);
      } else {
        Arrays.fill(into, row, row + first, background);
        Arrays.fill(into, row + Math.max(first, last), row + width, background);
      }
    }
  }

  /** Hatches what is under the veil: told by lines, and not by a colour. */
  static void veil(Pixels pixels, Viewport view, int[] into, int width, int height, Veil veil) {
    double left = view.centreX() - width / 2.0 / view.zoom();
    double top = view.centreY() - height / 2.0 / view.zoom();
    for (int y = 0; y < height; y++) {
      int row = (int) Math.floor(top + (y + 0.5) / view.zoom());
      if (row < 0 || row >= pixels.height()) {
        continue;
      }
      for (int x = (HATCH - y % HATCH) % HATCH; x < width; x += HATCH) {
        int column = (int) Math.floor(left + (x + 0.5) / view.zoom());
        if (column >= 0 && column < pixels.width() && veil.covers(column, row)) {
          into[y * width + x] = mix(into[y * width + x], 0xffffffff, HATCH_LIGHT);
        }
      }
    }
  }

  /** Brightness (ITU-R BT.709 weights) as red alone. */
  static void redden(int[] argb) {
    for (int i = 0; i < argb.length; i++) {
      int p = argb[i];
      int luma = (54 * (p >> 16 & 0xff) + 183 * (p >> 8 & 0xff) + 19 * (p & 0xff)) >> 8;
      argb[i] = 0xff000000 | luma << 16;
    }
  }

  /** The distance of two drawings, channel by channel: black where they are alike. */
  static void difference(int[] into, int[] other) {
    for (int i = 0; i < into.length; i++) {
      int red = Math.abs((into[i] >> 16 & 0xff) - (other[i] >> 16 & 0xff));
      int green = Math.abs((into[i] >> 8 & 0xff) - (other[i] >> 8 & 0xff));
      int blue = Math.abs((into[i] & 0xff) - (other[i] & 0xff));
      into[i] = 0xff000000 | red << 16 | green << 8 | blue;
    }
  }
}
