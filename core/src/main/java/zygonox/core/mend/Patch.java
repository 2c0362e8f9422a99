package zygonox.core.mend;

import java.util.BitSet;
import zygonox.core.raster.ToneEncoder;

/**
 * A piece of a frame and the light it gets instead of its own: worked out beforehand, pasted while
 * the frame goes by.
 *
 * @param firstRow its topmost row
 * @param spans of each row from there: the first column of a piece, the one after its last, and so
 *     on
 * @param light of each row: the pieces one after the other, each channel by channel
 */
record Patch(int firstRow, int[][] spans, float[][] light) {
  /** Pastes what there is of one row. */
  void paste(int row, float[] into, int at, int width, int channels) {
    int own = row - firstRow;
    if (own < 0 || own >= spans.length) {
      return;
    }
    int from = 0;
    for (int p = 0; p < spans[own].length; p += 2) {
      int count = spans[own][p + 1] - spans[own][p];
      for (int c = 0; c < channels; c++) {
        System.arraycopy(light[own], from, into, at + c * width + spans[own][p], count);
        from += count;
      }
    }
  }

  /** The same, onto 8-bit samples. */
  void paste(int row, byte[] into, int at, int channels, ToneEncoder encoder) {
    int own = row - firstRow;
    if (own < 0 || own >= spans.length) {
      return;
    }
    int from = 0;
    for (int p = 0; p < spans[own].length; p += 2) {
      for (int c = 0; c < channels; c++) {
        for (int x = spans[own][p]; x < spans[own][p + 1]; x++) {
          into[at + x * channels + c] = (byte) encoder.encode(light[own][from++]);
        }
      }
    }
  }

  /** Takes its pixels out of those that count. */
  void clear(BitSet counting, int width) {
    for (int y = 0; y < spans.length; y++) {
      for (int p = 0; p < spans[y].length; p += 2) {
        int row = (firstRow + y) * width;
        counting.clear(row + spans[y][p], row + spans[y][p + 1]);
      }
    }
  }
}
