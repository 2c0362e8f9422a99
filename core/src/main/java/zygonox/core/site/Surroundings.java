package zygonox.core.site;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/** What stands along the skyline of a site when a night there is rehearsed. */
public enum Surroundings {
  OPEN,
  /** Ragged trees, in stands with gaps between. */
  TREES,
  /** Houses with lamps. */
  VILLAGE,
  /** Fog in the valley. */
  FOG;

  /** As it is stored. */
  public String key() {
    return name().toLowerCase(Locale.ROOT);
  }

  /**
   * @param key as stored; empty for open ground
   * @throws InvalidInput when it is not known
   */
  public static Surroundings named(String key) {
    if (key.isBlank()) {
      return OPEN;
    }
    return Arrays.stream(values())
        .filter(s -> s.key().equalsIgnoreCase(key.strip()))
        .findFirst()
        .orElseThrow(
            () ->
                new InvalidInput(
                    Phrasebook.say(
                        "refused.surroundings-not-known",
                        key.strip(),
                        Arrays.stream(values())
                            .map(Surroundings::key)
                            .collect(Collectors.joining(", ")))));
  }
}
