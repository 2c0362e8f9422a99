package zygonox.desktop.blend;

import java.nio.file.Path;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.mend.WhoseLight;
import zygonox.core.quantity.Moments;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.RecipeFile;
import zygonox.core.words.Words;
import zygonox.core.work.LogFile;
import zygonox.core.work.Workroom;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.stage.Workplace;

/** Tells whose light a bright spot of a result is, and leads to that frame. */
final class WhoseModel {
  /** Around a place that is pointed at, in pixels of the screen. */
  private static final double SCREEN_RADIUS = 3;

  /** A light that is so little brighter than in the other frames, of white, is in all of them. */
  private static final double STANDS_OUT = 0.02;

  private final Workplace workplace;
  private final VariantsModel variants;

  WhoseModel(Workplace workplace, VariantsModel variants) {
    this.workplace = workplace;
    this.variants = variants;
  }

  /**
   * Looks into all frames of the result that is shown.
   *
   * @param x column of the place
   * @param y its row
   * @param across pixels of the result for one of the screen's
   */
  void about(double x, double y, double across) {
    look(x, y, across, this::tell);
  }

  /** The same, for somebody else to tell; frames in which a place is brightest come first. */
  void look(double x, double y, double across, Consumer<List<WhoseLight>> tell) {
    Variant variant = variants.shownProperty().get();
    if (variant == null) {
      return;
    }
    Recipe recipe = variant.recipe();
    if (!lies(recipe)) {
      workplace.navigator().note(Words.say("whose.moved"));
      return;
    }
    double radius = Math.max(2, Math.min(500, SCREEN_RADIUS * across));
    workplace
        .tasks()
        .start(
            Words.say("whose.looking"),
            (progress, cancellation) ->
                WhoseLight.at(
                    frames(variant.file()),
                    Math.floor(x),
                    Math.floor(y),
                    radius,
                    new Workroom(Workroom.usualMemory(), Optional.empty(), progress, cancellation)),
            tell,
            workplace.navigator()::fault);
  }

  /** Those that took part and are there still. */
  private static List<Frame> frames(Path result) {
    List<Frame> frames = new ArrayList<>();
    for (Path file : RecipeFile.read(result).frames()) {
      try {
        frames.add(Frame.look(file));
      } catch (UnreadableFrame e) {
        LogFile.note(file.toString(), e);
      }
    }
    return frames;
  }

  /** Whether the result's pixels are those of the frames. */
  static boolean lies(Recipe recipe) {
    return recipe.align() == Align.NONE
        && recipe.crop().equals(Crop.NONE)
        && recipe.ground().isEmpty();
  }

  /** Whether one frame has light there that the others have not. */
  static boolean standsOut(List<WhoseLight> lights) {
    return !lights.isEmpty() && lights.get(0).excess() >= STANDS_OUT;
  }

  private void tell(List<WhoseLight> lights) {
    if (!standsOut(lights)) {
      workplace.navigator().note(Words.say("whose.all"));
      return;
    }
    WhoseLight most = lights.get(0);
    Path file = most.frame().file();
    FrameSet set = workplace.night().framesProperty().get();
    Optional<Frame> known = set.frames().stream().filter(f -> f.file().equals(file)).findFirst();
    String said =
        known
            .flatMap(set::takenAt)
            .map(
                t ->
                    Words.say(
                        "whose.frame-at",
                        file.getFileName(),
                        Moments.clock(t, zone(set)),
                        Math.round(100 * most.excess())))
            .orElseGet(
                () ->
                    Words.say("whose.frame", file.getFileName(), Math.round(100 * most.excess())));
    if (known.isEmpty()) {
      workplace.navigator().note(said);
      return;
    }
    // It is shown on the band, and can be painted in at once.
    workplace.night().selectedProperty().set(known.get());
    workplace
        .navigator()
        .offer(said, Words.say("whose.look"), () -> workplace.navigator().go(StageName.FRAMES));
  }

  private ZoneId zone(FrameSet set) {
    return workplace.night().night() == null
        ? set.assumedOffset()
        : workplace.night().night().zone();
  }
}
