package zygonox.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
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
import zygonox.core.frame.FrameSet;
import zygonox.core.mend.ChosenLine;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.FramePart;
import zygonox.core.recipe.Movement;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.RecipeFile;
import zygonox.core.recipe.RedLight;
import zygonox.core.recipe.Region;
import zygonox.core.recipe.Selection;
import zygonox.core.recipe.SkyAndGround;
import zygonox.core.recipe.Taper;
import zygonox.core.recipe.Weights;
import zygonox.core.words.Words;

/** The options that say what a picture is made of and how: a recipe, and what changes it. */
final class RecipeOptions {
  @Parameters(index = "0..*", arity = "0..*", paramLabel = "METHOD PATH")
  private List<String> words = List.of();

  @Option(names = "--run", paramLabel = "N")
  private Integer run;

  @Option(names = "--position", paramLabel = "N")
  private Integer position;

  @Option(names = "--kind", paramLabel = "KIND")
  private String kind;

  @Option(names = "--align", paramLabel = "HOW")
  private String align;

  @Option(names = "--reference", paramLabel = "FILE")
  private Path reference;

  @Option(names = "--sky-view", paramLabel = "LAT,AZ,ALT,WIDTH")
  private String skyView;

  @Option(names = "--resample", paramLabel = "KERNEL")
  private String resample;

  @Option(names = "--drop", paramLabel = "FILE")
  private List<Path> drop;

  @Option(names = "--every", paramLabel = "N")
  private Integer every;

  @Option(names = "--from", paramLabel = "T")
  private String from;

  @Option(names = "--to", paramLabel = "T")
  private String to;

  @Option(names = "--average-in", paramLabel = "SCALE")
  private String averageIn;

  @Option(names = "--kappa", paramLabel = "K")
  private Double kappa;

  @Option(names = "--sharpest", paramLabel = "N")
  private Integer sharpest;

  @Option(names = "--weights", paramLabel = "HOW")
  private String weights;

  @Option(names = "--dark", paramLabel = "PATH")
  private List<Path> darks;

  @Option(names = "--flat", paramLabel = "PATH")
  private List<Path> flats;

  @Option(names = "--hot-pixels", paramLabel = "WHICH")
  private String hotPixels;

  @Option(names = "--mono", negatable = true)
  private Boolean mono;

  @Option(names = "--match-light", negatable = true)
  private Boolean matchLight;

  @Option(names = "--develop", paramLabel = "LIST")
  private String develop;

  @Option(names = "--mask", paramLabel = "FRAME=FILE")
  private Map<Path, Path> masks;

  @Option(names = "--mask-edge", paramLabel = "[FRAME=]PX")
  private List<String> maskEdges;

  @Option(names = "--sky-mask", paramLabel = "WHICH")
  private String skyMask;

  @Option(names = "--hold-ground", negatable = true)
  private Boolean holdGround;

  @Option(names = "--ground", paramLabel = "PATH")
  private List<Path> ground;

  @Option(names = "--ground-method", paramLabel = "METHOD")
  private String groundMethod;

  @Option(names = "--ground-as-is")
  private boolean groundAsIs;

  @Option(names = "--edge", paramLabel = "PX")
  private Double edge;

  @Option(names = "--remove-streaks", negatable = true)
  private Boolean removeStreaks;

  @Option(names = "--line-out", paramLabel = "FRAME=X1,Y1,X2,Y2,WIDTH")
  private List<String> linesOut = List.of();

  @Option(names = "--light-out", paramLabel = "FRAME=X1,Y1,X2,Y2,WIDTH")
  private List<String> lightsOut = List.of();

  @Option(names = "--line-keep", paramLabel = "FRAME=X1,Y1,X2,Y2,WIDTH")
  private List<String> linesKept = List.of();

  @Option(names = "--bridge-gaps", negatable = true)
  private Boolean bridgeGaps;

  @Option(names = "--taper", paramLabel = "HOW")
  private String taper;

  @Option(names = "--own-light", paramLabel = "FRAME=STOPS[,KELVIN]")
  private List<String> ownLight;

  @Option(names = "--region", paramLabel = "MASK=FROM")
  private List<String> regions;

  @Option(names = "--region-edge", paramLabel = "[MASK=]PX")
  private List<String> regionEdges;

  @Option(names = "--movement", paramLabel = "N")
  private Integer movement;

  @Option(names = "--movement-with", paramLabel = "FRAME")
  private List<Path> movementWith;

  @Option(names = "--movement-without", paramLabel = "FRAME")
  private List<Path> movementWithout;

  @Option(names = "--movement-over", paramLabel = "WHICH")
  private String movementOver;

  @Option(names = "--red", paramLabel = "PATH")
  private List<Path> red;

  @Option(names = "--red-share", paramLabel = "F")
  private Double redShare;

  @Option(names = "--scale", paramLabel = "N")
  private Double scale;

  @Option(names = "--sharpen", paramLabel = "V")
  private Double sharpen;

  @Option(names = "--crop", paramLabel = "AREA")
  private String crop;

  @Option(names = "--depth", paramLabel = "BITS")
  private Integer depth;

  @Option(names = "--quality", paramLabel = "PERCENT")
  private Integer quality;

  @Option(names = "--recipe", paramLabel = "FILE")
  private Path recipeFile;

  /** Whether only one position of a head is asked for. */
  boolean ofOnePosition() {
    return position != null;
  }

  /** Frames that are not to take part. */
  List<Path> left() {
    return drop == null ? List.of() : drop;
  }

  /** The recipe that was named or the usual one, with what was said beside it. */
  Recipe asked() {
    Optional<RecipeFile> named = Optional.ofNullable(recipeFile).map(RecipeFile::read);
    Optional<BlendMethod> method = words.isEmpty() ? Optional.empty() : method(words.get(0));
    List<Path> paths = words.stream().skip(method.isPresent() ? 1 : 0).map(Path::of).toList();
    if (named.isEmpty()) {
      String first = words.isEmpty() ? "" : words.get(0);
      if (method.isEmpty()) {
        // Says which methods there are.
        Typed.choice("METHOD", first, BlendMethod.class);
      }
      if (paths.isEmpty()) {
        throw new InvalidInput(Words.say("shell.no-frames-named"));
      }
    }
    Recipe recipe =
        named
            .map(RecipeFile::recipe)
            .orElseGet(() -> Recipe.of(Selection.of(paths), method.orElseThrow()));
    recipe = method.map(recipe::withMethod).orElse(recipe);
    recipe = recipe.withSelection(selection(recipe.selection(), paths));
    if (align != null || reference != null) {
      Align how = align == null ? recipe.align() : Typed.choice("--align", align, Align.class);
      // Frames that are no longer aligned need no reference.
      boolean drops = align != null && how == Align.NONE && reference == null;
      Optional<Path> onto = Optional.ofNullable(reference).or(recipe::reference);
      recipe = recipe.withAlign(how, drops ? Optional.empty() : onto);
    }
    if (skyView != null) {
      recipe = recipe.withSkyView(Optional.of(SkyView.parse(skyView)));
    }
    if (resample != null) {
      recipe = recipe.withKernel(Typed.choice("--resample", resample, Kernel.class));
    }
    if (averageIn != null) {
      recipe = recipe.withAverageIn(Typed.choice("--average-in", averageIn, AverageIn.class));
    }
    recipe = sharpest == null ? recipe : recipe.withSharpest(OptionalInt.of(sharpest));
    if (weights != null) {
      recipe = recipe.withWeights(Typed.choice("--weights", weights, Weights.class));
    }
    recipe = recipe.withCalibration(calibration(recipe.calibration()));
    recipe = mono == null ? recipe : recipe.withMono(mono);
    recipe = matchLight == null ? recipe : recipe.withMatchLight(matchLight);
    recipe = develop == null ? recipe : recipe.withTone(Tone.parse(develop));
    recipe = ownLight == null ? recipe : recipe.withOwnLight(ownLight());
    recipe = recipe.withMasks(masks(recipe));
    recipe = recipe.withGround(ground(recipe.ground()));
    recipe = taper == null ? recipe : recipe.withTaper(Typed.choice("--taper", taper, Taper.class));
    if (removeStreaks != null) {
      recipe = recipe.withMending(recipe.mending().withStreaks(removeStreaks));
    }
    if (bridgeGaps != null) {
      recipe = recipe.withMending(recipe.mending().withGaps(bridgeGaps));
    }
    recipe = recipe.withMending(recipe.mending().withLines(lines(recipe.mending().lines())));
    recipe = recipe.withMovement(movement(recipe.movement()));
    recipe = recipe.withRegions(regions(recipe.regions()));
    recipe = recipe.withRed(red(recipe.red()));
    recipe = scale == null ? recipe : recipe.withScale(scale);
    recipe = sharpen == null ? recipe : recipe.withSharpen(sharpen);
    recipe = kappa == null ? recipe : recipe.withKappa(kappa);
    recipe = crop == null ? recipe : recipe.withCrop(Crop.parse(crop));
    recipe = depth == null ? recipe : recipe.withDepth(Depth.ofBits(depth));
    return quality == null ? recipe : recipe.withJpeg(new JpegQuality(quality, true));
  }

  /** Any word of sky or ground means that they are blended by themselves. */
  private Optional<SkyAndGround> ground(Optional<SkyAndGround> given) {
    if (Boolean.FALSE.equals(holdGround)) {
      if (skyMask != null || ground != null || groundMethod != null || groundAsIs || edge != null) {
        throw InvalidInput.about("no-hold-ground", Words.say("shell.ground-held-and-not"));
      }
      return Optional.empty();
    }
    boolean said = holdGround != null || skyMask != null || ground != null;
    if (!said && given.isEmpty()) {
      if (groundMethod != null || groundAsIs || edge != null) {
        String option =
            groundMethod != null ? "ground-method" : groundAsIs ? "ground-as-is" : "edge";
        throw InvalidInput.about(option, Words.say("shell.no-ground-held"));
      }
      return given;
    }
    SkyAndGround before =
        given.orElse(
            new SkyAndGround(
                Optional.empty(), List.of(), Optional.empty(), false, OptionalDouble.empty()));
    Optional<Path> mask =
        skyMask == null
            ? before.mask()
            : "auto".equalsIgnoreCase(skyMask) ? Optional.empty() : Optional.of(Path.of(skyMask));
    return Optional.of(
        new SkyAndGround(
            mask,
            ground == null ? before.frames() : ground,
            groundMethod == null
                ? before.method()
                : Optional.of(Typed.choice("--ground-method", groundMethod, BlendMethod.class)),
            groundAsIs || before.asIs(),
            edge == null ? before.edgePixels() : OptionalDouble.of(edge)));
  }

  private List<ChosenLine> lines(List<ChosenLine> given) {
    List<ChosenLine> lines = new ArrayList<>(given);
    linesOut.forEach(typed -> lines.add(ChosenLine.parse(typed, true)));
    linesKept.forEach(typed -> lines.add(ChosenLine.parse(typed, false)));
    lightsOut.forEach(typed -> lines.add(ChosenLine.parseLight(typed)));
    return lines;
  }

  private Map<Path, OwnLight> ownLight() {
    Map<Path, OwnLight> lights = new LinkedHashMap<>();
    ownLight.stream().map(OwnLight::parse).forEach(o -> lights.put(o.frame(), o.light()));
    return lights;
  }

  private Map<Path, FramePart> masks(Recipe given) {
    Map<Path, FramePart> asked = new LinkedHashMap<>();
    if (masks == null) {
      asked.putAll(given.masks());
    } else {
      masks.forEach((frame, mask) -> asked.put(frame, FramePart.hard(mask)));
    }
    if (maskEdges == null) {
      return asked;
    }
    if (asked.isEmpty()) {
      throw InvalidInput.about("mask-edge", Words.say("shell.no-mask"));
    }
    if (!given.fadesParts()) {
      throw InvalidInput.about(
          "mask-edge", Words.say("shell.mask-edge-idle", given.method().term()));
    }
    Edges edges = Edges.parse("mask-edge", maskEdges);
    edges.check("mask-edge", asked.keySet());
    asked.replaceAll(
        (frame, part) -> new FramePart(part.mask(), edges.of(frame, part.edgePixels())));
    return asked;
  }

  private List<Region> regions(List<Region> given) {
    List<Region> asked = regions == null ? given : regions.stream().map(Region::parse).toList();
    if (regionEdges == null) {
      return asked;
    }
    if (asked.isEmpty()) {
      throw InvalidInput.about("region-edge", Words.say("shell.no-region"));
    }
    Edges edges = Edges.parse("region-edge", regionEdges);
    edges.check(
        "region-edge", asked.stream().map(r -> r.place().called()).collect(Collectors.toSet()));
    return asked.stream()
        .map(r -> r.withEdge(edges.of(r.place().called(), r.edgePixels())))
        .toList();
  }

  private Optional<Movement> movement(Optional<Movement> given) {
    if (movement == null && given.isEmpty()) {
      if (movementWith != null || movementWithout != null || movementOver != null) {
        String option =
            movementWith != null ? "with" : movementWithout != null ? "without" : "over";
        throw InvalidInput.about("movement-" + option, Words.say("shell.no-movement"));
      }
      return given;
    }
    if (movement != null && movement == 0) {
      return Optional.empty();
    }
    Movement before = given.orElseGet(() -> Movement.of(1));
    return Optional.of(
        new Movement(
            movement == null ? before.every() : movement,
            movementOver == null
                ? before.over()
                : Typed.choice("--movement-over", movementOver, Movement.Over.class),
            movementWith == null ? before.with() : movementWith,
            movementWithout == null ? before.without() : movementWithout));
  }

  private Optional<RedLight> red(Optional<RedLight> given) {
    if (red == null && given.isEmpty()) {
      if (redShare != null) {
        throw InvalidInput.about("red-share", Words.say("shell.no-red"));
      }
      return given;
    }
    double share = redShare != null ? redShare : given.map(RedLight::share).orElse(1.0);
    return Optional.of(new RedLight(red == null ? given.orElseThrow().frames() : red, share));
  }

  private Calibration calibration(Calibration given) {
    return new Calibration(
        darks == null ? given.darks() : darks,
        flats == null ? given.flats() : flats,
        hotPixels == null ? given.hotPixels() : HotPixelRepair.parse(hotPixels));
  }

  private Selection selection(Selection given, List<Path> paths) {
    Selection chosen = paths.isEmpty() ? given : given.withPaths(paths);
    chosen = run == null ? chosen : chosen.withRun(OptionalInt.of(run));
    chosen = position == null ? chosen : chosen.withPosition(OptionalInt.of(position));
    if (kind != null) {
      chosen = chosen.withKind(Optional.of(Typed.choice("--kind", kind, FrameKind.class)));
    }
    chosen = every == null ? chosen : chosen.withEvery(every);
    return drop == null ? chosen : chosen.withDrop(drop);
  }

  private static Optional<BlendMethod> method(String text) {
    for (BlendMethod one : BlendMethod.values()) {
      if (one.term().equals(text.toLowerCase(Locale.ROOT))) {
        return Optional.of(one);
      }
    }
    return Optional.empty();
  }

  /** The same with the moments that were typed, by the clock of what was found. */
  Selection inTime(Selection given, FrameSet found) {
    Selection chosen = given;
    if (from != null) {
      chosen = chosen.withFrom(Optional.of(Times.inNight("from", from, found)));
    }
    return to == null ? chosen : chosen.withTo(Optional.of(Times.inNight("to", to, found)));
  }

  /**
   * What is typed of single frames that take no part would do nothing. A recipe may know of more
   * frames than are taken now; a ground of its own, and red light, have frames of theirs.
   */
  void checkNamed(Recipe recipe, FrameSet set) {
    if (recipe.ground().isPresent() || recipe.red().isPresent()) {
      return;
    }
    Set<Path> there =
        set.frames().stream()
            .map(f -> f.file().toAbsolutePath().normalize())
            .collect(Collectors.toSet());
    check("own-light", ownLight == null ? Set.of() : ownLight().keySet(), there);
    check("mask", masks == null ? Set.of() : masks.keySet(), there);
    check("movement-with", movementWith == null ? Set.of() : movementWith, there);
    check("movement-without", movementWithout == null ? Set.of() : movementWithout, there);
  }

  private static void check(String option, Collection<Path> named, Set<Path> there) {
    named.stream()
        .filter(p -> !there.contains(p.toAbsolutePath().normalize()))
        .findFirst()
        .ifPresent(
            p -> {
              throw InvalidInput.about(option, Words.say("shell.frame-takes-no-part", p));
            });
  }
}
