package zygonox.core.combine;

import java.util.Arrays;
import java.util.List;
import zygonox.core.raster.PixelLayout;

/** How many frames cover each pixel of a blend. */
public final class CoverageMap {
  private final PixelLayout layout;
  private final List<Coverage> frames;

  CoverageMap(PixelLayout layout, List<Coverage> frames) {
    this.layout = layout;
    this.frames = List.copyOf(frames);
  }

  /** A part of the picture, in its pixels. */
  public record Area(int left, int top, int width, int height) {}

  /** The whole picture. */
  public Area whole() {
    return new Area(0, 0, layout.width(), layout.height());
  }

  /**
   * The frames at each pixel of a row.
   *
   * @param into gets them from index 0 on
   */
  public void row(int y, int[] into) {
    // Where a frame's columns begin and end the number changes.
    Arrays.fill(into, 0, layout.width(), 0);
    int[] change = new int[layout.width() + 1];
    for (Coverage frame : frames) {
      int[] pieces = frame.pieces(y);
      for (int i = 0; i < pieces.length; i += 2) {
        change[pieces[i]]++;
        change[pieces[i + 1]]--;
      }
    }
    int count = 0;
    for (int x = 0; x < layout.width(); x++) {
      count += change[x];
      into[x] = count;
    }
  }

  /** Fewest and mean number of frames at the pixels of an area. */
  public record Counts(int least, double mean) {}

  public Counts counts(Area area) {
    if (frames.stream().allMatch(Coverage::isWhole)) {
      return new Counts(frames.size(), frames.size());
    }
    int[] row = new int[layout.width()];
    int least = Integer.MAX_VALUE;
    long sum = 0;
    for (int y = area.top; y < area.top + area.height; y++) {
      row(y, row);
      for (int x = area.left; x < area.left + area.width; x++) {
        least = Math.min(least, row[x]);
        sum += row[x];
      }
    }
    return new Counts(least, (double) sum / area.width / area.height);
  }

  /**
   * The largest upright area of which every pixel is covered by a share of the frames.
   *
   * <p>Row by row, the largest rectangle below the skyline of columns that are covered so far, by a
   * stack of rising columns (common knowledge, no source).
   *
   * @param share above 0 to 1
   * @return without width and height where there is none
   */
  public Area largest(double share) {
    int enough = Math.max(1, (int) Math.ceil(share * frames.size() - 1e-9));
    int width = layout.width();
    int[] heights = new int[width + 1];
    int[] row = new int[width];
    int[] stack = new int[width + 1];
    Area best = new Area(0, 0, 0, 0);
    long most = 0;
    for (int y = 0; y < layout.height(); y++) {
      row(y, row);
      for (int x = 0; x < width; x++) {
        heights[x] = row[x] >= enough ? heights[x] + 1 : 0;
      }
      int top = 0;
      for (int x = 0; x <= width; x++) {
        while (top > 0 && heights[stack[top - 1]] >= heights[x]) {
          int height = heights[stack[--top]];
          int left = top == 0 ? 0 : stack[top - 1] + 1;
          long area = (long) height * (x - left);
          if (area > most) {
            most = area;
            best = new Area(left, y - height + 1, x - left, height);
          }
        }
        stack[top++] = x;
      }
    }
    return best;
  }
}
