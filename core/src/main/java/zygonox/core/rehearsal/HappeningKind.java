package zygonox.core.rehearsal;

import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/** What can go wrong, or by, in a rehearsed night. */
public enum HappeningKind {
  CLOUD,
  /** A line broken by its flashing lamps. */
  AEROPLANE,
  /** A plain line. */
  SATELLITE,
  METEOR,
  BUMP,
  DEW,
  TORCH,
  /** Passing on the road along the far shore. */
  CARS,
  /** Gusts that shake the lens. */
  WIND,
  /** The lens was never focused. */
  FOCUS,
  /** Ripples on the reservoir, which is a mirror else. */
  RIPPLES,
  /** It dies early. */
  BATTERY,
  /** It is full early. */
  CARD,
  /** The timer was told the time from start to start where it asks for the closed time. */
  TIMER,
  /** Somebody goes along with a lamp and lights one part after the other, one in a frame. */
  PAINTER,
  /** Somebody with a lamp on the head goes along the bank. */
  WALKER,
  /** The camera is held in the hand. */
  HANDS,
  /** A lamp on the far shore shines into the lens, which mirrors it. */
  FLARE,
  /** Grains of dust on the sensor. */
  DUST,
  /** Somebody rides a bicycle along the bank. */
  RIDER,
  /** The tripod is tapped between frames, for a picture of finer detail. */
  TAPS;

  /** As it is typed. */
  public String key() {
    return name().toLowerCase(Locale.ROOT);
  }

  /**
   * Reads names with commas between.
   *
   * @throws InvalidInput when one is not known
   */
  public static Set<HappeningKind> parse(Collection<String> names) {
    Set<HappeningKind> kinds = EnumSet.noneOf(HappeningKind.class);
    for (String name : names) {
      kinds.add(
          Arrays.stream(values())
              .filter(k -> k.key().equalsIgnoreCase(name.strip()))
              .findFirst()
              .orElseThrow(
                  () ->
                      new InvalidInput(
                          Phrasebook.say(
                              "refused.cannot-happen-here-choose-from",
                              name.strip(),
                              Arrays.stream(values())
                                  .map(HappeningKind::key)
                                  .collect(Collectors.joining(", "))))));
    }
    return kinds;
  }
}
