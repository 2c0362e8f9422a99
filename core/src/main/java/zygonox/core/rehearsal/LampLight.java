package zygonox.core.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import zygonox.core.optics.Projection;
import zygonox.core.sky.Vector;

/**
 * A lamp that shines into the lens, and what its glass mirrors of it: discs on the line through the
 * lamp and the middle of the frame, the strongest straight across from it.
 *
 * @param x the lamp's column
 * @param y its row
 * @param middleX column of the frame's middle
 * @param middleY its row
 * @param electrons that it gives the green channel in all
 * @param scale pixels that a disc of a hundredth of the frame's width has for its radius
 */
record LampLight(
    double x, double y, double middleX, double middleY, double electrons, double scale) {
  /**
   * A mirrored disc.
   *
   * @param across where it is, as a multiple of the lamp's way from the middle
   * @param radius in hundredths of the frame's width
   * @param share of the lamp's light
   */
  private record Ghost(double across, double radius, double share, float[] colour) {}

  /**
   * The sensor gives back some 4 % and a plain filter 1 % of that, nearly in focus; what two coated
   * surfaces give is less and wider. Common practice, no source.
   */
  private static final Ghost[] GHOSTS = {
    new Ghost(-1, 1.2, 4e-4, new float[] {0.8f, 1, 0.9f}),
    new Ghost(-0.55, 2.6, 2e-4, new float[] {0.7f, 0.9f, 1.3f}),
    new Ghost(0.42, 1.7, 1e-4, new float[] {1.2f, 0.8f, 1}),
  };

  /** Warm, as most lamps are. */
  private static final float[] COLOUR = {1.25f, 1, 0.65f};

  /** Its glow falls with the square of the distance, from here on, in hundredths of the width. */
  private static final double CORE = 0.12;

  private static final double GLOW_REACH = 14;

  private static final double LEAST_ELECTRONS = 0.3;

  /** Share of the light that is scattered about the lamp. */
  private static final double SCATTERED = 0.1;

  /** Empty where it is not in the frame. */
  static Optional<LampLight> of(
      Happening.Lamp lamp,
      Exposure exposure,
      Projection projection,
      double zeroPoint,
      int width,
      int height) {
    Vector towards = Vector.of(lamp.at());
    if (!projection.sees(towards)) {
      return Optional.empty();
    }
    double x = projection.x(towards);
    double y = projection.y(towards);
    if (x < 0 || y < 0 || x >= width || y >= height) {
      return Optional.empty();
    }
    Instant from = lamp.from().isAfter(exposure.opensAt()) ? lamp.from() : exposure.opensAt();
    Instant to = lamp.to().isBefore(exposure.closesAt()) ? lamp.to() : exposure.closesAt();
    double seconds = Duration.between(from, to).toNanos() / 1e9;
    return Optional.of(
        new LampLight(
            x,
            y,
            (width - 1) / 2.0,
            (height - 1) / 2.0,
            zeroPoint * seconds * Math.pow(10, -0.4 * lamp.magnitude()),
            width / 100.0));
  }

  /** How far the lamp is from the middle of the frame, and so its strongest mirror image. */
  double fromMiddle() {
    return Math.hypot(x - middleX, y - middleY);
  }

  /** Column of the strongest mirror image. */
  double mirroredX() {
    return 2 * middleX - x;
  }

  /** Its row. */
  double mirroredY() {
    return 2 * middleY - y;
  }

  /**
   * Adds its light to a strip.
   *
   * @param light electrons, three a pixel, of the strip's rows
   */
  void into(float[] light, int firstRow, int rows, int width) {
    glow(light, firstRow, rows, width);
    for (Ghost ghost : GHOSTS) {
      double radius = ghost.radius * scale;
      double each = electrons * ghost.share / (Math.PI * radius * radius);
      if (each < LEAST_ELECTRONS) {
        continue;
      }
      double cx = middleX + ghost.across * (x - middleX);
      double cy = middleY + ghost.across * (y - middleY);
      disc(light, firstRow, rows, width, new Disc(cx, cy, radius, each, ghost.colour));
    }
  }

  private record Disc(double x, double y, double radius, double each, float[] colour) {}

  private static void disc(float[] light, int firstRow, int rows, int width, Disc disc) {
    int top = (int) Math.max(firstRow, Math.floor(disc.y - disc.radius - 1));
    int bottom = (int) Math.min(firstRow + rows - 1, Math.ceil(disc.y + disc.radius + 1));
    int left = (int) Math.max(0, Math.floor(disc.x - disc.radius - 1));
    int right = (int) Math.min(width - 1, Math.ceil(disc.x + disc.radius + 1));
    for (int row = top; row <= bottom; row++) {
      for (int column = left; column <= right; column++) {
        double across = column - disc.x;
        double down = row - disc.y;
        double inside = disc.radius - Math.sqrt(across * across + down * down) + 0.5;
        double share = Math.max(0, Math.min(1, inside / Math.max(1, 0.15 * disc.radius)));
        add(light, 3 * ((row - firstRow) * width + column), disc.each * share, disc.colour);
      }
    }
  }

  private void glow(float[] light, int firstRow, int rows, int width) {
    double core = CORE * scale;
    // The lamp itself is a Gaussian, what is scattered falls to nothing at its reach.
    double peak = electrons / (2 * Math.PI * core * core);
    double around = SCATTERED * electrons / (2 * Math.PI * Math.log(GLOW_REACH / CORE));
    // Of a faint lamp what is far from it does not count.
    double reach =
        Math.min(GLOW_REACH * scale, Math.max(5 * core, Math.sqrt(around / LEAST_ELECTRONS)));
    int top = (int) Math.max(firstRow, Math.floor(y - reach));
    int bottom = (int) Math.min(firstRow + rows - 1, Math.ceil(y + reach));
    int left = (int) Math.max(0, Math.floor(x - reach));
    int right = (int) Math.min(width - 1, Math.ceil(x + reach));
    for (int row = top; row <= bottom; row++) {
      for (int column = left; column <= right; column++) {
        double square = (column - x) * (column - x) + (row - y) * (row - y);
        double fade = Math.max(0, 1 - square / (reach * reach));
        double given =
            peak * Math.exp(-square / (2 * core * core))
                + around * fade * fade / (square + core * core);
        add(light, 3 * ((row - firstRow) * width + column), given, COLOUR);
      }
    }
  }

  private static void add(float[] light, int at, double electrons, float[] colour) {
    for (int c = 0; c < 3; c++) {
      light[at + c] += (float) (electrons * colour[c]);
    }
  }
}
