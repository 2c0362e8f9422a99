package zygonox.core.mend;

import java.util.List;
import zygonox.core.align.Homography;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.LogFile;

/**
 * A frame whose stars are carried on to the next one: at moments between the two it is as bright as
 * both of them are when the sky of the one is turned forwards and that of the other back. What does
 * not move with the sky, or is in one of them only, adds nothing.
 */
final class BridgedLight implements LightSource {
  /**
   * A moment between two frames.
   *
   * @param own where the sky at that moment lies in the earlier frame
   * @param next where it lies in the later one
   */
  record Moment(Homography own, Homography next) {}

  /**
   * Rows and columns that are worked on together, at all moments: what is read of both frames for
   * them fits into a core's own memory, and is read many times.
   */
  private static final int BLOCK_ROWS = 16;

  private static final int BLOCK_COLUMNS = 8 * RowWindow.PIECE;

  private final LightSource own;
  private final Opener opener;
  private final List<Moment> moments;
  private final StillLight still;
  private final PixelLayout layout;
  private final int reach;
  private final int held;
  private RowWindow earlier;
  private RowWindow later;
  private boolean broken;

  /** Opens the next frame once it is needed. */
  @FunctionalInterface
  interface Opener {
    LightSource open() throws UnreadableFrame;
  }

  /**
   * @param own the earlier frame, closed with this
   * @param still what no star is, however bright
   */
  BridgedLight(LightSource own, Opener opener, List<Moment> moments, StillLight still) {
    this.own = own;
    this.opener = opener;
    this.moments = moments;
    this.still = still;
    this.layout = own.layout();
    int most = 0;
    for (Moment moment : moments) {
      most = Math.max(most, RowWindow.reach(moment.own, layout));
      most = Math.max(most, RowWindow.reach(moment.next, layout));
    }
    this.reach = most;
    this.held = 2 * reach + BLOCK_ROWS;
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return 2 * own.heldBytes() + 2 * RowWindow.bytes(layout, held);
  }

  @Override
  public int[] covered(int row) {
    return own.covered(row);
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    if (earlier == null) {
      earlier = new RowWindow(own, held, still);
    }
    for (int y = 0; y < rows; y += BLOCK_ROWS) {
      int count = Math.min(BLOCK_ROWS, rows - y);
      read(firstRow + y, count, into, y * layout.rowSamples());
    }
  }

  private void read(int firstRow, int count, float[] into, int at) throws UnreadableFrame {
    earlier.hold(firstRow - reach, firstRow + count - 1 + reach);
    for (int y = 0; y < count; y++) {
      earlier.copy(firstRow + y, into, at + y * layout.rowSamples());
    }
    if (!holdsNext(firstRow - reach, firstRow + count - 1 + reach)) {
      return;
    }
    for (int x = 0; x < layout.width(); x += BLOCK_COLUMNS) {
      for (int y = 0; y < count; y++) {
        for (Moment moment : moments) {
          add(moment, x, firstRow + y, into, at + y * layout.rowSamples());
        }
      }
    }
  }

  /** A next frame that cannot be read is no reason to lose this one: the gap stays open. */
  private boolean holdsNext(int firstRow, int lastRow) {
    if (broken) {
      return false;
    }
    try {
      if (later == null) {
        later = new RowWindow(opener.open(), held, still);
      }
      later.hold(firstRow, lastRow);
      return true;
    } catch (UnreadableFrame e) {
      LogFile.note(e.file().toString(), e);
      broken = true;
      return false;
    }
  }

  /** Over so few columns places follow a straight line to a hundredth of a pixel. */
  private void add(Moment moment, int from, int row, float[] into, int at) {
    double u = moment.own.x(from, row);
    double v = moment.own.y(from, row);
    double nextU = moment.next.x(from, row);
    double nextV = moment.next.y(from, row);
    int end = Math.min(layout.width(), from + BLOCK_COLUMNS);
    for (int x = from; x < end; x += RowWindow.PIECE) {
      int to = x + RowWindow.PIECE;
      double lastU = moment.own.x(to, row);
      double lastV = moment.own.y(to, row);
      double lastNextU = moment.next.x(to, row);
      double lastNextV = moment.next.y(to, row);
      long wanted = earlier.standsOut(u, lastU, v, lastV);
      if (wanted != 0) {
        wanted &= later.standsOut(nextU, lastNextU, nextV, lastNextV);
      }
      for (; wanted != 0; wanted &= wanted - 1) {
        int step = Long.numberOfTrailingZeros(wanted);
        double share = (double) step / RowWindow.PIECE;
        add(
            u + share * (lastU - u),
            v + share * (lastV - v),
            nextU + share * (lastNextU - nextU),
            nextV + share * (lastNextV - nextV),
            into,
            at + x + step);
      }
      u = lastU;
      v = lastV;
      nextU = lastNextU;
      nextV = lastNextV;
    }
  }

  private void add(double u, double v, double nextU, double nextV, float[] into, int at) {
    if (!earlier.inside(u, v) || !later.inside(nextU, nextV)) {
      return;
    }
    // A star is brighter than what is there in all channels or in none: one tells, most often.
    int telling = layout.channels() / 2;
    if (brightens(telling, u, v, nextU, nextV, into, at)) {
      for (int c = 0; c < layout.channels(); c++) {
        if (c != telling) {
          brightens(c, u, v, nextU, nextV, into, at);
        }
      }
    }
  }

  /** Puts the light that both frames have in the place of less; tells whether there was less. */
  private boolean brightens(
      int channel, double u, double v, double nextU, double nextV, float[] into, int at) {
    int place = at + channel * layout.width();
    float light = earlier.sample(channel, u, v);
    if (light <= into[place]) {
      return false;
    }
    light = Math.min(light, later.sample(channel, nextU, nextV));
    if (light <= into[place]) {
      return false;
    }
    into[place] = light;
    return true;
  }

  @Override
  public void close() {
    if (later != null) {
      later.close();
      later = null;
    }
    earlier = null;
    own.close();
  }
}
