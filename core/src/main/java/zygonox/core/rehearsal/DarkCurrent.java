package zygonox.core.rehearsal;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import zygonox.core.optics.Body;
import zygonox.core.optics.Orientation;

/**
 * What a sensor counts without any light: a little everywhere, much in its hot pixels, all of it
 * growing with its temperature.
 */
final class DarkCurrent {
  /** Hot pixels, as a share of all. */
  private static final double HOT_SHARE = 1.5e-5;

  /** Electrons a second that a pixel gathers at 20 degrees [typical]. */
  private static final double AT_TWENTY = 0.04;

  private static final double TWENTY = 20;

  /** It doubles with so many degrees (R. Widenhorn et al., Proc. SPIE 4669, 193, 2002: 5 to 8). */
  private static final double DOUBLED_BY = 6;

  /** Hot pixels are drawn for this temperature. */
  private static final double HOT_DRAWN_AT = 10;

  private final Body body;
  private final double celsius;
  private final List<HotPixel> hot;
  private final double everywhere;

  /**
   * A pixel that glows of itself.
   *
   * @param channel 0 red, 1 green, 2 blue
   * @param electronsPerSecond how fast it fills
   */
  record HotPixel(int x, int y, int channel, double electronsPerSecond) {}

  /**
   * @param celsius the sensor's temperature
   */
  DarkCurrent(Body body, double celsius, long seed) {
    this.body = body;
    this.celsius = celsius;
    this.everywhere = AT_TWENTY * Math.pow(2, (celsius - TWENTY) / DOUBLED_BY);
    double warmer = Math.pow(2, (celsius - HOT_DRAWN_AT) / DOUBLED_BY);
    Random random = new Random(seed);
    int count = (int) Math.ceil((double) body.pixelsWide() * body.pixelsHigh() * HOT_SHARE);
    this.hot =
        IntStream.range(0, count)
            .mapToObj(
                i ->
                    new HotPixel(
                        random.nextInt(body.pixelsWide()),
                        random.nextInt(body.pixelsHigh()),
                        random.nextInt(3),
                        warmer * (20 + 400 * random.nextDouble() * random.nextDouble())))
            .toList();
  }

  /** The sensor's temperature. */
  double celsius() {
    return celsius;
  }

  /** Electrons a second in every pixel. */
  double electronsPerSecond() {
    return everywhere;
  }

  /**
   * The glow of the amplifier beside the sensor's lower right corner, as a multiple of what all
   * pixels gather.
   *
   * @param x the corner's column
   * @param y the corner's row
   * @param reach how far it falls to a third, pixels
   */
  record Amplifier(int x, int y, double reach) {
    /** How many times as strong as elsewhere, in the corner [typical]. */
    static final double MOST = 12;

    /** Its share that a column has: times the row's, how many times as strong as elsewhere. */
    float ofColumn(int column) {
      return (float) (MOST * Math.exp(-Math.abs(column - x) / reach));
    }

    float ofRow(int row) {
      return (float) Math.exp(-Math.abs(row - y) / reach);
    }
  }

  Amplifier amplifier(Orientation orientation) {
    int far = body.pixelsWide() - 1;
    int low = body.pixelsHigh() - 1;
    double reach = body.pixelsWide() / 18.0;
    return orientation == Orientation.LANDSCAPE
        ? new Amplifier(far, low, reach)
        : new Amplifier(low, 0, reach);
  }

  /** Where its hot pixels come to lie in a frame, the camera held one way or the other. */
  List<HotPixel> hotPixels(Orientation orientation) {
    return orientation == Orientation.LANDSCAPE
        ? hot
        : hot.stream()
            .map(
                h ->
                    new HotPixel(h.y, body.pixelsWide() - 1 - h.x, h.channel, h.electronsPerSecond))
            .toList();
  }
}
