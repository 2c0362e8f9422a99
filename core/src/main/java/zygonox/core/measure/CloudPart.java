package zygonox.core.measure;

import com.fasterxml.jackson.annotation.JsonIgnore;
import java.util.BitSet;
import java.util.List;

/**
 * The part of a scene over which lit cloud has drifted: the brightest of all frames shows there the
 * brightest moment of each place, which makes it streaky.
 *
 * @param side of a square of the picture, in pixels
 * @param across squares in a row
 * @param down rows of squares
 * @param squares those that belong to it, counted row by row, in their order
 */
public record CloudPart(int side, int across, int down, List<Integer> squares) {
  public CloudPart {
    squares = List.copyOf(squares);
  }

  /** How much of the picture it is, 0 to 1. */
  @JsonIgnore
  public double share() {
    return (double) squares.size() / (across * down);
  }

  /** Whether more than half of what brightens lies in it. */
  boolean holds(Brightening light) {
    int inside = 0;
    int all = 0;
    for (int y = light.top() / side; y <= light.bottom() / side && y < down; y++) {
      for (int x = light.left() / side; x <= light.right() / side && x < across; x++) {
        all++;
        inside += squares.contains(y * across + x) ? 1 : 0;
      }
    }
    return 2 * inside > all;
  }

  /** Whether more than half of a line lies in it. */
  boolean holds(Streak line) {
    int inside = 0;
    int asked = 16;
    for (int k = 0; k <= asked; k++) {
      int x = (int) Math.floor(line.x((double) k / asked) / side);
      int y = (int) Math.floor(line.y((double) k / asked) / side);
      boolean within = x >= 0 && y >= 0 && x < across && y < down;
      inside += within && squares.contains(y * across + x) ? 1 : 0;
    }
    return 2 * inside > asked;
  }

  /** Its pixels in a picture of a size, row by row; the last squares reach to the edges. */
  public BitSet pixels(int width, int height) {
    BitSet own = new BitSet();
    squares.forEach(own::set);
    BitSet pixels = new BitSet(width * height);
    for (int y = 0; y < height; y++) {
      int row = Math.min(down - 1, y / side) * across;
      for (int x = 0; x < width; x++) {
        if (own.get(row + Math.min(across - 1, x / side))) {
          pixels.set(y * width + x);
        }
      }
    }
    return pixels;
  }
}
