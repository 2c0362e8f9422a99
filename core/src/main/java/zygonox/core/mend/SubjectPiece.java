package zygonox.core.mend;

import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneEncoder;
import zygonox.core.work.Cancellation;

/** What moves in a frame, cut out of it to be laid into another picture. */
public final class SubjectPiece {
  private static final int STRIP_ROWS = 32;

  private final SubjectShape shape;
  private final PixelLayout layout;
  private final int left;
  private final int top;
  private final int right;
  private final int bottom;

  /** Its outline's samples, 16 bits, channels side by side; null before they are cut out. */
  private short[] samples;

  SubjectPiece(SubjectShape shape, PixelLayout layout) {
    this.shape = shape;
    this.layout = layout;
    int[] box = shape.box();
    // A pixel lies between cells: those of the neighbours have some of it too.
    left = Math.max(0, (box[0] - 1) * shape.cell());
    top = Math.max(0, (box[1] - 1) * shape.cell());
    right = Math.min(layout.width(), (box[2] + 2) * shape.cell()) - 1;
    bottom = Math.min(layout.height(), (box[3] + 2) * shape.cell()) - 1;
  }

  public int left() {
    return left;
  }

  public int top() {
    return top;
  }

  public int right() {
    return right;
  }

  public int bottom() {
    return bottom;
  }

  /**
   * Cuts it out.
   *
   * @param frame opened, and left open
   * @param curve the samples are encoded by meanwhile
   */
  public void cut(LightSource frame, ToneCurve curve, Cancellation cancellation)
      throws UnreadableFrame {
    ToneEncoder encoder = new ToneEncoder(curve, 16);
    int wide = right - left + 1;
    int channels = layout.channels();
    short[] cut = new short[wide * (bottom - top + 1) * channels];
    float[] light = new float[STRIP_ROWS * layout.rowSamples()];
    // A frame that only decodes from its top is read from there.
    for (int first = 0; first <= bottom; first += STRIP_ROWS) {
      cancellation.check();
      int rows = Math.min(STRIP_ROWS, layout.height() - first);
      frame.read(first, rows, light);
      for (int y = Math.max(top, first); y < first + rows && y <= bottom; y++) {
        for (int x = left; x <= right; x++) {
          int into = ((y - top) * wide + x - left) * channels;
          for (int c = 0; c < channels; c++) {
            float value = light[((y - first) * channels + c) * layout.width() + x];
            cut[into + c] = (short) encoder.encode(value);
          }
        }
      }
    }
    samples = cut;
  }

  /**
   * Lays it over one row of another picture.
   *
   * @param row light of the row, channels side by side
   * @param table light of each sample
   * @param brighter whether only what is brighter than the picture is laid in
   */
  public void lay(int y, float[] row, float[] table, boolean brighter) {
    if (y < top || y > bottom) {
      return;
    }
    int channels = layout.channels();
    int from = (y - top) * (right - left + 1) * channels;
    for (int x = left; x <= right; x++) {
      float share = shape.at(x, y);
      for (int c = 0; c < channels && share > 0; c++) {
        int at = x * channels + c;
        float own = table[samples[from + (x - left) * channels + c] & 0xffff];
        float laid = row[at] + share * (own - row[at]);
        row[at] = brighter ? Math.max(row[at], laid) : laid;
      }
    }
  }
}
