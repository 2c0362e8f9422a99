package zygonox.desktop.blend;

import java.util.ArrayList;
import java.util.List;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.Tone;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Taper;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Part;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;

/** The parts of a recipe's sentence that tell what its light and its trails look like. */
final class ShapeClauses {
  private static final double STOPS_STEP = 1 / 3.0;
  private static final List<Integer> SCALES = List.of(2, 3, 4, 1);

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
    boolean trails = now.method() == BlendMethod.LIGHTEN && now.align() == Align.NONE;
    if (trails && now.taper() == Taper.NONE) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-taper"),
              Words.say("blend.taper-means.BOTH"),
              () -> model.edit("taper", model.recipe().withTaper(Taper.BOTH))));
    }
    boolean lies = now.ground().isEmpty() && now.red().isEmpty();
    if (now.align() != Align.NONE && lies && now.scale() == 1) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-scale"),
              Words.say("blend.scale-means", 2),
              () -> model.edit("scale", model.recipe().withScale(2))));
    }
    return offers;
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
    return sound;
  }
}
