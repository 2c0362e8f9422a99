package zygonox.core.mend;

import java.util.List;
import zygonox.core.align.Homography;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.LogFile;

/**
 * Carries a frame's stars on to the next one: at moments between the two it is as bright as both of
 * them are when the sky of the one is turned forwards and that of the other back. What does not
 * move with the sky, or is in one of them only, adds nothing.
 *
 * @param <W> how rows are held
 */
final class Bridge<W extends RowWindow> {
  /**
   * A moment between two frames.
   *
   * @param own where the sky at that moment lies in the earlier frame
   * @param next where it lies in the later one
   */
  record Moment(Homography own, Homography next) {}

  /**
   * Columns that are worked on together, with so many rows at all moments: what is read of both
   * frames for them fits into a core's own memory, and is read many times.
   */
  private static final int BLOCK_COLUMNS = 8 * RowWindow.PIECE;

  /** A place that lacks no more than this share of a star's light is no gap: that is grain. */
  private static final float GRAIN = 0.04f;

  private final PixelLayout layout;
  private final Moments moments;
  private final boolean nextCounts;
  private final Opener<W> own;
  private final Opener<W> next;
  private final int reach;
  private W earlier;
  private W later;
  private Raised raised;
  private boolean broken;

  /** The light of a run of places in both frames. */
  private final float[] mine = new float[RowWindow.PIECE];

  private final float[] theirs = new float[RowWindow.PIECE];

  /** What is there without them. */
  private final float[] there = new float[RowWindow.PIECE];

  /** Opens a frame once it is needed. */
  @FunctionalInterface
  interface Opener<W> {
    /**
     * @param rows that are wanted at a time, at the most
     */
    W open(int rows) throws UnreadableFrame;
  }

  /**
   * @param nextCounts whether the next frame's own light is in the result at every place: then what
   *     is no brighter than it need not be told
   */
  Bridge(PixelLayout layout, Moments moments, boolean nextCounts, Opener<W> own, Opener<W> next) {
    this.layout = layout;
    this.moments = moments;
    this.nextCounts = nextCounts;
    this.own = own;
    this.next = next;
    this.reach = reach(moments.most(), layout);
  }

  private static int reach(List<Moment> moments, PixelLayout layout) {
    int most = 0;
    for (Moment moment : moments) {
      most = Math.max(most, RowWindow.reach(moment.own, layout));
      most = Math.max(most, RowWindow.reach(moment.next, layout));
    }
    return most;
  }

  /** Rows of each frame that are wanted at a time. */
  int rows() {
    return 2 * reach + Raised.ROWS;
  }

  /** Takes a row of the earlier frame as it is. */
  @FunctionalInterface
  interface Whole<W> {
    /**
     * @param window that holds it
     * @param row of the frame
     * @param y which of the rows that were asked for
     */
    void take(W window, int row, int y);
  }

  /**
   * Reads rows of the earlier frame, and what is brighter than they are between the two.
   *
   * @param more takes it after the rows themselves; its rows are counted as those asked for
   */
  void read(int firstRow, int rows, Whole<W> whole, Raised.Taker more) throws UnreadableFrame {
    if (earlier == null) {
      earlier = own.open(rows());
      raised = new Raised(layout);
    }
    for (int top = 0; top < rows; top += Raised.ROWS) {
      int count = Math.min(Raised.ROWS, rows - top);
      between(firstRow + top, count);
      for (int y = top; y < top + count; y++) {
        whole.take(earlier, firstRow + y, y);
      }
      int first = top;
      raised.give((row, channel, x, light) -> more.take(first + row, channel, x, light));
    }
  }

  private void between(int firstRow, int count) throws UnreadableFrame {
    earlier.hold(firstRow - reach, firstRow + count - 1 + reach);
    if (!holdsNext(firstRow - reach, firstRow + count - 1 + reach)) {
      return;
    }
    for (int x = 0; x < layout.width(); x += BLOCK_COLUMNS) {
      for (int y = 0; y < count; y++) {
        int middle = Math.min(layout.width(), x + BLOCK_COLUMNS / 2);
        for (Moment moment : moments.at(middle, firstRow + y)) {
          add(moment, x, firstRow, y);
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
        later = next.open(rows());
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
  private void add(Moment moment, int from, int top, int y) {
    int row = top + y;
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
      if (end - x < RowWindow.PIECE) {
        // Beyond the row's end lies the beginning of another.
        wanted &= (1L << end - x) - 1;
      }
      int together = Math.min(own.together(), next.together());
      while (wanted != 0) {
        int first = Long.numberOfTrailingZeros(wanted);
        int count = Math.min(together, Long.numberOfTrailingZeros(~(wanted >>> first)));
        if (!own.areIn(earlier, first, count) || !next.areIn(later, first, count)) {
          count = 1;
        }
        if (own.areIn(earlier, first, count) && next.areIn(later, first, count)) {
          add(new Run(own, next, first, count, row, y, x + first));
        }
        wanted = first + count == RowWindow.PIECE ? 0 : wanted & -1L << first + count;
      }
    }
  }

  /**
   * Places of a row that are worked on together.
   *
   * @param own where they lie in the earlier frame
   * @param next where in the later
   * @param first which of the places there it begins with
   * @param row of the result
   * @param y which of the rows that are raised together
   * @param x column of the result
   */
  private record Run(Places own, Places next, int first, int count, int row, int y, int x) {}

  private void add(Run run) {
    int telling = RowWindow.telling(layout);
    long brighter = brighten(telling, run, GRAIN, -1);
    for (int c = 0; c < layout.channels() && brighter != 0; c++) {
      if (c != telling) {
        brighten(c, run, 0, brighter);
      }
    }
  }

  /**
   * Raises places where both frames have more light than there was.
   *
   * @param grain the share of light beyond what stays there that may be lacking
   * @param asked a bit for each place, the lowest for the first
   * @return those where there was less
   */
  private long brighten(int channel, Run run, float grain, long asked) {
    int count = run.count;
    int place = raised.place(run.y, channel, run.x);
    earlier.copy(channel, run.row, run.x, count, there);
    if (nextCounts) {
      later.raise(channel, run.row, run.x, count, there);
    }
    double u = run.own.u(run.first, count);
    earlier.sample(channel, u, run.own.v(run.first, count), count, mine);
    long wanted = 0;
    StillLight still = earlier.standouts().still();
    for (int i = 0; i < count; i++) {
      float least = Math.max(there[i], raised.at(place + i));
      float beyond = least - still.at(run.x + i, run.row);
      there[i] = least + Math.max(0, beyond) * grain / (1 - grain);
      wanted |= mine[i] > there[i] ? 1L << i : 0;
    }
    wanted &= asked;
    if (wanted == 0) {
      return 0;
    }
    int low = Long.numberOfTrailingZeros(wanted);
    int high = Long.SIZE - Long.numberOfLeadingZeros(wanted);
    double nextU = run.next.u(run.first, count) + low;
    later.sample(channel, nextU, run.next.v(run.first, count), high - low, theirs);
    long brighter = 0;
    for (int i = low; i < high; i++) {
      float light = Math.min(mine[i], theirs[i - low]);
      if ((wanted >>> i & 1) != 0 && light > there[i] && light > 0) {
        raised.raise(place + i, light);
        brighter |= 1L << i;
      }
    }
    return brighter;
  }

  /** Closes the later frame; the earlier is closed by whom it was given by. */
  void close() {
    earlier = null;
    if (later != null) {
      later.close();
      later = null;
    }
  }
}
