package zygonox.core.measure;

import java.util.ArrayList;
import java.util.List;

/** How bright squares of the scene are in each frame of a run. */
final class TileCourse {
  /** Side of a square, in small pixels. */
  private static final int TILE = 12;

  /** The same in pixels of the frame. */
  static final int SIDE = TILE * SmallFrame.BIN;

  private final List<float[]> frames = new ArrayList<>();
  private int across;
  private int down;

  /**
   * Takes the next frame of the run.
   *
   * @param small row by row, as a small frame's
   */
  void add(float[][] small) {
    across = small[0].length / TILE;
    down = small.length / TILE;
    float[] means = new float[across * down];
    for (int ty = 0; ty < down; ty++) {
      for (int tx = 0; tx < across; tx++) {
        means[ty * across + tx] = mean(small, tx, ty);
      }
    }
    frames.add(means);
  }

  private static float mean(float[][] small, int tileX, int tileY) {
    float sum = 0;
    for (int y = tileY * TILE; y < (tileY + 1) * TILE; y++) {
      float[] row = small[y];
      for (int x = tileX * TILE; x < (tileX + 1) * TILE; x++) {
        sum += row[x];
      }
    }
    return sum / (TILE * TILE);
  }

  /** How many frames there are. */
  int frames() {
    return frames.size();
  }

  /** Whole squares in a row. */
  int across() {
    return across;
  }

  /** Rows of whole squares. */
  int down() {
    return down;
  }

  /** The mean of a square in a frame, as a share of white; squares are counted row by row. */
  float at(int frame, int tile) {
    return frames.get(frame)[tile];
  }
}
