package zygonox.core.mend;

import java.util.Arrays;
import zygonox.core.align.Placement;
import zygonox.core.develop.FrameMask;
import zygonox.core.develop.SoftEdge;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * A frame whose light fades out along the edge of the part that counts. Where the brightest light
 * is taken, or all of it is added up, nothing shows where the one frame ends; the share lies on the
 * frame, wherever it was moved.
 */
public final class FadedLight implements LightSource {
  /**
   * How much of each pixel of a frame counts.
   *
   * @param width of the frame
   * @param height of the frame
   * @param parts of 255, row by row
   */
  public record Shares(int width, int height, byte[] parts) {
    /** Of a mask whose edge is soft. */
    public static Shares of(FrameMask mask, double edgePixels) {
      float[] share = SoftEdge.of(mask, edgePixels);
      byte[] parts = new byte[share.length];
      for (int i = 0; i < parts.length; i++) {
        parts[i] = (byte) Math.round(255 * share[i]);
      }
      return new Shares(mask.width(), mask.height(), parts);
    }

    private float at(int x, int y) {
      boolean inside = x >= 0 && y >= 0 && x < width && y < height;
      return inside ? (parts[y * width + x] & 0xff) / 255f : 0;
    }
  }

  private final LightSource moved;
  private final Shares shares;
  private final Placement placement;
  private final float[] share;
  private final double[] columns;
  private final double[] lines;

  /**
   * @param moved the frame on the blend's grid
   * @param shares on the frame's own pixels
   * @param placement of the frame on the blend's grid
   */
  public FadedLight(LightSource moved, Shares shares, Placement placement) {
    this.moved = moved;
    this.shares = shares;
    this.placement = placement;
    this.share = new float[moved.layout().width()];
    this.columns = new double[share.length];
    this.lines = new double[share.length];
  }

  @Override
  public PixelLayout layout() {
    return moved.layout();
  }

  @Override
  public boolean anyRowsCheaply() {
    return moved.anyRowsCheaply();
  }

  @Override
  public long heldBytes() {
    return moved.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    moved.read(firstRow, rows, into);
    int channels = layout().channels();
    for (int y = 0; y < rows; y++) {
      load(firstRow + y);
      for (int c = 0; c < channels; c++) {
        fade(into, (y * channels + c) * share.length);
      }
    }
  }

  private void fade(float[] light, int at) {
    for (int x = 0; x < share.length; x++) {
      light[at + x] *= share[x];
    }
  }

  private void load(int row) {
    boolean asItIs = placement.isAsItIs();
    if (!asItIs) {
      placement.back(row, 0, share.length, columns, lines);
    }
    for (int x = 0; x < share.length; x++) {
      share[x] =
          asItIs
              ? shares.at(x, row)
              : shares.at((int) Math.round(columns[x]), (int) Math.round(lines[x]));
    }
  }

  /** Where nothing of the frame is left it covers nothing. */
  @Override
  public int[] covered(int row) {
    int[] whole = moved.covered(row);
    load(row);
    int[] pieces = new int[8];
    int count = 0;
    for (int p = 0; p < whole.length; p += 2) {
      boolean open = false;
      for (int x = whole[p]; x <= whole[p + 1]; x++) {
        boolean counts = x < whole[p + 1] && share[x] > 0;
        if (counts != open) {
          pieces = count == pieces.length ? Arrays.copyOf(pieces, 2 * count) : pieces;
          pieces[count++] = x;
          open = counts;
        }
      }
    }
    return Arrays.copyOf(pieces, count);
  }

  @Override
  public void close() {
    moved.close();
  }
}
