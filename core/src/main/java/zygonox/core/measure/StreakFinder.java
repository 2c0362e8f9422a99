package zygonox.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Finds lines of light that are in one frame and not in its neighbours.
 *
 * <p>The difference from the neighbours is summed along all lines of all dyadic lengths at once, by
 * the fast discrete Radon transform (M. Brady, SIAM J. Comput. 27, 107, 1998): a line far below the
 * noise of one pixel stands out of the sum. What stands out most is traced, noted and taken away,
 * until nothing stands out.
 */
final class StreakFinder {
  /** Light over noise, summed along a piece of a line, from which it is followed. */
  private static final double FOLLOWED = 8;

  /** The same of the whole line, from which it is believed. */
  private static final double BELIEVED = 10;

  /** Beside one neighbour only, where stars have moved one way, it takes more. */
  private static final double BELIEVED_OF_ONE = 18;

  /** The shortest line that is believed, in small pixels: stars in a row make shorter ones. */
  private static final double SHORTEST = 24;

  /** Share of a line's places that are bright: stars in a row leave it dark between them. */
  private static final double LEAST_FILLED = 0.5;

  /** Light of a place, over its noise, that counts as bright. */
  private static final double BRIGHT_SIGMA = 0.8;

  /** Where more stand out the scene itself has changed, and nothing is told. */
  private static final int MOST_STREAKS = 8;

  /** After so many that are no lines there are only edges of a scene that was shaken or blurred. */
  private static final int MOST_REFUSED = 24;

  /** A single pixel counts at the most this much: stars are bright but short. */
  private static final float CLIP_SIGMA = 3;

  /** A wider line is the edge of something, in pixels of the frame. */
  private static final double WIDEST_PIXELS = 13;

  /** A star's glow is no longer than this, in small pixels. */
  private static final int LONGEST_GLOW = 60;

  /** Light across a short line, as a share of the light along it, that only a star has. */
  private static final double STAR_SHARE = 0.5;

  /** How far beside a line darkness is looked for, in small pixels. */
  private static final int FARTHEST_BESIDE = 24;

  /** Darkness beside a line, as a share of its light, that only something that moved has. */
  private static final double DARK_SHARE = 0.35;

  private final int width;
  private final int height;
  private final double believed;

  /** The residual before what a pixel may count is held: only it tells how wide a line is. */
  private final float[][] bright;

  /** The residual, row by row, and the same column by column. */
  private final float[][] rows;

  private final float[][] columns;
  private final LineTracer tracer;
  private final LineSums flatLines;
  private final LineSums steepLines;

  private StreakFinder(float[][] bright, double believed) {
    this.believed = believed;
    this.bright = bright;
    this.height = bright.length;
    this.width = bright[0].length;
    this.rows = new float[height][width];
    this.columns = new float[width][height];
    for (int y = 0; y < height; y++) {
      held(bright[y], rows[y]);
    }
    turn(rows, columns);
    this.tracer = new LineTracer(rows);
    this.flatLines = new LineSums(columns);
    this.steepLines = new LineSums(rows);
  }

  /**
   * @param neighbours the frames before and after, of the same scene and settings: one or two
   * @param stars the light of stars that is known to be no line, row by row, if it is known
   */
  static List<Streak> find(
      SmallFrame frame, List<SmallFrame> neighbours, Optional<float[][]> stars) {
    if (neighbours.isEmpty() || frame.width() < 64 || frame.height() < 64) {
      return List.of();
    }
    double believed = neighbours.size() > 1 ? BELIEVED : BELIEVED_OF_ONE;
    return new StreakFinder(Residual.of(frame, neighbours, stars), believed).findAll();
  }

  /** Held within what a pixel may count. */
  private static void held(float[] row, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = Math.max(-CLIP_SIGMA, Math.min(CLIP_SIGMA, row[x]));
    }
  }

  /** Rows become columns, by squares that fit the cache. */
  private static void turn(float[][] rows, float[][] columns) {
    int side = 32;
    for (int y0 = 0; y0 < rows.length; y0 += side) {
      int y1 = Math.min(rows.length, y0 + side);
      for (int x0 = 0; x0 < columns.length; x0 += side) {
        int x1 = Math.min(columns.length, x0 + side);
        for (int x = x0; x < x1; x++) {
          float[] column = columns[x];
          for (int y = y0; y < y1; y++) {
            column[y] = rows[y][x];
          }
        }
      }
    }
  }

  private List<Streak> findAll() {
    List<Streak> found = new ArrayList<>();
    int refused = 0;
    while (found.size() <= MOST_STREAKS && refused < MOST_REFUSED) {
      StraightLine best = strongest();
      if (best == null) {
        break;
      }
      TracedLine traced = tracer.trace(best);
      Streak streak = streak(traced);
      boolean isLine =
          streak.strength() >= believed
              && streak.length() >= SHORTEST * SmallFrame.BIN
              && streak.width() <= WIDEST_PIXELS
              && filled(traced) >= LEAST_FILLED
              && !isStar(traced)
              && !hasDarkBeside(traced);
      erase(traced);
      if (isLine) {
        found.add(streak);
      } else {
        refused++;
      }
    }
    return found.size() > MOST_STREAKS ? List.of() : List.copyOf(found);
  }

  /** The line that stands out most; null where none does. */
  private StraightLine strongest() {
    StraightLine flat = flatLines.strongest(FOLLOWED, null);
    StraightLine steep = steepLines.strongest(FOLLOWED, flat == null ? null : flat.turned());
    return steep == null ? null : steep.turned();
  }

  private float at(double x, double y) {
    return LineTracer.at(rows, x, y);
  }

  /** Share of a line's places that are brighter than the frame around, in pieces of three. */
  private double filled(TracedLine line) {
    double length = line.length();
    int bright = 0;
    int count = 0;
    for (double t = 0; t <= length; t++, count++) {
      double light = 0;
      for (int k = -1; k <= 1; k++) {
        light += tracer.across(line, t + k);
      }
      // Nine places together have three times the noise of one.
      bright += light > 3 * BRIGHT_SIGMA ? 1 : 0;
    }
    return (double) bright / count;
  }

  /** Whether a short line is a bright star and its glow: as much light lies across as along it. */
  private boolean isStar(TracedLine traced) {
    StraightLine line = traced.chord();
    if (line.length() > LONGEST_GLOW) {
      return false;
    }
    int brightest = 0;
    double most = 0;
    for (int t = 0; t <= line.length(); t++) {
      double light = LineTracer.at(bright, line.x1() + t * line.ux(), line.y1() + t * line.uy());
      if (light > most) {
        most = light;
        brightest = t;
      }
    }
    double x = line.x1() + brightest * line.ux();
    double y = line.y1() + brightest * line.uy();
    double along = 0;
    double across = 0;
    for (int t = 0; t <= line.length(); t++) {
      double fromMiddle = t - line.length() / 2;
      along +=
          Math.max(0, LineTracer.at(bright, line.x1() + t * line.ux(), line.y1() + t * line.uy()));
      across +=
          Math.max(
              0, LineTracer.at(bright, x - fromMiddle * line.uy(), y + fromMiddle * line.ux()));
    }
    return across > STAR_SHARE * along;
  }

  /**
   * Whether a line as dark as it is bright runs beside it: then something has moved, an edge of the
   * scene or a wave.
   */
  private boolean hasDarkBeside(TracedLine line) {
    double darkest = 0;
    for (int o = -FARTHEST_BESIDE; o <= FARTHEST_BESIDE; o++) {
      double light = 0;
      for (int t = 0; t <= line.length(); t++) {
        light += at(line.x(t, o), line.y(t, o));
      }
      darkest = Math.min(darkest, light / Math.sqrt(line.length() + 1));
    }
    return -darkest > DARK_SHARE * line.strength();
  }

  private Streak streak(TracedLine line) {
    double scale = SmallFrame.BIN;
    double middle = (SmallFrame.BIN - 1) / 2.0;
    StraightLine chord = line.chord();
    return new Streak(
        chord.x1() * scale + middle,
        chord.y1() * scale + middle,
        chord.x2() * scale + middle,
        chord.y2() * scale + middle,
        line.bow() * scale,
        acrossWidth(line) * scale,
        line.strength());
  }

  /** Full width at half maximum of the mean profile across, in small pixels. */
  private double acrossWidth(TracedLine line) {
    double length = line.length();
    double sum = 0;
    double squares = 0;
    for (int o = -3; o <= 3; o++) {
      double light = 0;
      for (int t = 0; t <= length; t++) {
        light += LineTracer.at(bright, line.x(t, o), line.y(t, o));
      }
      sum += Math.max(0, light);
      squares += Math.max(0, light) * o * o;
    }
    // A square of pixels widens a line by its own spread, one twelfth of a side squared.
    double variance = sum > 0 ? Math.max(0.02, squares / sum - 1 / 12.0) : 0.02;
    return 2 * Math.sqrt(2 * Math.log(2) * variance);
  }

  private void erase(TracedLine line) {
    double length = line.length();
    for (double t = -4; t <= length + 4; t += 0.5) {
      for (double o = -LineTracer.BESIDE - 1; o <= LineTracer.BESIDE + 1; o += 0.5) {
        int x = (int) Math.round(line.x(t, o));
        int y = (int) Math.round(line.y(t, o));
        if (x >= 0 && y >= 0 && x < width && y < height) {
          rows[y][x] = 0;
          columns[x][y] = 0;
        }
      }
    }
  }
}
