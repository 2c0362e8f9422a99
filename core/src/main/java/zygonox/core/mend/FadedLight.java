package zygonox.core.mend;

import java.util.BitSet;
import zygonox.core.align.Placement;
import zygonox.core.develop.FrameMask;
import zygonox.core.develop.SoftEdge;
import zygonox.core.format.LightSource;
import zygonox.core.format.LightStep;
import zygonox.core.format.UnreadableFrame;

/**
 * A frame whose light fades out along the edge of the part that counts. Where the brightest light
 * is taken, or all of it is added up, nothing shows where the one frame ends; the share lies on the
 * frame, wherever it was moved.
 */
public final class FadedLight extends LightStep {
  /**
   * How much of each pixel of a frame counts.
   *
   * @param reached where anything of it does
   * @param parts of 255, row by row
   */
  public record Shares(FrameMask reached, byte[] parts) {
    /** Of a mask whose edge is soft. */
    public static Shares of(FrameMask mask, double edgePixels) {
      float[] share = SoftEdge.of(mask, edgePixels);
      byte[] parts = new byte[share.length];
      BitSet reached = new BitSet(share.length);
      for (int i = 0; i < parts.length; i++) {
        parts[i] = (byte) Math.round(255 * share[i]);
        reached.set(i, parts[i] != 0);
      }
      return new Shares(new FrameMask(mask.width(), mask.height(), reached), parts);
    }

    private float at(int x, int y) {
      return reached.at(x, y) ? (parts[y * reached.width() + x] & 0xff) / 255f : 0;
    }
  }

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
    // Where nothing of the frame is left it covers nothing.
    super(new MaskedLight(moved, shares.reached, placement));
    this.shares = shares;
    this.placement = placement;
    this.share = new float[moved.layout().width()];
    this.columns = new double[share.length];
    this.lines = new double[share.length];
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    from.read(firstRow, rows, into);
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
}
