package zygonox.core.recipe;

import java.util.Locale;
import zygonox.core.combine.CoverageMap.Area;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.WorkFailed;

/**
 * To which area a result is trimmed.
 *
 * @param share of the frames that has to cover it, 0 (no trimming) to 1 (all of them)
 */
public record Crop(double share) {
  /** As large as the reference. */
  public static final Crop NONE = new Crop(0);

  /** What every frame covers. */
  public static final Crop COMMON = new Crop(1);

  /** A smaller picture is none. */
  private static final int LEAST_SIDE = 16;

  public Crop {
    InvalidInput.check("crop", "value.share-that-covers", share, 0, 1);
  }

  /** Reads {@code none}, {@code common} or a share such as {@code 0.8}. */
  public static Crop parse(String text) {
    switch (text.strip().toLowerCase(Locale.ROOT)) {
      case "none":
        return NONE;
      case "common":
        return COMMON;
      default:
        break;
    }
    try {
      return new Crop(Notation.NUMBER.parse(text));
    } catch (InvalidInput e) {
      throw InvalidInput.about("crop", Phrasebook.say("refused.crop", text.strip()));
    }
  }

  /**
   * An area that is a picture still.
   *
   * @throws WorkFailed when next to nothing is left
   */
  Area checked(Area area) {
    if (area.width() < LEAST_SIDE || area.height() < LEAST_SIDE) {
      throw new WorkFailed(Phrasebook.say("refused.nothing-in-common", term()));
    }
    return area;
  }

  /** As it is typed. */
  public String term() {
    return share == 0 ? "none" : share == 1 ? "common" : Notation.text(share);
  }
}
