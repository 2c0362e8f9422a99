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

  /** The light of a run of places in both frames. */
  private final float[] mine = new float[RowWindow.PIECE];

  private final float[] theirs = new float[RowWindow.PIECE];

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
    Places own = new Places();
    Places next = new Places();
    own.begin(moment.own, from, row);
    next.begin(moment.next, from, row);
    int end = Math.min(layout.width(), from + BLOCK_COLUMNS);
    for (int x = from; x < end; x += RowWindow.PIECE) {
      own.goTo(moment.own, x + RowWindow.PIECE, row);
      next.goTo(moment.next, x + RowWindow.PIECE, row);
      long wanted = own.standingOut(earlier);
      if (wanted != 0) {
        wanted &= next.standingOut(later);
      }
      int together = Math.min(own.together(), next.together());
      while (wanted != 0) {
        int first = Long.numberOfTrailingZeros(wanted);
        int count = Math.min(together, Long.numberOfTrailingZeros(~(wanted >>> first)));
        if (!own.areIn(earlier, first, count) || !next.areIn(later, first, count)) {
          count = 1;
        }
        if (own.areIn(earlier, first, count) && next.areIn(later, first, count)) {
          add(own, next, first, count, into, at + x + first);
        }
        wanted = first + count == RowWindow.PIECE ? 0 : wanted & -1L << first + count;
      }
    }
  }

  private void add(Places own, Places next, int first, int count, float[] into, int at) {
    // A star is brighter than what is there in all channels or in none: one tells, most often.
    int telling = layout.channels() / 2;
    long brighter = brighten(telling, own, next, first, count, -1, into, at);
    for (int c = 0; c < layout.channels() && brighter != 0; c++) {
      if (c != telling) {
        brighten(c, own, next, first, count, brighter, into, at);
      }
    }
  }

  /**
   * Puts the light that both frames have in the place of less.
   *
   * @param asked a bit for each place, the lowest for the first
   * @return those where there was less
   */
  private long brighten(
      int channel,
      Places own,
      Places next,
      int first,
      int count,
      long asked,
      float[] into,
      int at) {
    int place = at + channel * layout.width();
    earlier.sample(channel, own.u(first, count), own.v(first, count), count, mine);
    int low = 0;
    int high = count;
    while (low < high && mine[low] <= into[place + low]) {
      low++;
    }
    while (high > low && mine[high - 1] <= into[place + high - 1]) {
      high--;
    }
    if (low == high) {
      return 0;
    }
    double nextU = next.u(first, count) + low;
    later.sample(channel, nextU, next.v(first, count), high - low, theirs);
    long brighter = 0;
    for (int i = low; i < high; i++) {
      float light = Math.min(mine[i], theirs[i - low]);
      if (light > into[place + i] && (asked >>> i & 1) != 0) {
        into[place + i] = light;
        brighter |= 1L << i;
      }
    }
    return brighter;
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
