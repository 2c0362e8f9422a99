package zygonox.core.night;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/**
 * A night on disk, {@code night.json}. Keys that this version does not know are kept as they are
 * when the night is written again.
 */
public final class NightFile {
  public static final String FILE_NAME = "night.json";

  private static final String FORMAT = "zygonox-night";
  private static final int VERSION = 1;

  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  private final Path file;
  private final ObjectNode stored;

  private NightFile(Path file, ObjectNode stored) {
    this.file = file;
    this.stored = stored;
  }

  /** A file that will be made at the first {@link #write}. */
  public static NightFile at(Path file) {
    return new NightFile(file, JSON.createObjectNode());
  }

  /**
   * Opens a night's file, or the one in a night's folder.
   *
   * @throws InvalidInput when it is not there, no night, or of a version from the future; it is
   *     left untouched
   */
  public static NightFile open(Path path) {
    Path file = Files.isDirectory(path) ? path.resolve(FILE_NAME) : path;
    if (!Files.isRegularFile(file)) {
      throw new InvalidInput(file + " is not there; name a night's folder or its night.json");
    }
    try {
      JsonNode root = JSON.readTree(file.toFile());
      if (!(root instanceof ObjectNode object) || !FORMAT.equals(root.path("format").asText())) {
        throw new InvalidInput(file + " is no night: it lacks \"format\": \"" + FORMAT + "\"");
      }
      int version = root.path("version").asInt(0);
      if (version > VERSION) {
        throw new InvalidInput(
            "%s was written by a newer Zygonox (night version %d, this one reads %d); it is left as it is, update to open it"
                .formatted(file, version, VERSION));
      }
      return new NightFile(file, object);
    } catch (JsonProcessingException e) {
      throw new InvalidInput(
          "%s is damaged at line %d; restore it from a copy"
              .formatted(file, e.getLocation() == null ? 1 : e.getLocation().getLineNr()),
          e);
    } catch (IOException e) {
      throw new WorkFailed(file + " cannot be read: " + e.getMessage(), e);
    }
  }

  public Path file() {
    return file;
  }

  public Path folder() {
    return file.toAbsolutePath().getParent();
  }

  /**
   * The night it holds.
   *
   * @throws InvalidInput when a value is missing or out of range, naming the file and the value
   */
  public Night night() {
    try {
      JsonNode gear = object(stored, "gear");
      return new Night(
          text(stored, "name"),
          text(object(stored, "place"), "name"),
          place(object(stored, "place")),
          LocalDate.parse(text(stored, "date")),
          ZoneId.of(text(stored, "zone")),
          body(object(gear, "body")),
          new Lens(
              text(object(gear, "lens"), "name"),
              number(object(gear, "lens"), "focalMm"),
              number(object(gear, "lens"), "widestAperture")),
          stored.path("scene").path("windmillAzimuthDeg").asDouble(0),
          programs());
    } catch (InvalidInput e) {
      throw new InvalidInput(file + ": " + e.getMessage(), e);
    } catch (DateTimeException e) {
      throw new InvalidInput(
          file + ": " + e.getMessage() + "; dates are like 2026-10-14, zones like Europe/London",
          e);
    }
  }

  private static Place place(JsonNode place) {
    return new Place(
        number(place, "latitudeDeg"),
        number(place, "longitudeDeg"),
        place.path("heightMetres").asDouble(0));
  }

  private static Body body(JsonNode body) {
    return new Body(
        text(body, "name"),
        number(body, "sensorWidthMm"),
        number(body, "sensorHeightMm"),
        (int) number(body, "pixelsWide"),
        (int) number(body, "pixelsHigh"));
  }

  private List<Program> programs() {
    List<Program> programs = new ArrayList<>();
    for (JsonNode p : stored.path("programs")) {
      programs.add(
          new Program(
              text(p, "name"),
              OffsetDateTime.parse(text(p, "start")),
              new Interval(
                  p.path("delaySeconds").asDouble(0),
                  number(p, "exposureSeconds"),
                  number(p, "gapSeconds"),
                  (int) number(p, "count")),
              number(p, "aperture"),
              (int) number(p, "iso"),
              number(p, "focalMm"),
              new Direction(
                  number(object(p, "facing"), "azimuthDeg"),
                  number(object(p, "facing"), "altitudeDeg"))));
    }
    return programs;
  }

  private static JsonNode object(JsonNode parent, String key) {
    JsonNode node = parent.path(key);
    if (!node.isObject()) {
      throw new InvalidInput("\"" + key + "\" is missing; it must be an object in braces");
    }
    return node;
  }

  private static String text(JsonNode parent, String key) {
    JsonNode node = parent.path(key);
    if (!node.isTextual()) {
      throw new InvalidInput("\"" + key + "\" is missing; it must be a text in quotes");
    }
    return node.asText();
  }

  private static double number(JsonNode parent, String key) {
    JsonNode node = parent.path(key);
    if (!node.isNumber()) {
      throw new InvalidInput("\"" + key + "\" is missing; it must be a number");
    }
    return node.asDouble();
  }

  /**
   * Writes a night in place of what the file holds, whole or not at all.
   *
   * @return the file as it now stands
   */
  public NightFile write(Night night) {
    ObjectNode merged = stored.deepCopy();
    merge(merged, json(night));
    WholeFile.write(
        file, WholeFile.IfPresent.REPLACE, path -> JSON.writeValue(path.toFile(), merged));
    return new NightFile(file, merged);
  }

  private static ObjectNode json(Night night) {
    ObjectNode root = JSON.createObjectNode();
    root.put("format", FORMAT).put("version", VERSION).put("name", night.name());
    root.put("date", night.date().toString()).put("zone", night.zone().getId());
    root.putObject("place")
        .put("name", night.placeName())
        .put("latitudeDeg", night.place().latitudeDeg())
        .put("longitudeDeg", night.place().longitudeDeg())
        .put("heightMetres", night.place().heightMetres());
    ObjectNode gear = root.putObject("gear");
    gear.putObject("body")
        .put("name", night.body().name())
        .put("sensorWidthMm", night.body().sensorWidthMm())
        .put("sensorHeightMm", night.body().sensorHeightMm())
        .put("pixelsWide", night.body().pixelsWide())
        .put("pixelsHigh", night.body().pixelsHigh());
    gear.putObject("lens")
        .put("name", night.lens().name())
        .put("focalMm", night.lens().focalMm())
        .put("widestAperture", night.lens().widestAperture());
    root.putObject("scene").put("windmillAzimuthDeg", night.millAzimuthDeg());
    ArrayNode programs = root.putArray("programs");
    for (Program program : night.programs()) {
      ObjectNode p = programs.addObject();
      p.put("name", program.name()).put("start", program.start().toString());
      p.put("delaySeconds", program.interval().delaySeconds());
      p.put("exposureSeconds", program.interval().exposureSeconds());
      p.put("gapSeconds", program.interval().gapSeconds());
      p.put("count", program.interval().count());
      p.put("aperture", program.aperture()).put("iso", program.iso());
      p.put("focalMm", program.focalMm());
      p.putObject("facing")
          .put("azimuthDeg", program.facing().azimuthDeg())
          .put("altitudeDeg", program.facing().altitudeDeg());
    }
    return root;
  }

  /** Puts what is known over what was stored; what is not known stays. */
  private static void merge(ObjectNode into, ObjectNode known) {
    known
        .properties()
        .forEach(
            entry -> {
              JsonNode old = into.get(entry.getKey());
              JsonNode fresh = entry.getValue();
              if (old instanceof ObjectNode o && fresh instanceof ObjectNode f) {
                merge(o, f);
              } else if (old instanceof ArrayNode o && fresh instanceof ArrayNode f) {
                mergeItems(o, f);
              } else {
                into.set(entry.getKey(), fresh);
              }
            });
  }

  private static void mergeItems(ArrayNode into, ArrayNode known) {
    for (int i = 0; i < known.size(); i++) {
      if (into.get(i) instanceof ObjectNode old && known.get(i) instanceof ObjectNode fresh) {
        merge(old, fresh);
      } else if (i < into.size()) {
        into.set(i, known.get(i));
      } else {
        into.add(known.get(i));
      }
    }
    while (into.size() > known.size()) {
      into.remove(into.size() - 1);
    }
  }
}
