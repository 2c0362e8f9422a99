package zygonox.core.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.QRDecomposition;

/** Finds where cloud that drifts would be made streaky by the brightest of all frames. */
final class CloudFinder {
  /** Fewer frames do not tell cloud from the sky's own course. */
  private static final int FEWEST_FRAMES = 8;

  /** Longer runs are clips, and would take much memory. */
  private static final int MOST_FRAMES = 600;

  /**
   * By so large a share, as the frames store brightness, a place is brighter at times than it
   * usually is; less is hardly seen. Our own choice.
   */
  private static final double STREAKY_SHARE = 0.06;

  /** So large a share of the places is as even as any. */
  private static final double EVEN_SHARE = 0.2;

  /** Fewer squares together are somebody's lamp, or a tree in the wind. */
  private static final int FEWEST_SQUARES = 8;

  /** More than this, as a share of the picture, is lit evenly: nothing would be left. */
  private static final double MOST_SHARE = 0.5;

  /** What is darker, as a share of white, has no brightness that could be told. */
  private static final float DARKEST = 1e-4f;

  private final TileCourse course = new TileCourse();

  /** Takes the next frame of the run. */
  void add(SmallFrame frame) {
    if (course.frames() <= MOST_FRAMES) {
      // Without its stars: they drift too.
      course.add(frame.still());
    }
  }

  /**
   * Looks for it.
   *
   * @param lit the light in each frame, if there is one: what it lights up is no cloud
   */
  Optional<CloudPart> found(List<Optional<Brightening>> lit) {
    int across = course.across();
    int down = course.down();
    int frames = course.frames();
    if (frames < FEWEST_FRAMES || frames > MOST_FRAMES || across * down == 0) {
      return Optional.empty();
    }
    double[][] beyond = beyondSlow(lit);
    BitSet all = new BitSet();
    all.set(0, beyond.length);
    BitSet brighter = lifted(beyond, all, even(beyond));
    // What brightens together is lit by cloud, as the ground is; cloud that drifts is not.
    double[][] apart = apart(beyond, brighter);
    BitSet streaky = lifted(apart, brighter, 0);
    List<Integer> squares = grown(together(streaky));
    CloudPart part = new CloudPart(TileCourse.SIDE, across, down, squares);
    return squares.isEmpty() || part.share() > MOST_SHARE ? Optional.empty() : Optional.of(part);
  }

  /** How far each square is beyond its slow course in each frame, as a logarithm. */
  private double[][] beyondSlow(List<Optional<Brightening>> lit) {
    double[][] parabola = parabola(course.frames());
    double[][] fit =
        new QRDecomposition(new Array2DRowRealMatrix(parabola)).getSolver().getInverse().getData();
    double[][] beyond = new double[course.across() * course.down()][];
    for (int tile = 0; tile < beyond.length; tile++) {
      double[] logs = logs(tile, lit);
      double[] slow = new double[fit.length];
      for (int c = 0; c < slow.length; c++) {
        for (int k = 0; k < logs.length; k++) {
          slow[c] += fit[c][k] * logs[k];
        }
      }
      for (int k = 0; k < logs.length; k++) {
        for (int c = 0; c < slow.length; c++) {
          logs[k] -= slow[c] * parabola[k][c];
        }
      }
      beyond[tile] = logs;
    }
    return beyond;
  }

  /** A row for each frame. */
  private static double[][] parabola(int frames) {
    double[][] rows = new double[frames][];
    for (int k = 0; k < frames; k++) {
      double t = (double) k / frames;
      rows[k] = new double[] {1, t, t * t};
    }
    return rows;
  }

  /** The logarithm of how bright a square is in each frame, without what a light adds to it. */
  private double[] logs(int tile, List<Optional<Brightening>> lit) {
    int x = tile % course.across() * TileCourse.SIDE + TileCourse.SIDE / 2;
    int y = tile / course.across() * TileCourse.SIDE + TileCourse.SIDE / 2;
    double[] logs = new double[course.frames()];
    for (int frame = 0; frame < logs.length; frame++) {
      boolean isLit = frame > 0 && lit.get(frame).filter(l -> l.covers(x, y)).isPresent();
      logs[frame] = isLit ? logs[frame - 1] : Math.log(Math.max(DARKEST, course.at(frame, tile)));
    }
    return logs;
  }

  /** Without what some squares have in common in each frame, each as much as it has of it. */
  private static double[][] apart(double[][] beyond, BitSet some) {
    double[] common = new double[beyond[0].length];
    double square = 0;
    for (int k = 0; !some.isEmpty() && k < common.length; k++) {
      int frame = k;
      double[] values = some.stream().mapToDouble(tile -> beyond[tile][frame]).sorted().toArray();
      common[k] = values[values.length / 2];
      square += common[k] * common[k];
    }
    double[][] apart = new double[beyond.length][];
    for (int tile = some.nextSetBit(0); tile >= 0; tile = some.nextSetBit(tile + 1)) {
      double[] own = beyond[tile].clone();
      double share = 0;
      for (int k = 0; k < own.length; k++) {
        share += own[k] * common[k] / Math.max(1e-12, square);
      }
      for (int k = 0; k < own.length; k++) {
        own[k] -= share * common[k];
      }
      apart[tile] = own;
    }
    return apart;
  }

  /** How lively a place is that is even. */
  private static double even(double[][] beyond) {
    double[] lifts = Arrays.stream(beyond).mapToDouble(CloudFinder::lift).sorted().toArray();
    return Math.max(0, lifts[(int) (EVEN_SHARE * lifts.length)]);
  }

  /** Of some squares those that are brighter at times than usual, by more than is seen. */
  private static BitSet lifted(double[][] beyond, BitSet of, double even) {
    BitSet lifted = new BitSet();
    of.stream().forEach(tile -> lifted.set(tile, lift(beyond[tile]) > even + STREAKY_SHARE));
    return lifted;
  }

  /**
   * By what share a square is brighter at its second brightest than usual: a single moment may be
   * anything that passes.
   */
  private static double lift(double[] beyond) {
    double[] sorted = beyond.clone();
    Arrays.sort(sorted);
    return sorted[sorted.length - 2] - sorted[sorted.length / 2];
  }

  /** Without those of which too few hang together. */
  private BitSet together(BitSet streaky) {
    BitSet left = (BitSet) streaky.clone();
    BitSet kept = new BitSet();
    for (int first = left.nextSetBit(0); first >= 0; first = left.nextSetBit(first)) {
      List<Integer> piece = new ArrayList<>(List.of(first));
      left.clear(first);
      for (int k = 0; k < piece.size(); k++) {
        for (int near : about(piece.get(k))) {
          if (left.get(near)) {
            left.clear(near);
            piece.add(near);
          }
        }
      }
      if (piece.size() >= FEWEST_SQUARES) {
        piece.forEach(kept::set);
      }
    }
    return kept;
  }

  /** With those around: cloud ends softly. */
  private List<Integer> grown(BitSet squares) {
    BitSet grown = (BitSet) squares.clone();
    squares.stream().forEach(tile -> about(tile).forEach(grown::set));
    return grown.stream().boxed().toList();
  }

  private List<Integer> about(int tile) {
    List<Integer> about = new ArrayList<>();
    for (int dy = -1; dy <= 1; dy++) {
      for (int dx = -1; dx <= 1; dx++) {
        int x = tile % course.across() + dx;
        int y = tile / course.across() + dy;
        if (x >= 0 && x < course.across() && y >= 0 && y < course.down()) {
          about.add(y * course.across() + x);
        }
      }
    }
    return about;
  }
}
