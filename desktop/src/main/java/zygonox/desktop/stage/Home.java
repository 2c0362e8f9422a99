package zygonox.desktop.stage;

import java.nio.file.Path;
import zygonox.core.work.Folders;

/**
 * Where a person's own things are kept.
 *
 * @param folder holds nights, gear and sites
 * @param state holds what the window remembers from start to start
 */
public record Home(Path folder, Path state) {
  /** In the person's home folder, and in the folder for the state of programs. */
  public static Home usual() {
    return new Home(Path.of(System.getProperty("user.home"), "Zygonox"), Folders.state());
  }

  /** The nights that were open. */
  public Path recent() {
    return state.resolve("recent-nights.json");
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
