package zygonox.core.night;

import static zygonox.core.work.JsonFields.number;
import static zygonox.core.work.JsonFields.object;
import static zygonox.core.work.JsonFields.text;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import zygonox.core.gear.GearJson;
import zygonox.core.motion.ClipJson;
import zygonox.core.motion.ClipRecipe;
import zygonox.core.optics.LensFilter;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.PointStarRule;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Panorama;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.RecipeJson;
import zygonox.core.site.Site;
import zygonox.core.site.Surroundings;
import zygonox.core.site.Zones;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.sky.Skyline;
import zygonox.core.work.DiskFault;
import zygonox.core.work.LogFile;
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
      throw new InvalidInput(Phrasebook.say("refused.is-not-there-name-a-night", file));
    }
    try {
      if (!startsLikeJson(file)) {
        throw new InvalidInput(Phrasebook.say("refused.is-not-a-night-name", file));
      }
      JsonNode root = JSON.readTree(file.toFile());
      if (!(root instanceof ObjectNode object) || !FORMAT.equals(root.path("format").asText())) {
        throw new InvalidInput(Phrasebook.say("refused.is-not-a-night-it", file, FORMAT));
      }
      int version = root.path("version").asInt(0);
      if (version > VERSION) {
        throw new InvalidInput(
            Phrasebook.say("refused.was-written-by-a-newer", file, version, VERSION));
      }
      return new NightFile(file, object);
    } catch (JsonProcessingException e) {
      throw new InvalidInput(
          Phrasebook.say(
              "refused.is-damaged-at-line-restore-it",
              file,
              e.getLocation() == null ? 1 : e.getLocation().getLineNr()),
          e);
    } catch (IOException e) {
      throw new WorkFailed(Phrasebook.say("refused.cannot-be-read", file, DiskFault.reason(e)), e);
    }
  }

  /** A picture or another file given by mistake is no damaged night. */
  private static boolean startsLikeJson(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      String start = new String(in.readNBytes(64), StandardCharsets.UTF_8);
      // A byte order mark may stand before it.
      return start.replace("\uFEFF", "").strip().startsWith("{");
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
      return new Night(
          text(stored, "name"),
          Moments.parseDate(text(stored, "date")),
          site(object(stored, "place"), Zones.parse(text(stored, "zone"))),
          GearJson.kit(object(stored, "gear")),
          assumptions(stored.path("assumptions")),
          programs(),
          ticked(stored.path("ticked")),
          recipe(stored.path("recipe")),
          clip(stored.path("clip")));
    } catch (InvalidInput e) {
      throw new InvalidInput(file + ": " + e.getMessage(), e);
    } catch (DateTimeException e) {
      throw new InvalidInput(Phrasebook.say("refused.has-a-date-or-a", file), e);
    }
  }

  private static Site site(JsonNode place, ZoneId zone) {
    return new Site(
        text(place, "name"),
        new Place(
            number(place, "latitudeDeg"),
            number(place, "longitudeDeg"),
            place.path("heightMetres").asDouble(0)),
        zone,
        Skyline.parse(place.path("skyline").asText("")),
        Surroundings.named(place.path("surroundings").asText("")),
        new SkyBrightness(place.path("skyMagnitude").asDouble(SkyBrightness.USUAL.magnitude())),
        place.path("notes").asText(""),
        place.path("cautions").asText(""));
  }

  private static Assumptions assumptions(JsonNode json) {
    Assumptions usual = Assumptions.USUAL;
    return new Assumptions(
        keyed(PointStarRule.class, json, "pointStarRule", usual.rule()),
        json.path("target").asText(usual.target()),
        json.path("celsius").asDouble(usual.celsius()),
        json.path("darkSubtraction").asBoolean(usual.darkSubtraction()),
        json.path("moonLimit").asDouble(usual.moonLimit()),
        json.path("nightStops").asDouble(usual.nightStops()),
        json.path("clipFps").asDouble(usual.clipFps()));
  }

  private static Set<String> ticked(JsonNode json) {
    Set<String> ticked = new TreeSet<>();
    json.forEach(item -> ticked.add(item.asText()));
    return ticked;
  }

  /** One of an enumeration's names, written small and with hyphens. */
  private static <E extends Enum<E>> E keyed(
      Class<E> type, JsonNode parent, String key, E otherwise) {
    String text = parent.path(key).asText("");
    if (text.isEmpty()) {
      return otherwise;
    }
    return Arrays.stream(type.getEnumConstants())
        .filter(value -> key(value).equals(text))
        .findFirst()
        .orElseThrow(
            () ->
                new InvalidInput(
                    Phrasebook.say(
                        "refused.is-it-must-be-one",
                        key,
                        text,
                        Arrays.stream(type.getEnumConstants())
                            .map(NightFile::key)
                            .collect(Collectors.joining(", ")))));
  }

  private static String key(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  private List<Program> programs() {
    List<Program> programs = new ArrayList<>();
    for (JsonNode p : stored.path("programs")) {
      programs.add(
          new Program(
              keyed(Job.class, p, "job", Job.OWN),
              text(p, "name"),
              Moments.parseWithOffset(text(p, "start")),
              new Interval(
                  p.path("delaySeconds").asDouble(0),
                  number(p, "exposureSeconds"),
                  number(p, "gapSeconds"),
                  (int) number(p, "count")),
              number(p, "aperture"),
              (int) number(p, "iso"),
              number(p, "focalMm"),
              keyed(Orientation.class, p, "orientation", Orientation.LANDSCAPE),
              keyed(LensFilter.class, p, "filter", LensFilter.NONE),
              new Direction(
                  number(object(p, "facing"), "azimuthDeg"),
                  number(object(p, "facing"), "altitudeDeg")),
              panorama(p.path("panorama"))));
    }
    return programs;
  }

  /** A recipe that a newer version wrote is left as it is, and the night opens without it. */
  private Optional<Recipe> recipe(JsonNode json) {
    if (!(json instanceof ObjectNode document)) {
      return Optional.empty();
    }
    try {
      return Optional.of(new RecipeJson(folder()).read(document));
    } catch (InvalidInput e) {
      LogFile.note(file.toString(), e);
      return Optional.empty();
    }
  }

  /** The same of a clip's. */
  private Optional<ClipRecipe> clip(JsonNode json) {
    if (!(json instanceof ObjectNode document)) {
      return Optional.empty();
    }
    try {
      return Optional.of(ClipJson.read(document));
    } catch (InvalidInput e) {
      LogFile.note(file.toString(), e);
      return Optional.empty();
    }
  }

  private static Optional<Panorama> panorama(JsonNode json) {
    return json.isObject()
        ? Optional.of(
            new Panorama(
                number(json, "spanDeg"),
                number(json, "heightDeg"),
                number(json, "overlap"),
                number(json, "clickDeg"),
                number(json, "turnSeconds")))
        : Optional.empty();
  }

  /**
   * Writes a night in place of what the file holds, whole or not at all.
   *
   * @return the file as it now stands
   */
  public NightFile write(Night night) {
    ObjectNode merged = stored.deepCopy();
    merge(merged, json(night));
    // As a whole: what is usual is not written, and must not stay from before.
    night.recipe().ifPresent(r -> merged.set("recipe", new RecipeJson(folder()).write(r)));
    night.clip().ifPresent(c -> merged.set("clip", ClipJson.write(c)));
    WholeFile.write(
        file, WholeFile.IfPresent.REPLACE, path -> JSON.writeValue(path.toFile(), merged));
    return new NightFile(file, merged);
  }

  private static ObjectNode json(Night night) {
    ObjectNode root = JSON.createObjectNode();
    root.put("format", FORMAT).put("version", VERSION).put("name", night.name());
    root.put("date", night.date().toString()).put("zone", night.zone().getId());
    Site site = night.site();
    root.putObject("place")
        .put("name", site.name())
        .put("latitudeDeg", site.place().latitudeDeg())
        .put("longitudeDeg", site.place().longitudeDeg())
        .put("heightMetres", site.place().heightMetres())
        .put("skyline", site.skyline().text())
        .put("surroundings", site.surroundings().key())
        .put("skyMagnitude", site.brightness().magnitude())
        .put("notes", site.notes())
        .put("cautions", site.cautions());
    GearJson.write(night.kit(), root.putObject("gear"));
    Assumptions assumptions = night.assumptions();
    root.putObject("assumptions")
        .put("pointStarRule", key(assumptions.rule()))
        .put("target", assumptions.target())
        .put("celsius", assumptions.celsius())
        .put("darkSubtraction", assumptions.darkSubtraction())
        .put("moonLimit", assumptions.moonLimit())
        .put("nightStops", assumptions.nightStops())
        .put("clipFps", assumptions.clipFps());
    ArrayNode programs = root.putArray("programs");
    for (Program program : night.programs()) {
      ObjectNode p = programs.addObject();
      p.put("job", key(program.job())).put("name", program.name());
      p.put("start", program.start().toString());
      p.put("delaySeconds", program.interval().delaySeconds());
      p.put("exposureSeconds", program.interval().exposureSeconds());
      p.put("gapSeconds", program.interval().gapSeconds());
      p.put("count", program.interval().count());
      p.put("aperture", program.aperture()).put("iso", program.iso());
      p.put("focalMm", program.focalMm());
      p.putObject("facing")
          .put("azimuthDeg", program.facing().azimuthDeg())
          .put("altitudeDeg", program.facing().altitudeDeg());
      p.put("orientation", key(program.orientation()));
      p.put("filter", key(program.filter()));
      writePanorama(program, p);
    }
    ArrayNode ticked = root.putArray("ticked");
    night.ticked().stream().sorted().forEach(ticked::add);
    return root;
  }

  private static void writePanorama(Program program, ObjectNode json) {
    if (program.panorama().isEmpty()) {
      json.putNull("panorama");
      return;
    }
    Panorama panorama = program.panorama().get();
    json.putObject("panorama")
        .put("spanDeg", panorama.spanDeg())
        .put("heightDeg", panorama.heightDeg())
        .put("overlap", panorama.overlap())
        .put("clickDeg", panorama.clickDeg())
        .put("turnSeconds", panorama.turnSeconds());
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

  /**
   * Items of a list keep what is not known of them with themselves, not with their place: each is
   * told by all that is known of it, or else, where it was changed, by its name.
   */
  private static void mergeItems(ArrayNode into, ArrayNode known) {
    List<JsonNode> left = new ArrayList<>();
    into.forEach(left::add);
    JsonNode[] merged = new JsonNode[known.size()];
    for (int round = 0; round < 2; round++) {
      for (int i = 0; i < merged.length; i++) {
        JsonNode fresh = known.get(i);
        boolean exact = round == 0;
        Optional<JsonNode> same =
            merged[i] != null
                ? Optional.empty()
                : left.stream()
                    .filter(old -> exact ? holds(old, fresh) : isNamed(old, fresh))
                    .findFirst();
        if (same.isPresent()) {
          left.remove(same.get());
          merged[i] = same.get();
          if (merged[i] instanceof ObjectNode old && fresh instanceof ObjectNode f) {
            merge(old, f);
          }
        }
      }
    }
    into.removeAll();
    for (int i = 0; i < merged.length; i++) {
      into.add(merged[i] == null ? known.get(i) : merged[i]);
    }
  }

  private static boolean holds(JsonNode old, JsonNode fresh) {
    if (!fresh.isObject()) {
      return old.equals(fresh);
    }
    return fresh.properties().stream()
        .allMatch(e -> old.has(e.getKey()) && holds(old.get(e.getKey()), e.getValue()));
  }

  private static boolean isNamed(JsonNode old, JsonNode fresh) {
    return fresh.isObject() && fresh.has("name") && fresh.get("name").equals(old.get("name"));
  }
}
