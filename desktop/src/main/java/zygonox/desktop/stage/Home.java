package zygonox.desktop.stage;

import java.nio.file.Path;

/**
 * Where a person's own things are kept.
 *
 * @param folder holds nights, gear and sites
 */
public record Home(Path folder) {
  /** In the person's home folder. */
  public static Home usual() {
    return new Home(Path.of(System.getProperty("user.home"), "Zygonox"));
  }

  /** The person's own gear. */
  public Path gear() {
    return folder.resolve("gear.json");
  }

  /** The person's own sites, as GeoJSON. */
  public Path sites() {
    return folder.resolve("sites.geojson");
  }

  /** How lessons were answered. */
  public Path practice() {
    return folder.resolve("practice.json");
  }
}
