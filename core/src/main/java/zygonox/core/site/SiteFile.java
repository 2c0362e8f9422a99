package zygonox.core.site;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/** Sites in open formats, told by the file's ending: GeoJSON (RFC 7946) or GPX 1.1 waypoints. */
public enum SiteFile {
  GEOJSON {
    @Override
    List<Site> parse(byte[] content) throws IOException {
      return GeoJson.read(content);
    }

    @Override
    byte[] format(List<Site> sites) throws IOException {
      return GeoJson.write(sites);
    }
  },
  GPX {
    @Override
    List<Site> parse(byte[] content) throws IOException {
      return Gpx.read(content);
    }

    @Override
    byte[] format(List<Site> sites) throws IOException {
      return Gpx.write(sites);
    }
  };

  /** Nobody has so many places that a file of them is larger. */
  private static final long MOST_BYTES = 20 << 20;

  abstract List<Site> parse(byte[] content) throws IOException;

  abstract byte[] format(List<Site> sites) throws IOException;

  private static SiteFile of(Path file) {
    String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
    if (name.endsWith(".gpx")) {
      return GPX;
    }
    if (name.endsWith(".geojson") || name.endsWith(".json")) {
      return GEOJSON;
    }
    throw new InvalidInput(Phrasebook.say("refused.is-not-a-file-of", file));
  }

  /**
   * Reads sites.
   *
   * @throws InvalidInput when the file is not there, no such file, or holds a place out of range
   */
  public static List<Site> read(Path file) {
    SiteFile format = of(file);
    if (!Files.isRegularFile(file)) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-there-name-a-geojson", file));
    }
    try {
      if (Files.size(file) > MOST_BYTES) {
        throw new InvalidInput(
            Phrasebook.say("refused.sites-too-large", file, new ByteSize(MOST_BYTES)));
      }
      return format.parse(Files.readAllBytes(file));
    } catch (InvalidInput e) {
      throw new InvalidInput(file + ": " + e.getMessage(), e);
    } catch (IOException e) {
      throw new InvalidInput(Phrasebook.say("refused.cannot-be-read-as-it", file, format), e);
    }
  }

  /**
   * Writes sites, whole or not at all.
   *
   * @throws WorkFailed when the disk refuses
   */
  public static void write(List<Site> sites, Path file, WholeFile.IfPresent present) {
    SiteFile format = of(file);
    WholeFile.write(file, present, path -> Files.write(path, format.format(sites)));
  }
}
