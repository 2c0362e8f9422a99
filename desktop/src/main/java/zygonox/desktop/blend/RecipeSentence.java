package zygonox.desktop.blend;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import zygonox.core.align.SkyView;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.RedLight;
import zygonox.core.recipe.Weights;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Part;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;

/**
 * The recipe as a sentence whose parts can be changed. A clause that stands at its usual is silent,
 * and offered at the sentence's end.
 */
final class RecipeSentence {
  private static final double RED_STEP = 0.25;
  private static final double KAPPA_STEP = 0.5;

  /** What looking for stars takes, in seconds a megapixel and core; measured by the bench. */
  private static final double SEARCH_SECONDS = 0.04;

  /** The same for measuring. */
  private static final double MEASURE_SECONDS = 0.08;

  /** The same for decoding. */
  private static final double DECODE_SECONDS = 0.02;

  private final BlendModel model;
  private final FrameSet set;
  private final int index;
  private final FrameRun run;
  private final ShapeClauses shape;
  private final FrameClauses frames;

  /** Where the camera looked, by the plan. */
  private final Optional<SkyView> planned;

  /**
   * @param index the run that is blended, counting from 0
   */
  RecipeSentence(BlendModel model, FrameSet set, int index) {
    this.model = model;
    this.set = set;
    this.index = index;
    this.run = set.runs().get(index);
    this.shape = new ShapeClauses(model);
    this.frames = new FrameClauses(model);
    this.planned = model.plannedView(index);
  }

  Sentence told() {
    Sentence.Builder builder =
        new Sentence.Builder()
            .say(Words.say("blend.s-for"))
            .set(purpose())
            .say(Words.say("blend.s-take"));
    builder.set(
        choice(
            "run",
            index,
            IntStream.range(0, set.runs().size()).boxed().toList(),
            i -> runName(set, set.runs().get(i)),
            i ->
                Words.say("blend.the")
                    + set.runs().get(i).frames().size()
                    + Words.say("blend.frames-of-like-settings"),
            model::setRun));
    frames.tell(builder);
    alignClause(builder);
    careClauses(builder);
    shape.develop(builder);
    shape.ownLight(builder);
    builder
        .say(
            Words.say(
                model.recipe().align() == Align.NONE
                        && cares().isEmpty()
                        && model.recipe().tone().isNone()
                        && model.recipe().ownLight().isEmpty()
                    ? "blend.s-and"
                    : "blend.s-and-blend-by"))
        .set(
            choice(
                "method",
                model.recipe().method(),
                List.of(BlendMethod.values()),
                BlendMethod::term,
                RecipeSentence::meaning,
                model::setMethod));
    averageClauses(builder);
    shape.movement(builder);
    shape.regions(builder);
    shape.taper(builder);
    shape.scale(builder);
    cropClause(builder);
    List<Part.Offer> offers = offers();
    if (!offers.isEmpty()) {
      builder.say(", ").offer(new Part.Offers("more", Words.say("blend.s-more"), offers));
    }
    return builder.say(offers.isEmpty() ? "." : "").end();
  }

  private Setting purpose() {
    Purpose now = Purpose.of(model.recipe());
    int count = Math.max(1, model.keptFrames().size());
    return choice(
        "purpose",
        now,
        Purpose.choices(model.recipe(), set),
        p -> Words.say("blend.purpose." + p),
        p -> Words.say("blend.purpose-means." + p, count, Math.log(count) / Math.log(2)),
        p -> model.edit("purpose", p.serve(model.recipe(), set, model.skyFrame())));
  }

  private void alignClause(Sentence.Builder builder) {
    if (model.recipe().align() == Align.NONE) {
      return;
    }
    builder
        .say(", ")
        .set(
            choice(
                "align",
                model.recipe().align(),
                List.of(Align.STARS, Align.SCENE, Align.SHIFT, Align.NONE),
                a -> Words.say("blend.align." + a),
                RecipeSentence::meaning,
                model::setAlign));
    model
        .recipe()
        .reference()
        .ifPresent(
            file ->
                builder
                    .say(Words.say("blend.s-of"))
                    .set(
                        choice(
                            "reference",
                            file,
                            run.frames().stream().map(Frame::file).toList(),
                            f -> f.getFileName().toString(),
                            f -> Words.say("blend.reference-means"),
                            model::setReference)));
    // What the plan tells is usual, and so not said.
    if (!model.recipe().skyView().equals(planned) && model.recipe().skyView().isPresent()) {
      builder
          .say(", ")
          .set(
              choice(
                  "sky-view",
                  model.recipe().skyView(),
                  Stream.of(model.recipe().skyView(), planned).distinct().toList(),
                  v -> Words.say("blend.sky-view." + seen(v)),
                  v -> Words.say("blend.sky-view-means." + seen(v)),
                  v -> model.edit("sky-view", model.recipe().withSkyView(v))));
    }
  }

  private List<Care> cares() {
    return Arrays.stream(Care.values()).filter(c -> c.isOn(model.recipe())).toList();
  }

  private void careClauses(Sentence.Builder builder) {
    for (Care care : cares()) {
      builder
          .say(", ")
          .set(
              choice(
                  "care-" + care.name().toLowerCase(Locale.ROOT).replace('_', '-'),
                  true,
                  List.of(true, false),
                  on -> Words.say((on ? "blend.care." : "blend.care-not.") + care),
                  on -> Words.say(on ? "blend.care-means." + care : "blend.cost-none"),
                  on -> model.set(care, on)));
      if (care == Care.RED) {
        model.recipe().red().filter(r -> r.share() != 1).ifPresent(r -> redShare(builder, r));
      }
    }
  }

  private void redShare(Sentence.Builder builder, RedLight red) {
    builder
        .say(Words.say("blend.s-red-share"))
        .set(
            Settings.number(
                "red-share",
                Notation.NUMBER::parse,
                Words.number(red.share()),
                red.share(),
                v -> Math.min(RedLight.MOST_SHARE, v + RED_STEP),
                v -> Math.max(0, v - RED_STEP),
                v -> withRed(red, v),
                r -> Words.say("blend.red-share-means"),
                r -> model.edit("red-share", r)));
  }

  private Recipe withRed(RedLight red, double share) {
    return model.recipe().withRed(Optional.of(new RedLight(red.frames(), share)));
  }

  private void averageClauses(Sentence.Builder builder) {
    Recipe recipe = model.recipe();
    if (recipe.averageIn() == AverageIn.ENCODED) {
      builder
          .say(Words.say("blend.s-of"))
          .set(
              choice(
                  "average-in",
                  recipe.averageIn(),
                  List.of(AverageIn.ENCODED, AverageIn.LINEAR),
                  a ->
                      a == AverageIn.LINEAR
                          ? Words.say("blend.the-light")
                          : Words.say("blend.the-stored-values"),
                  a ->
                      a == AverageIn.LINEAR
                          ? Words.say("blend.as-one-long-exposure-would")
                          : Words.say("blend.as-they-stand-in-the"),
                  a -> model.edit("average-in", model.recipe().withAverageIn(a))));
    }
    if (recipe.kappa() != Recipe.USUAL_KAPPA) {
      builder
          .say(Words.say("blend.s-within"))
          .set(
              Settings.number(
                  "kappa",
                  Notation.NUMBER::parse,
                  Words.number(recipe.kappa()),
                  recipe.kappa(),
                  v -> v + KAPPA_STEP,
                  v -> v - KAPPA_STEP,
                  v -> model.recipe().withKappa(v),
                  r -> Words.say("blend.kappa-means", Words.number(r.kappa())),
                  r -> model.edit("kappa", r)))
          .say(Words.say("blend.s-sigma"));
    }
    if (recipe.weights() == Weights.QUALITY) {
      builder
          .say(", ")
          .set(
              choice(
                  "weights",
                  recipe.weights(),
                  List.of(Weights.QUALITY, Weights.EVEN),
                  w -> Words.say("blend.weights." + w),
                  w -> Words.say("blend.weights-mean." + w),
                  w -> model.edit("weights", model.recipe().withWeights(w))));
    }
  }

  private void cropClause(Sentence.Builder builder) {
    if (!model.recipe().crop().equals(Crop.NONE)) {
      builder
          .say(", ")
          .set(
              choice(
                  "crop",
                  model.recipe().crop(),
                  List.of(Crop.COMMON, Crop.NONE),
                  c -> Words.say(c.equals(Crop.NONE) ? "blend.crop.NONE" : "blend.crop.COMMON"),
                  c ->
                      Words.say(
                          c.equals(Crop.NONE)
                              ? "blend.crop-means.NONE"
                              : "blend.crop-means.COMMON"),
                  c -> model.edit("crop", model.recipe().withCrop(c))));
    }
  }

  /** What could be added, each with what it would do and cost. */
  private List<Part.Offer> offers() {
    Recipe now = model.recipe();
    List<Part.Offer> offers = new ArrayList<>();
    if (now.align() == Align.NONE) {
      for (Align align : List.of(Align.STARS, Align.SCENE)) {
        offers.add(
            new Part.Offer(
                Words.say("blend.align." + align),
                meaning(align) + "; " + Words.say("blend.cost-align", cost(SEARCH_SECONDS)),
                () -> model.setAlign(align)));
      }
    } else if (now.crop().equals(Crop.NONE) && now.red().isEmpty()) {
      offers.add(
          new Part.Offer(
              Words.say("blend.crop.COMMON"),
              Words.say("blend.crop-means.COMMON") + "; " + Words.say("blend.cost-none"),
              () -> model.edit("crop", model.recipe().withCrop(Crop.COMMON))));
    }
    for (Care care : Care.values()) {
      if (!care.isOn(now) && care.isPossible(now, set)) {
        offers.add(
            new Part.Offer(
                Words.say("blend.care." + care),
                Words.say("blend.care-means." + care)
                    + "; "
                    + Words.say("blend.care-cost." + care, cost(DECODE_SECONDS)),
                () -> model.set(care, true)));
      }
    }
    now.red()
        .filter(r -> r.share() == 1)
        .ifPresent(
            r ->
                offers.add(
                    new Part.Offer(
                        Words.say("blend.offer-red-share"),
                        Words.say("blend.red-share-means"),
                        () -> model.edit("red-share", withRed(r, 1 + RED_STEP)))));
    if (now.align() == Align.STARS && planned.isPresent()) {
      boolean guided = now.skyView().isPresent();
      offers.add(
          new Part.Offer(
              Words.say(guided ? "blend.sky-view.none" : "blend.sky-view.planned"),
              Words.say(guided ? "blend.sky-view-means.none" : "blend.sky-view-means.planned"),
              () ->
                  model.edit(
                      "sky-view",
                      model.recipe().withSkyView(guided ? Optional.empty() : planned))));
    }
    boolean weighs = now.method() == BlendMethod.MEAN || now.method() == BlendMethod.CLIPPED_MEAN;
    if (weighs && now.weights() == Weights.EVEN) {
      offers.add(
          new Part.Offer(
              Words.say("blend.weights.QUALITY"),
              Words.say("blend.weights-mean.QUALITY")
                  + "; "
                  + Words.say("blend.cost-measure", cost(MEASURE_SECONDS)),
              () -> model.edit("weights", model.recipe().withWeights(Weights.QUALITY))));
    }
    if (now.method() == BlendMethod.CLIPPED_MEAN && now.kappa() == Recipe.USUAL_KAPPA) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-kappa"),
              Words.say("blend.offer-kappa-means"),
              () ->
                  model.edit("kappa", model.recipe().withKappa(Recipe.USUAL_KAPPA - KAPPA_STEP))));
    }
    boolean averages = weighs || now.method() == BlendMethod.SUM;
    if (averages && !now.usesLight() && now.averageIn() == AverageIn.LINEAR) {
      offers.add(
          new Part.Offer(
              Words.say("blend.offer-encoded"),
              Words.say("blend.as-they-stand-in-the") + "; " + Words.say("blend.cost-none"),
              () -> model.edit("average-in", model.recipe().withAverageIn(AverageIn.ENCODED))));
    }
    offers.addAll(frames.offers());
    offers.addAll(shape.offers());
    return offers;
  }

  /** Which words tell of a view. */
  private String seen(Optional<SkyView> view) {
    return view.isEmpty() ? "none" : view.equals(planned) ? "planned" : "other";
  }

  private String cost(double secondsEach) {
    double megapixels = run.frames().get(0).layout().samples() / 3e6 * run.frames().size();
    int cores = Runtime.getRuntime().availableProcessors();
    return Seconds.about(Math.max(1, Math.ceil(megapixels * secondsEach / cores)));
  }

  private static <T> Setting choice(
      String key,
      T value,
      List<T> all,
      Function<T, String> name,
      Function<T, String> meaning,
      Consumer<T> accept) {
    return Settings.choice(key, value, all, name, meaning, accept);
  }

  private static String runName(FrameSet set, FrameRun of) {
    Frame first = of.frames().get(0);
    String exposure =
        first.info().exposureSeconds().isPresent()
            ? Words.say("blend.of") + Seconds.text(first.info().exposureSeconds().getAsDouble())
            : "";
    return Words.say(
        "blend.the-frames",
        of.frames().size(),
        exposure,
        set.runs().size() > 1 ? Words.say("blend.run") + of.number() + ")" : "");
  }

  private static String meaning(Align align) {
    return Words.say("blend.align-means." + align);
  }

  private static String meaning(BlendMethod method) {
    return switch (method) {
      case LIGHTEN -> Words.say("blend.keeps-the-brightest-at-each");
      case DARKEN -> Words.say("blend.keeps-the-darkest-at-each");
      case MEAN -> Words.say("blend.averages-noise-falls-by-the");
      case MEDIAN -> Words.say("blend.keeps-the-middle-value-noise");
      case CLIPPED_MEAN -> Words.say("blend.averages-the-values-that-agree");
      case SUM -> Words.say("blend.adds-up-the-light-as");
    };
  }
}
