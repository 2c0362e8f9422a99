package zygonox.desktop.sky;

import java.time.LocalDate;
import java.util.List;
import javafx.beans.value.ObservableValue;
import javafx.collections.ListChangeListener;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.SelectionMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.YearView;
import zygonox.core.sky.YearView.Prospect;
import zygonox.core.sky.YearView.Wish;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.PathRow;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** The nights of a year that are worth it, ranked; the picture is the whole year. */
final class YearPage implements Page {
  private static final double SIDE_WIDTH = 340;

  private final Workplace workplace;
  private final YearModel model;
  private final VBox head;
  private final VBox side;
  private final YearDrawing drawing;
  private final ListView<Prospect> list = new ListView<>();
  private boolean inView;
  private Wish reckoned;
  private LocalDate reckonedFrom;

  YearPage(Workplace workplace, ObservableValue<Theme> theme, Runnable toLook) {
    this.workplace = workplace;
    model = new YearModel(workplace.night());
    drawing = new YearDrawing(model, theme, this::choose);
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    HBox.setHgrow(sentence, Priority.ALWAYS);
    Button plan = new Button(Words.say("sky.plan-this-night"));
    plan.setId("plan-night");
    plan.getStyleClass().add("act");
    plan.setMinWidth(Region.USE_PREF_SIZE);
    plan.disableProperty().bind(list.getSelectionModel().selectedItemProperty().isNull());
    plan.setOnAction(
        e -> {
          model.plan(list.getSelectionModel().getSelectedItem());
          toLook.run();
        });
    Label season = new Label();
    season.setId("season");
    season.setWrapText(true);
    head = new VBox(2, new HBox(18, sentence, plan), season);
    list.setId("year-nights");
    list.setAccessibleText(Words.say("name.year"));
    list.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    list.setPlaceholder(new Label(Words.say("sky.no-such-night")));
    list.setCellFactory(l -> new NightCell());
    list.getSelectionModel()
        .getSelectedItems()
        .addListener(
            (ListChangeListener<Prospect>)
                change -> drawing.choose(selected().stream().map(Prospect::date).toList()));
    model
        .nightsProperty()
        .subscribe(
            nights -> {
              list.getItems().setAll(YearView.ranked(nights));
              list.getSelectionModel().selectFirst();
              season.setText(model.season());
            });
    Label best = new Label(Words.say("sky.best-first-shift-and-ctrl"));
    best.getStyleClass().add("field-name");
    PathRow file =
        new PathRow(
            workplace,
            "calendar-file",
            Words.say("sky.the-chosen-ones-as-a"),
            "nights.ics",
            Words.say("sky.write"),
            (path, present) -> {
              if (selected().isEmpty()) {
                throw new InvalidInput(Words.say("refused.no-night-is-chosen-choose"));
              }
              return model.export(selected(), path, present);
            });
    side = new VBox(8, best, list, file);
    VBox.setVgrow(list, Priority.ALWAYS);
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
    model.sentenceProperty().subscribe(s -> reckon());
  }

  private final class NightCell extends ListCell<Prospect> {
    @Override
    protected void updateItem(Prospect night, boolean isEmpty) {
      super.updateItem(night, isEmpty);
      setText(isEmpty || night == null ? null : model.line(night));
    }
  }

  /** The chosen nights; while the list changes some of them may be gone. */
  private List<Prospect> selected() {
    return list.getSelectionModel().getSelectedItems().stream().filter(p -> p != null).toList();
  }

  private void choose(Prospect night) {
    if (list.getItems().contains(night)) {
      list.getSelectionModel().clearAndSelect(list.getItems().indexOf(night));
      list.scrollTo(night);
    }
  }

  private void reckon() {
    if (!inView || workplace.night().night() == null) {
      return;
    }
    Wish wish = model.wish();
    LocalDate first = model.first();
    if (wish.equals(reckoned) && first.equals(reckonedFrom)) {
      return;
    }
    workplace
        .tasks()
        .quietly(
            "year",
            (progress, cancellation) -> YearView.of(wish, first, model.count(), cancellation),
            nights -> {
              reckoned = wish;
              reckonedFrom = first;
              model.take(nights);
            });
  }

  @Override
  public String title() {
    return Words.say("sky.year");
  }

  @Override
  public boolean isOffered() {
    return workplace.night().night() != null;
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node side() {
    return side;
  }

  @Override
  public Node picture() {
    return drawing;
  }

  @Override
  public void enter() {
    inView = true;
    reckon();
  }

  @Override
  public void leave() {
    inView = false;
  }
}
