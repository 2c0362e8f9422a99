package zygonox.core.develop;

import java.nio.file.Path;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * What is done to the light of one frame alone, before it is blended with the others: a stroke of
 * the torch made weaker, a lamp made cooler.
 *
 * @param stops by how much it is brighter, -10 to 10
 * @param kelvin the light it is balanced for, 2000 to 25000; higher makes it warmer
 */
public record OwnLight(double stops, double kelvin) {
  /** As it is. */
  public static final OwnLight NONE = new OwnLight(0, WhiteBalance.NEUTRAL_KELVIN);

  public OwnLight {
    InvalidInput.check("own-light", "value.own-stops", stops, -10, 10);
    InvalidInput.check("own-light", "value.develop-temperature", kelvin, 2000, 25_000);
  }

  /** A frame and what is done to its light. */
  public record Of(Path frame, OwnLight light) {}

  /**
   * Reads {@code FRAME=STOPS} or {@code FRAME=STOPS,KELVIN}.
   *
   * @throws InvalidInput naming what would be right
   */
  public static Of parse(String typed) {
    int equals = typed.lastIndexOf('=');
    String[] numbers = typed.substring(equals + 1).split(",", -1);
    if (equals > 0 && numbers.length <= 2) {
      try {
        double stops = Double.parseDouble(numbers[0].strip());
        double kelvin =
            numbers.length < 2
                ? WhiteBalance.NEUTRAL_KELVIN
                : Double.parseDouble(numbers[1].strip());
        return new Of(Path.of(typed.substring(0, equals)), new OwnLight(stops, kelvin));
      } catch (NumberFormatException e) {
        // What would be right is said below.
        throw wrong(typed);
      }
    }
    throw wrong(typed);
  }

  private static InvalidInput wrong(String typed) {
    return InvalidInput.about("own-light", Phrasebook.say("refused.is-no-own-light", typed));
  }

  public boolean isNone() {
    return equals(NONE);
  }

  /** What red, green and blue are multiplied by. */
  public float[] gains() {
    float[] warm = new WhiteBalance(kelvin, 0).gains();
    float exposure = (float) Math.pow(2, stops);
    return new float[] {exposure * warm[0], exposure * warm[1], exposure * warm[2]};
  }
}
