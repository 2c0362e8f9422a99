package zygonox.core.recipe;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import zygonox.core.align.Kernel;
import zygonox.core.align.SkyView;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.Calibration;
import zygonox.core.develop.HotPixelRepair;
import zygonox.core.develop.OwnLight;
import zygonox.core.develop.Tone;
import zygonox.core.format.Depth;
import zygonox.core.format.JpegQuality;
import zygonox.core.frame.FrameKind;
import zygonox.core.measure.Streak;
import zygonox.core.mend.ChosenLine;
import zygonox.core.mend.Stray;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.JsonFields;

/**
 * Recipes as JSON. Paths in it are relative to a folder, that of the file it stands in; what stands
 * at its default is not written.
 */
public final class RecipeJson {
  public static final String FORMAT = "zygonox-recipe";
  public static final int VERSION = 1;

  private static final Set<String> KEYS =
      Set.of(
          "format",
          "version",
          "paths",
          "run",
          "kind",
          "from",
          "to",
          "position",
          "every",
          "drop",
          "method",
          "kappa",
          "averageIn",
          "weights",
          "sharpest",
          "darks",
          "flats",
          "hotPixels",
          "mono",
          "matchLight",
          "develop",
          "ownLight",
          "masks",
          "ground",
          "red",
          "movement",
          "regions",
          "taper",
          "removeStreaks",
          "bridgeGaps",
          "lines",
          "lights",
          "align",
          "reference",
          "skyView",
          "resample",
          "scale",
          "sharpen",
          "crop",
          "depth",
          "quality",
          "made",
          "frames");

  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  private static final ObjectMapper COMPACT = new ObjectMapper();

  private static final String AUTO = "auto";

  private final Path folder;

  /**
   * @param folder that paths are relative to
   */
  public RecipeJson(Path folder) {
    this.folder = folder.toAbsolutePath().normalize();
  }

  /** A recipe as a document. */
  public ObjectNode write(Recipe recipe) {
    ObjectNode root = JSON.createObjectNode();
    root.put("format", FORMAT).put("version", VERSION);
    Selection selection = recipe.selection();
    root.set("paths", paths(selection.paths()));
    selection.run().ifPresent(r -> root.put("run", r));
    selection.position().ifPresent(n -> root.put("position", n));
    selection.kind().ifPresent(k -> root.put("kind", Selection.term(k)));
    selection.from().ifPresent(t -> root.put("from", t.toString()));
    selection.to().ifPresent(t -> root.put("to", t.toString()));
    if (selection.every() > 1) {
      root.put("every", selection.every());
    }
    if (!selection.drop().isEmpty()) {
      root.set("drop", paths(selection.drop()));
    }
    root.put("method", recipe.method().term());
    if (recipe.kappa() != Recipe.USUAL_KAPPA) {
      root.put("kappa", recipe.kappa());
    }
    if (recipe.averageIn() != AverageIn.LINEAR) {
      root.put("averageIn", term(recipe.averageIn()));
    }
    if (recipe.weights() != Weights.EVEN) {
      root.put("weights", term(recipe.weights()));
    }
    recipe.sharpest().ifPresent(n -> root.put("sharpest", n));
    Calibration calibration = recipe.calibration();
    if (!calibration.darks().isEmpty()) {
      root.set("darks", paths(calibration.darks()));
    }
    if (!calibration.flats().isEmpty()) {
      root.set("flats", paths(calibration.flats()));
    }
    if (calibration.hotPixels().auto()) {
      root.put("hotPixels", AUTO);
    }
    calibration.hotPixels().marked().ifPresent(f -> root.put("hotPixels", relative(f)));
    if (recipe.mono()) {
      root.put("mono", true);
    }
    if (recipe.matchLight()) {
      root.put("matchLight", true);
    }
    if (!recipe.tone().isNone()) {
      root.put("develop", recipe.tone().term());
    }
    recipe
        .ownLight()
        .forEach(
            (frame, light) ->
                root.withArray("ownLight")
                    .addObject()
                    .put("frame", relative(frame))
                    .put("stops", light.stops())
                    .put("kelvin", light.kelvin()));
    if (!recipe.masks().isEmpty()) {
      ObjectNode masks = root.putObject("masks");
      recipe.masks().forEach((frame, part) -> masks.set(relative(frame), part(part)));
    }
    recipe.ground().ifPresent(g -> root.set("ground", ground(g)));
    recipe
        .red()
        .ifPresent(
            r -> root.putObject("red").put("share", r.share()).set("paths", paths(r.frames())));
    recipe.movement().ifPresent(m -> root.set("movement", movement(m)));
    for (Region region : recipe.regions()) {
      ObjectNode node = root.withArray("regions").addObject();
      region.mask().ifPresent(m -> node.put("mask", relative(m)));
      if (region.isCloud()) {
        node.put("found", Region.Found.CLOUD.term());
      }
      node.put("edge", region.edgePixels());
      region.method().ifPresent(m -> node.put("method", m.term()));
      region.frame().ifPresent(f -> node.put("frame", relative(f)));
    }
    if (recipe.taper() != Taper.NONE) {
      root.put("taper", term(recipe.taper()));
    }
    if (recipe.mending().removesStreaks()) {
      root.put("removeStreaks", true);
    }
    if (recipe.mending().bridgesGaps()) {
      root.put("bridgeGaps", true);
    }
    for (ChosenLine chosen : recipe.mending().lines()) {
      Streak line = chosen.line();
      ObjectNode node =
          root.withArray(chosen.stray() == Stray.LINE ? "lines" : "lights")
              .addObject()
              .put("frame", relative(chosen.frame()))
              .put("out", chosen.out())
              .put("x1", line.x1())
              .put("y1", line.y1())
              .put("x2", line.x2())
              .put("y2", line.y2());
      if (line.bow() != 0) {
        node.put("bow", line.bow());
      }
      node.put("width", line.width());
    }
    if (recipe.align() != Align.NONE) {
      root.put("align", term(recipe.align()));
    }
    recipe.reference().ifPresent(r -> root.put("reference", relative(r)));
    recipe.skyView().ifPresent(v -> root.put("skyView", v.term()));
    if (recipe.kernel() != Kernel.CUBIC) {
      root.put("resample", term(recipe.kernel()));
    }
    if (recipe.scale() != 1) {
      root.put("scale", new BigDecimal(Notation.text(recipe.scale())));
    }
    if (recipe.sharpen() > 0) {
      root.put("sharpen", recipe.sharpen());
    }
    if (!recipe.crop().equals(Crop.NONE)) {
      root.put("crop", recipe.crop().term());
    }
    recipe.depth().ifPresent(d -> root.put("depth", d.bits()));
    if (!recipe.jpeg().equals(JpegQuality.USUAL)) {
      root.put("quality", recipe.jpeg().perCent());
    }
    recipe.others().fields().forEachRemaining(f -> root.set(f.getKey(), f.getValue()));
    return root;
  }

  private ObjectNode movement(Movement movement) {
    ObjectNode node = JSON.createObjectNode();
    node.put("every", movement.every()).put("over", term(movement.over()));
    if (!movement.with().isEmpty()) {
      node.set("with", paths(movement.with()));
    }
    if (!movement.without().isEmpty()) {
      node.set("without", paths(movement.without()));
    }
    return node;
  }

  private ObjectNode ground(SkyAndGround ground) {
    ObjectNode node = JSON.createObjectNode();
    ground.mask().ifPresent(m -> node.put("skyMask", relative(m)));
    if (!ground.frames().isEmpty()) {
      node.set("paths", paths(ground.frames()));
    }
    ground.method().ifPresent(m -> node.put("method", m.term()));
    if (ground.asIs()) {
      node.put("asIs", true);
    }
    ground.edgePixels().ifPresent(e -> node.put("edge", e));
    return node;
  }

  /** The document as a text of a few lines. */
  public static String text(ObjectNode document) {
    try {
      return JSON.writeValueAsString(document) + "\n";
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  /** The document as a text of one line. */
  static String compact(ObjectNode document) {
    try {
      return COMPACT.writeValueAsString(document);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Paths relative to the folder, numbered ones as runs. */
  ArrayNode paths(List<Path> paths) {
    ArrayNode node = JSON.createArrayNode();
    for (Object one : NumberedRun.gather(paths.stream().map(this::relative).toList())) {
      if (one instanceof NumberedRun run) {
        node.addObject()
            .put("folder", run.folder())
            .put("first", run.first())
            .put("last", run.last());
      } else {
        node.add((String) one);
      }
    }
    return node;
  }

  private String relative(Path path) {
    Path plain = path.toAbsolutePath().normalize();
    if (!plain.getRoot().equals(folder.getRoot())) {
      return plain.toString();
    }
    String relative = folder.relativize(plain).toString().replace('\\', '/');
    return relative.isEmpty() ? "." : relative;
  }

  private Path absolute(String relative) {
    return folder.resolve(relative).normalize();
  }

  /**
   * Parses a text.
   *
   * @throws InvalidInput when it is no JSON object
   */
  public static ObjectNode parse(String text) {
    try {
      if (JSON.readTree(text) instanceof ObjectNode root) {
        return root;
      }
    } catch (JsonProcessingException e) {
      int line = e.getLocation() == null ? 1 : e.getLocation().getLineNr();
      throw new InvalidInput(Phrasebook.say("refused.it-is-damaged-at-line", line), e);
    }
    throw new InvalidInput(Phrasebook.say("refused.it-lacks-format", FORMAT));
  }

  /**
   * Reads a recipe.
   *
   * @throws InvalidInput when it is none, of a newer version, or holds what is not known
   */
  public Recipe read(ObjectNode root) {
    if (!FORMAT.equals(root.path("format").asText())) {
      throw new InvalidInput(Phrasebook.say("refused.it-lacks-format", FORMAT));
    }
    int version = (int) JsonFields.number(root, "version");
    if (version > VERSION) {
      throw new InvalidInput(Phrasebook.say("refused.newer-recipe", version, VERSION));
    }
    Selection selection =
        new Selection(
            paths(root.path("paths")),
            root.has("run")
                ? OptionalInt.of((int) JsonFields.number(root, "run"))
                : OptionalInt.empty(),
            root.has("position")
                ? OptionalInt.of((int) JsonFields.number(root, "position"))
                : OptionalInt.empty(),
            term(root, "kind", FrameKind.class),
            moment(root, "from"),
            moment(root, "to"),
            root.has("every") ? (int) JsonFields.number(root, "every") : 1,
            paths(root.path("drop")));
    JsonFields.text(root, "method");
    Recipe recipe =
        Recipe.of(selection, term(root, "method", BlendMethod.class).orElseThrow())
            .withAverageIn(term(root, "averageIn", AverageIn.class).orElse(AverageIn.LINEAR))
            .withWeights(term(root, "weights", Weights.class).orElse(Weights.EVEN))
            .withSharpest(
                root.has("sharpest")
                    ? OptionalInt.of((int) JsonFields.number(root, "sharpest"))
                    : OptionalInt.empty())
            .withCalibration(calibration(root))
            .withMono(root.path("mono").asBoolean())
            .withMatchLight(root.path("matchLight").asBoolean())
            .withAlign(
                term(root, "align", Align.class).orElse(Align.NONE),
                root.has("reference")
                    ? Optional.of(absolute(JsonFields.text(root, "reference")))
                    : Optional.empty())
            .withKernel(term(root, "resample", Kernel.class).orElse(Kernel.CUBIC))
            .withOwnLight(ownLight(root))
            .withMasks(masks(root))
            .withGround(ground(root))
            .withRed(red(root))
            .withMovement(movement(root))
            .withRegions(regions(root))
            .withTaper(term(root, "taper", Taper.class).orElse(Taper.NONE))
            .withMending(
                new Mending(
                    root.path("removeStreaks").asBoolean(),
                    root.path("bridgeGaps").asBoolean(),
                    lines(root)))
            .withOthers(others(root));
    if (root.has("kappa")) {
      recipe = recipe.withKappa(JsonFields.number(root, "kappa"));
    }
    if (root.has("develop")) {
      recipe = recipe.withTone(Tone.parse(JsonFields.text(root, "develop")));
    }
    if (root.has("scale")) {
      recipe = recipe.withScale(JsonFields.number(root, "scale"));
    }
    if (root.has("sharpen")) {
      recipe = recipe.withSharpen(JsonFields.number(root, "sharpen"));
    }
    if (root.has("skyView")) {
      recipe = recipe.withSkyView(Optional.of(SkyView.parse(JsonFields.text(root, "skyView"))));
    }
    if (root.has("crop")) {
      recipe = recipe.withCrop(Crop.parse(root.path("crop").asText()));
    }
    if (root.has("depth")) {
      recipe = recipe.withDepth(Depth.ofBits((int) JsonFields.number(root, "depth")));
    }
    if (root.has("quality")) {
      recipe = recipe.withJpeg(new JpegQuality((int) JsonFields.number(root, "quality"), true));
    }
    return recipe.checked();
  }

  private Map<Path, OwnLight> ownLight(ObjectNode root) {
    Map<Path, OwnLight> lights = new LinkedHashMap<>();
    for (JsonNode one : root.path("ownLight")) {
      if (one instanceof ObjectNode light) {
        lights.put(
            absolute(JsonFields.text(light, "frame")),
            new OwnLight(JsonFields.number(light, "stops"), JsonFields.number(light, "kelvin")));
      }
    }
    return lights;
  }

  private Map<Path, FramePart> masks(ObjectNode root) {
    Map<Path, FramePart> masks = new LinkedHashMap<>();
    root.path("masks")
        .fields()
        .forEachRemaining(f -> masks.put(absolute(f.getKey()), part(f.getValue())));
    return masks;
  }

  /** The name of a mask alone where its edge is hard. */
  private JsonNode part(FramePart part) {
    if (part.edgePixels() == 0) {
      return JSON.getNodeFactory().textNode(relative(part.mask()));
    }
    return JSON.createObjectNode()
        .put("mask", relative(part.mask()))
        .put("edge", part.edgePixels());
  }

  private FramePart part(JsonNode node) {
    return node instanceof ObjectNode soft
        ? new FramePart(absolute(JsonFields.text(soft, "mask")), JsonFields.number(soft, "edge"))
        : FramePart.hard(absolute(node.asText()));
  }

  private List<ChosenLine> lines(ObjectNode root) {
    List<ChosenLine> lines = new ArrayList<>();
    addLines(Stray.LINE, root.path("lines"), lines);
    addLines(Stray.LIGHT, root.path("lights"), lines);
    return lines;
  }

  private void addLines(Stray stray, JsonNode from, List<ChosenLine> into) {
    for (JsonNode one : from) {
      if (one instanceof ObjectNode line) {
        into.add(
            new ChosenLine(
                stray,
                absolute(JsonFields.text(line, "frame")),
                new Streak(
                    JsonFields.number(line, "x1"),
                    JsonFields.number(line, "y1"),
                    JsonFields.number(line, "x2"),
                    JsonFields.number(line, "y2"),
                    line.has("bow") ? JsonFields.number(line, "bow") : 0,
                    JsonFields.number(line, "width"),
                    0),
                line.path("out").asBoolean()));
      }
    }
  }

  /** A mask, or what is found: the sky where nothing is said. */
  private Region.Place place(ObjectNode region) {
    if (region.has("mask")) {
      return new Region.Painted(absolute(JsonFields.text(region, "mask")));
    }
    return term(region, "found", Region.Found.class).orElse(Region.Found.SKY);
  }

  private List<Region> regions(ObjectNode root) {
    List<Region> regions = new ArrayList<>();
    for (JsonNode one : root.path("regions")) {
      if (one instanceof ObjectNode region) {
        regions.add(
            new Region(
                place(region),
                term(region, "method", BlendMethod.class),
                region.has("frame")
                    ? Optional.of(absolute(JsonFields.text(region, "frame")))
                    : Optional.empty(),
                JsonFields.number(region, "edge")));
      }
    }
    return regions;
  }

  private Optional<Movement> movement(ObjectNode root) {
    if (!(root.path("movement") instanceof ObjectNode node)) {
      return Optional.empty();
    }
    return Optional.of(
        new Movement(
            (int) JsonFields.number(node, "every"),
            term(node, "over", Movement.Over.class).orElse(Movement.Over.LATER),
            paths(node.path("with")),
            paths(node.path("without"))));
  }

  private Optional<SkyAndGround> ground(ObjectNode root) {
    if (!(root.path("ground") instanceof ObjectNode node)) {
      return Optional.empty();
    }
    return Optional.of(
        new SkyAndGround(
            node.has("skyMask")
                ? Optional.of(absolute(JsonFields.text(node, "skyMask")))
                : Optional.empty(),
            paths(node.path("paths")),
            term(node, "method", BlendMethod.class),
            node.path("asIs").asBoolean(),
            node.has("edge")
                ? OptionalDouble.of(JsonFields.number(node, "edge"))
                : OptionalDouble.empty()));
  }

  private Optional<RedLight> red(ObjectNode root) {
    return root.path("red") instanceof ObjectNode node
        ? Optional.of(new RedLight(paths(node.path("paths")), JsonFields.number(node, "share")))
        : Optional.empty();
  }

  private Calibration calibration(ObjectNode root) {
    HotPixelRepair hot = HotPixelRepair.NONE;
    if (root.has("hotPixels")) {
      String text = JsonFields.text(root, "hotPixels");
      hot = AUTO.equals(text) ? HotPixelRepair.AUTO : HotPixelRepair.markedIn(absolute(text));
    }
    return new Calibration(paths(root.path("darks")), paths(root.path("flats")), hot);
  }

  private static ObjectNode others(ObjectNode root) {
    ObjectNode others = root.deepCopy();
    others.remove(KEYS);
    return others;
  }

  /** Paths as {@link #paths(List)} writes them. */
  List<Path> paths(JsonNode node) {
    List<Path> paths = new ArrayList<>();
    for (JsonNode one : node) {
      if (one.isObject()) {
        NumberedRun run =
            new NumberedRun(
                JsonFields.text(one, "folder"),
                JsonFields.text(one, "first"),
                JsonFields.text(one, "last"));
        run.paths().forEach(p -> paths.add(absolute(p)));
      } else {
        paths.add(absolute(one.asText()));
      }
    }
    return paths;
  }

  private static Optional<java.time.OffsetDateTime> moment(ObjectNode root, String key) {
    return root.has(key)
        ? Optional.of(Moments.parseWithOffset(JsonFields.text(root, key)))
        : Optional.empty();
  }

  private static String term(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  private static <E extends Enum<E>> Optional<E> term(ObjectNode root, String key, Class<E> type) {
    if (!root.has(key)) {
      return Optional.empty();
    }
    String text = JsonFields.text(root, key);
    for (E value : type.getEnumConstants()) {
      if (term(value).equals(text)) {
        return Optional.of(value);
      }
    }
    String all =
        String.join(", ", Arrays.stream(type.getEnumConstants()).map(RecipeJson::term).toList());
    throw new InvalidInput(Phrasebook.say("refused.is-it-must-be-one", key, text, all));
  }
}
