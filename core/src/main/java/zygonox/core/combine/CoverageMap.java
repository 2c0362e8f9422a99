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
    int right = area.left + area.width;
    int least = Integer.MAX_VALUE;
    long sum = 0;
    for (int y = area.top; y < area.top + area.height; y++) {
      int row = y;
      int[][] pieces = frames.stream().map(f -> f.pieces(row)).toArray(int[][]::new);
      int[] starts = edges(pieces, 0, area.left, right);
      int[] ends = edges(pieces, 1, area.left, right);
      for (int i = 0; i < starts.length; i++) {
        sum += ends[i] - starts[i];
      }
      least = Math.min(least, least(starts, ends, area.left, right));
    }
    return new Counts(least, (double) sum / area.width / area.height);
  }

  /** Where the pieces of a row begin, or end (side 1), in rising order and within the columns. */
  private static int[] edges(int[][] pieces, int side, int left, int right) {
    int[] edges = new int[Arrays.stream(pieces).mapToInt(p -> p.length / 2).sum()];
    int n = 0;
    for (int[] frame : pieces) {
      for (int i = side; i < frame.length; i += 2) {
        edges[n++] = Math.max(left, Math.min(right, frame[i]));
      }
    }
    Arrays.sort(edges);
    return edges;
  }

  /** Fewest pieces over any column: the number changes only where one begins or ends. */
  private static int least(int[] starts, int[] ends, int left, int right) {
    int least = Integer.MAX_VALUE;
    int begun = 0;
    int ended = 0;
    for (int x = left; x < right; ) {
      while (begun < starts.length && starts[begun] <= x) {
        begun++;
      }
      while (ended < ends.length && ends[ended] <= x) {
        ended++;
      }
      least = Math.min(least, begun - ended);
      int next = begun < starts.length ? starts[begun] : right;
      x = Math.min(next, ended < ends.length ? ends[ended] : right);
    }
    return least;
  }

  /**
   * The largest upright area of which every pixel is covered by a share of the frames.
   *
   * @param share above 0 to 1
   * @return without width and height where there is none
   */
  public Area largest(double share) {
    int enough = enough(share, frames.size());
    int[] row = new int[layout.width()];
    return LargestArea.of(
        layout.width(),
        layout.height(),
        (y, into) -> {
          row(y, row);
          for (int x = 0; x < into.length; x++) {
            into[x] = row[x] >= enough;
          }
        });
  }

  /** How many of some frames such a share of them is. */
  public static int enough(double share, int frames) {
    return Math.max(1, (int) Math.ceil(share * frames - 1e-9));
  }
}
