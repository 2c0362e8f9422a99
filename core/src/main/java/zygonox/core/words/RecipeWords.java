package zygonox.core.words;

import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;
import zygonox.core.align.Kernel;
import zygonox.core.combine.AverageIn;
import zygonox.core.develop.Calibration;
import zygonox.core.develop.OwnLight;
import zygonox.core.format.JpegQuality;
import zygonox.core.measure.Streak;
import zygonox.core.mend.ChosenLine;
import zygonox.core.mend.Stray;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Mending;
import zygonox.core.recipe.Movement;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Region;
import zygonox.core.recipe.Selection;
import zygonox.core.recipe.SkyAndGround;
import zygonox.core.recipe.Taper;
import zygonox.core.recipe.Weights;

/** A recipe as a sentence and as a command line; both keep silent about what is usual. */
public final class RecipeWords {
  private static final DateTimeFormatter CLOCK =
      DateTimeFormatter.ofPattern("HH:mm", Locale.ENGLISH);

  private RecipeWords() {}

  /**
   * A recipe in words.
   *
   * @param frames how many frames take part, where that is known
   */
  public static String sentence(Recipe recipe, OptionalInt frames) {
    StringBuilder text = new StringBuilder();
    Selection selection = recipe.selection();
    text.append(
        frames.isPresent()
            ? Words.say("recipe.take", Words.frames(frames.getAsInt()))
            : Words.say("recipe.take-the-frames"));
    selection.run().ifPresent(r -> text.append(Words.say("recipe.of-run", r)));
    selection.position().ifPresent(n -> text.append(Words.say("recipe.of-position", n)));
    selection.kind().ifPresent(k -> text.append(Words.say("recipe.of-kind", Selection.term(k))));
    if (selection.every() > 1) {
      text.append(Words.say("recipe.every", ordinal(selection.every())));
    }
    if (selection.from().isPresent() || selection.to().isPresent()) {
      text.append(span(selection));
    }
    recipe.sharpest().ifPresent(n -> text.append(Words.say("recipe.sharpest", n)));
    if (!selection.drop().isEmpty()) {
      text.append(Words.say("recipe.drop", selection.drop().size()));
    }
    if (recipe.align() != Align.NONE) {
      text.append(
          recipe
              .reference()
              .map(r -> Words.say("recipe.align-onto." + recipe.align(), r.getFileName()))
              .orElseGet(() -> Words.say("recipe.align." + recipe.align())));
    }
    recipe.skyView().ifPresent(v -> text.append(Words.say("recipe.sky-view")));
    if (recipe.kernel() != Kernel.CUBIC) {
      text.append(Words.say("recipe.kernel." + recipe.kernel()));
    }
    calibration(recipe, text);
    if (recipe.matchLight()) {
      text.append(Words.say("recipe.match-light"));
    }
    if (!recipe.tone().isNone()) {
      text.append(Words.say("recipe.develop", recipe.tone().term().replace(",", ", ")));
    }
    recipe
        .ownLight()
        .forEach(
            (frame, light) ->
                text.append(
                    Words.say(
                        light.kelvin() == OwnLight.NONE.kelvin()
                            ? "recipe.own-light"
                            : "recipe.own-light-warm",
                        frame.getFileName(),
                        signed(light.stops()),
                        Words.number(light.kelvin()))));
    Mending mending = recipe.mending();
    mending(mending, text);
    boolean mends = mending.bridgesGaps() || mending.removesStreaks();
    text.append(Words.say(mends ? "recipe.mended-blend" : "recipe.blend", recipe.method().term()));
    if (recipe.kappa() != Recipe.USUAL_KAPPA) {
      text.append(Words.say("recipe.kappa", Words.number(recipe.kappa())));
    }
    if (recipe.averageIn() == AverageIn.ENCODED) {
      text.append(Words.say("recipe.encoded"));
    }
    if (recipe.weights() == Weights.QUALITY) {
      text.append(Words.say("recipe.weighted"));
    }
    if (!recipe.masks().isEmpty()) {
      text.append(Words.say("recipe.masks", recipe.masks().size()));
    }
    recipe.ground().ifPresent(g -> ground(g, text));
    recipe.movement().ifPresent(m -> movement(m, text));
    recipe.regions().forEach(r -> text.append(part(r)));
    if (recipe.taper() != Taper.NONE) {
      text.append(Words.say("recipe.taper." + recipe.taper()));
    }
    recipe
        .red()
        .ifPresent(
            r ->
                text.append(
                    r.share() == 1
                        ? Words.say("recipe.red", named(r.frames()))
                        : Words.say(
                            "recipe.red-share", named(r.frames()), Words.number(r.share()))));
    if (recipe.scale() != 1) {
      text.append(
          recipe.scale() < 1
              ? Words.say("recipe.half-size")
              : Words.say("recipe.scale", recipe.scale()));
    }
    if (recipe.sharpen() > 0) {
      text.append(Words.say("recipe.sharpen", Words.number(100 * recipe.sharpen())));
    }
    if (recipe.crop().equals(Crop.COMMON)) {
      text.append(Words.say("recipe.crop-common"));
    } else if (!recipe.crop().equals(Crop.NONE)) {
      text.append(Words.say("recipe.crop-share", Math.round(100 * recipe.crop().share())));
    }
    recipe.depth().ifPresent(d -> text.append(Words.say("recipe.depth", d.bits())));
    return text.append('.').toString();
  }

  private static void mending(Mending mending, StringBuilder text) {
    if (mending.removesStreaks()) {
      text.append(Words.say("recipe.remove-streaks"));
      said("recipe.lines-out", mending.decided(Stray.LINE, true), text);
      said("recipe.lights-out", mending.decided(Stray.LIGHT, true), text);
      said("recipe.lines-kept", mending.decided(Stray.LINE, false), text);
    }
    if (mending.bridgesGaps()) {
      text.append(Words.say("recipe.bridge-gaps"));
    }
  }

  private static void said(String key, int count, StringBuilder text) {
    if (count > 0) {
      text.append(Words.say(key, count));
    }
  }

  private static void movement(Movement movement, StringBuilder text) {
    text.append(Words.say("recipe.movement", movement.every(), ordinal(movement.every())));
    said("recipe.movement-with", movement.with().size(), text);
    said("recipe.movement-without", movement.without().size(), text);
    text.append(Words.say("recipe.movement-over." + movement.over()));
  }

  private static void ground(SkyAndGround ground, StringBuilder text) {
    text.append(
        ground.frames().isEmpty()
            ? Words.say("recipe.hold-ground")
            : Words.say("recipe.hold-ground-from", named(ground.frames())));
    ground.method().ifPresent(m -> text.append(Words.say("recipe.ground-method", m.term())));
    if (ground.asIs()) {
      text.append(Words.say("recipe.ground-as-is"));
    }
    ground.mask().ifPresent(m -> text.append(Words.say("recipe.sky-mask", m.getFileName())));
  }

  private static void calibration(Recipe recipe, StringBuilder text) {
    Calibration calibration = recipe.calibration();
    if (!calibration.darks().isEmpty()) {
      text.append(Words.say("recipe.darks", named(calibration.darks())));
    }
    if (!calibration.flats().isEmpty()) {
      text.append(Words.say("recipe.flats", named(calibration.flats())));
    }
    if (calibration.hotPixels().auto()) {
      text.append(Words.say("recipe.hot-pixels"));
    }
    calibration
        .hotPixels()
        .marked()
        .ifPresent(f -> text.append(Words.say("recipe.hot-pixels-of", f.getFileName())));
    if (recipe.mono()) {
      text.append(Words.say("recipe.mono"));
    }
  }

  private static String named(List<Path> paths) {
    Path first = paths.get(0).getFileName();
    return paths.size() == 1
        ? first.toString()
        : Words.say("recipe.files", first, paths.size() - 1);
  }

  private static String span(Selection selection) {
    String from = selection.from().map(RecipeWords::clock).orElse("");
    String to = selection.to().map(RecipeWords::clock).orElse("");
    return from.isEmpty()
        ? Words.say("recipe.until", to)
        : to.isEmpty() ? Words.say("recipe.from", from) : Words.say("recipe.from-to", from, to);
  }

  private static String clock(OffsetDateTime time) {
    return CLOCK.format(time);
  }

  private static String ordinal(int n) {
    boolean teens = n % 100 / 10 == 1;
    String end = teens ? "th" : n % 10 == 1 ? "st" : n % 10 == 2 ? "nd" : n % 10 == 3 ? "rd" : "th";
    return n + end;
  }

  /**
   * The command that makes the same.
   *
   * @param folder where it is run: paths are told from there
   * @param out the picture that is made
   */
  public static String command(Recipe recipe, Path folder, Path out) {
    List<String> words = new ArrayList<>(List.of("zygonox", "blend", recipe.method().term()));
    Selection selection = recipe.selection();
    selection.paths().forEach(p -> words.add(relative(folder, p)));
    selection.run().ifPresent(r -> words.addAll(List.of("--run", Integer.toString(r))));
    selection.position().ifPresent(n -> words.addAll(List.of("--position", Integer.toString(n))));
    selection.kind().ifPresent(k -> words.addAll(List.of("--kind", Selection.term(k))));
    selection.from().ifPresent(t -> words.addAll(List.of("--from", t.toString())));
    selection.to().ifPresent(t -> words.addAll(List.of("--to", t.toString())));
    if (selection.every() > 1) {
      words.addAll(List.of("--every", Integer.toString(selection.every())));
    }
    recipe.sharpest().ifPresent(n -> words.addAll(List.of("--sharpest", Integer.toString(n))));
    selection.drop().forEach(p -> words.addAll(List.of("--drop", relative(folder, p))));
    Calibration calibration = recipe.calibration();
    calibration.darks().forEach(p -> words.addAll(List.of("--dark", relative(folder, p))));
    calibration.flats().forEach(p -> words.addAll(List.of("--flat", relative(folder, p))));
    if (calibration.hotPixels().auto()) {
      words.addAll(List.of("--hot-pixels", "auto"));
    }
    calibration
        .hotPixels()
        .marked()
        .ifPresent(p -> words.addAll(List.of("--hot-pixels", relative(folder, p))));
    if (recipe.mono()) {
      words.add("--mono");
    }
    if (recipe.matchLight()) {
      words.add("--match-light");
    }
    if (!recipe.tone().isNone()) {
      words.addAll(List.of("--develop", recipe.tone().term()));
    }
    if (recipe.align() != Align.NONE) {
      words.addAll(List.of("--align", term(recipe.align())));
    }
    recipe.reference().ifPresent(r -> words.addAll(List.of("--reference", relative(folder, r))));
    recipe.skyView().ifPresent(v -> words.addAll(List.of("--sky-view", v.term())));
    if (recipe.kernel() != Kernel.CUBIC) {
      words.addAll(List.of("--resample", term(recipe.kernel())));
    }
    if (recipe.kappa() != Recipe.USUAL_KAPPA) {
      words.addAll(List.of("--kappa", Words.number(recipe.kappa())));
    }
    if (recipe.averageIn() != AverageIn.LINEAR) {
      words.addAll(List.of("--average-in", term(recipe.averageIn())));
    }
    if (recipe.weights() != Weights.EVEN) {
      words.addAll(List.of("--weights", term(recipe.weights())));
    }
    recipe
        .ownLight()
        .forEach(
            (frame, light) ->
                words.addAll(
                    List.of("--own-light", relative(folder, frame) + "=" + ownLight(light))));
    recipe.movement().ifPresent(m -> movement(m, folder, words));
    regions(recipe.regions(), folder, words);
    if (recipe.taper() != Taper.NONE) {
      words.addAll(List.of("--taper", term(recipe.taper())));
    }
    if (recipe.mending().removesStreaks()) {
      words.add("--remove-streaks");
    }
    if (recipe.mending().bridgesGaps()) {
      words.add("--bridge-gaps");
    }
    for (ChosenLine line : recipe.mending().lines()) {
      if (line.stray() == Stray.LIGHT && !line.out()) {
        // A light stays by itself.
        continue;
      }
      words.addAll(
          List.of(
              line.stray() == Stray.LIGHT
                  ? "--light-out"
                  : line.out() ? "--line-out" : "--line-keep",
              relative(folder, line.frame()) + "=" + ends(line.line())));
    }
    recipe
        .red()
        .ifPresent(
            r -> {
              r.frames().forEach(p -> words.addAll(List.of("--red", relative(folder, p))));
              if (r.share() != 1) {
                words.addAll(List.of("--red-share", Words.number(r.share())));
              }
            });
    if (recipe.scale() != 1) {
      words.addAll(List.of("--scale", Words.number(recipe.scale())));
    }
    if (recipe.sharpen() > 0) {
      words.addAll(List.of("--sharpen", Words.number(recipe.sharpen())));
    }
    recipe
        .masks()
        .forEach(
            (frame, part) ->
                words.addAll(
                    List.of(
                        "--mask", relative(folder, frame) + "=" + relative(folder, part.mask()))));
    recipe.masks().entrySet().stream()
        .filter(m -> m.getValue().edgePixels() > 0)
        .forEach(
            m ->
                words.addAll(
                    List.of(
                        "--mask-edge",
                        relative(folder, m.getKey())
                            + "="
                            + Words.number(m.getValue().edgePixels()))));
    recipe.ground().ifPresent(g -> ground(g, folder, words));
    if (!recipe.crop().equals(Crop.NONE)) {
      words.addAll(List.of("--crop", recipe.crop().term()));
    }
    recipe.depth().ifPresent(d -> words.addAll(List.of("--depth", Integer.toString(d.bits()))));
    if (!recipe.jpeg().equals(JpegQuality.USUAL)) {
      words.addAll(List.of("--quality", Integer.toString(recipe.jpeg().perCent())));
    }
    words.addAll(List.of("--out", relative(folder, out)));
    return String.join(" ", words.stream().map(RecipeWords::quoted).toList());
  }

  private static void ground(SkyAndGround ground, Path folder, List<String> words) {
    ground
        .mask()
        .ifPresentOrElse(
            m -> words.addAll(List.of("--sky-mask", relative(folder, m))),
            () -> words.addAll(List.of("--sky-mask", "auto")));
    words.add("--hold-ground");
    ground.frames().forEach(p -> words.addAll(List.of("--ground", relative(folder, p))));
    ground.method().ifPresent(m -> words.addAll(List.of("--ground-method", m.term())));
    if (ground.asIs()) {
      words.add("--ground-as-is");
    }
    ground.edgePixels().ifPresent(e -> words.addAll(List.of("--edge", Words.number(e))));
  }

  private static String ends(Streak line) {
    DoubleStream straight =
        DoubleStream.of(line.x1(), line.y1(), line.x2(), line.y2(), line.width());
    return DoubleStream.concat(
            straight, line.bow() == 0 ? DoubleStream.empty() : DoubleStream.of(line.bow()))
        .mapToObj(Words::number)
        .collect(Collectors.joining(","));
  }

  private static String term(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  private static String relative(Path folder, Path path) {
    Path base = folder.toAbsolutePath().normalize();
    Path plain = path.toAbsolutePath().normalize();
    if (!plain.getRoot().equals(base.getRoot())) {
      return plain.toString();
    }
    String relative = base.relativize(plain).toString();
    return relative.isEmpty() ? "." : relative.startsWith("-") ? "./" + relative : relative;
  }

  /** As a shell wants a word that holds more than letters and the like. */
  private static String quoted(String word) {
    return word.matches("[A-Za-z0-9_./:+,=@%-]+") ? word : "'" + word.replace("'", "'\\''") + "'";
  }

  private static void movement(Movement movement, Path folder, List<String> words) {
    words.addAll(List.of("--movement", Integer.toString(movement.every())));
    movement.with().forEach(p -> words.addAll(List.of("--movement-with", relative(folder, p))));
    movement
        .without()
        .forEach(p -> words.addAll(List.of("--movement-without", relative(folder, p))));
    if (movement.over() != Movement.Over.LATER) {
      words.addAll(List.of("--movement-over", term(movement.over())));
    }
  }

  private static void regions(List<Region> regions, Path folder, List<String> words) {
    for (Region region : regions) {
      String from =
          region
              .frame()
              .map(f -> relative(folder, f))
              .orElseGet(() -> region.method().get().term());
      words.addAll(List.of("--region", name(region, folder) + "=" + from));
    }
    regions.stream()
        .filter(r -> r.edgePixels() != r.place().usualEdge())
        .forEach(
            r ->
                words.addAll(
                    List.of(
                        "--region-edge", name(r, folder) + "=" + Words.number(r.edgePixels()))));
  }

  private static String part(Region region) {
    String which = region.isPainted() ? "region" : region.isSky() ? "sky" : "cloud";
    return region
        .frame()
        .map(f -> Words.say("recipe." + which + "-frame", f.getFileName()))
        .orElseGet(() -> Words.say("recipe." + which + "-by", region.method().get().term()));
  }

  private static String name(Region region, Path folder) {
    return region.isPainted()
        ? relative(folder, region.place().called())
        : region.place().called().toString();
  }

  private static String signed(double stops) {
    return (stops >= 0 ? "+" : "") + Words.number(stops);
  }

  private static String ownLight(OwnLight light) {
    boolean plain = light.kelvin() == OwnLight.NONE.kelvin();
    return Words.number(light.stops()) + (plain ? "" : "," + Words.number(light.kelvin()));
  }
}
