package zygonox.core.mend;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;
import zygonox.core.work.Cancellation;

/**
 * Finds what moves: where a frame differs from the empty place, the run's median, by more than its
 * noise, in one piece and as much as anything there.
 */
public final class SubjectFinder {
  /** Cells along the picture's width. */
  private static final int CELLS = 750;

  private static final int STRIP_ROWS = 32;

  /** A cell differs where it does by so many times the usual difference [common practice]. */
  private static final float TIMES_USUAL = 4.5f;

  /** And by so much of white at the least, as the picture is encoded. */
  private static final float LEAST = 0.012f;

  /** Cells of the smallest thing that is told from leaves and waves. */
  private static final int FEWEST_CELLS = 20;

  /** A further piece belongs to it if it is at least so much of the largest. */
  private static final double PART_SHARE = 0.2;

  /** Cells from it within which a smaller piece is a part of it too; our own choice. */
  private static final int NEAR = 8;

  /** Cells by which its edge lies outside of what is seen to differ: shadows and blur are its. */
  private static final int BEYOND = 2;

  private final PixelLayout layout;
  private final Raster place;
  private final ToneTable encoder;
  private final int cell;
  private final int wide;
  private final int high;

  /** Which cell of its row each column lies in. */
  private final int[] columns;

  /**
   * @param place the empty place, with 16 bits
   * @param curve its samples are encoded by
   */
  public SubjectFinder(Raster place, ToneCurve curve) {
    this.layout = place.layout();
    this.place = place;
    this.encoder = new ToneTable(curve);
    this.cell = Math.max(2, layout.width() / CELLS);
    this.wide = (layout.width() + cell - 1) / cell;
    this.high = (layout.height() + cell - 1) / cell;
    this.columns = IntStream.range(0, layout.width()).map(x -> x / cell).toArray();
  }

  /** Memory that looking at one frame takes beside the frame's own, in bytes. */
  public long heldBytes() {
    return (long) Float.BYTES * (STRIP_ROWS * layout.rowSamples() + 8L * wide * high);
  }

  /**
   * Looks at a frame that lies on the place.
   *
   * @param frame opened, and left open
   * @return its subject; empty where nothing moves
   */
  public Optional<SubjectPiece> find(LightSource frame, Cancellation cancellation)
      throws UnreadableFrame {
    float[] differs = differences(frame, cancellation);
    float[] sorted = differs.clone();
    Arrays.sort(sorted);
    float least = Math.max(LEAST, TIMES_USUAL * sorted[sorted.length / 2]);
    boolean[] over = new boolean[differs.length];
    for (int i = 0; i < over.length; i++) {
      over[i] = differs[i] > least;
    }
    List<List<Integer>> pieces = pieces(grown(over, 1), over, differs);
    if (pieces.isEmpty()) {
      return Optional.empty();
    }
    double most = mass(pieces.get(0), differs);
    boolean[] subject = new boolean[differs.length];
    for (List<Integer> piece : pieces) {
      if (mass(piece, differs) >= PART_SHARE * most) {
        piece.forEach(i -> subject[i] = true);
      }
    }
    // What passes behind a mast is cut by it: what is left beside it is part of the rest.
    boolean[] near = grown(subject, NEAR);
    for (List<Integer> piece : pieces) {
      if (piece.stream().anyMatch(i -> near[i])) {
        piece.forEach(i -> subject[i] = true);
      }
    }
    float[] seen = new float[differs.length];
    for (int i = 0; i < seen.length; i++) {
      seen[i] = subject[i] ? 1 : 0;
    }
    float[] cover = softened(grown(subject, BEYOND));
    return Optional.of(new SubjectPiece(new SubjectShape(cell, wide, cover, seen), layout));
  }

  /** How far the mean of each cell lies off the place's, encoded, over all channels. */
  private float[] differences(LightSource frame, Cancellation cancellation) throws UnreadableFrame {
    int channels = layout.channels();
    float[][] sums = new float[channels][wide * high];
    int[] counts = new int[wide * high];
    float[] light = new float[STRIP_ROWS * layout.rowSamples()];
    for (int first = 0; first < layout.height(); first += STRIP_ROWS) {
      cancellation.check();
      int rows = Math.min(STRIP_ROWS, layout.height() - first);
      frame.read(first, rows, light);
      for (int k = 0; k < rows; k++) {
        int y = first + k;
        int[] covered = frame.covered(y);
        for (int p = 0; p < covered.length; p += 2) {
          for (int x = covered[p]; x < covered[p + 1]; x++) {
            counts[y / cell * wide + columns[x]]++;
          }
          for (int c = 0; c < channels; c++) {
            int from = (k * channels + c) * layout.width();
            add(light, from, y, c, covered[p], covered[p + 1], sums[c]);
          }
        }
      }
    }
    float[] differs = new float[counts.length];
    for (int i = 0; i < differs.length; i++) {
      double square = 0;
      for (int c = 0; c < channels && counts[i] > 0; c++) {
        double mean = sums[c][i] / counts[i];
        square += mean * mean;
      }
      differs[i] = (float) Math.sqrt(square);
    }
    return differs;
  }

  /** Adds one channel's differences over some columns of a row to the sums of their cells. */
  private void add(float[] light, int from, int y, int c, int left, int right, float[] sums) {
    short[] own = place.samples();
    int channels = layout.channels();
    int at = y * layout.rowSamples() + c;
    int row = y / cell * wide;
    for (int x = left; x < right; x++) {
      float there = (own[at + x * channels] & 0xffff) * (1 / 65_535f);
      sums[row + columns[x]] += encoder.encode(light[from + x]) - there;
    }
  }

  private boolean[] grown(boolean[] cells, int by) {
    boolean[] grown = new boolean[cells.length];
    for (int i = 0; i < cells.length; i++) {
      if (!cells[i]) {
        continue;
      }
      int x = i % wide;
      int y = i / wide;
      for (int v = Math.max(0, y - by); v <= Math.min(high - 1, y + by); v++) {
        int row = v * wide;
        Arrays.fill(grown, row + Math.max(0, x - by), row + Math.min(wide - 1, x + by) + 1, true);
      }
    }
    return grown;
  }

  /** Cells that hang together when those between them count too, the heaviest piece first. */
  private List<List<Integer>> pieces(boolean[] joined, boolean[] over, float[] differs) {
    boolean[] seen = new boolean[joined.length];
    List<List<Integer>> pieces = new ArrayList<>();
    for (int start = 0; start < joined.length; start++) {
      if (!joined[start] || seen[start]) {
        continue;
      }
      List<Integer> piece = new ArrayList<>();
      ArrayDeque<Integer> next = new ArrayDeque<>(List.of(start));
      seen[start] = true;
      while (!next.isEmpty()) {
        int i = next.pop();
        if (over[i]) {
          piece.add(i);
        }
        int x = i % wide;
        for (int beside :
            new int[] {x > 0 ? i - 1 : -1, x < wide - 1 ? i + 1 : -1, i - wide, i + wide}) {
          if (beside >= 0 && beside < joined.length && joined[beside] && !seen[beside]) {
            seen[beside] = true;
            next.push(beside);
          }
        }
      }
      if (piece.size() >= FEWEST_CELLS) {
        pieces.add(piece);
      }
    }
    pieces.sort(Comparator.comparingDouble((List<Integer> p) -> -mass(p, differs)));
    return pieces;
  }

  private static double mass(List<Integer> piece, float[] differs) {
    return piece.stream().mapToDouble(i -> differs[i]).sum();
  }

  /** The mean of each cell and those around it: whole inside, soft at the edge. */
  private float[] softened(boolean[] cells) {
    float[] soft = new float[cells.length];
    for (int y = 0; y < high; y++) {
      for (int x = 0; x < wide; x++) {
        int count = 0;
        int of = 0;
        for (int v = Math.max(0, y - 1); v <= Math.min(high - 1, y + 1); v++) {
          for (int u = Math.max(0, x - 1); u <= Math.min(wide - 1, x + 1); u++) {
            of++;
            count += cells[v * wide + u] ? 1 : 0;
          }
        }
        soft[y * wide + x] = (float) count / of;
      }
    }
    return soft;
  }
}
