package zygonox.core.measure;

import java.util.List;
import java.util.Optional;
import zygonox.core.stars.OrderStatistic;

/**
 * What a frame has and its neighbours do not, in units of its noise. Where the scene has edges, or
 * moves by itself as water does, more is needed to stand out.
 */
final class Residual {
  /** What two neighbours differ by so much is in one of them alone. */
  private static final float TRANSIENT_SIGMA = 4;

  /** A star stands out by more than this, in sigma. */
  private static final float STAR_SIGMA = 2;

  /** Every so many places tell how much noise there is. */
  private static final int SAMPLED = 31;

  /** By so much, in small pixels, the scene may lie elsewhere or be more blurred than usual. */
  private static final float LOOSE = 0.5f;

  /** Mean size of normal noise, sqrt(2 / pi). */
  private static final float MEAN_SIZE = 0.798f;

  /** By so much of it a place's surroundings may be more lively than noise. */
  private static final float LIVELY = 1.3f;

  /** A place counts no more than this among its surroundings, in sigma. */
  private static final float CLIP_SIGMA = 3;

  private Residual() {}

  /**
   * @param neighbours the frames before and after, of the same scene and settings: one or two
   * @param stars the light of stars that is known to be no line, row by row, if it is known
   * @return row by row, as the small frame's
   */
  static float[][] of(SmallFrame frame, List<SmallFrame> neighbours, Optional<float[][]> stars) {
    float[][] expected = expected(frame, neighbours.stream().map(n -> levelled(n, frame)).toList());
    float[][] residual = new float[expected.length][expected[0].length];
    for (int y = 0; y < residual.length; y++) {
      subtract(frame.rows()[y], expected[y], residual[y]);
    }
    subtractSlow(residual);
    overSlopes(residual, expected);
    overSurroundings(residual);
    stars.ifPresent(light -> takeStars(frame.rows(), expected, light, residual));
    return residual;
  }

  /**
   * A neighbour made as bright as the frame all around: sky and ground brighten together under
   * cloud, and their edges must not look like lines.
   */
  private static float[][] levelled(SmallFrame neighbour, SmallFrame frame) {
    float[][] levelled = new float[frame.height()][frame.width()];
    for (int y = 0; y < levelled.length; y++) {
      level(neighbour.rows()[y], neighbour.around()[y], frame.around()[y], levelled[y]);
    }
    return levelled;
  }

  private static void level(float[] values, float[] own, float[] wanted, float[] into) {
    for (int x = 0; x < into.length; x++) {
      float ratio = wanted[x] / Math.max(1e-6f, own[x]);
      into[x] = values[x] * Math.max(0.2f, Math.min(5, ratio));
    }
  }

  /** The mean of the neighbours; where they differ, the one that is more like the frame. */
  private static float[][] expected(SmallFrame frame, List<float[][]> neighbours) {
    float[][] first = neighbours.get(0);
    if (neighbours.size() == 1) {
      return first;
    }
    float[][] second = neighbours.get(1);
    float most = TRANSIENT_SIGMA * sigma((x, y) -> first[y][x] - second[y][x], first);
    float[][] expected = new float[first.length][first[0].length];
    for (int y = 0; y < expected.length; y++) {
      expect(first[y], second[y], frame.rows()[y], most, expected[y]);
    }
    return expected;
  }

  private static void expect(
      float[] first, float[] second, float[] frame, float most, float[] into) {
    for (int x = 0; x < into.length; x++) {
      float mean = (first[x] + second[x]) / 2;
      if (Math.abs(first[x] - second[x]) > most) {
        mean = (frame[x] < mean) == (first[x] < second[x]) ? first[x] : second[x];
      }
      into[x] = mean;
    }
  }

  /**
   * What stars account for is taken out of a residual. Only now: what noise there is, and how
   * lively the surroundings are, is told with them.
   */
  private static void takeStars(
      float[][] frame, float[][] expected, float[][] stars, float[][] residual) {
    float least = STAR_SIGMA * sigma((x, y) -> frame[y][x] - expected[y][x], frame);
    for (int y = 0; y < residual.length; y++) {
      takeStars(frame[y], expected[y], stars[y], least, residual[y]);
    }
  }

  private static void takeStars(
      float[] frame, float[] expected, float[] stars, float least, float[] residual) {
    for (int x = 0; x < residual.length; x++) {
      float star = stars[x] - expected[x];
      if (star > least) {
        float all = frame[x] - expected[x];
        residual[x] *= Math.max(0, all - star) / Math.max(least, all);
      }
    }
  }

  private static void subtract(float[] from, float[] what, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = from[x] - what[x];
    }
  }

  /** A value at a place. */
  private interface At {
    float value(int x, int y);
  }

  /** Robust noise of values that lie about 0, from some of the places of a picture. */
  private static float sigma(At values, float[][] shape) {
    int width = shape[0].length;
    int places = shape.length * width;
    float[] sample = new float[(places + SAMPLED - 1) / SAMPLED];
    for (int k = 0; k < sample.length; k++) {
      int i = k * SAMPLED;
      sample[k] = Math.abs(values.value(i % width, i / width));
    }
    // Half of a normal distribution lies within 0.6745 sigma.
    float sigma = OrderStatistic.select(sample, sample.length, sample.length / 2) / 0.6745f;
    return Math.max(1e-9f, sigma);
  }

  /** Less what changes slowly; a bright line must not make its surroundings dark. */
  private static void subtractSlow(float[][] residual) {
    float most = CLIP_SIGMA * sigma((x, y) -> residual[y][x], residual);
    float[][] held = new float[residual.length][residual[0].length];
    for (int y = 0; y < held.length; y++) {
      hold(residual[y], most, held[y]);
    }
    float[][] slow = Surround.of(held);
    for (int y = 0; y < held.length; y++) {
      subtract(residual[y], slow[y], residual[y]);
    }
  }

  private static void hold(float[] residual, float most, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = Math.max(-most, Math.min(most, residual[x]));
    }
  }

  /** In units of the noise and of what a small shift of the scene would make. */
  private static void overSlopes(float[][] residual, float[][] expected) {
    float sigma = sigma((x, y) -> residual[y][x], residual);
    int last = residual.length - 1;
    float[] right = new float[residual[0].length];
    float[] left = new float[right.length];
    for (int y = 0; y <= last; y++) {
      float[] row = expected[y];
      System.arraycopy(row, 1, right, 0, row.length - 1);
      System.arraycopy(row, 0, left, 1, row.length - 1);
      right[row.length - 1] = row[row.length - 1];
      left[0] = row[0];
      float[] above = expected[Math.max(0, y - 1)];
      float[] below = expected[Math.min(last, y + 1)];
      overSlopes(residual[y], left, right, above, below, sigma);
    }
  }

  private static void overSlopes(
      float[] residual, float[] left, float[] right, float[] above, float[] below, float sigma) {
    for (int x = 0; x < residual.length; x++) {
      float slope = Math.abs(right[x] - left[x]) + Math.abs(below[x] - above[x]);
      residual[x] /= sigma + 0.5f * LOOSE * slope;
    }
  }

  /** In units of the noise again, and of how lively the surroundings are. */
  private static void overSurroundings(float[][] residual) {
    float sigma = sigma((x, y) -> residual[y][x], residual);
    float[][] sizes = new float[residual.length][residual[0].length];
    for (int y = 0; y < sizes.length; y++) {
      sizes(residual[y], 1 / sigma, sizes[y]);
    }
    float[][] lively = Surround.of(sizes);
    for (int y = 0; y < sizes.length; y++) {
      over(residual[y], 1 / sigma, lively[y]);
    }
  }

  private static void sizes(float[] residual, float factor, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = Math.min(CLIP_SIGMA, factor * Math.abs(residual[x]));
    }
  }

  private static void over(float[] residual, float factor, float[] lively) {
    for (int x = 0; x < residual.length; x++) {
      residual[x] *= factor / Math.max(1, lively[x] * (1 / (LIVELY * MEAN_SIZE)));
    }
  }
}
