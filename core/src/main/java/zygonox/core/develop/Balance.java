package zygonox.core.develop;

import java.util.Optional;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;

/** What the channels of a run are multiplied by so that what is to be neutral comes out grey. */
public final class Balance {
  private static final float[] EVEN = {1, 1, 1};

  /** Half side of the square that a neutral place is the mean of. */
  private static final int AROUND = 2;

  private Balance() {}

  /**
   * @param source the frame in which a neutral place or background is looked for
   * @return red, green, blue; green is 1 where a neutral is wanted
   * @throws InvalidInput when the place lies outside the frame or is black
   */
  public static float[] of(Tone tone, LightSource source) throws UnreadableFrame {
    if (tone.balance().isPresent()) {
      return tone.balance().get().gains();
    }
    Optional<Neutral> neutral = tone.neutral();
    if (neutral.isEmpty() || source.layout().channels() == 1) {
      return EVEN;
    }
    float[] light = new float[3];
    if (neutral.get() instanceof Neutral.Place place) {
      mean(source, place, light);
    } else {
      LevelProbe probe = LevelProbe.of(source);
      for (int c = 0; c < 3; c++) {
        light[c] = probe.level(c);
      }
    }
    for (int c = 0; c < 3; c++) {
      light[c] -= (float) tone.black();
      if (light[c] <= 0) {
        throw InvalidInput.about("develop", Phrasebook.say("refused.neutral-is-black"));
      }
    }
    return new float[] {light[1] / light[0], 1, light[1] / light[2]};
  }

  private static void mean(LightSource source, Neutral.Place place, float[] into)
      throws UnreadableFrame {
    PixelLayout layout = source.layout();
    if (place.x() < 0
        || place.y() < 0
        || place.x() >= layout.width()
        || place.y() >= layout.height()) {
      throw InvalidInput.about(
          "develop",
          Phrasebook.say(
              "refused.neutral-outside", place.x(), place.y(), layout.width(), layout.height()));
    }
    int top = Math.max(0, place.y() - AROUND);
    int bottom = Math.min(layout.height() - 1, place.y() + AROUND);
    int left = Math.max(0, place.x() - AROUND);
    int right = Math.min(layout.width() - 1, place.x() + AROUND);
    float[] row = new float[layout.rowSamples()];
    int count = (bottom - top + 1) * (right - left + 1);
    for (int y = top; y <= bottom; y++) {
      source.read(y, 1, row);
      for (int c = 0; c < 3; c++) {
        for (int x = left; x <= right; x++) {
          into[c] += row[c * layout.width() + x] / count;
        }
      }
    }
  }
}
