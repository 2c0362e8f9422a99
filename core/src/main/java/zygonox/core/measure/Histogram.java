package zygonox.core.measure;

import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.Raster;

/**
 * How often each brightness occurs in a frame, as cameras show it: over the encoded scale.
 *
 * @param shares of all samples, one for each step from black to white; they sum to 1
 */
public record Histogram(double[] shares) {
  private static final int MOST_STEPS = 65_536;

  /**
   * Counts the green samples, or those of the only channel.
   *
   * @param steps 2 to 65,536
   */
  public static Histogram of(Raster frame, int steps) {
    InvalidInput.check("value.count-of-steps", steps, 2, MOST_STEPS);
    var layout = frame.layout();
    int channel = layout.channels() > 1 ? 1 : 0;
    double perValue = (double) steps / (layout.white() + 1.0);
    long[] counts = new long[steps];
    for (int y = 0; y < layout.height(); y++) {
      for (int x = 0; x < layout.width(); x++) {
        counts[(int) (frame.at(x, y, channel) * perValue)]++;
      }
    }
    double all = (double) layout.width() * layout.height();
    double[] shares = new double[steps];
    for (int i = 0; i < steps; i++) {
      shares[i] = counts[i] / all;
    }
    return new Histogram(shares);
  }

  /** Where the highest step lies, 0 (black) to 1 (white): its middle. */
  public double peak() {
    int best = 0;
    for (int i = 1; i < shares.length; i++) {
      best = shares[i] > shares[best] ? i : best;
    }
    return (best + 0.5) / shares.length;
  }

  /** Share of all samples at the highest step: what is clipped. */
  public double clipped() {
    return shares[shares.length - 1];
  }
}
