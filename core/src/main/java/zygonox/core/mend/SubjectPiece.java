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

  /** Of each row from the topmost: the columns that are its own, piece by piece. */
  private int[][] spans;

  /** Their samples, 16 bits, channels side by side; null before they are cut out. */
  private short[][] samples;

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
    spans = new int[bottom - top + 1][];
    samples = new short[bottom - top + 1][];
    float[] light = new float[STRIP_ROWS * layout.rowSamples()];
    // A frame that only decodes from its top is read from there.
    for (int first = 0; first <= bottom; first += STRIP_ROWS) {
      cancellation.check();
      int rows = Math.min(STRIP_ROWS, layout.height() - first);
      frame.read(first, rows, light);
      for (int y = Math.max(top, first); y < first + rows && y <= bottom; y++) {
        spans[y - top] = shape.spans(y, layout.width());
        samples[y - top] = row(spans[y - top], light, y - first, encoder);
      }
    }
  }

  private short[] row(int[] pieces, float[] light, int line, ToneEncoder encoder) {
    int channels = layout.channels();
    int count = 0;
    for (int p = 0; p < pieces.length; p += 2) {
      count += pieces[p + 1] - pieces[p];
    }
    short[] row = new short[count * channels];
    int into = 0;
    for (int p = 0; p < pieces.length; p += 2) {
      for (int x = pieces[p]; x < pieces[p + 1]; x++) {
        for (int c = 0; c < channels; c++) {
          float value = light[(line * channels + c) * layout.width() + x];
          row[into++] = (short) encoder.encode(value);
        }
      }
    }
    return row;
  }

  /**
   * Lays it over one row of another picture. Where it was not seen itself but its shadow or blur is
   * expected, what lies there already stays, the more it stands out of the empty place.
   *
   * @param row light of the row, channels side by side
   * @param empty the row as it is without anything laid in
   * @param table light of each sample
   * @param brighter whether only what is brighter than the picture is laid in
   */
  public void lay(int y, float[] row, float[] empty, float[] table, boolean brighter) {
    if (y < top || y > bottom) {
      return;
    }
    int channels = layout.channels();
    int[] pieces = spans[y - top];
    short[] own = samples[y - top];
    int from = 0;
    for (int p = 0; p < pieces.length; p += 2) {
      for (int x = pieces[p]; x < pieces[p + 1]; x++) {
        float share = shape.coverAt(x, y);
        float seen = shape.seenAt(x, y);
        if (seen < 1) {
          share *= seen + (1 - seen) * beside(x * channels, from, row, empty, table, own);
        }
        for (int c = 0; c < channels; c++) {
          int at = x * channels + c;
          float laid = row[at] + share * (table[own[from++] & 0xffff] - row[at]);
          row[at] = brighter ? Math.max(row[at], laid) : laid;
        }
      }
    }
  }

  /** How much it stands out at a pixel of its rim beside what lies there already, 0 to 1. */
  private float beside(int at, int from, float[] row, float[] empty, float[] table, short[] own) {
    float below = 0;
    float over = 0;
    for (int c = 0; c < layout.channels(); c++) {
      below += Math.abs(row[at + c] - empty[at + c]);
      over += Math.abs(table[own[from + c] & 0xffff] - empty[at + c]);
    }
    return over >= below ? 1 : over * over / (below * below);
  }
}
