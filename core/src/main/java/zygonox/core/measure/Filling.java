package zygonox.core.measure;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;

/**
 * How far lights that pass, as on a road, have filled their way in the picture that a run makes. Of
 * places that are lit, as many are to be expected new in one frame more as were lit in one frame
 * only, over the number of frames (I. J. Good, Biometrika 40, 237, 1953, after A. M. Turing);
 * whether a car lights many places at once does not matter to that.
 *
 * @param nextAdds what one frame more would add, as a share of what is lit, 0 to 1
 */
public record Filling(double nextAdds) {
  /** Who adds less need not wait for more; our choice. */
  private static final double LITTLE = 0.01;

  /** Side of a place, in squares of a {@link SmallFrame}. */
  private static final int SIDE = 2;

  /** Longer runs are clips and star trails; their places would take much memory. */
  private static final int MOST_FRAMES = 120;

  private static final int FEWEST_FRAMES = 4;

  /** Fewer places are somebody's lamp. */
  private static final int FEWEST_PLACES = 80;

  /** Lit places that hang together in one frame; fewer are a star. */
  private static final int FEWEST_TOGETHER = 6;

  /** What is lit so often is lit all the time, or nearly. */
  private static final double STANDING = 0.8;

  /** Lit is what is so much brighter than the place is by itself, in shares of white. */
  private static final double LIT = 0.1;

  private static final int CODES = 255;

  /** Gathers the places of one frame after another. */
  static final class Counting {
    private final List<byte[]> frames = new ArrayList<>();
    private int wide;
    private boolean tooMany;

    void add(SmallFrame frame) {
      tooMany |= frames.size() == MOST_FRAMES;
      if (!tooMany) {
        frames.add(places(frame));
      }
    }

    /** By how much the brightest square of each place stands out: the sky's own course does not. */
    private byte[] places(SmallFrame frame) {
      float[][] rows = frame.rows();
      int high = (rows.length + SIDE - 1) / SIDE;
      wide = (rows[0].length + SIDE - 1) / SIDE;
      float[] most = new float[high * wide];
      for (int y = 0; y < rows.length; y++) {
        for (int x = 0; x < rows[y].length; x++) {
          int at = y / SIDE * wide + x / SIDE;
          most[at] = Math.max(most[at], rows[y][x] - frame.still()[y][x]);
        }
      }
      byte[] coded = new byte[most.length];
      for (int i = 0; i < most.length; i++) {
        coded[i] = (byte) Math.round(CODES * Math.min(1, most[i]));
      }
      return coded;
    }

    /** Empty where nothing passes, or too few frames tell. */
    Optional<Filling> counted() {
      if (tooMany || frames.size() < FEWEST_FRAMES) {
        return Optional.empty();
      }
      int[] times = new int[frames.get(0).length];
      byte[] least = least();
      for (byte[] frame : frames) {
        BitSet lit = lit(frame, least);
        lit.stream().forEach(place -> times[place]++);
      }
      int[] ofTimes = new int[frames.size() + 1];
      for (int n : times) {
        ofTimes[n]++;
      }
      int seen = 0;
      for (int n = 1; n <= STANDING * frames.size(); n++) {
        seen += ofTimes[n];
      }
      return seen < FEWEST_PLACES
          ? Optional.empty()
          : Optional.of(new Filling((double) ofTimes[1] / frames.size() / seen));
    }

    /** What each place is by itself. */
    private byte[] least() {
      byte[] least = frames.get(0).clone();
      for (byte[] frame : frames) {
        for (int i = 0; i < least.length; i++) {
          least[i] = (byte) Math.min(least[i] & 0xff, frame[i] & 0xff);
        }
      }
      return least;
    }

    /** The places that are lit in a frame, several beside each other. */
    private BitSet lit(byte[] frame, byte[] least) {
      BitSet left = new BitSet(frame.length);
      for (int i = 0; i < frame.length; i++) {
        left.set(i, (frame[i] & 0xff) - (least[i] & 0xff) > LIT * CODES);
      }
      BitSet lit = new BitSet(frame.length);
      for (int i = left.nextSetBit(0); i >= 0; i = left.nextSetBit(i + 1)) {
        List<Integer> together = together(i, left);
        if (together.size() >= FEWEST_TOGETHER) {
          together.forEach(lit::set);
        }
      }
      return lit;
    }

    /** Takes all that hang together with one out of those that are left. */
    private List<Integer> together(int first, BitSet left) {
      List<Integer> found = new ArrayList<>(List.of(first));
      left.clear(first);
      for (int k = 0; k < found.size(); k++) {
        int column = found.get(k) % wide;
        for (int dy = -1; dy <= 1; dy++) {
          for (int dx = -1; dx <= 1; dx++) {
            int near = found.get(k) + dy * wide + dx;
            boolean inside = column + dx >= 0 && column + dx < wide && near >= 0;
            if (inside && left.get(near)) {
              left.clear(near);
              found.add(near);
            }
          }
        }
      }
      return found;
    }
  }

  /** Whether more frames would hardly show. */
  public boolean isEnough() {
    return nextAdds < LITTLE;
  }
}
