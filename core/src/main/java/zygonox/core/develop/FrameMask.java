package zygonox.core.develop;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/**
 * Which pixels of a frame count.
 *
 * @param width of the frame
 * @param height of the frame
 * @param white those that count, row by row
 */
public record FrameMask(int width, int height, BitSet white) {
  /**
   * Reads a picture: what is brighter than the middle counts.
   *
   * @param option what it was named by, for the refusal
   * @param frame the shape it must have
   * @throws InvalidInput when it has another
   */
  public static FrameMask read(String option, Path file, PixelLayout frame) {
    try {
      Raster raster = PictureReader.readWhole(PictureReader.look(file));
      PixelLayout own = raster.layout();
      if (own.width() != frame.width() || own.height() != frame.height()) {
        throw InvalidInput.about(
            option,
            Phrasebook.say(
                "refused.mask-of-other-size",
                file,
                own.width(),
                own.height(),
                frame.width(),
                frame.height()));
      }
      BitSet white = new BitSet(own.width() * own.height());
      for (int y = 0; y < own.height(); y++) {
        for (int x = 0; x < own.width(); x++) {
          if (raster.at(x, y, 0) > own.white() / 2) {
            white.set(y * own.width() + x);
          }
        }
      }
      return new FrameMask(own.width(), own.height(), white);
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.mask-unreadable", file), e);
    }
  }

  /** Writes it as a grey picture of 8 bits, in which what counts is white. */
  public void write(Path file, WholeFile.IfPresent ifPresent) {
    OutputFormat.PNG.write(
        file,
        ifPresent,
        new PictureHeader(width, height, 1, Depth.EIGHT, FrameInfo.UNKNOWN, () -> ""),
        sink -> {
          short[] row = new short[width];
          for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
              row[x] = (short) (white.get(y * width + x) ? 255 : 0);
            }
            sink.rows(y, 1, row);
          }
        });
  }

  /** The same with a round stroke from one place to another, in or out. */
  public FrameMask painted(
      double x1, double y1, double x2, double y2, double radius, boolean counts) {
    BitSet changed = (BitSet) white.clone();
    Stroke stroke = new Stroke(x1, y1, x2, y2, radius);
    int last = (int) Math.min(height - 1, Math.floor(Math.max(y1, y2) + radius));
    for (int y = (int) Math.max(0, Math.ceil(Math.min(y1, y2) - radius)); y <= last; y++) {
      double[] piece = stroke.across(y);
      int from = (int) Math.max(0, Math.ceil(piece[0]));
      int end = (int) Math.min(width - 1, Math.floor(piece[1])) + 1;
      if (end > from) {
        changed.set(y * width + from, y * width + end, counts);
      }
    }
    return new FrameMask(width, height, changed);
  }

  /**
   * The same with all that lies within a closed line in: where it crosses itself, what is within it
   * once more is out.
   *
   * @param corners column and row of each, three or more
   */
  public FrameMask filled(List<double[]> corners) {
    BitSet changed = (BitSet) white.clone();
    double[] crossings = new double[corners.size()];
    for (int y = 0; y < height; y++) {
      int count = 0;
      for (int i = 0; i < corners.size(); i++) {
        double[] a = corners.get(i);
        double[] b = corners.get((i + 1) % corners.size());
        if ((a[1] <= y) != (b[1] <= y)) {
          crossings[count++] = a[0] + (y - a[1]) / (b[1] - a[1]) * (b[0] - a[0]);
        }
      }
      Arrays.sort(crossings, 0, count);
      for (int k = 0; k + 1 < count; k += 2) {
        set(changed, width, y, crossings[k], crossings[k + 1]);
      }
    }
    return new FrameMask(width, height, changed);
  }

  /**
   * All that lies nearer to one place than to another, and nothing else: with an edge half as soft
   * as the two lie apart it fades from the one to the other.
   */
  public static FrameMask nearer(
      int width, int height, double x1, double y1, double x2, double y2) {
    BitSet white = new BitSet(width * height);
    double across = x2 - x1;
    double middle = (x1 + x2) / 2;
    for (int y = 0; y < height; y++) {
      // Where this row crosses the line that lies as far from the one as from the other.
      double down = (y - (y1 + y2) / 2) * (y2 - y1);
      double edge = across == 0 ? (down <= 0 ? width : -1) : middle - down / across;
      boolean left = across >= 0;
      set(white, width, y, left ? 0 : edge, left ? edge : width - 1.0);
    }
    return new FrameMask(width, height, white);
  }

  private static void set(BitSet bits, int width, int y, double from, double to) {
    int first = (int) Math.max(0, Math.ceil(from));
    int end = (int) Math.min(width - 1.0, Math.floor(to)) + 1;
    if (end > first) {
      bits.set(y * width + first, y * width + end);
    }
  }

  /** A round stroke: in each row one piece, for it is convex. */
  private record Stroke(double x1, double y1, double x2, double y2, double radius) {
    /** First and last place of a row; the last is before the first where there is none. */
    double[] across(int y) {
      double[] piece = {Double.MAX_VALUE, -Double.MAX_VALUE};
      disc(x1, y1, y, piece);
      disc(x2, y2, y, piece);
      double length = Math.hypot(x2 - x1, y2 - y1);
      if (length > 0) {
        double aside = radius * (y1 - y2) / length;
        double down = radius * (x2 - x1) / length;
        edge(x1 + aside, y1 + down, x2 + aside, y2 + down, y, piece);
        edge(x1 - aside, y1 - down, x2 - aside, y2 - down, y, piece);
      }
      return piece;
    }

    private void disc(double x, double row, int y, double[] piece) {
      double squared = radius * radius - (y - row) * (y - row);
      if (squared >= 0) {
        widen(x - Math.sqrt(squared), piece);
        widen(x + Math.sqrt(squared), piece);
      }
    }

    /** Where a row crosses one of the straight edges; those at its ends lie within the discs. */
    private static void edge(double ax, double ay, double bx, double by, int y, double[] piece) {
      if (ay != by && (y - ay) * (y - by) <= 0) {
        widen(ax + (y - ay) / (by - ay) * (bx - ax), piece);
      }
    }

    private static void widen(double x, double[] piece) {
      piece[0] = Math.min(piece[0], x);
      piece[1] = Math.max(piece[1], x);
    }
  }

  /** The other way about: what counts does not, and the rest does. */
  public FrameMask inverted() {
    BitSet other = (BitSet) white.clone();
    other.flip(0, width * height);
    return new FrameMask(width, height, other);
  }

  /** The same less a margin of so many pixels along its edges; the picture's own are none. */
  public FrameMask eroded(int pixels) {
    BitSet[] dark = new BitSet[height];
    for (int y = 0; y < height; y++) {
      dark[y] = widened(unset(y), pixels);
    }
    BitSet left = new BitSet(width * height);
    for (int y = 0; y < height; y++) {
      BitSet near = new BitSet(width);
      for (int k = Math.max(0, y - pixels); k <= Math.min(height - 1, y + pixels); k++) {
        near.or(dark[k]);
      }
      // Row by row, for a search in the whole would go on into the rows below.
      for (int from = near.nextClearBit(0); from < width; ) {
        int end = near.nextSetBit(from);
        end = end < 0 ? width : end;
        left.set(y * width + from, y * width + end);
        from = near.nextClearBit(end);
      }
    }
    return new FrameMask(width, height, left);
  }

  private BitSet unset(int y) {
    BitSet row = white.get(y * width, (y + 1) * width);
    row.flip(0, width);
    return row;
  }

  private BitSet widened(BitSet row, int pixels) {
    BitSet wide = new BitSet(width);
    for (int from = row.nextSetBit(0); from >= 0; ) {
      int end = row.nextClearBit(from);
      wide.set(Math.max(0, from - pixels), Math.min(width, end + pixels));
      from = row.nextSetBit(end);
    }
    return wide;
  }

  /** Whether a pixel counts; those beside the frame do not. */
  public boolean at(int x, int y) {
    return x >= 0 && y >= 0 && x < width && y < height && white.get(y * width + x);
  }
}
