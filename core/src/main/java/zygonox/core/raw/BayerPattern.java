package zygonox.core.raw;

import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * Which colour each pixel of a mosaic sees, in a square of two by two that repeats.
 *
 * @param topLeft 0 red, 1 green, 2 blue
 * @param topRight the same
 * @param bottomLeft the same
 * @param bottomRight the same
 */
public record BayerPattern(int topLeft, int topRight, int bottomLeft, int bottomRight) {
  public static final BayerPattern RGGB = new BayerPattern(0, 1, 1, 2);

  public BayerPattern {
    boolean greenAcross = topLeft == 1 && bottomRight == 1 && topRight + bottomLeft == 2;
    boolean greenDown = topRight == 1 && bottomLeft == 1 && topLeft + bottomRight == 2;
    boolean coloured = topRight != bottomLeft || topLeft != bottomRight;
    if (!(greenAcross || greenDown) || !coloured) {
      throw new InvalidInput(
          Phrasebook.say(
              "refused.a-mosaic-of-is-none", topLeft, topRight, bottomLeft, bottomRight));
    }
  }

  /** The colour at a pixel. */
  public int at(int x, int y) {
    return (y & 1) == 0
        ? (x & 1) == 0 ? topLeft : topRight
        : (x & 1) == 0 ? bottomLeft : bottomRight;
  }

  /** The pattern of a picture from which columns and rows were cut at the left and the top. */
  public BayerPattern shifted(int columns, int rows) {
    return new BayerPattern(
        at(columns, rows), at(columns + 1, rows), at(columns, rows + 1), at(columns + 1, rows + 1));
  }
}
