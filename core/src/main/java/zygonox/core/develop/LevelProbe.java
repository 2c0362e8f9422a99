package zygonox.core.develop;

import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * The light of a frame on a coarse grid, the mean of a few pixels at each point: enough to tell its
 * level from another's, with little regard for stars.
 *
 * @param channels one to three
 * @param cells light at each grid point, channel by channel
 */
public record LevelProbe(int channels, float[][] cells) {
  private static final int COLUMNS = 96;
  private static final int ROWS = 64;

  /** Pixels beside each other that are meant. */
  private static final int WIDE = 8;

  private static final float[] NO_OFFSETS = new float[3];

  /** Looks at a frame. */
  public static LevelProbe of(LightSource source) throws UnreadableFrame {
    PixelLayout layout = source.layout();
    int columns = Math.min(COLUMNS, Math.max(1, layout.width() / WIDE));
    int rows = Math.min(ROWS, layout.height());
    int wide = Math.min(WIDE, layout.width());
    float[][] cells = new float[layout.channels()][columns * rows];
    float[] row = new float[layout.rowSamples()];
    for (int r = 0; r < rows; r++) {
      int y = (int) ((r + 0.5) * layout.height() / rows);
      source.read(y, 1, row);
      for (int c = 0; c < layout.channels(); c++) {
        for (int k = 0; k < columns; k++) {
          int from = (int) ((long) k * (layout.width() - wide) / Math.max(1, columns - 1));
          float[] near =
              Arrays.copyOfRange(row, c * layout.width() + from, c * layout.width() + from + wide);
          Arrays.sort(near);
          cells[c][r * columns + k] = (near[(wide - 1) / 2] + near[wide / 2]) / 2;
        }
      }
    }
    return new LevelProbe(layout.channels(), cells);
  }

  /** The middle of all points of a channel. */
  public float level(int channel) {
    float[] sorted = cells[channel].clone();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }

  /**
   * What is to be added to each channel for the sky to be as bright as another frame's: the middle
   * of the differences over the brighter half of that one, where at night the sky is.
   */
  public float[] offsetsTo(LevelProbe reference) {
    float[] offsets = NO_OFFSETS.clone();
    for (int c = 0; c < channels; c++) {
      float half = reference.level(c);
      float[] differences = new float[cells[c].length];
      int count = 0;
      for (int i = 0; i < differences.length; i++) {
        if (reference.cells[c][i] >= half) {
          differences[count++] = reference.cells[c][i] - cells[c][i];
        }
      }
      Arrays.sort(differences, 0, count);
      offsets[c] = count == 0 ? 0 : (differences[(count - 1) / 2] + differences[count / 2]) / 2;
    }
    return offsets;
  }
}
