package zygonox.core.mend;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import zygonox.core.align.Alignment;
import zygonox.core.align.Miss;
import zygonox.core.align.Placement;
import zygonox.core.develop.FrameMask;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Workers;

/**
 * Where the sky ends in frames of a camera that stands still: in each column the place below which
 * there is ground, so that all of them together follow the clearest change of light (a shortest
 * path through the columns, R. Bellman, 1957). Stars that move with the sky lie above it; what
 * stands out against the sky, as a mast or a tree, is ground from its tip down.
 */
public final class SkylineFinder {
  /** Columns that the path is found in. */
  private static final int MOST_COLUMNS = 1500;

  /** What a step of one row between columns costs, in the usual change of light there. */
  private static final double STEP_COST = 0.02;

  /** Steep sides cost no more than this many rows. */
  private static final int MOST_STEP = 40;

  /** Rows over which light is meant on either side of the edge. */
  private static final int BESIDE = 4;

  /** Side of the blocks that the sky's own level is told in, in the path's columns. */
  private static final int BLOCK = 48;

  /** How much darker than the sky about it a thing before it is: by 40 %, as a logarithm. */
  private static final float DARKER = 0.5f;

  /** One black pixel, which noise makes now and then, counts as one of this much less light. */
  private static final float DEEPEST = 2;

  /** And by how much more than the sky's own noise, in its spread. */
  private static final float BEYOND_SPREAD = 7;

  /** The share of values that lies below the middle and one standard deviation more. */
  private static final double ONE_SIGMA = 0.841;

  /** Columns on either side that have to agree with one that light changes in it. */
  private static final int AGREEING = 12;

  /** By how much it has to, in what it changes by elsewhere in the sky, and as a logarithm. */
  private static final float BEYOND_NOISE = 10;

  private static final float LEAST_CHANGE = 0.15f;

  /** Rows that tell it on either side: the trail of a star is thinner. */
  private static final int TELLING = 24;

  /** Where fewer columns have ground nothing is certain, and none is taken from the others. */
  private static final double LEAST_GROUND = 0.05;

  /** A star hides no nearer to the ground than so many rows. */
  private static final double CLEAR_ROWS = 2;

  /** Rows or columns that one core takes at a time. */
  private static final int TOGETHER = Long.SIZE;

  private final int width;
  private final int height;
  private final float[] level;

  /** A picture's light, row by row: its channels one after the other. */
  @FunctionalInterface
  public interface Rows {
    /** Asked for by several threads. */
    void read(int y, float[] light);
  }

  /**
   * @param ground the mean of unmoved frames
   */
  public SkylineFinder(PixelLayout layout, Rows ground) {
    this.width = layout.width();
    this.height = layout.height();
    this.level = new float[width * height];
    Workers.inBands(
        height,
        TOGETHER,
        (from, end) -> {
          float[] light = new float[layout.rowSamples()];
          for (int y = from; y < end; y++) {
            ground.read(y, light);
            tell(light, layout.channels(), y * width);
          }
        });
  }

  /** As the eye sees it: a dark ridge under a dark sky is as clear as a bright one. */
  private void tell(float[] light, int channels, int at) {
    for (int x = 0; x < width; x++) {
      float sum = 0;
      for (int c = 0; c < channels; c++) {
        sum += light[c * width + x];
      }
      level[at + x] = (float) Math.log(Math.max(1e-5, sum / channels));
    }
  }

  /** A place of a star that moves with the sky, on the frame that stands still. */
  public record SkyPoint(double x, double y) {}

  /** Where the stars that were matched stand in each of the frames, as the camera saw them. */
  public static List<SkyPoint> places(List<Alignment> alignments) {
    List<SkyPoint> points = new ArrayList<>();
    for (Alignment one : alignments) {
      Placement placement = one.placement();
      for (Miss miss : one.misses()) {
        double x = miss.x() + miss.dx();
        double y = miss.y() + miss.dy();
        points.add(new SkyPoint(placement.backX(x, y), placement.backY(x, y)));
      }
    }
    return points;
  }

  /**
   * Finds the sky.
   *
   * @param stars places that are sky for certain
   */
  public FrameMask sky(List<SkyPoint> stars) {
    int shrink = Math.max(1, (width + MOST_COLUMNS - 1) / MOST_COLUMNS);
    int columns = width / shrink;
    int rows = height / shrink;
    float[] small = shrunk(shrink, columns, rows);
    int[] lowestStar = new int[columns];
    Arrays.fill(lowestStar, -1);
    for (SkyPoint star : stars) {
      int x = (int) Math.max(0, Math.min(columns - 1, star.x / shrink));
      int y = (int) Math.min(rows - 1, Math.ceil(star.y / shrink + CLEAR_ROWS));
      lowestStar[x] = Math.max(lowestStar[x], y);
    }
    float[][] change = changes(small, columns, rows);
    int[] path = path(edges(change), lowestStar, columns, rows);
    leaveSky(path, small, change, rows);
    int[] ends = new int[width];
    for (int x = 0; x < width; x++) {
      int column = Math.min(columns - 1, x / shrink);
      boolean ground = path[column] < rows;
      ends[x] = ground ? refined(x, path[column] * shrink, 2 * shrink + 2) : height;
    }
    Darkest darkest = darkest(path, shrink, columns, rows);
    // As many rows as there are bits in a word: each band has words of its own.
    long[] sky = new long[(width * height + Long.SIZE - 1) / Long.SIZE];
    Workers.inBands(
        height,
        TOGETHER,
        (from, end) -> {
          for (int y = from; y < end; y++) {
            for (int x = 0; x < width; x++) {
              int at = y * width + x;
              if (y < ends[x] && !isDark(x, y, darkest, path, shrink)) {
                sky[at / Long.SIZE] |= 1L << at;
              }
            }
          }
        });
    return new FrameMask(width, height, BitSet.valueOf(sky));
  }

  /** Blades, twigs and wires before the sky are much darker than the sky about them. */
  private boolean isDark(int x, int y, Darkest darkest, int[] path, int shrink) {
    int column = Math.min(path.length - 1, x / shrink);
    boolean inside = x > 0 && y > 0 && x < width - 1 && y < height - 1;
    if (!inside || y >= (path[column] + 1) * shrink) {
      return false;
    }
    int row = Math.min(height / shrink - 1, y / shrink) / BLOCK;
    int across = (path.length + BLOCK - 1) / BLOCK;
    int block = row * across + column / BLOCK;
    return near(x, y, darkest.about[block] - DEEPEST) < darkest.limit[block];
  }

  /** The level about a place, of which no pixel counts for less than {@code deepest}. */
  private float near(int x, int y, float deepest) {
    float sum = 0;
    for (int at = (y - 1) * width + x; at <= (y + 1) * width + x; at += width) {
      sum += Math.max(deepest, level[at - 1]);
      sum += Math.max(deepest, level[at]);
      sum += Math.max(deepest, level[at + 1]);
    }
    return sum / 9;
  }

  /**
   * What the sky is about each block.
   *
   * @param about the highest middle of the block and its neighbours
   * @param limit what is darker is a thing before it
   */
  private record Darkest(float[] about, float[] limit) {}

  /**
   * How dark the sky itself is about each block, at the most: by the highest middle of it and its
   * neighbours, less what noise may take off. How far noise spreads is told by what lies above the
   * middle, for below it there may be things before the sky.
   */
  private Darkest darkest(int[] path, int shrink, int columns, int rows) {
    int across = (columns + BLOCK - 1) / BLOCK;
    int down = (rows + BLOCK - 1) / BLOCK;
    float[] middles = new float[across * down];
    float[] spreads = new float[across * down];
    Arrays.fill(middles, -Float.MAX_VALUE);
    Workers.inBands(
        down,
        1,
        (from, end) -> {
          float[] some = new float[BLOCK * BLOCK];
          for (int block = from * across; block < end * across; block++) {
            int count = skyOf(block / across, block % across, path, shrink, rows, some);
            if (count >= BLOCK) {
              Arrays.sort(some, 0, count);
              middles[block] = some[count / 2];
              spreads[block] = some[(int) (ONE_SIGMA * count)] - some[count / 2];
            }
          }
        });
    Darkest darkest = new Darkest(new float[middles.length], new float[middles.length]);
    for (int r = 0; r < down; r++) {
      for (int c = 0; c < across; c++) {
        int most = r * across + c;
        for (int nr = Math.max(0, r - 1); nr <= Math.min(down - 1, r + 1); nr++) {
          for (int nc = Math.max(0, c - 1); nc <= Math.min(across - 1, c + 1); nc++) {
            int other = nr * across + nc;
            most = middles[other] > middles[most] ? other : most;
          }
        }
        float less = Math.max(DARKER, BEYOND_SPREAD * spreads[most]);
        darkest.about[r * across + c] = middles[most];
        darkest.limit[r * across + c] = middles[most] - less;
      }
    }
    return darkest;
  }

  /** Gathers the levels of a block's sky, one for each place of the path's columns and rows. */
  private int skyOf(int r, int c, int[] path, int shrink, int rows, float[] into) {
    int count = 0;
    if (width < 3 || height < 3) {
      return count;
    }
    for (int x = c * BLOCK; x < Math.min(path.length, (c + 1) * BLOCK); x++) {
      for (int y = r * BLOCK; y < Math.min(Math.min(rows, path[x]), (r + 1) * BLOCK); y++) {
        int column = Math.max(1, Math.min(width - 2, x * shrink + shrink / 2));
        int row = Math.max(1, Math.min(height - 2, y * shrink + shrink / 2));
        into[count++] = near(column, row, -Float.MAX_VALUE);
      }
    }
    return count;
  }

  private float[] shrunk(int shrink, int columns, int rows) {
    float[] small = new float[columns * rows];
    for (int y = 0; y < rows * shrink; y++) {
      for (int x = 0; x < columns * shrink; x++) {
        small[y / shrink * columns + x / shrink] += level[y * width + x] / (shrink * shrink);
      }
    }
    return small;
  }

  /**
   * By how much light changes below each place, as a logarithm: the middle of the rows below less
   * that of those above, which stars and lamps hardly move.
   */
  private static float[][] changes(float[] small, int columns, int rows) {
    float[][] change = new float[columns][rows + 1];
    float[] above = new float[BESIDE];
    float[] below = new float[BESIDE];
    for (int x = 0; x < columns; x++) {
      for (int y = BESIDE; y <= rows - BESIDE; y++) {
        for (int k = 0; k < BESIDE; k++) {
          above[k] = small[(y - 1 - k) * columns + x];
          below[k] = small[(y + k) * columns + x];
        }
        Arrays.sort(above);
        Arrays.sort(below);
        float up = (above[BESIDE / 2 - 1] + above[BESIDE / 2]) / 2;
        float down = (below[BESIDE / 2 - 1] + below[BESIDE / 2]) / 2;
        change[x][y] = down - up;
      }
    }
    return change;
  }

  /** How clear each change is, as a share of the column's clearest. */
  private static float[][] edges(float[][] change) {
    float[][] edge = new float[change.length][change[0].length];
    for (int x = 0; x < edge.length; x++) {
      float most = 1e-6f;
      for (float c : change[x]) {
        most = Math.max(most, Math.abs(c));
      }
      for (int y = 0; y < edge[x].length; y++) {
        edge[x][y] = Math.abs(change[x][y]) / most;
      }
      firstClear(edge[x]);
    }
    return edge;
  }

  /**
   * Columns in which there is no ground: the clearest change of light in a column of sky is one of
   * noise, or of a star that others beside it do not have.
   */
  private static void leaveSky(int[] path, float[] small, float[][] change, int rows) {
    int columns = path.length;
    float[] clearest = new float[columns];
    float[] sizes = new float[columns];
    Workers.inBands(
        columns,
        TOGETHER,
        (from, end) -> {
          for (int x = from; x < end; x++) {
            clearest[x] = Math.abs(clearest(small, x, path[x], columns, rows));
            sizes[x] = usual(change[x], path[x]);
          }
        });
    float[] some = new float[2 * AGREEING + 1];
    boolean[] ground = new boolean[columns];
    int count = 0;
    for (int x = 0; x < columns; x++) {
      float least = Math.max(LEAST_CHANGE, BEYOND_NOISE * middle(sizes, x, some));
      ground[x] = middle(clearest, x, some) > least;
    }
    for (int x = 0; x < columns; ) {
      int end = x;
      while (end < columns && ground[end]) {
        end++;
      }
      // Fewer columns than agree with each other are chance.
      if (end - x <= AGREEING) {
        Arrays.fill(ground, x, end, false);
      }
      count += end - x <= AGREEING ? 0 : end - x;
      x = end + 1;
    }
    for (int x = 0; x < columns && count >= LEAST_GROUND * columns; x++) {
      if (!ground[x]) {
        path[x] = rows;
      }
    }
  }

  /**
   * The clearest change of a column, at its skyline or wherever it is: below a mast that sky is
   * seen through it is the ground's own.
   */
  private static float clearest(float[] small, int x, int path, int columns, int rows) {
    float clearest = change(small, x, path, columns, rows);
    for (int y = TELLING / 3; y < rows; y += TELLING / 3) {
      float change = change(small, x, y, columns, rows);
      clearest = Math.abs(change) > Math.abs(clearest) ? change : clearest;
    }
    return clearest;
  }

  /** By how much light changes below a place, far enough from it that no star counts. */
  private static float change(float[] small, int x, int y, int columns, int rows) {
    int above = Math.min(TELLING, y);
    int below = Math.min(TELLING, rows - y);
    if (above < BESIDE || below < BESIDE) {
      return 0;
    }
    float[] up = new float[above];
    for (int k = 0; k < above; k++) {
      up[k] = small[(y - 1 - k) * columns + x];
    }
    float[] down = new float[below];
    for (int k = 0; k < below; k++) {
      down[k] = small[(y + k) * columns + x];
    }
    Arrays.sort(up);
    Arrays.sort(down);
    return down[below / 2] - up[above / 2];
  }

  /** How much light changes in a column above a place, in the middle. */
  private static float usual(float[] change, int end) {
    int count = Math.max(0, end - BESIDE);
    if (count <= BESIDE) {
      return 0;
    }
    float[] sizes = new float[count - BESIDE];
    for (int y = BESIDE; y < count; y++) {
      sizes[y - BESIDE] = Math.abs(change[y]);
    }
    Arrays.sort(sizes);
    return sizes[sizes.length / 2];
  }

  /** The median about a column. */
  private static float middle(float[] values, int x, float[] some) {
    int count = 0;
    for (int k = Math.max(0, x - AGREEING); k <= Math.min(values.length - 1, x + AGREEING); k++) {
      some[count++] = values[k];
    }
    Arrays.sort(some, 0, count);
    return some[count / 2];
  }

  /** The first clear change from above is the skyline; clearer ones below it are in the ground. */
  private static void firstClear(float[] edge) {
    float best = 0;
    for (int y = 0; y < edge.length; y++) {
      float own = edge[y];
      edge[y] = own * (1 - 0.75f * Math.min(1, best / 0.6f));
      best = Math.max(best, own);
    }
  }

  private static int[] path(float[][] edge, int[] lowestStar, int columns, int rows) {
    double[] cost = new double[rows + 1];
    double[] before = new double[rows + 1];
    int[][] from = new int[columns][rows + 1];
    for (int x = 0; x < columns; x++) {
      double best = Double.MAX_VALUE;
      int bestRow = 0;
      for (int y = 0; y <= rows; y++) {
        if (before[y] < best) {
          best = before[y];
          bestRow = y;
        }
      }
      for (int y = 0; y <= rows; y++) {
        double least = best + STEP_COST * MOST_STEP;
        int way = bestRow;
        for (int step = -MOST_STEP; step <= MOST_STEP; step++) {
          int other = y + step;
          if (other >= 0 && other <= rows && before[other] + STEP_COST * Math.abs(step) < least) {
            least = before[other] + STEP_COST * Math.abs(step);
            way = other;
          }
        }
        boolean underStars = y > lowestStar[x];
        cost[y] = least + 1 - edge[x][y] + (underStars ? 0 : 1000);
        from[x][y] = way;
      }
      double[] swap = before;
      before = cost;
      cost = swap;
    }
    int row = 0;
    for (int y = 0; y <= rows; y++) {
      row = before[y] < before[row] ? y : row;
    }
    int[] path = new int[columns];
    for (int x = columns - 1; x >= 0; x--) {
      path[x] = row;
      row = from[x][row];
    }
    return path;
  }

  /** The clearest change of a column near a place, at full size. */
  private int refined(int x, int near, int reach) {
    int best = Math.min(height, near);
    float most = -1;
    for (int y = Math.max(1, near - reach); y <= Math.min(height - 1, near + reach); y++) {
      float change = 0;
      int count = 0;
      for (int dx = Math.max(0, x - 1); dx <= Math.min(width - 1, x + 1); dx++) {
        change += level[(y - 1) * width + dx] - level[y * width + dx];
        count++;
      }
      if (Math.abs(change) / count > most) {
        most = Math.abs(change) / count;
        best = y;
      }
    }
    return best;
  }
}
