package zygonox.core.align;

import java.util.Arrays;
import java.util.List;
import zygonox.core.align.HomographyFit.Pair;
import zygonox.core.stars.OrderStatistic;

/**
 * What is left of the way from the reference to a frame when the projective map is taken off, as a
 * surface that bends smoothly over the picture: refraction, which lifts stars the more the lower
 * they stand, and the lens's distortion, of which no profile is needed. A cubic B-spline over a net
 * of cells, whose control points are held together by their second differences (P. Eilers and B.
 * Marx, "Flexible smoothing with B-splines and penalties", Statistical Science 11, 89, 1996): where
 * no star tells, it goes on straight. How stiff it is, and whether it is worth having at all, is
 * told by stars that did not take part in the fit.
 */
final class Bend {
  /** Cells from the left to the right. */
  private static final int CELLS_ACROSS = 12;

  /** Control points that reach into a cell, along each axis. */
  private static final int REACH = 4;

  /** Fewer stars do not tell a bending from their own noise; common practice, no source. */
  static final int FEWEST_STARS = 60;

  private static final int FOLDS = 4;
  private static final double[] STIFFNESS = {0.02, 0.2, 2, 20, 200};

  /**
   * What a bending may leave, at the most, of the squares of what is off without one; our choice.
   */
  private static final double WORTH = 0.9;

  /** What lies further off than so many sigma is no star of the pair. */
  private static final double OUTLIER_SIGMAS = 4;

  private static final double SIGMA_OF_MAD = 1.4826;

  private static final double[] TRACE = {1e-3};

  static final Bend NONE = new Bend(new Net(0, 0, 1, 1, 1), 0, new double[2][0]);

  private final Net net;
  private final double stiffness;

  /** Of columns and of rows: control points, row by row. */
  private final double[][] controls;

  private Bend(Net net, double stiffness, double[][] controls) {
    this.net = net;
    this.stiffness = stiffness;
    this.controls = controls;
  }

  /**
   * The cells that a bending is told in, over the reference.
   *
   * @param left column at which the first begins
   * @param top row at which it begins
   * @param cell how wide and high each is, in pixels
   */
  private record Net(double left, double top, double cell, int columns, int rows) {
    int controlColumns() {
      return columns + REACH - 1;
    }

    int controlRows() {
      return rows + REACH - 1;
    }

    /** Cells from the left edge to a column; beside the net those of its edge. */
    double across(double x) {
      return Math.max(0, Math.min(columns, (x - left) / cell));
    }

    double down(double y) {
      return Math.max(0, Math.min(rows, (y - top) / cell));
    }

    int column(double across) {
      return Math.min(columns - 1, (int) across);
    }

    int row(double down) {
      return Math.min(rows - 1, (int) down);
    }
  }

  /**
   * The bending that pairs of stars tell of.
   *
   * @param pairs of a frame's stars and the reference's
   * @param straight the projective map from the frame onto the reference
   * @param width the picture's, in pixels
   * @param height the picture's, in pixels
   * @return {@link #NONE} where the stars are few, or lie no better with a bending than without
   */
  static Bend of(List<Pair> pairs, Homography straight, int width, int height) {
    if (pairs.size() < FEWEST_STARS) {
      return NONE;
    }
    double cell = (double) width / CELLS_ACROSS;
    int rows = (int) Math.ceil(height / cell);
    Stars stars = Stars.of(pairs, straight, new Net(0, 0, cell, CELLS_ACROSS, rows));
    double best = WORTH * stars.squares(null);
    double stiffness = 0;
    for (double tried : STIFFNESS) {
      double squares = stars.unseen(tried);
      if (squares < best) {
        best = squares;
        stiffness = tried;
      }
    }
    return stiffness == 0 ? NONE : stars.fit(stiffness);
  }

  /**
   * As stiff as this one, through other pairs; a bending that is one already is not asked again.
   */
  Bend through(List<Pair> pairs, Homography straight) {
    return Stars.of(pairs, straight, net).fit(stiffness);
  }

  boolean isNone() {
    return controls[0].length == 0;
  }

  /** By how much further right than the straight map says a place of the reference lies. */
  double x(double x, double y) {
    return at(0, x, y);
  }

  /** By how much further down it lies. */
  double y(double x, double y) {
    return at(1, x, y);
  }

  /** The same over a grid so many times as fine, still in the frame's own pixels. */
  Bend finer(double scale) {
    double off = (scale - 1) / 2.0;
    Net finer =
        new Net(
            scale * net.left + off, scale * net.top + off, scale * net.cell, net.columns, net.rows);
    return isNone() ? this : new Bend(finer, stiffness, controls);
  }

  /** The same between frames of half the size, onto a grid of that. */
  Bend halved() {
    double[][] half = new double[controls.length][];
    for (int axis = 0; axis < controls.length; axis++) {
      half[axis] = Arrays.stream(controls[axis]).map(c -> c / 2).toArray();
    }
    return isNone() ? this : new Bend(finer(0.5).net, stiffness, half);
  }

  private double at(int axis, double x, double y) {
    if (isNone()) {
      return 0;
    }
    double u = net.across(x);
    double v = net.down(y);
    int column = net.column(u);
    int row = net.row(v);
    double w0 = weight(0, u - column);
    double w1 = weight(1, u - column);
    double w2 = weight(2, u - column);
    double w3 = weight(3, u - column);
    double[] own = controls[axis];
    double sum = 0;
    for (int j = 0; j < REACH; j++) {
      int at = (row + j) * net.controlColumns() + column;
      double across = w0 * own[at] + w1 * own[at + 1] + w2 * own[at + 2] + w3 * own[at + 3];
      sum += weight(j, v - row) * across;
    }
    return sum;
  }

  /** The uniform cubic B-spline's four pieces. */
  private static double weight(int piece, double t) {
    return switch (piece) {
      case 0 -> (1 - t) * (1 - t) * (1 - t) / 6;
      case 1 -> (t * t * (3 * t - 6) + 4) / 6;
      case 2 -> (t * (3 + t * (3 - 3 * t)) + 1) / 6;
      default -> t * t * t / 6;
    };
  }

  /** The stars that a bending is fitted to: what reaches each of them, and how far it lies off. */
  private static final class Stars {
    private final Net net;
    private final int[][] reaching;
    private final double[][] weights;
    private final double[][] off;
    private final boolean[] counts;

    private Stars(Net net, int count) {
      this.net = net;
      this.reaching = new int[count][REACH * REACH];
      this.weights = new double[count][REACH * REACH];
      this.off = new double[2][count];
      this.counts = new boolean[count];
    }

    static Stars of(List<Pair> pairs, Homography straight, Net net) {
      Stars stars = new Stars(net, pairs.size());
      Homography back = straight.inverse();
      for (int s = 0; s < pairs.size(); s++) {
        Pair pair = pairs.get(s);
        stars.place(s, pair.toX(), pair.toY());
        stars.off[0][s] = pair.fromX() - back.x(pair.toX(), pair.toY());
        stars.off[1][s] = pair.fromY() - back.y(pair.toX(), pair.toY());
      }
      Arrays.fill(stars.counts, true);
      stars.leaveOutliers();
      return stars;
    }

    private void place(int star, double x, double y) {
      double u = net.across(x);
      double v = net.down(y);
      int column = net.column(u);
      int row = net.row(v);
      for (int k = 0; k < REACH * REACH; k++) {
        reaching[star][k] = (row + k / REACH) * net.controlColumns() + column + k % REACH;
        weights[star][k] = weight(k / REACH, v - row) * weight(k % REACH, u - column);
      }
    }

    /** Those that lie off even a bending that follows nearly all of them. */
    private void leaveOutliers() {
      double[] misses = misses(fit(STIFFNESS[0]));
      double sigma = SIGMA_OF_MAD * OrderStatistic.median(misses);
      for (int s = 0; s < counts.length; s++) {
        counts[s] = misses[s] <= OUTLIER_SIGMAS * sigma;
      }
    }

    private double[] misses(Bend bend) {
      double[] misses = new double[counts.length];
      for (int s = 0; s < misses.length; s++) {
        misses[s] = Math.sqrt(square(s, bend));
      }
      return misses;
    }

    /** Square of how far a star lies off; without a bending where there is none. */
    private double square(int s, Bend bend) {
      double dx = off[0][s];
      double dy = off[1][s];
      for (int k = 0; bend != null && k < REACH * REACH; k++) {
        dx -= weights[s][k] * bend.controls[0][reaching[s][k]];
        dy -= weights[s][k] * bend.controls[1][reaching[s][k]];
      }
      return dx * dx + dy * dy;
    }

    double squares(Bend bend) {
      double sum = 0;
      for (int s = 0; s < counts.length; s++) {
        sum += counts[s] ? square(s, bend) : 0;
      }
      return sum;
    }

    /** Sum of the squares of stars of which each took no part in the fit it is held against. */
    double unseen(double stiffness) {
      double sum = 0;
      for (int fold = 0; fold < FOLDS; fold++) {
        Bend bend = fit(stiffness, fold);
        for (int s = fold; s < counts.length; s += FOLDS) {
          sum += counts[s] ? square(s, bend) : 0;
        }
      }
      return sum;
    }

    Bend fit(double stiffness) {
      return fit(stiffness, -1);
    }

    /**
     * @param left out: every {@value #FOLDS}th star from here on; -1 for none
     */
    private Bend fit(double stiffness, int left) {
      int size = net.controlColumns() * net.controlRows();
      BandedSystem system = new BandedSystem(size, (REACH - 1) * (net.controlColumns() + 1), 2);
      stiffen(system, stiffness);
      for (int s = 0; s < counts.length; s++) {
        if (counts[s] && (left < 0 || s % FOLDS != left)) {
          system.observe(reaching[s], weights[s], off[0][s], off[1][s]);
        }
      }
      return new Bend(net, stiffness, system.solve());
    }

    /** The squares of the second differences: along rows, along columns, and across twice. */
    private void stiffen(BandedSystem system, double stiffness) {
      int across = net.controlColumns();
      int down = net.controlRows();
      double once = Math.sqrt(stiffness);
      double twice = Math.sqrt(2 * stiffness);
      double[] second = {once, -2 * once, once};
      double[] crossed = {twice, -twice, -twice, twice};
      for (int row = 0; row < down; row++) {
        for (int column = 0; column < across; column++) {
          int at = row * across + column;
          if (column + 2 < across) {
            system.observe(new int[] {at, at + 1, at + 2}, second, 0, 0);
          }
          if (row + 2 < down) {
            system.observe(new int[] {at, at + across, at + 2 * across}, second, 0, 0);
          }
          if (column + 1 < across && row + 1 < down) {
            int[] four = {at, at + 1, at + across, at + across + 1};
            system.observe(four, crossed, 0, 0);
          }
          // Where no star reaches, planes are free: a trace of weight settles them at nothing.
          system.observe(new int[] {at}, TRACE, 0, 0);
        }
      }
    }
  }
}
