package zygonox.core.motion;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** A part of a frame brought to a picture's size: each pixel the mean of the light it covers. */
final class Shrink {
  private Shrink() {}

  /**
   * What a pixel is made of.
   *
   * @param first the first of the frame's pixels in it
   * @param shares of that one and the next ones; they add to 1
   */
  private record Part(int first, float[] shares) {}

  /**
   * @param source the frame
   * @param left where the part begins, in pixels of the frame from its left edge
   * @param top the same from its upper edge
   * @param width of the part
   * @param height of the part
   * @param size of the picture
   * @return rows, the three channels of each one after the other
   */
  static float[] of(
      LightSource source, double left, double top, double width, double height, PictureSize size)
      throws UnreadableFrame {
    PixelLayout layout = source.layout();
    Part[] across = parts(left, width, size.width(), layout.width());
    Part[] down = parts(top, height, size.height(), layout.height());
    List<List<Integer>> wanting = new ArrayList<>();
    for (int y = 0; y < layout.height(); y++) {
      wanting.add(new ArrayList<>(0));
    }
    for (int y = 0; y < down.length; y++) {
      for (int k = 0; k < down[y].shares.length; k++) {
        wanting.get(down[y].first + k).add(y);
      }
    }
    int rowSamples = 3 * size.width();
    float[] picture = new float[rowSamples * size.height()];
    float[] row = new float[layout.rowSamples()];
    float[] narrow = new float[rowSamples];
    for (int y = 0; y < layout.height(); y++) {
      if (wanting.get(y).isEmpty()) {
        continue;
      }
      source.read(y, 1, row);
      for (int c = 0; c < 3; c++) {
        shrink(row, c * layout.width(), across, narrow, c * size.width());
      }
      for (int into : wanting.get(y)) {
        add(narrow, down[into].shares[y - down[into].first], picture, into * rowSamples);
      }
    }
    return picture;
  }

  private static void shrink(float[] row, int from, Part[] parts, float[] into, int at) {
    for (int x = 0; x < parts.length; x++) {
      float[] shares = parts[x].shares;
      int first = from + parts[x].first;
      float sum = 0;
      for (int k = 0; k < shares.length; k++) {
        sum += shares[k] * row[first + k];
      }
      into[at + x] = sum;
    }
  }

  private static void add(float[] row, float share, float[] into, int at) {
    for (int i = 0; i < row.length; i++) {
      into[at + i] += share * row[i];
    }
  }

  private static Part[] parts(double start, double length, int count, int limit) {
    double each = length / count;
    Part[] parts = new Part[count];
    for (int i = 0; i < count; i++) {
      parts[i] =
          each >= 1
              ? mean(start + i * each, start + (i + 1) * each, limit)
              : between(start + (i + 0.5) * each - 0.5, limit);
    }
    return parts;
  }

  private static Part mean(double from, double to, int limit) {
    double begin = Math.max(0, Math.min(limit - 1e-6, from));
    double end = Math.max(begin + 1e-6, Math.min(limit, to));
    int first = (int) Math.min(limit - 1, Math.floor(begin));
    int last = (int) Math.min(limit - 1, Math.ceil(end) - 1);
    float[] shares = new float[Math.max(1, last - first + 1)];
    for (int k = 0; k < shares.length; k++) {
      double covered = Math.min(end, first + k + 1) - Math.max(begin, first + k);
      shares[k] = (float) (covered / (end - begin));
    }
    return new Part(first, shares);
  }

  private static Part between(double place, int limit) {
    double held = Math.max(0, Math.min(limit - 1, place));
    int first = (int) Math.min(Math.max(0, limit - 2), Math.floor(held));
    if (limit == 1) {
      return new Part(0, new float[] {1});
    }
    float share = (float) (held - first);
    float[] shares = {1 - share, share};
    return new Part(first, Arrays.copyOf(shares, 2));
  }
}
