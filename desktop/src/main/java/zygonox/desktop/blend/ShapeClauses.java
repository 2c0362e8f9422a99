package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.OwnLight;
import zygonox.core.develop.Tone;
import zygonox.core.quantity.Notation;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Movement;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Region;
import zygonox.core.recipe.Taper;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Part;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;

/** The parts of a recipe's sentence that tell what its light and its trails look like. */
final class ShapeClauses {
  private static final double STOPS_STEP = 1 / 3.0;
  private static final double KELVIN_STEP = 250;
  private static final int MOST_EVERY = 10;
  private static final double SHARPEN_STEP = 10;

  /** How much is offered at first; our choice. */
  private static final double MILD = 0.5;

  private static final List<Double> SCALES = List.of(2.0, 3.0, 4.0, 1.0, Recipe.HALF);

  /** What evens out cloud; nothing: it is blended as the rest. */
  private static final List<Optional<BlendMethod>> EVENING =
      List.of(Optional.of(BlendMethod.MEAN), Optional.of(BlendMethod.MEDIAN), Optional.empty());

  private final BlendModel model;

  ShapeClauses(BlendModel model) {
    this.model = model;
  }

  /** How every frame is developed; silent where it is not. */
  void develop(Sentence.Builder builder) {
    if (!model.recipe().tone().isNone()) {
      builder.say(Words.say("blend.s-develop")).set(development());
    }
  }

  /** The part that sets it. */
  Setting development() {
    Tone tone = model.recipe().tone();
    return Settings.parsed(
        "develop",
        tone.isNone() ? Words.say("blend.develop-none") : tone.term().replace(",", ", "),
        ShapeClauses::tone,
        t -> Words.say(t.isNone() ? "blend.develop-means-none" : "blend.develop-means"),
        t -> model.edit("develop", model.recipe().withTone(t)),
        direction -> brighter(model.recipe().tone(), direction * STOPS_STEP));
  }

  private static Tone tone(String typed) {
    boolean none = typed.isBlank() || typed.strip().equals(Words.say("blend.develop-none"));
    return none ? Tone.NONE : Tone.parse(typed);
  }

  /** Exposure by so many stops more, to a hundredth: what is shown can be typed. */
  private static Tone brighter(Tone tone, double stops) {
    double exposure = Math.max(-10, Math.min(10, tone.exposure() + stops));
    return new Tone(
        tone.black(),
        tone.balance(),
        tone.neutral(),
        Math.round(100 * exposure) / 100.0,
        tone.highlights(),
        tone.shadows());
  }

  /** How trails grow along their length; silent where they are even. */
  void taper(Sentence.Builder builder) {
    if (model.recipe().taper() == Taper.NONE) {
      return;
    }
    builder
        .say(Words.say("blend.s-trails"))
        .set(
            Settings.choice(
                "taper",
                model.recipe().taper(),
                List.of(
                    Taper.IN,
                    Taper.OUT,
                    Taper.BOTH,
                    Taper.POINTS_LAST,
                    Taper.POINTS_FIRST,
                    Taper.NONE),
                t -> Words.say("blend.taper." + t),
                t -> Words.say("blend.taper-means." + t),
                t -> model.edit("taper", model.recipe().withTaper(t))));
  }

  /** What of that which moves is laid in; silent where nothing is. */
  void movement(Sentence.Builder builder) {
    Optional<Movement> laid = model.recipe().movement();
    if (laid.isEmpty()) {
      return;
    }
    TreeSet<Integer> choices = new TreeSet<>(List.of(laid.get().every()));
    for (int n = 0; n <= MOST_EVERY; n++) {
      choices.add(n);
    }
    builder
        .say(Words.say("blend.s-movement"))
        .set(
            Settings.choice(
                "movement",
                laid.get().every(),
                List.copyOf(choices),
                n -> Words.say("blend.movement", n),
                n -> Words.say("blend.movement-means", n),
                n -> model.edit("movement", laid(n))))
        .say(", ")
        .set(
            Settings.choice(
                "movement-over",
                laid.get().over(),
                List.of(Movement.Over.values()),
                o -> Words.say("blend.movement-over." + o),
                o -> Words.say("blend.movement-over-means." + o),
                o ->
                    model.edit(
                        "movement-over",
                        model
                            .recipe()
                            .withMovement(model.recipe().movement().map(m -> m.withOver(o))))));
  }

  /** Frames whose light is changed by itself; silent where none is. */
  void ownLight(Sentence.Builder builder) {
    model
        .recipe()
        .ownLight()
        .forEach(
            (frame, light) -> {
              String name = frame.getFileName().toString();
              builder
                  .say(Words.say("blend.s-own-light", name))
                  .set(
                      Settings.number(
                          "own-stops-" + name,
                          Notation.STOPS::parse,
                          Words.say("blend.own-stops", Words.number(light.stops())),
                          light.stops(),
                          v -> v + STOPS_STEP,
                          v -> v - STOPS_STEP,
                          v -> new OwnLight(Math.round(100 * v) / 100.0, light.kelvin()),
                          o -> Words.say("blend.own-stops-mean"),
                          o -> own(frame, o)))
                  .say(Words.say("blend.s-own-kelvin"))
                  .set(
                      Settings.number(
                          "own-kelvin-" + name,
                          Notation.KELVIN::parse,
                          Words.say("blend.own-kelvin", Words.number(light.kelvin())),
                          light.kelvin(),
                          v -> v + KELVIN_STEP,
                          v -> v - KELVIN_STEP,
                          v -> new OwnLight(light.stops(), v),
                          o -> Words.say("blend.own-kelvin-means"),
                          o -> own(frame, o)));
            });
  }

  private void own(Path frame, OwnLight light) {
    Map<Path, OwnLight> lights = new LinkedHashMap<>(model.recipe().ownLight());
    if (light.isNone()) {
      lights.remove(frame);
    } else {
      lights.put(frame, light);
    }
    model.edit("own-light " + frame.getFileName(), model.recipe().withOwnLight(lights));
  }

  /** Parts that come from elsewhere; silent where none does. */
  void regions(Sentence.Builder builder) {
    sky(builder);
    cloud(builder);
    int count = painted(model.recipe()).size();
    if (count == 0) {
      return;
    }
    builder
        .say(", ")
        .set(
            Settings.choice(
                "regions",
                count,
                List.of(count, 0),
                n -> Words.say("blend.regions", n),
                n -> Words.say("blend.regions-mean", n),
                n -> {
                  if (n == 0) {
                    List<Region> others = new ArrayList<>(model.recipe().regions());
                    others.removeAll(painted(model.recipe()));
                    model.edit("regions", model.recipe().withRegions(others));
                  }
                }));
  }

  private static List<Region> painted(Recipe recipe) {
    return recipe.regions().stream().filter(Region::isPainted).toList();
  }

  /** Where the sky comes from; silent where it is blended as the rest. */
  private void sky(Sentence.Builder builder) {
    Optional<Region> sky = Skies.of(model.recipe());
    if (sky.isEmpty()) {
      return;
    }
    List<Optional<Path>> frames = new ArrayList<>(List.of(Optional.empty()));
    model.keptFrames().forEach(f -> frames.add(Optional.of(f.file())));
    Optional<Path> now = sky.get().frame();
    if (!frames.contains(now)) {
      frames.add(now);
    }
    builder
        .say(Words.say("blend.s-sky"))
        .set(
            Settings.choice(
                "sky",
                now,
                frames,
                f -> f.map(p -> p.getFileName().toString()).orElse(Words.say("blend.sky-all")),
                f -> Words.say(f.isPresent() ? "blend.sky-means" : "blend.sky-all-means"),
                f -> model.edit("sky", Skies.from(model.recipe(), f))))
        .say(Words.say("sky-page.s-edge"))
        .set(
            Settings.number(
                "sky-edge",
                Notation.PIXELS::parse,
                Words.say("sky-page.pixels", Words.number(sky.get().edgePixels())),
                sky.get().edgePixels(),
                v -> v + 1,
                v -> Math.max(0, v - 1),
                v -> Skies.edged(model.recipe(), v),
                r -> Words.say("sky-page.edge-means"),
                r -> model.edit("sky-edge", r)))
        .say(Words.say("clean.s-soft"));
  }

  /** Where cloud that drifted comes from; silent where it is blended as the rest. */
  private void cloud(Sentence.Builder builder) {
    Optional<Region> cloud = FoundParts.of(model.recipe(), Region.Found.CLOUD);
    if (cloud.isEmpty()) {
      return;
    }
    builder
        .say(Words.say("blend.s-cloud"))
        .set(
            Settings.choice(
                "cloud",
                cloud.get().method(),
                EVENING,
                m -> m.map(BlendMethod::term).orElse(Words.say("blend.cloud-as-rest")),
                m ->
                    Words.say(
                        "blend.cloud-means." + m.map(BlendMethod::term).orElse("as-the-rest")),
                m ->
                    model.edit(
                        "cloud",
                        FoundParts.with(
                            model.recipe(), Region.Found.CLOUD, m.map(by -> cloud.get().by(by))))));
  }

  private Recipe laid(int every) {
    Recipe now = model.recipe();
    return every == 0
        ? now.withMovement(Optional.empty())
        : now.withMovement(now.movement().map(m -> m.withEvery(every)));
  }

  /** How much finer the result is; silent where it is as the frames are. */
  void scale(Sentence.Builder builder) {
    if (model.recipe().scale() == 1) {
      return;
    }
    builder
        .say(Words.say("blend.s-scale"))
        .set(
            Settings.choice(
                "scale",
                model.recipe().scale(),
                SCALES,
                n -> Words.say("blend.scale", n),
                n -> Words.say("blend.scale-means", n),
                n -> model.edit("scale", model.recipe().withScale(n))));
    if (model.recipe().sharpen() > 0) {
      double perCent = 100 * model.recipe().sharpen();
      builder
          .say(Words.say("blend.s-sharpen"))
          .set(
              Settings.number(
                  "sharpen",
                  ShapeClauses::perCent,
                  Words.say("blend.sharpen-percent", Words.number(perCent)),
                  perCent,
                  v -> Math.min(100, v + SHARPEN_STEP),
                  v -> Math.max(0, v - SHARPEN_STEP),
                  v -> model.recipe().withSharpen(v / 100),
                  r -> Words.say(r.sharpen() == 0 ? "blend.no-sharpening" : "blend.sharpen-means"),
                  r -> model.edit("sharpen", r)));
    }
  }

  private static double perCent(String typed) {
    return Notation.NUMBER.parse(typed.replace("%", "").strip());
  }

  /** What of these could be added. */
  List<Part.Offer> offers() {
    Recipe now = model.recipe();
    List<Part.Offer> offers = new ArrayList<>();
    if (now.tone().isNone()) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-develop"),
              Words.say("blend.develop-means"),
              () -> model.edit("develop", model.recipe().withTone(brighter(Tone.NONE, 1)))));
    }
    model
        .looked()
        .filter(f -> !now.ownLight().containsKey(f))
        .ifPresent(
            f ->
                offers.add(
                    new Part.Offer(
                        Words.say("blend.offer-own-light", f.getFileName()),
                        Words.say("blend.own-light-means"),
                        () -> own(f, new OwnLight(-1, OwnLight.NONE.kelvin())))));
    boolean trails = now.method() == BlendMethod.LIGHTEN && now.align() == Align.NONE;
    if (trails && now.taper() == Taper.NONE) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-taper"),
              Words.say("blend.taper-means.BOTH"),
              () -> model.edit("taper", model.recipe().withTaper(Taper.BOTH))));
    }
    if (now.movement().isEmpty() && takesMovement(now)) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-movement"),
              Words.say("blend.movement-means", 1),
              () ->
                  model.edit(
                      "movement", model.recipe().withMovement(Optional.of(Movement.of(1))))));
    }
    if (trails && RegionModel.fits(now) && Skies.of(now).isEmpty()) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-sky"),
              Words.say("blend.sky-means"),
              () -> model.edit("sky", Skies.from(model.recipe(), model.skyFrame()))));
    }
    if (trails
        && RegionModel.fits(now)
        && FoundParts.of(now, Region.Found.CLOUD).isEmpty()
        && Skies.of(now).isEmpty()) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-cloud"),
              Words.say("blend.cloud-means.mean"),
              () -> model.edit("cloud", evenCloud(model.recipe(), true))));
    }
    boolean lies = now.ground().isEmpty() && now.red().isEmpty();
    if (now.align() != Align.NONE && lies && now.scale() == 1) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-scale"),
              Words.say("blend.scale-means", 2),
              () -> model.edit("scale", model.recipe().withScale(2))));
    }
    if (now.scale() > 1 && now.sharpen() == 0) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-sharpen"),
              Words.say("blend.sharpen-means"),
              () -> model.edit("sharpen", model.recipe().withSharpen(MILD))));
    }
    return offers;
  }

  /** The same with drifting cloud evened out, or as the rest is blended. */
  static Recipe evenCloud(Recipe recipe, boolean even) {
    return FoundParts.with(
        recipe, Region.Found.CLOUD, even ? Optional.of(Region.evenCloud()) : Optional.empty());
  }

  /** Whether what moves can be laid into its result: an empty place, whole and at its own size. */
  private static boolean takesMovement(Recipe recipe) {
    boolean empties =
        recipe.method() == BlendMethod.MEDIAN || recipe.method() == BlendMethod.CLIPPED_MEAN;
    return empties
        && recipe.scale() == 1
        && recipe.align() != Align.STARS
        && recipe.ground().isEmpty()
        && recipe.red().isEmpty()
        && recipe.crop().equals(Crop.NONE);
  }

  /** The same without what has no meaning any more. */
  static Recipe sound(Recipe recipe) {
    Recipe sound = recipe;
    if (sound.method() != BlendMethod.LIGHTEN) {
      sound = sound.withTaper(Taper.NONE);
    }
    if (sound.align() == Align.NONE || sound.ground().isPresent() || sound.red().isPresent()) {
      sound = sound.withScale(1);
    }
    if (sound.red().isPresent()) {
      sound = sound.withCrop(Crop.NONE);
    }
    sound = takesMovement(sound) ? sound : sound.withMovement(Optional.empty());
    return RegionModel.fits(sound) ? sound : sound.withRegions(List.of());
  }
}
