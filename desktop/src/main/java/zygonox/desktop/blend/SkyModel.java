package zygonox.desktop.blend;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.develop.FrameMask;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.SkyAndGround;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;

/** What counts as sky in the picture in view, and the brush that puts it right. */
final class SkyModel {
  private static final double WIDEST = 2000;

  private final BlendModel blend;
  private final VariantsModel variants;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private Optional<FrameMask> mask = Optional.empty();
  private double width = 40;
  private boolean paintsSky;

  SkyModel(BlendModel blend, VariantsModel variants) {
    this.blend = blend;
    this.variants = variants;
  }

  ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  /** What counts as sky now; empty where it is not known. */
  Optional<FrameMask> mask() {
    return mask;
  }

  double radius() {
    return width / 2;
  }

  /** Whether the picture in view has a ground of its own. */
  boolean isHeld() {
    Variant shown = variants.shownProperty().get();
    return shown != null && shown.recipe().ground().isPresent();
  }

  private Optional<SkyAndGround> wanted() {
    return blend.recipe().ground();
  }

  /** Where the mask that is wanted lies; empty while it is found. */
  Optional<Path> file() {
    return wanted().flatMap(SkyAndGround::mask);
  }

  /** Whether the next picture would be another. */
  boolean isDecidedOtherwise() {
    return isHeld() && !variants.shownProperty().get().recipe().ground().equals(wanted());
  }

  /** Takes what counts as sky: as it was drawn, else as it was found for the picture in view. */
  void take(Optional<FrameMask> drawn) {
    mask =
        drawn.or(
            () ->
                Optional.ofNullable(variants.shownProperty().get())
                    .flatMap(Variant::result)
                    .flatMap(r -> r.sky()));
    refresh();
  }

  /** Lets the brush go from one place to another. */
  void paint(double x1, double y1, double x2, double y2) {
    mask = mask.map(m -> m.painted(x1, y1, x2, y2, radius(), paintsSky));
  }

  /** Writes a mask into the night's folder; may be called off the window's thread. */
  static Path write(FrameMask mask, Path home) throws IOException {
    return new MaskFiles(home, "sky").write(mask);
  }

  /** Where masks are kept. */
  Path home() {
    return blend.folder();
  }

  /** The ground is held by this mask from now on. */
  void use(Path file) {
    edit("sky-mask-" + file.getFileName(), Optional.of(file));
  }

  /** Has the sky found again. */
  void findAgain() {
    edit("sky-mask", Optional.empty());
  }

  private void edit(String thing, Optional<Path> file) {
    SkyAndGround now = wanted().or(this::shown).orElseThrow();
    hold(thing, new SkyAndGround(file, now.frames(), now.method(), now.asIs(), now.edgePixels()));
  }

  private Optional<SkyAndGround> shown() {
    return Optional.ofNullable(variants.shownProperty().get()).flatMap(v -> v.recipe().ground());
  }

  private void hold(String thing, SkyAndGround ground) {
    Recipe recipe = blend.recipe();
    blend.edit(thing, recipe.withGround(Optional.of(ground)));
  }

  private void setEdge(double pixels) {
    SkyAndGround now = wanted().or(this::shown).orElseThrow();
    hold(
        "edge",
        new SkyAndGround(
            now.mask(), now.frames(), now.method(), now.asIs(), OptionalDouble.of(pixels)));
  }

  /** Says it anew. */
  void refresh() {
    Optional<SkyAndGround> now = wanted();
    if (!isHeld() || now.isEmpty()) {
      sentence.set(new Sentence.Builder().say(Words.say("sky-page.not-held")).end());
      return;
    }
    Sentence.Builder builder =
        new Sentence.Builder()
            .say(Words.say("sky-page.s-sky"))
            .set(
                Settings.choice(
                    "sky-by",
                    now.get().mask().isPresent(),
                    now.get().mask().isPresent() ? List.of(true, false) : List.of(false),
                    drawn -> Words.say(drawn ? "sky-page.drawn" : "sky-page.found"),
                    drawn -> Words.say(drawn ? "sky-page.drawn-means" : "sky-page.found-means"),
                    drawn -> {
                      if (!drawn) {
                        findAgain();
                      }
                    }))
            .say(Words.say("sky-page.s-edge"))
            .set(edge(now.get().edge()));
    if (mask.isPresent()) {
      builder
          .say(Words.say("sky-page.s-brush"))
          .set(what())
          .say(", ")
          .set(wide())
          .say(Words.say("sky-page.s-wide"));
    }
    sentence.set(builder.say(".").end());
  }

  private Setting edge(double pixels) {
    return Settings.number(
        "edge",
        Notation.PIXELS::parse,
        Words.say("sky-page.pixels", Words.number(pixels)),
        pixels,
        v -> v < 4 ? v + 0.5 : v + 2,
        v -> Math.max(0, v <= 4 ? v - 0.5 : v - 2),
        v ->
            new SkyAndGround(
                Optional.empty(), List.of(), Optional.empty(), false, OptionalDouble.of(v)),
        g -> Words.say("sky-page.edge-means"),
        g -> setEdge(g.edge()));
  }

  private Setting what() {
    return Settings.choice(
        "paints",
        paintsSky,
        List.of(false, true),
        sky -> Words.say(sky ? "sky-page.sky" : "sky-page.ground"),
        sky -> Words.say("sky-page.paints-means"),
        sky -> {
          paintsSky = sky;
          refresh();
        });
  }

  private Setting wide() {
    return Settings.number(
        "brush",
        Notation.PIXELS::parse,
        Words.say("sky-page.pixels", Words.number(width)),
        width,
        v -> Math.min(WIDEST, Math.rint(v * 1.5)),
        v -> Math.max(1, Math.rint(v / 1.5)),
        SkyModel::checked,
        v -> Words.say("sky-page.wide-means"),
        v -> {
          width = v;
          refresh();
        });
  }

  private static Double checked(double pixels) {
    return InvalidInput.check("value.brush", pixels, 1, WIDEST);
  }
}
