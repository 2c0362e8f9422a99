package zygonox.core.stars;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What stands out of a picture, strip by strip: see {@link StarFinder} for how.
 *
 * <p>Not safe for use by two threads at once.
 */
public final class StarSearch {
  /** Height above the noise of the smoothed picture, in sigma, from which a peak is believed. */
  private static final double THRESHOLD_SIGMA = 6;

  private static final int CELL = GreyStrip.CELL;

  /** Ring that tells the background of one star, in pixels from its centre. */
  private static final int RING = 8;

  private static final int RING_PLACES = 32;
  private static final int[] RING_ACROSS = ring(true);
  private static final int[] RING_DOWN = ring(false);

  /** So many wait with their pixels until their place is asked for; it bounds their memory. */
  private static final int MOST_WAITING = 20_000;

  /**
   * Least share of light outside the central pixel: a hot pixel has none, the sharpest star more.
   */
  private static final double LEAST_NEIGHBOURS = 0.7;

  /** Most light two pixels out, as a share of the peak, of a spot. */
  private static final double MOST_BEYOND = 0.35;

  private static final int MARGIN = RING + 2;

  /** Of the places of a strip, one in so many tells its noise. */
  private static final int SAMPLED = 37;

  private final List<StarCandidate> stars = new ArrayList<>();
  private final List<Spot> spots = new ArrayList<>();
  private final float[][] contrast;

  /** The last five rows smoothed along themselves, in turn. */
  private final float[][] across;

  /** One row moved by -2 to 2 pixels. */
  private final float[][] moved;

  private final float[] columns;
  private final float[] sample;
  private final int width;
  private float[][] grey;
  private int rows;

  /**
   * @param width of the picture
   */
  public StarSearch(int width) {
    int mostRows = GreyStrip.MOST_ROWS;
    this.width = width;
    this.contrast = new float[mostRows][width];
    this.across = new float[5][width];
    this.moved = new float[5][width];
    this.columns = new float[width];
    this.sample = new float[mostRows * width / SAMPLED + mostRows];
  }

  private static int[] ring(boolean across) {
    int[] offsets = new int[RING_PLACES];
    for (int k = 0; k < RING_PLACES; k++) {
      double angle = 2 * Math.PI * k / RING_PLACES;
      offsets[k] = (int) Math.round(RING * (across ? Math.cos(angle) : Math.sin(angle)));
    }
    return offsets;
  }

  /** Looks through a strip's own rows. */
  public void lookAt(GreyStrip strip) {
    grey = strip.grey();
    rows = strip.rows();
    if (rows <= 2 * MARGIN || width <= 2 * MARGIN) {
      return;
    }
    reckonContrast(strip.cells());
    float threshold = (float) (THRESHOLD_SIGMA * sigma());
    int low = Math.max(MARGIN, strip.ownFrom());
    int high = Math.min(rows - MARGIN, strip.ownTo());
    for (int y = low; y < high; y++) {
      float[] row = contrast[y];
      int end = width - MARGIN;
      for (int x = above(row, MARGIN, end, threshold);
          x < end;
          x = above(row, x + 1, end, threshold)) {
        if (isPeak(x, y)) {
          note(x, y, strip.firstRow());
        }
      }
    }
  }

  private void note(int x, int y, int firstRow) {
    if (isSpot(x, y)) {
      spots.add(new Spot(x, y + firstRow));
    }
    StarCandidate star = measure(x, y, firstRow);
    if (star != null) {
      if (stars.size() >= MOST_WAITING) {
        star.centred();
      }
      stars.add(star);
    }
  }

  /**
   * The brightest stars of what was looked at, the brightest first.
   *
   * @param most no more of them
   */
  public List<FoundStar> stars(int most) {
    return candidates().stream()
        .map(StarCandidate::centred)
        .flatMap(Optional::stream)
        .limit(most)
        .toList();
  }

  /** All that may be stars, the brightest first. */
  List<StarCandidate> candidates() {
    stars.sort(Comparator.comparingDouble(StarCandidate::flux).reversed());
    return stars;
  }

  /** Light in hardly more than one pixel, some of it in stars as well. */
  public List<Spot> spots() {
    return List.copyOf(spots);
  }

  /** The first place from one on that stands above a threshold; the end where none does. */
  private static int above(float[] row, int from, int end, float threshold) {
    int x = from;
    while (x < end && row[x] <= threshold) {
      x++;
    }
    return x;
  }

  /** The picture smoothed by (1 4 6 4 1)/16 both ways, less the mean of a wide square. */
  private void reckonContrast(float[][] cells) {
    for (int y = 0; y < rows; y++) {
      for (int off = -2; off <= 2; off++) {
        int kept = width - Math.abs(off);
        System.arraycopy(grey[y], Math.max(0, off), moved[off + 2], Math.max(0, -off), kept);
      }
      smooth(moved[0], moved[1], moved[2], moved[3], moved[4], across[y % 5]);
      if (y >= 4) {
        float[] above = across[(y + 1) % 5];
        float[] below = across[y % 5];
        smooth(
            above,
            across[(y + 2) % 5],
            across[(y + 3) % 5],
            across[(y + 4) % 5],
            below,
            contrast[y - 2]);
      }
    }
    for (int cell = 2; cell < rows / CELL - 2; cell++) {
      surround(cells, cell);
      int last = cell == rows / CELL - 3 ? rows : (cell + 1) * CELL;
      for (int y = cell * CELL; y < last; y++) {
        subtract(contrast[y], columns);
      }
    }
  }

  private static void smooth(float[] a, float[] b, float[] c, float[] d, float[] e, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = (a[x] + e[x]) * (1f / 16) + (b[x] + d[x]) * (4f / 16) + c[x] * (6f / 16);
    }
  }

  private static void subtract(float[] from, float[] what) {
    for (int x = 0; x < from.length; x++) {
      from[x] -= what[x];
    }
  }

  /** The mean around each column, for one row of cells: of the five by five cells about it. */
  private void surround(float[][] cells, int cell) {
    int count = width / CELL;
    float[] down = new float[count];
    add(cells[cell - 2], cells[cell - 1], cells[cell], cells[cell + 1], cells[cell + 2], down);
    for (int at = 2; at < count - 2; at++) {
      float sum = down[at - 2] + down[at - 1] + down[at] + down[at + 1] + down[at + 2];
      int end = at == count - 3 ? width : (at + 1) * CELL;
      Arrays.fill(columns, at * CELL, end, sum / 25);
    }
  }

  private static void add(float[] a, float[] b, float[] c, float[] d, float[] e, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = a[x] + b[x] + (c[x] + d[x]) + e[x];
    }
  }

  private double sigma() {
    int n = 0;
    for (int y = MARGIN; y < rows - MARGIN; y++) {
      // Each row begins elsewhere, so that no column is asked again and again.
      for (int x = MARGIN + 7 * y % SAMPLED; x < width - MARGIN; x += SAMPLED) {
        sample[n++] = Math.abs(contrast[y][x]);
      }
    }
    // Black ground has next to no noise; the louder half of the picture is the sky's.
    return Math.max(OrderStatistic.select(sample, n, (int) (0.6827 * n)), 1);
  }

  private boolean isPeak(int x, int y) {
    float c = contrast[y][x];
    for (int dy = -2; dy <= 2; dy++) {
      for (int dx = -2; dx <= 2; dx++) {
        float other = contrast[y + dy][x + dx];
        // Of equals the first wins, so that a flat top is one star.
        if (other > c || other == c && (dy < 0 || dy == 0 && dx < 0)) {
          return false;
        }
      }
    }
    return true;
  }

  /** Whether nearly all the light is in one pixel, or was before colours were filled in. */
  private boolean isSpot(int x, int y) {
    float peak = grey[y][x];
    float background = (grey[y][x - 4] + grey[y][x + 4] + grey[y - 4][x] + grey[y + 4][x]) / 4;
    float around = 0;
    for (int off = -2; off <= 2; off++) {
      around += grey[y - 2][x + off] + grey[y + 2][x + off];
    }
    for (int off = -1; off <= 1; off++) {
      around += grey[y + off][x - 2] + grey[y + off][x + 2];
    }
    // The sharpest star leaves about a third of its peak two pixels out, on the whole ring.
    return Math.abs(around - 16 * background) < MOST_BEYOND * (peak - background);
  }

  private StarCandidate measure(int column, int row, int firstRow) {
    float[] ring = ring(column, row);
    float[] sorted = ring.clone();
    Arrays.sort(sorted);
    double background = sorted[sorted.length / 2];
    double peak = grey[row][column] - background;
    double spread = sorted[sorted.length - 3] - sorted[2];
    if (peak <= 0 || spread > 0.6 * peak) {
      return null;
    }
    double around = -8 * background - peak;
    for (int dy = -1; dy <= 1; dy++) {
      for (int dx = -1; dx <= 1; dx++) {
        around += grey[row + dy][column + dx];
      }
    }
    around -= background;
    if (around < LEAST_NEIGHBOURS * peak) {
      return null;
    }
    return new StarCandidate(grey, column, row, firstRow, background, peak);
  }

  private float[] ring(int column, int row) {
    float[] ring = new float[RING_PLACES];
    for (int k = 0; k < ring.length; k++) {
      ring[k] = grey[row + RING_DOWN[k]][column + RING_ACROSS[k]];
    }
    return ring;
  }
}
