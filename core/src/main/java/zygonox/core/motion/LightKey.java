package zygonox.core.motion;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zygonox.core.frame.Frame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * A frame at which a person bends the course of the light.
 *
 * @param frame the name of its file
 * @param stops by how much it is to be brighter than it would be, -6 to 6
 */
public record LightKey(String frame, double stops) {
  private static final Pattern TERM = Pattern.compile("(.+)=([-+]?[0-9.]+)");

  public LightKey {
    InvalidInput.check("bend", "value.bend", stops, -6, 6);
  }

  /**
   * Reads {@code NAME=STOPS}.
   *
   * @throws InvalidInput when it is not so, or out of range
   */
  public static LightKey parse(String text) {
    Matcher matcher = TERM.matcher(text.strip());
    if (!matcher.matches()) {
      throw InvalidInput.about("bend", Phrasebook.say("refused.bend", text));
    }
    try {
      return new LightKey(matcher.group(1), Double.parseDouble(matcher.group(2)));
    } catch (NumberFormatException e) {
      throw InvalidInput.about("bend", Phrasebook.say("refused.bend", text));
    }
  }

  private record Placed(int index, double stops) {}

  /**
   * By how much each frame is to be brighter: as much as the first key before the first, as the
   * last one after it, and a soft line between two.
   *
   * @return stops; none where there are no keys, or none of their frames is there
   */
  public static double[] over(List<Frame> frames, List<LightKey> keys) {
    double[] bent = new double[frames.size()];
    List<Placed> placed = placed(frames, keys);
    for (int i = 0; i < bent.length && !placed.isEmpty(); i++) {
      int next = 0;
      while (next < placed.size() && placed.get(next).index < i) {
        next++;
      }
      if (next == 0) {
        bent[i] = placed.get(0).stops;
      } else if (next == placed.size()) {
        bent[i] = placed.get(next - 1).stops;
      } else {
        Placed a = placed.get(next - 1);
        Placed b = placed.get(next);
        double t = (double) (i - a.index) / (b.index - a.index);
        bent[i] = a.stops + (b.stops - a.stops) * t * t * (3 - 2 * t);
      }
    }
    return bent;
  }

  private static List<Placed> placed(List<Frame> frames, List<LightKey> keys) {
    List<Placed> placed = new ArrayList<>();
    for (LightKey key : keys) {
      Optional<Integer> index = Optional.empty();
      for (int i = 0; i < frames.size() && index.isEmpty(); i++) {
        boolean here = String.valueOf(frames.get(i).file().getFileName()).equals(key.frame);
        index = here ? Optional.of(i) : Optional.empty();
      }
      index.ifPresent(i -> placed.add(new Placed(i, key.stops)));
    }
    placed.sort(Comparator.comparingInt(Placed::index));
    return placed;
  }
}
