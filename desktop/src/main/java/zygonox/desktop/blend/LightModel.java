package zygonox.desktop.blend;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.develop.Neutral;
import zygonox.core.develop.Tone;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Histogram;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.Raster;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Mending;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Selection;
import zygonox.core.recipe.Taper;
import zygonox.core.recipe.Weights;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** How every frame's light is developed, tried on one of them. */
final class LightModel {
  private static final int STEPS = 256;

  private final OpenNight night;
  private final BlendModel blend;
  private final VariantsModel variants;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));

  LightModel(OpenNight night, BlendModel blend, VariantsModel variants) {
    this.night = night;
    this.blend = blend;
    this.variants = variants;
  }

  /**
   * One frame.
   *
   * @param developed as the recipe has it
   * @param taken as its file has it
   */
  record Tried(
      Frame frame,
      Pixels developed,
      Pixels taken,
      Histogram developedShares,
      Histogram takenShares) {}

  ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  /** The frame it is tried on: that in which a blend looks for what is to be neutral. */
  Optional<Frame> frame() {
    List<Frame> kept = blend.keptFrames();
    Optional<Path> reference =
        blend
            .recipe()
            .reference()
            .or(
                () ->
                    Optional.ofNullable(variants.shownProperty().get())
                        .flatMap(Variant::result)
                        .flatMap(BlendResult::reference));
    return reference
        .flatMap(r -> kept.stream().filter(f -> f.file().equals(r)).findFirst())
        .or(() -> kept.stream().findFirst());
  }

  /** The recipe for that frame alone. */
  Recipe recipe(Frame frame) {
    return blend
        .recipe()
        .withMethod(BlendMethod.MEAN)
        .withSelection(Selection.of(List.of(frame.file())))
        .withAlign(Align.NONE, Optional.empty())
        .withKappa(Recipe.USUAL_KAPPA)
        .withAverageIn(AverageIn.LINEAR)
        .withWeights(Weights.EVEN)
        .withGround(Optional.empty())
        .withRed(Optional.empty())
        .withMovement(Optional.empty())
        .withRegions(List.of())
        .withMasks(Map.of())
        .withTaper(Taper.NONE)
        .withMending(Mending.NONE)
        .withMatchLight(false)
        .withScale(1)
        .withCrop(Crop.NONE);
  }

  /**
   * What came of trying.
   *
   * @param tried empty where it could not be done
   * @param reason why not
   */
  record Attempt(Optional<Tried> tried, String reason) {}

  /** Develops a frame, as a blend of it alone; may be called off the window's thread. */
  static Attempt attempt(Frame frame, Recipe recipe, FrameSet set, Cancellation cancellation)
      throws IOException, UnreadableFrame {
    try {
      return new Attempt(Optional.of(develop(frame, recipe, set, cancellation)), "");
    } catch (InvalidInput | WorkFailed e) {
      return new Attempt(Optional.empty(), e.getMessage());
    }
  }

  private static Tried develop(Frame frame, Recipe recipe, FrameSet set, Cancellation cancellation)
      throws IOException, UnreadableFrame {
    Path file = Files.createTempFile("zygonox-light", ".tif");
    try {
      FrameSet alone = new FrameSet(List.of(frame), List.of(), set.assumedOffset());
      new BlendJob(recipe, alone, file, Optional.empty(), "").run(BlendWatcher.NONE, cancellation);
      Frame made = Frame.look(file);
      Raster developed = PictureReader.readWhole(made);
      Raster taken = PictureReader.readWhole(frame);
      return new Tried(
          frame,
          Pixels.of(made, developed),
          Pixels.of(frame, taken),
          Histogram.of(developed, STEPS),
          Histogram.of(taken, STEPS));
    } finally {
      Files.deleteIfExists(file);
    }
  }

  /** What lies at a place of the frame comes out grey, in all of them. */
  void neutral(double x, double y) {
    Tone now = blend.recipe().tone();
    blend.edit(
        "neutral",
        blend
            .recipe()
            .withTone(
                new Tone(
                    now.black(),
                    Optional.empty(),
                    Optional.of(new Neutral.Place((int) x, (int) y)),
                    now.exposure(),
                    now.highlights(),
                    now.shadows())));
  }

  /** Says it anew. */
  void refresh() {
    Sentence.Builder builder =
        new Sentence.Builder()
            .say(
                Words.say(
                    blend.recipe().tone().isNone()
                        ? "light-page.s-as-it-is"
                        : "light-page.s-developed"))
            .set(new ShapeClauses(blend).development());
    FrameSet set = night.framesProperty().get();
    for (Care care : List.of(Care.DARKS, Care.FLATS, Care.HOT_PIXELS, Care.MATCH_LIGHT)) {
      boolean on = care.isOn(blend.recipe());
      if (on || care.isPossible(blend.recipe(), set)) {
        builder
            .say(", ")
            .set(
                Settings.choice(
                    "light-" + care.name().toLowerCase(Locale.ROOT).replace('_', '-'),
                    on,
                    List.of(true, false),
                    is -> Words.say((is ? "blend.care." : "blend.care-not.") + care),
                    is -> Words.say(is ? "blend.care-means." + care : "blend.cost-none"),
                    is -> blend.set(care, is)));
      }
    }
    sentence.set(builder.say(".").end());
  }
}
