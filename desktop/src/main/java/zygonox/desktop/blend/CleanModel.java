package zygonox.desktop.blend;

import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.align.Homography;
import zygonox.core.combine.BlendMethod;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Streak;
import zygonox.core.mend.ChosenLine;
import zygonox.core.mend.FoundLine;
import zygonox.core.mend.FoundLine.Fate;
import zygonox.core.mend.Stray;
import zygonox.core.mend.Subject;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Notation;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Mending;
import zygonox.core.recipe.Movement;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.Region;
import zygonox.core.words.BlendWords;
import zygonox.core.words.Words;
import zygonox.desktop.blend.PaintedMask.Way;
import zygonox.desktop.picture.Outline;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** The lines of light in the picture in view, and what is decided about each. */
final class CleanModel {
  private static final double WIDEST = 500;
  private static final double WIDEST_BRUSH = 2000;

  private final OpenNight night;
  private final BlendModel blend;
  private final VariantsModel variants;
  private final ReadOnlyObjectWrapper<Sentence> drawing =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));

  private final ReadOnlyObjectWrapper<Drawn> drawn = new ReadOnlyObjectWrapper<>(Drawn.LINE);
  private final RegionModel regions;
  private final SpotModel spots;

  /** As wide as the lines of aeroplanes are. */
  private double drawnWidth = 5;

  CleanModel(OpenNight night, BlendModel blend, VariantsModel variants) {
    this.night = night;
    this.blend = blend;
    this.variants = variants;
    this.regions = new RegionModel(blend);
    this.spots = new SpotModel(blend);
    night.selectedProperty().subscribe(f -> follow());
  }

  /** Another frame is looked at: what is drawn in one is drawn in that. */
  private void follow() {
    Drawn what = drawn.get();
    if (canBeDrawn(what) && (what == Drawn.FRAME || what.isSpot())) {
      draw(what);
    } else {
      sayDrawing();
    }
  }

  /** How what is drawn by hand is taken, as a sentence. */
  ReadOnlyObjectProperty<Sentence> drawingProperty() {
    return drawing.getReadOnlyProperty();
  }

  /** How wide what is drawn by hand is taken to be, in pixels. */
  double drawnWidth() {
    return drawnWidth;
  }

  /** What is drawn by hand. */
  enum Drawn {
    /** A line that is taken out. */
    LINE,
    /** A part that comes from the median of the frames. */
    MEDIAN,
    /** The same from their mean. */
    MEAN,
    /** The same from the frame that was looked at last. */
    FRAME,
    /** What that frame does not give. */
    SPOT,
    /** All that it gives. */
    ONLY;

    /** Whether it is about what a frame gives. */
    boolean isSpot() {
      return this == SPOT || this == ONLY;
    }
  }

  /** What is drawn now. */
  ReadOnlyObjectProperty<Drawn> drawnProperty() {
    return drawn.getReadOnlyProperty();
  }

  /** The mask that is painted. */
  PaintedMask painted() {
    return drawn.get().isSpot() ? spots : regions;
  }

  private void draw(Drawn what) {
    regions.paintFrom(
        what == Drawn.MEDIAN
            ? Optional.of(BlendMethod.MEDIAN)
            : what == Drawn.MEAN ? Optional.of(BlendMethod.MEAN) : Optional.empty(),
        what == Drawn.FRAME ? looked() : Optional.empty());
    spots.paintIn(what.isSpot() ? blend.looked() : Optional.empty(), what == Drawn.ONLY);
    drawn.set(what);
    sayDrawing();
  }

  private Optional<Path> looked() {
    return Optional.ofNullable(night.selectedProperty().get()).map(Frame::file);
  }

  private String name(Drawn what) {
    return Words.say(
        "clean.drawn." + what, looked().map(f -> f.getFileName().toString()).orElse(""));
  }

  private List<Drawn> drawable() {
    return Stream.of(Drawn.values()).filter(this::canBeDrawn).toList();
  }

  private boolean canBeDrawn(Drawn what) {
    return switch (what) {
      case LINE -> true;
      case MEDIAN, MEAN -> RegionModel.fits(blend.recipe());
      case FRAME -> RegionModel.fits(blend.recipe()) && looked().isPresent();
      case SPOT, ONLY -> SpotModel.fits(blend.recipe()) && blend.looked().isPresent();
    };
  }

  /** Says it anew, for a recipe or a frame that is another now. */
  void sayDrawing() {
    if (!canBeDrawn(drawn.get())) {
      drawn.set(Drawn.LINE);
    }
    boolean line = drawn.get() == Drawn.LINE;
    Sentence.Builder said =
        new Sentence.Builder()
            .say(Words.say("clean.s-drawn"))
            .set(
                Settings.choice(
                    "drawn",
                    drawn.get(),
                    drawable(),
                    this::name,
                    d -> Words.say("clean.drawn-is." + d),
                    this::draw));
    if (drawn.get().isSpot()) {
      sayFrames(said);
    }
    if (line) {
      said.say(", ").set(width()).say(Words.say("clean.s-wide"));
    } else {
      sayWay(said);
    }
    drawing.set(said.say(".").end());
  }

  private Setting width() {
    boolean line = drawn.get() == Drawn.LINE;
    double width = line ? drawnWidth : painted().width();
    return Settings.number(
        "drawn-width",
        Notation.PIXELS::parse,
        Words.say("sky-page.pixels", Words.number(width)),
        width,
        v -> Math.min(widest(), Math.rint(1 + v * 1.25)),
        v -> Math.max(1, Math.rint(v / 1.25 - 0.5)),
        v -> (Double) InvalidInput.check("value.drawn-width", v, 1, widest()),
        v -> Words.say(line ? "clean.drawn-means" : "sky-page.wide-means"),
        this::setWidth);
  }

  /** How a part is drawn, and how soft its edge is. */
  private void sayWay(Sentence.Builder said) {
    PaintedMask painted = painted();
    List<Way> ways =
        Stream.of(Way.values()).filter(w -> w != Way.GRADIENT || painted.fades()).toList();
    said.say(", ")
        .set(
            Settings.choice(
                "drawn-way",
                painted.way(),
                ways,
                w -> Words.say("clean.way." + w),
                w -> Words.say("clean.way-means." + w),
                w -> {
                  painted.setWay(w);
                  sayDrawing();
                }));
    if (painted.way() == Way.BRUSH) {
      said.say("\u0020").set(width()).say(Words.say("clean.s-wide"));
    }
    if (painted.fades()) {
      double edge = painted.edge();
      said.say(Words.say("sky-page.s-edge"))
          .set(
              Settings.number(
                  "drawn-edge",
                  Notation.PIXELS::parse,
                  Words.say("sky-page.pixels", Words.number(edge)),
                  edge,
                  v -> Math.min(Region.WIDEST_EDGE, Math.rint(1 + v * 1.25)),
                  v -> Math.max(0, Math.rint(v / 1.25 - 0.5)),
                  v ->
                      (Double) InvalidInput.check("value.edge-in-pixels", v, 0, Region.WIDEST_EDGE),
                  v -> Words.say("sky-page.edge-means"),
                  v -> {
                    painted.setEdge(v);
                    sayDrawing();
                  }))
          .say(Words.say("clean.s-soft"));
    }
  }

  /** In how many frames it is, counted from the one that is painted in. */
  private void sayFrames(Sentence.Builder said) {
    said.say(Words.say("clean.s-of", looked().orElseThrow().getFileName()))
        .set(
            Settings.number(
                "drawn-frames",
                Notation.FRAMES::parse,
                Words.say("clean.spot-frames", spots.frames()),
                spots.frames(),
                n -> Math.min(spots.most(), n + 1),
                n -> Math.max(1.0, n - 1),
                n ->
                    InvalidInput.check(
                        "value.spot-frames", Notation.FRAMES.whole(n), 1, spots.most()),
                n -> Words.say("clean.spot-frames-means"),
                n -> {
                  spots.setFrames(n);
                  sayDrawing();
                }));
  }

  private double widest() {
    return drawn.get() == Drawn.LINE ? WIDEST : WIDEST_BRUSH;
  }

  private void setWidth(double pixels) {
    if (drawn.get() == Drawn.LINE) {
      drawnWidth = pixels;
    } else {
      painted().setWidth(pixels);
    }
    sayDrawing();
  }

  /**
   * One line.
   *
   * @param was what became of it in the picture in view
   * @param wanted what becomes of it in the next one
   * @param moves whether it is something that moves: kept where it is laid in
   */
  record Row(FoundLine was, Fate wanted, boolean moves) {
    boolean isOut() {
      return wanted == Fate.OUT;
    }

    boolean changed() {
      return isOut() != was.isOut();
    }
  }

  private Optional<BlendResult> result() {
    return Optional.ofNullable(variants.shownProperty().get()).flatMap(Variant::result);
  }

  /** Whether lines were looked for in the picture in view, and it is known what came of it. */
  boolean isLookedFor() {
    return result()
        .map(BlendResult::recipe)
        .filter(r -> r.mending().removesStreaks() || r.movement().isPresent())
        .isPresent();
  }

  /** Those that were found, and those that somebody has drawn since. */
  List<Row> rows() {
    List<FoundLine> found = result().map(r -> r.mended().lines()).orElse(List.of());
    List<Path> order = night.framesProperty().get().frames().stream().map(Frame::file).toList();
    Stream<Row> lines =
        Stream.concat(found.stream(), drawn(found)).map(l -> new Row(l, wanted(l), false));
    return Stream.concat(lines, subjects().stream())
        .sorted(Comparator.comparingInt(r -> order.indexOf(r.was().file())))
        .toList();
  }

  /** What moves, each as its outline, whether it is laid in or not. */
  private List<Row> subjects() {
    List<Subject> found = result().map(r -> r.mended().subjects()).orElse(List.of());
    Optional<Movement> next = blend.recipe().movement();
    List<Row> rows = new ArrayList<>();
    for (Subject one : found) {
      int index = rows.size();
      boolean taken = next.filter(m -> m.takes(one.file(), index)).isPresent();
      FoundLine was = new FoundLine(Stray.LIGHT, one.file(), axis(one), fate(one.laidIn()));
      rows.add(new Row(was, fate(taken), true));
    }
    return rows;
  }

  private static Fate fate(boolean laidIn) {
    return laidIn ? Fate.KEPT : Fate.OUT;
  }

  /** The long axis of its outline, as wide as that. */
  private static Streak axis(Subject one) {
    double wide = one.right() - one.left();
    double high = one.bottom() - one.top();
    double x = (one.left() + one.right()) / 2.0;
    double y = (one.top() + one.bottom()) / 2.0;
    double along = Math.abs(wide - high) / 2;
    return wide >= high
        ? new Streak(x - along, y, x + along, y, high, 1)
        : new Streak(x, y - along, x, y + along, wide, 1);
  }

  /** Drawn after the picture was made: they are in it still. */
  private Stream<FoundLine> drawn(List<FoundLine> found) {
    return blend.recipe().mending().lines().stream()
        .filter(ChosenLine::out)
        .filter(c -> found.stream().noneMatch(l -> means(c, l)))
        .map(c -> new FoundLine(c.stray(), c.frame(), c.line(), Fate.KEPT));
  }

  private static boolean means(ChosenLine chosen, FoundLine line) {
    return chosen.means(line.stray(), line.file(), line.line());
  }

  private Fate wanted(FoundLine line) {
    return blend.recipe().mending().lines().stream()
        .filter(c -> means(c, line))
        .map(c -> c.out() ? Fate.OUT : Fate.KEPT)
        .reduce((earlier, later) -> later)
        .orElse(isDrawn(line) ? Fate.KEPT : line.fate());
  }

  /** Nothing was measured of a line that was drawn. */
  private static boolean isDrawn(FoundLine line) {
    return line.line().strength() == 0;
  }

  /** Whether the next picture would be another. */
  boolean isDecidedOtherwise() {
    return rows().stream().anyMatch(Row::changed) || hasOtherParts();
  }

  private boolean hasOtherParts() {
    Variant shown = variants.shownProperty().get();
    return shown != null
        && !(shown.recipe().regions().equals(blend.recipe().regions())
            && shown.recipe().masks().equals(blend.recipe().masks()));
  }

  /** Whether drifting cloud is evened out next time; empty where there is none that is streaky. */
  Optional<Boolean> evensCloud() {
    boolean even = FoundParts.of(blend.recipe(), Region.Found.CLOUD).isPresent();
    boolean streaky = result().filter(r -> r.mended().streakyCloud().isPresent()).isPresent();
    return even || streaky && RegionModel.fits(blend.recipe())
        ? Optional.of(even)
        : Optional.empty();
  }

  /** Evens drifting cloud out, or leaves it as lighten shows it. */
  void turnCloud() {
    boolean even = evensCloud().orElse(false);
    blend.edit("cloud", ShapeClauses.evenCloud(blend.recipe(), !even));
  }

  /** What there is to be said of all of them. */
  String sentence() {
    if (!isLookedFor()) {
      Variant shown = variants.shownProperty().get();
      boolean out = shown != null && shown.recipe().mending().removesStreaks();
      String looked = Words.say(out ? "clean.not-kept" : "clean.not-looked-for");
      return hasOtherParts() ? looked + " " + Words.say("clean.parts-changed") : looked;
    }
    List<Row> rows = rows();
    String found = String.join(". ", BlendWords.mended(result().orElseThrow())) + ".";
    long changed = rows.stream().filter(Row::changed).count();
    if (hasOtherParts()) {
      return found + " " + Words.say("clean.parts-changed");
    }
    return changed == 0 ? found : found + " " + Words.say("clean.changed", changed);
  }

  /** When, where, and what becomes of it. */
  String text(Row row) {
    FrameSet set = night.framesProperty().get();
    String name = row.was().file().getFileName().toString();
    String when =
        frame(row.was().file())
            .flatMap(set::takenAt)
            .map(t -> Words.say("clean.when", Moments.clock(t, zone(set)), name))
            .orElse(name);
    if (row.moves()) {
      String laid = row.isOut() ? "clean.subject-out" : "clean.subject-in";
      return Words.say(row.changed() ? laid + "-next" : laid, when);
    }
    String fate = row.isOut() ? "clean.OUT" : "clean." + row.wanted();
    String told = Words.say(row.changed() ? fate + "-next" : fate);
    Streak line = row.was().line();
    return row.was().stray() == Stray.LINE
        ? Words.say("clean.row", when, told, Math.round(line.length()))
        : Words.say("clean.light-row", when, told, Math.round(line.length() + line.width()));
  }

  /** When the frames were taken that lines are in. */
  List<Instant> moments(List<Row> rows) {
    FrameSet set = night.framesProperty().get();
    return rows.stream()
        .flatMap(r -> frame(r.was().file()).stream())
        .distinct()
        .flatMap(f -> set.takenAt(f).stream())
        .toList();
  }

  /** The frame a line is in, where it is there still. */
  Optional<Frame> frame(Path file) {
    return night.framesProperty().get().frames().stream()
        .filter(f -> f.file().equals(file))
        .findFirst();
  }

  private ZoneId zone(FrameSet set) {
    return night.night() == null ? set.assumedOffset() : night.night().zone();
  }

  /** Takes a line out that stays, or keeps one that goes. */
  void turn(Row row) {
    boolean out = !row.isOut();
    if (row.moves()) {
      Recipe recipe = blend.recipe();
      Path file = row.was().file();
      Movement movement = recipe.movement().orElse(Movement.of(1)).deciding(file, !out);
      blend.edit("subject " + file.getFileName() + out, recipe.withMovement(Optional.of(movement)));
      return;
    }
    // What comes of it without anybody's word needs none.
    boolean byItself = isDrawn(row.was()) ? !out : out == row.was().isOut() && wasByLooks(row);
    FoundLine was = row.was();
    decide(was.stray(), was.file(), was.line(), byItself ? Optional.empty() : Optional.of(out));
  }

  private boolean wasByLooks(Row row) {
    return result()
        .filter(r -> r.recipe().mending().lines().stream().noneMatch(c -> means(c, row.was())))
        .isPresent();
  }

  /** Takes a line out that was drawn by hand. */
  void draw(Path file, Streak line) {
    decide(Stray.LINE, file, line, Optional.of(true));
  }

  private void decide(Stray stray, Path file, Streak line, Optional<Boolean> out) {
    Recipe recipe = blend.recipe();
    Mending mending = recipe.mending().withStreaks(true).deciding(stray, file, line, out);
    // Each is a step of undo by itself.
    blend.edit("line " + file.getFileName() + line + out, recipe.withMending(mending));
  }

  /** Has lines looked for from now on. */
  void lookFor() {
    blend.edit("lines", blend.recipe().withMending(blend.recipe().mending().withStreaks(true)));
  }

  /** Where the lines lie in the picture; nothing where that cannot be told. */
  List<Outline> outlines(List<Row> rows, int chosen) {
    Optional<BlendResult> result = result();
    if (result.isEmpty() || !result.get().recipe().crop().equals(Crop.NONE)) {
      return List.of();
    }
    List<Outline> outlines = new ArrayList<>();
    for (int i = 0; i < rows.size(); i++) {
      outlines.add(outline(rows.get(i), i == chosen, result.get()));
    }
    return outlines;
  }

  private static Outline outline(Row row, boolean chosen, BlendResult result) {
    Homography onto = onto(row.was().file(), result);
    Streak line = row.was().line();
    double scale = result.recipe().scale();
    double x1 = scale * onto.x(line.x1(), line.y1());
    double y1 = scale * onto.y(line.x1(), line.y1());
    double x2 = scale * onto.x(line.x2(), line.y2());
    double y2 = scale * onto.y(line.x2(), line.y2());
    double fromX = scale * onto.x(line.x(0.5), line.y(0.5)) - x1;
    double fromY = scale * onto.y(line.x(0.5), line.y(0.5)) - y1;
    double length = Math.max(1e-9, Math.hypot(x2 - x1, y2 - y1));
    return new Outline(
        x1,
        y1,
        x2,
        y2,
        line.bow() == 0 ? 0 : ((x2 - x1) * fromY - (y2 - y1) * fromX) / length,
        scale * (row.was().stray() == Stray.LINE ? line.width() : line.width() / 2),
        row.isOut() ? Outline.Kind.GOES : Outline.Kind.STAYS,
        chosen);
  }

  private static Homography onto(Path file, BlendResult result) {
    if (result.recipe().align() == Align.NONE) {
      return Homography.IDENTITY;
    }
    return result.alignment().stream()
        .filter(a -> a.file().equals(file))
        .map(a -> a.matrix())
        .findFirst()
        .orElse(Homography.IDENTITY);
  }
}
