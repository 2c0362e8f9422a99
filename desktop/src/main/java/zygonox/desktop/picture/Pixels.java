package zygonox.desktop.picture;

import java.util.ArrayList;
import java.util.List;
import zygonox.core.combine.Preview;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * A picture ready to be shown at any size: itself and its halves, each pixel the mean of four, down
 * to a few hundred.
 *
 * @param scale how many pixels of the real picture one pixel of the first level stands for
 */
public record Pixels(List<Level> levels, double scale) {
  private static final int SMALLEST = 400;

  /** One size of it: opaque 0xffRRGGBB pixels. */
  public record Level(int width, int height, int[] argb) {}

  public Pixels {
    levels = List.copyOf(levels);
  }

  /** Width of the real picture. */
  public double width() {
    return levels.get(0).width * scale;
  }

  /** Height of the real picture. */
  public double height() {
    return levels.get(0).height * scale;
  }

  /** A frame as its colours are shown; takes a while for large ones. */
  public static Pixels of(Frame frame, Raster raster) {
    return of(frame.info().colours().shown(raster));
  }

  /**
   * A frame made small, in place of the frame itself.
   *
   * @param small 8-bit RGB, of any size
   */
  public static Pixels quick(Frame frame, Raster small) {
    double scale = (double) frame.layout().width() / small.layout().width();
    return of(full(frame.info().colours().shown(small)), scale);
  }

  /** From a picture in memory; takes a while for large ones. */
  public static Pixels of(Raster raster) {
    return of(full(raster), 1);
  }

  private static Level full(Raster raster) {
    PixelLayout layout = raster.layout();
    int[] argb = new int[layout.width() * layout.height()];
    short[] samples = raster.samples();
    int down = layout.bits() - 8;
    if (layout.channels() == 1) {
      for (int i = 0; i < argb.length; i++) {
        argb[i] = 0xff000000 | ((samples[i] & 0xffff) >> down) * 0x010101;
      }
    } else {
      for (int i = 0, s = 0; i < argb.length; i++, s += 3) {
        argb[i] =
            0xff000000
                | (samples[s] & 0xffff) >> down << 16
                | (samples[s + 1] & 0xffff) >> down << 8
                | (samples[s + 2] & 0xffff) >> down;
      }
    }
    return new Level(layout.width(), layout.height(), argb);
  }

  /**
   * From a preview of a picture that is still growing.
   *
   * @param realWidth width of the picture it stands for
   */
  public static Pixels of(Preview preview, int realWidth) {
    return of(
        new Level(preview.width(), preview.height(), preview.argb()),
        (double) realWidth / preview.width());
  }

  private static Pixels of(Level full, double scale) {
    List<Level> levels = new ArrayList<>();
    levels.add(full);
    Level last = full;
    while (Math.max(last.width, last.height) > SMALLEST && Math.min(last.width, last.height) > 1) {
      last = half(last);
      levels.add(last);
    }
    return new Pixels(levels, scale);
  }

  private static Level half(Level from) {
    int width = from.width / 2;
    int height = from.height / 2;
    int[] argb = new int[width * height];
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        int i = 2 * y * from.width + 2 * x;
        int a = from.argb[i];
        int b = from.argb[i + 1];
        int c = from.argb[i + from.width];
        int d = from.argb[i + from.width + 1];
        // Two channels at a time: four values of eight bits need ten.
        int redBlue =
            ((a & 0xff00ff) + (b & 0xff00ff) + (c & 0xff00ff) + (d & 0xff00ff)) >>> 2 & 0xff00ff;
        int green = ((a & 0xff00) + (b & 0xff00) + (c & 0xff00) + (d & 0xff00)) >>> 2 & 0xff00;
        argb[y * width + x] = 0xff000000 | redBlue | green;
      }
    }
    return new Level(width, height, argb);
  }

  /**
   * Its pixels as they are shown small.
   *
   * @param red brightness in red alone
   * @param lifted dark parts made visible
   */
  public int[] shown(boolean red, boolean lifted) {
    int[] argb = levels.get(0).argb().clone();
    if (lifted) {
      Lift.of(argb).apply(argb);
    }
    if (red) {
      Renderer.redden(argb);
    }
    return argb;
  }

  /**
   * The smallest level that still has a pixel for each of the screen's.
   *
   * @param zoom screen pixels for one pixel of the real picture
   */
  public Level levelFor(double zoom) {
    double onScreen = zoom * scale;
    int index = 0;
    while (index + 1 < levels.size() && onScreen <= 0.5) {
      onScreen *= 2;
      index++;
    }
    return levels.get(index);
  }

  /** Width of the lines between the parts of {@link #loupe}. */
  private static final int SEAM = 6;

  /**
   * The middle and the four corners at full size, laid out as they lie in the picture: corners left
   * and right, the middle between them.
   *
   * @param width of what is made, in pixels
   * @param height the same
   */
  public Pixels loupe(int width, int height) {
    Level full = levels.get(0);
    int[] argb = new int[width * height];
    int third = (width - 2 * SEAM) / 3;
    int half = (height - SEAM) / 2;
    copy(full, 0, 0, argb, width, 0, 0, third, half);
    copy(full, 0, full.height - half, argb, width, 0, height - half, third, half);
    int right = width - third;
    copy(full, full.width - third, 0, argb, width, right, 0, third, half);
    copy(
        full,
        full.width - third,
        full.height - half,
        argb,
        width,
        right,
        height - half,
        third,
        half);
    copy(
        full,
        (full.width - third) / 2,
        (full.height - height) / 2,
        argb,
        width,
        third + SEAM,
        0,
        third,
        height);
    return of(new Level(width, height, argb), 1);
  }

  private static void copy(
      Level from, int x0, int y0, int[] into, int row, int toX, int toY, int wide, int high) {
    for (int y = 0; y < high; y++) {
      for (int x = 0; x < wide; x++) {
        int fromX = x0 + x;
        int fromY = y0 + y;
        boolean inside = fromX >= 0 && fromY >= 0 && fromX < from.width && fromY < from.height;
        into[(toY + y) * row + toX + x] =
            inside ? from.argb[fromY * from.width + fromX] : 0xff000000;
      }
    }
  }
}
