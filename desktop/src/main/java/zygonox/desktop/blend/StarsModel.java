package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;
import zygonox.core.align.Alignment;
import zygonox.core.align.Miss;
import zygonox.core.align.StarAligner;
import zygonox.core.recipe.BlendResult;
import zygonox.core.words.Words;

/**
 * How frames lie on each other's stars.
 *
 * @param result of a blend whose frames were aligned
 */
record StarsModel(BlendResult result) {
  /** How many times as far off stars would lie without a bending before it is told of. */
  private static final double BENDS_VISIBLY = 1.1;

  /**
   * A frame as a reference.
   *
   * @param alignment how it lies on the present one
   * @param rank counting from 1 for the best
   * @param reason why it stands there
   */
  record Candidate(Alignment alignment, int rank, String reason) {
    Path file() {
      return alignment.file();
    }
  }

  /** All frames that took part, the best reference first. */
  List<Candidate> candidates() {
    List<Alignment> all = result.alignment();
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      order.add(i);
    }
    order.sort(
        Comparator.comparingDouble(
                (Integer i) -> StarAligner.worth(all.get(i).stars(), i, all.size()))
            .reversed());
    List<Candidate> ranked = new ArrayList<>();
    for (int index : order) {
      double off = all.size() < 2 ? 0 : Math.abs(2.0 * index / (all.size() - 1) - 1);
      String where =
          Words.say(off < 0.34 ? "stars.middle" : off < 0.75 ? "stars.between" : "stars.end");
      Alignment one = all.get(index);
      ranked.add(
          new Candidate(one, ranked.size() + 1, Words.say("stars.reason", one.stars(), where)));
    }
    return ranked;
  }

  boolean isReference(Path file) {
    return result.reference().filter(file::equals).isPresent();
  }

  /** How well they lie, what the bending does for it, and how far the sky went. */
  String sentence() {
    Alignment worst = worst();
    double mean = mean(Alignment::residualPixels);
    double straight = mean(Alignment::rmsPixels);
    List<String> said = new ArrayList<>();
    said.add(Words.say("stars.lie", mean, worst.residualPixels(), worst.file().getFileName()));
    if (straight > BENDS_VISIBLY * mean) {
      said.add(Words.say("stars.bent", straight));
    }
    said.add(Words.say("stars.drift", drift()));
    return String.join(" ", said);
  }

  private Alignment worst() {
    return result.alignment().stream()
        .max(Comparator.comparingDouble(Alignment::residualPixels))
        .orElseThrow();
  }

  private double mean(ToDoubleFunction<Alignment> pixels) {
    double squares =
        result.alignment().stream()
            .filter(a -> !isReference(a.file()))
            .mapToDouble(pixels)
            .map(p -> p * p)
            .average()
            .orElse(0);
    return Math.sqrt(squares);
  }

  /** How far the middle of the picture went from the first frame to the last, in pixels. */
  private double drift() {
    double[] first = middle(result.alignment().get(0));
    double[] last = middle(result.alignment().get(result.alignment().size() - 1));
    return Math.hypot(last[0] - first[0], last[1] - first[1]);
  }

  /** Where a frame's middle lies on the reference. */
  double[] middle(Alignment one) {
    double x = result.width() / 2.0;
    double y = result.height() / 2.0;
    return new double[] {one.matrix().x(x, y) - x, one.matrix().y(x, y) - y};
  }

  /**
   * How far the stars of all frames lie off on average, part by part: what is left over of lens and
   * air shows here, and the noise of single stars does not.
   *
   * @param columns parts across the picture
   */
  List<Miss> means(int columns) {
    int rows = Math.max(1, columns * result.height() / result.width());
    double[][] sums = new double[columns * rows][3];
    for (Alignment one : result.alignment()) {
      for (Miss miss : one.misses()) {
        int column = (int) Math.min(columns - 1, columns * miss.x() / result.width());
        int row = (int) Math.min(rows - 1, rows * miss.y() / result.height());
        double[] sum = sums[Math.max(0, row) * columns + Math.max(0, column)];
        sum[0] += miss.dx();
        sum[1] += miss.dy();
        sum[2]++;
      }
    }
    List<Miss> means = new ArrayList<>();
    for (int i = 0; i < sums.length; i++) {
      if (sums[i][2] > 0) {
        double x = (i % columns + 0.5) * result.width() / columns;
        double y = (i / columns + 0.5) * result.height() / rows;
        means.add(new Miss(x, y, sums[i][0] / sums[i][2], sums[i][1] / sums[i][2]));
      }
    }
    return means;
  }
}
