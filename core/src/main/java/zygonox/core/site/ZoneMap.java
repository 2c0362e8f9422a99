package zygonox.core.site;

import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Map;
import java.util.Set;
import java.util.zip.GZIPInputStream;
import zygonox.core.quantity.Place;

/**
 * Which time zone holds where, from a table that ships along (see ATTRIBUTION.md beside it): on
 * land and in territorial waters on a grid of 0.01 degrees, about a kilometre; at sea the nautical
 * zone of the longitude. One look-up takes about 50 ms: the table is read through to the place's
 * row.
 */
public final class ZoneMap {
  private static final Set<String> KNOWN = ZoneId.getAvailableZoneIds();

  /** Zones that an older Java does not know, and one of the same clock. */
  private static final Map<String, String> ALIKE =
      Map.of("America/Coyhaique", "America/Punta_Arenas");

  private static final double NAUTICAL_DEG = 15;

  private ZoneMap() {}

  /** The zone of a place. */
  public static ZoneId at(Place place) {
    String land = land(place);
    return land.isEmpty() ? nautical(place.longitudeDeg()) : zone(land);
  }

  private static ZoneId zone(String name) {
    return ZoneId.of(KNOWN.contains(name) ? name : ALIKE.getOrDefault(name, "UTC"));
  }

  /** Whether a zone is one of the sea's. */
  public static boolean isNautical(ZoneId zone) {
    return zone.getId().startsWith("Etc/GMT");
  }

  /** Zones of 15 degrees about every multiple of 15; their names count westwards. */
  private static ZoneId nautical(double longitudeDeg) {
    long east = Math.round(longitudeDeg / NAUTICAL_DEG);
    return ZoneId.of("Etc/GMT" + (east > 0 ? "-" + east : east < 0 ? "+" + -east : ""));
  }

  /** The name of a place's zone; empty at sea. */
  private static String land(Place place) {
    try (InputStream file = ZoneMap.class.getResourceAsStream("zones.bin.gz");
        DataInputStream in = new DataInputStream(new GZIPInputStream(file, 1 << 16))) {
      int perDegree = in.readInt();
      String[] names = new String[in.readUnsignedShort()];
      for (int i = 0; i < names.length; i++) {
        names[i] = in.readUTF();
      }
      byte[] rest = in.readAllBytes();
      int[] at = {0};
      short[] cells = new short[360 * perDegree];
      int lastRow = cell((90 - place.latitudeDeg()) * perDegree, 180 * perDegree);
      for (int row = 0; row <= lastRow; row++) {
        int end = 0;
        for (int pieces = number(rest, at); pieces > 0; pieces--) {
          int start = end + number(rest, at);
          end = start + number(rest, at);
          Arrays.fill(cells, start, end, (short) number(rest, at));
        }
      }
      int zone = cells[cell((place.longitudeDeg() + 180) * perDegree, cells.length)];
      return zone == 0 ? "" : names[zone - 1];
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static int cell(double cells, int count) {
    return Math.min(count - 1, (int) cells);
  }

  /** A number of seven bits a byte, lowest first. */
  private static int number(byte[] bytes, int[] at) {
    int value = 0;
    for (int shift = 0; ; shift += 7) {
      byte next = bytes[at[0]++];
      value |= (next & 127) << shift;
      if (next >= 0) {
        return value;
      }
    }
  }
}
