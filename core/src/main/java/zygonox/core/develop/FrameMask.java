package zygonox.core.develop;

import java.nio.file.Path;
import java.util.BitSet;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
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

  /** The same less a margin of so many pixels along its edges; the picture's own are none. */
  public FrameMask eroded(int pixels) {
    BitSet dark = new BitSet(width * height);
    for (int y = 0; y < height; y++) {
      int row = y * width;
      for (int x = white.nextClearBit(row) - row; x < width; ) {
        int end = Math.min(width, next(row + x) - row);
        dark.set(row + Math.max(0, x - pixels), row + Math.min(width, end + pixels));
        x = end >= width ? width : white.nextClearBit(row + end) - row;
      }
    }
    BitSet left = new BitSet(width * height);
    left.set(0, width * height);
    for (int y = 0; y < height; y++) {
      for (int near = Math.max(0, y - pixels); near <= Math.min(height - 1, y + pixels); near++) {
        int row = near * width;
        for (int x = dark.nextSetBit(row); x >= 0 && x < row + width; ) {
          int end = Math.min(row + width, dark.nextClearBit(x));
          left.clear(y * width + x - row, y * width + end - row);
          x = end >= row + width ? -1 : dark.nextSetBit(end);
        }
      }
    }
    return new FrameMask(width, height, left);
  }

  private int next(int from) {
    int set = white.nextSetBit(from);
    return set < 0 ? width * height : set;
  }

  /** Whether a pixel counts; those beside the frame do not. */
  public boolean at(int x, int y) {
    return x >= 0 && y >= 0 && x < width && y < height && white.get(y * width + x);
  }
}
