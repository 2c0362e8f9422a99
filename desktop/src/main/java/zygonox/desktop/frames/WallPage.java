package zygonox.desktop.frames;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.beans.value.ObservableValue;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import javafx.util.Duration;
import zygonox.core.frame.Frame;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.Words;
import zygonox.desktop.frames.WallRows.Row;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/** All frames at their times, a row for each stretch of the night. */
final class WallPage implements Page {
  private static final double WIDE = 104;
  private static final double HIGH = 70;
  private static final double LABEL = 62;
  private static final double FOOT = 8;
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");

  private final Workplace workplace;
  private final FramesModel model;
  private final ObservableValue<Theme> theme;
  private final ListView<Row> wall = new ListView<>();
  private final Thumbnails thumbnails;
  private final HBox head;
  private final Set<Frame> wanted = new LinkedHashSet<>();
  private final PauseTransition asking = new PauseTransition(Duration.millis(60));

  WallPage(Workplace workplace, FramesModel model, Node judge, ObservableValue<Theme> theme) {
    this.workplace = workplace;
    this.model = model;
    this.theme = theme;
    thumbnails = new Thumbnails(workplace.tasks(), wall::refresh);
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    HBox.setHgrow(sentence, Priority.ALWAYS);
    head = new HBox(18, sentence, judge);
    wall.setId("wall");
    wall.setAccessibleText(Words.say("name.wall"));
    wall.setCellFactory(l -> new RowCell());
    wall.setPlaceholder(new Label(Words.say("frames.no-frames")));
    wall.setFixedCellSize(HIGH + FOOT + 16);
    wall.addEventFilter(KeyEvent.KEY_PRESSED, this::keyPressed);
    asking.setOnFinished(
        e -> {
          thumbnails.ask(wanted);
          wanted.clear();
        });
    workplace.night().framesProperty().subscribe(s -> lay());
    workplace.night().selectedProperty().subscribe(f -> wall.refresh());
    workplace.night().judgementsProperty().subscribe(j -> wall.refresh());
    workplace.night().decisionsProperty().subscribe(o -> wall.refresh());
    wall.widthProperty().subscribe(w -> lay());
    theme.subscribe(t -> wall.refresh());
    workplace.picture().redProperty().subscribe(thumbnails::setRed);
    workplace.picture().liftedProperty().subscribe(thumbnails::setLifted);
  }

  private void lay() {
    int perRow = (int) Math.max(1, (wall.getWidth() - LABEL - 30) / WIDE);
    wall.getItems().setAll(WallRows.of(workplace.night().framesProperty().get(), perRow));
  }

  private void keyPressed(KeyEvent event) {
    boolean used = !event.isShortcutDown();
    if (used) {
      switch (event.getCode()) {
        case LEFT -> step(-1);
        case RIGHT -> step(1);
        case K -> model.decide(Verdict.KEEP);
        case L -> model.decide(Verdict.LOOK);
        case O, DELETE -> model.decide(Verdict.DROP);
        case N -> model.next();
        default -> used = false;
      }
    }
    if (used) {
      reveal();
      event.consume();
    }
  }

  private void step(int by) {
    List<Frame> frames = workplace.night().framesProperty().get().frames();
    int at = frames.indexOf(workplace.night().selectedProperty().get()) + by;
    if (at >= 0 && at < frames.size()) {
      workplace.night().selectedProperty().set(frames.get(at));
    }
  }

  private void reveal() {
    Frame chosen = workplace.night().selectedProperty().get();
    for (int i = 0; i < wall.getItems().size(); i++) {
      if (wall.getItems().get(i).frames().contains(chosen)) {
        wall.scrollTo(Math.max(0, i - 2));
      }
    }
  }

  private ZoneId zone() {
    return workplace.night().night() == null
        ? workplace.night().framesProperty().get().assumedOffset()
        : workplace.night().night().zone();
  }

  /** One row, drawn as one picture: a thousand nodes would make the wall heavy. */
  private final class RowCell extends ListCell<Row> {
    private final Canvas canvas = new Canvas();

    RowCell() {
      setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
      getStyleClass().add("wall-row");
      canvas.setOnMouseClicked(e -> choose(e.getX()));
    }

    private double x(Row row, Frame frame) {
      double room = canvas.getWidth() - LABEL - WIDE;
      return LABEL + room * WallRows.place(row, workplace.night().framesProperty().get(), frame);
    }

    private void choose(double at) {
      wall.requestFocus();
      Row row = getItem();
      if (row == null) {
        return;
      }
      Frame hit = null;
      for (Frame frame : row.frames()) {
        double x = x(row, frame);
        // Of those that overlap the last one lies on top.
        hit = at >= x && at <= x + WIDE - 6 ? frame : hit;
      }
      if (hit != null) {
        workplace.night().selectedProperty().set(hit);
      }
    }

    @Override
    protected void updateItem(Row row, boolean isEmpty) {
      super.updateItem(row, isEmpty);
      if (isEmpty || row == null) {
        setGraphic(null);
        return;
      }
      canvas.setWidth(Math.max(200, wall.getWidth() - 34));
      canvas.setHeight(HIGH + FOOT);
      setGraphic(canvas);
      draw(row);
    }

    private void draw(Row row) {
      Palette palette = theme.getValue().palette();
      GraphicsContext g = canvas.getGraphicsContext2D();
      g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
      g.setFont(Font.font("Cabin", 12));
      g.setTextAlign(TextAlignment.LEFT);
      g.setTextBaseline(VPos.TOP);
      g.setFill(palette.faint());
      g.fillText(row.from().map(this::clock).orElse(Words.say("frames.no-time")), 0, 2);
      if (row.emptyBefore() > 0) {
        g.setFill(palette.warn());
        g.fillText(Words.say("frames.after") + Seconds.about(row.emptyBefore()), 0, 18, LABEL - 6);
        g.fillText("without", 0, 32);
      }
      g.setStroke(palette.line());
      g.strokeLine(LABEL, HIGH + 4, canvas.getWidth(), HIGH + 4);
      for (Frame frame : row.frames()) {
        draw(g, palette, frame, x(row, frame));
      }
    }

    private String clock(Instant from) {
      return CLOCK.format(from.atZone(zone()));
    }

    private void draw(GraphicsContext g, Palette palette, Frame frame, double x) {
      double wide = WIDE - 6;
      var image = thumbnails.of(frame);
      g.setFill(palette.raised());
      g.fillRect(x, 0, wide, HIGH - 4);
      if (image.isPresent()) {
        double scale =
            Math.min(wide / image.get().getWidth(), (HIGH - 4) / image.get().getHeight());
        double w = image.get().getWidth() * scale;
        double h = image.get().getHeight() * scale;
        g.drawImage(image.get(), x + (wide - w) / 2, (HIGH - 4 - h) / 2, w, h);
      } else {
        wanted.add(frame);
        asking.playFromStart();
      }
      Verdict verdict = model.verdict(frame);
      if (verdict != Verdict.KEEP) {
        g.setStroke(palette.warn());
        g.setLineWidth(2.5);
        // What is dropped is struck through, what is to be looked at underlined.
        if (verdict == Verdict.DROP) {
          g.strokeLine(x, 0, x + wide, HIGH - 4);
          g.strokeLine(x, HIGH - 4, x + wide, 0);
        } else {
          g.strokeLine(x, HIGH, x + wide, HIGH);
        }
      }
      if (frame.equals(workplace.night().selectedProperty().get())) {
        g.setStroke(palette.mark());
        g.setLineWidth(2.5);
        g.strokeRect(x - 1, -1, wide + 2, HIGH - 2);
      }
      g.setLineWidth(1);
    }
  }

  @Override
  public String title() {
    return Words.say("frames.wall");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node picture() {
    return wall;
  }

  @Override
  public void enter() {
    lay();
    wall.requestFocus();
    // Only once it is laid out does it know what is in view.
    Platform.runLater(this::reveal);
  }
}
