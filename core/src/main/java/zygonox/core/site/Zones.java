package zygonox.core.site;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/** Time zones as people type them. */
public final class Zones {
  private Zones() {}

  /**
   * Reads a zone's name, whatever its case, or the city in it: {@code Europe/London}, {@code
   * london}.
   *
   * @throws InvalidInput when none or more than one is meant
   */
  public static ZoneId parse(String text) {
    String wanted = text.strip().replace(' ', '_').toLowerCase(Locale.ROOT);
    List<String> known = ZoneId.getAvailableZoneIds().stream().sorted().toList();
    for (String id : known) {
      if (id.toLowerCase(Locale.ROOT).equals(wanted)) {
        return ZoneId.of(id);
      }
    }
    List<String> cities =
        known.stream()
            .filter(id -> id.contains("/") && !id.startsWith("SystemV"))
            .filter(id -> id.toLowerCase(Locale.ROOT).endsWith("/" + wanted))
            .toList();
    if (cities.size() == 1) {
      return ZoneId.of(cities.get(0));
    }
    try {
      return ZoneId.of(text.strip());
    } catch (DateTimeException e) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-a-time-zone", text.strip()), e);
    }
  }
}
