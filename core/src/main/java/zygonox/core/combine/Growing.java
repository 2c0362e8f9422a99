package zygonox.core.combine;

import java.util.Arrays;
import zygonox.core.raster.PixelLayout;

/** The small picture of a blend at work, filled as rows come in. */
final class Growing {
  private static final int SIDE = 1400;

  private final PixelLayout layout;
  private final int step;
  private final int width;
  private final int height;
  private int[] argb;

  Growing(PixelLayout layout) {
    this.layout = layout;
    step = Math.max(1, Math.max(layout.width(), layout.height()) / SIDE);
    width = Math.max(1, layout.width() / step);
    height = Math.max(1, layout.height() / step);
  }

  /** The shade of one sample, 0 to 255, by its row in the whole picture. */
  @FunctionalInterface
  interface Shades {
    int at(int row, int x, int channel);
  }

  /** Puts in those of some rows that it shows. */
  synchronized void fill(int firstRow, int rows, Shades shades) {
    if (argb == null) {
      argb = new int[width * height];
      Arrays.fill(argb, 0xff000000);
    }
    boolean grey = layout.channels() == 1;
    int from = (firstRow + step - 1) / step;
    for (int y = from; y < height && y * step < firstRow + rows; y++) {
      for (int x = 0; x < width; x++) {
        int red = shades.at(y * step, x * step, 0);
        int green = grey ? red : shades.at(y * step, x * step, 1);
        int blue = grey ? red : shades.at(y * step, x * step, 2);
        argb[y * width + x] = 0xff000000 | red << 16 | green << 8 | blue;
      }
    }
  }

  synchronized Preview picture() {
    return new Preview(width, height, argb == null ? new int[width * height] : argb.clone());
  }
}
