package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.develop.FrameMask;
import zygonox.core.measure.Streak;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.recipe.Crop;
import zygonox.core.words.Words;
import zygonox.core.work.LogFile;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.blend.CleanModel.Drawn;
import zygonox.desktop.blend.CleanModel.Row;
import zygonox.desktop.picture.Brush;
import zygonox.desktop.picture.Outline;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.stage.Workplace;

/** The lines of light that were found, outlined on the picture: each goes or stays. */
final class CleanPage implements Page {
  private static final double SIDE_WIDTH = 300;

  /** Half the width of the lines from corner to corner, in pixels of the picture. */
  private static final double CORNER_PIXELS = 0.5;

  private final Workplace workplace;
  private final BlendModel blend;
  private final VariantsModel variants;
  private final CleanModel model;
  private final WhoseModel whose;
  private final Runnable showPicture;
  private final Label said = new Label();
  private final Button again = new Button();
  private final HBox head;
  private final ListView<Row> list = new ListView<>();
  private final Button turn = new Button();
  private final Button look = new Button(Words.say("clean.look"));
  private final Button cloud = new Button();
  private final VBox side;
  private Optional<Outline> begun = Optional.empty();
  private boolean inView;

  /**
   * @param start blends as the recipe says
   * @param showPicture brings the picture in view into the viewer
   */
  CleanPage(
      Workplace workplace,
      BlendModel blend,
      VariantsModel variants,
      Runnable start,
      Runnable showPicture) {
    this.workplace = workplace;
    this.blend = blend;
    this.variants = variants;
    this.model = new CleanModel(workplace.night(), blend, variants);
    this.whose = new WhoseModel(workplace, variants);
    this.showPicture = showPicture;
    said.setWrapText(true);
    said.getStyleClass().add("said");
    said.setId("clean-said");
    again.setId("clean-blend");
    again.getStyleClass().add("act");
    again.setMinWidth(Region.USE_PREF_SIZE);
    again.setOnAction(
        e -> {
          if (finds()) {
            model.lookFor();
          }
          start.run();
        });
    HBox.setHgrow(said, Priority.ALWAYS);
    said.setMaxWidth(Double.MAX_VALUE);
    head = new HBox(18, said, again);
    list.setId("lines");
    list.setAccessibleText(Words.say("clean.lines"));
    list.setCellFactory(l -> new Cell());
    list.getSelectionModel().selectedIndexProperty().subscribe(i -> chosen());
    list.addEventHandler(KeyEvent.KEY_PRESSED, this::keyPressed);
    turn.setId("line-turn");
    turn.setOnAction(e -> turn());
    look.setId("line-look");
    look.setOnAction(e -> look());
    Label title = new Label(Words.say("clean.lines"));
    title.getStyleClass().add("field-name");
    Label hint = new Label();
    hint.textProperty()
        .bind(
            Bindings.createStringBinding(
                () -> hint(model.drawnProperty().get()),
                list.getItems(),
                model.drawnProperty(),
                model.drawingProperty()));
    hint.setWrapText(true);
    hint.setMinHeight(Region.USE_PREF_SIZE);
    hint.getStyleClass().add("faint");
    HBox acts = new HBox(8, turn, look);
    List.of(title, list, acts)
        .forEach(
            n -> {
              n.visibleProperty().bind(Bindings.isNotEmpty(list.getItems()));
              n.managedProperty().bind(n.visibleProperty());
            });
    cloud.setId("cloud");
    cloud.setOnAction(e -> model.turnCloud());
    cloud.managedProperty().bind(cloud.visibleProperty());
    SentenceView drawing = new SentenceView(model.drawingProperty(), SentenceView.Weight.LIGHT);
    side = new VBox(6, title, list, acts, cloud, hint, drawing);
    VBox.setVgrow(list, Priority.ALWAYS);
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
    blend.sentenceProperty().subscribe(s -> refresh());
    workplace.night().nightProperty().subscribe(n -> refresh());
    model.drawnProperty().subscribe(d -> showParts());
    model.drawingProperty().subscribe(s -> showWay());
  }

  private String hint(Drawn drawn) {
    if (drawn != Drawn.LINE) {
      String how = Words.say("clean.way-hint." + model.painted().way());
      return Words.say(drawn.isSpot() ? "clean.paint." + drawn : "clean.paint", how);
    }
    return Words.say(list.getItems().isEmpty() ? "clean.draw" : "clean.hint");
  }

  /** Whether the next blend is for finding lines, rather than for what was decided or painted. */
  private boolean finds() {
    return !model.isLookedFor() && !model.isDecidedOtherwise();
  }

  private boolean paints() {
    Variant shown = variants.shownProperty().get();
    // A mask lies on the frames' pixels: a trimmed, moved or finer picture has others.
    return inView
        && model.drawnProperty().get() != Drawn.LINE
        && shown != null
        && (model.drawnProperty().get().isSpot()
            ? SpotModel.fits(shown.recipe())
            : shown.recipe().crop().equals(Crop.NONE) && shown.recipe().scale() == 1)
        && workplace.picture().pixelsProperty().get() != null;
  }

  private PixelLayout shape() {
    Pixels picture = workplace.picture().pixelsProperty().get();
    return new PixelLayout((int) picture.width(), (int) picture.height(), 3, 16);
  }

  /** The brush where a part is painted, and what is painted so far. */
  private void showParts() {
    if (!inView) {
      // The brush may be another page's.
      return;
    }
    workplace.picture().brushProperty().set(paints() ? new PartBrush() : null);
    model.painted().unread().filter(f -> paints()).ifPresent(this::read);
    veil();
  }

  private void read(Path file) {
    PixelLayout layout = shape();
    PaintedMask painting = model.painted();
    workplace
        .tasks()
        .quietly(
            "part-read",
            (progress, cancellation) -> {
              try {
                return Optional.of(FrameMask.read("region", file, layout));
              } catch (InvalidInput | WorkFailed e) {
                // Blending tells the reason.
                LogFile.note(file.toString(), e);
                return Optional.<FrameMask>empty();
              }
            },
            mask -> {
              painting.take(file, mask);
              veil();
            });
  }

  private void veil() {
    Optional<FrameMask> mask = paints() ? model.painted().mask() : Optional.empty();
    workplace.picture().veilProperty().set(mask.isPresent() ? mask.get()::at : null);
  }

  private final class PartBrush implements Brush {
    @Override
    public double radius() {
      PaintedMask painting = model.painted();
      return painting.way() == PaintedMask.Way.BRUSH ? painting.width() / 2 : 0;
    }

    @Override
    public void stroke(double x1, double y1, double x2, double y2) {
      model.painted().paint(shape(), x1, y1, x2, y2);
      veil();
    }

    @Override
    public void lifted() {
      PaintedMask painting = model.painted();
      boolean changed = painting.lifted();
      outline(list.getSelectionModel().getSelectedIndex());
      Optional<FrameMask> painted = painting.unwritten();
      if (!changed || painted.isEmpty()) {
        return;
      }
      MaskFiles files = painting.files();
      PaintedMask.Writing writing = painting.writing();
      workplace
          .tasks()
          .quietly(
              "part-write",
              (progress, cancellation) -> files.write(painted.get()),
              file -> {
                // Of a night that was left meanwhile: nobody's.
                if (files.equals(painting.files())) {
                  writing.written(file);
                }
              });
    }
  }

  private final class Cell extends ListCell<Row> {
    @Override
    protected void updateItem(Row row, boolean empty) {
      super.updateItem(row, empty);
      setText(empty ? null : model.text(row));
      setWrapText(true);
      setPrefWidth(0);
    }
  }

  private void keyPressed(KeyEvent event) {
    if (event.getCode() == KeyCode.SPACE && row().isPresent()) {
      turn();
      event.consume();
    } else if (event.getCode() == KeyCode.ENTER && row().isPresent()) {
      look();
      event.consume();
    }
  }

  private Optional<Row> row() {
    return Optional.ofNullable(list.getSelectionModel().getSelectedItem());
  }

  private void turn() {
    row().ifPresent(model::turn);
  }

  private void look() {
    row()
        .flatMap(r -> model.frame(r.was().file()))
        .ifPresent(
            f -> {
              workplace.night().selectedProperty().set(f);
              workplace.navigator().go(StageName.FRAMES);
            });
  }

  /** Shows what is decided as it stands, the same line chosen as before. */
  private void refresh() {
    if (!inView) {
      return;
    }
    said.setText(model.sentence());
    model.sayDrawing();
    showParts();
    again.setText(Words.say(finds() ? "clean.find" : "clean.blend-again"));
    again.setVisible(!model.isLookedFor() || model.isDecidedOtherwise());
    cloud.setVisible(model.evensCloud().isPresent());
    cloud.setText(
        Words.say(model.evensCloud().orElse(false) ? "clean.cloud-leave" : "clean.cloud-even"));
    int before = list.getSelectionModel().getSelectedIndex();
    List<Row> rows = model.rows();
    list.getItems().setAll(rows);
    workplace.night().marksProperty().set(model.moments(rows));
    if (!rows.isEmpty()) {
      list.getSelectionModel().select(Math.max(0, Math.min(before, rows.size() - 1)));
    }
    chosen();
  }

  private void chosen() {
    Optional<Row> row = row();
    turn.setDisable(row.isEmpty());
    look.setDisable(row.flatMap(r -> model.frame(r.was().file())).isEmpty());
    String act = row.isPresent() && !row.get().isOut() ? "clean.take-out" : "clean.keep";
    turn.setText(Words.say(row.filter(Row::moves).isPresent() ? act + "-subject" : act));
    if (!inView) {
      return;
    }
    int index = list.getSelectionModel().getSelectedIndex();
    List<Outline> outlines = outline(index);
    if (row.isPresent() && index < outlines.size()) {
      Outline one = outlines.get(index);
      workplace.picture().lookAt(one.middleX(), one.middleY());
    }
  }

  /** Shows where the lines lie; gives them in their order. */
  private List<Outline> outline(int chosen) {
    List<Outline> lines = model.outlines(list.getItems(), chosen);
    List<Outline> outlines = new ArrayList<>(lines);
    begun.ifPresent(outlines::add);
    outlines.addAll(open());
    workplace.picture().outlinesProperty().set(outlines);
    return lines;
  }

  /** Drawn otherwise from now on: what was begun is forgotten, and the ring is as wide. */
  private void showWay() {
    if (inView) {
      outline(list.getSelectionModel().getSelectedIndex());
      workplace.picture().brushProperty().set(paints() ? new PartBrush() : null);
    }
  }

  /** From corner to corner of a part that is not closed yet. */
  private List<Outline> open() {
    List<double[]> corners = paints() ? model.painted().open() : List.of();
    List<Outline> outlines = new ArrayList<>();
    for (int i = 0; i < corners.size(); i++) {
      // Of the first corner alone there is a dot; of three and more the line is closed.
      double[] from =
          corners.get(i == 0 && corners.size() > 2 ? corners.size() - 1 : Math.max(0, i - 1));
      double[] to = corners.get(i);
      outlines.add(
          new Outline(from[0], from[1], to[0], to[1], CORNER_PIXELS, Outline.Kind.GOES, false));
    }
    return outlines;
  }

  /** One end of a line drawn by hand, or the other. */
  private void marked(double x, double y, double across) {
    Brush brush = workplace.picture().brushProperty().get();
    if (brush != null) {
      brush.stroke(x, y, x, y);
      brush.lifted();
      return;
    }
    Variant variant = variants.shownProperty().get();
    if (variant == null || !WhoseModel.lies(variant.recipe())) {
      workplace.navigator().note(Words.say("whose.moved"));
      return;
    }
    if (begun.isEmpty()) {
      begun = Optional.of(new Outline(x, y, x, y, model.drawnWidth(), Outline.Kind.GOES, true));
      workplace.navigator().note(Words.say("clean.one-end"));
      chosen();
      return;
    }
    Streak line =
        new Streak(
            tenth(begun.get().x1()),
            tenth(begun.get().y1()),
            tenth(x),
            tenth(y),
            model.drawnWidth(),
            0);
    begun = Optional.empty();
    chosen();
    whose.look(
        (line.x1() + line.x2()) / 2,
        (line.y1() + line.y2()) / 2,
        across,
        lights -> {
          if (variants.shownProperty().get() != variant) {
            return;
          }
          if (WhoseModel.standsOut(lights)) {
            workplace.navigator().note("");
            model.draw(lights.get(0).frame().file(), line);
            list.getItems().stream()
                .filter(r -> r.was().line().equals(line))
                .forEach(list.getSelectionModel()::select);
          } else {
            workplace.navigator().note(Words.say("clean.nobodys"));
          }
        });
  }

  private static double tenth(double pixels) {
    return Math.round(10 * pixels) / 10.0;
  }

  @Override
  public String title() {
    return Words.say("clean.title");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node side() {
    return variants.shownProperty().get() == null ? null : side;
  }

  @Override
  public boolean isOffered() {
    return blend.canBlend();
  }

  @Override
  public void enter() {
    inView = true;
    showPicture.run();
    workplace.picture().askedProperty().set(whose::about);
    workplace.picture().markedProperty().set(this::marked);
    workplace
        .picture()
        .outlineChosenProperty()
        .set(
            i -> {
              if (i < list.getItems().size()) {
                list.getSelectionModel().select(i);
              }
            });
    refresh();
  }

  @Override
  public void leave() {
    inView = false;
    begun = Optional.empty();
    workplace.picture().askedProperty().set(null);
    workplace.picture().markedProperty().set(null);
    workplace.picture().outlineChosenProperty().set(i -> {});
    workplace.picture().outlinesProperty().set(List.of());
    workplace.picture().brushProperty().set(null);
    workplace.picture().veilProperty().set(null);
    workplace.night().marksProperty().set(List.of());
  }
}
