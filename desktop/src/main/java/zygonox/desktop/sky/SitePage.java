package zygonox.desktop.sky;

import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import zygonox.core.site.Site;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.PathRow;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** The site itself, and the sites that are kept; the picture is what hides the sky around it. */
final class SitePage implements Page {
  private static final double SIDE_WIDTH = 306;

  private final Workplace workplace;
  private final SiteModel model;
  private final VBox head;
  private final VBox side;
  private final SiteDrawing drawing;
  private final ListView<Site> list = new ListView<>();

  SitePage(Workplace workplace, ObservableValue<Theme> theme) {
    this.workplace = workplace;
    model = new SiteModel(workplace.night(), workplace.home());
    drawing = new SiteDrawing(workplace.night(), theme);
    head =
        new VBox(
            new SentenceView(model.sentenceProperty()),
            new SentenceView(model.notesProperty(), SentenceView.Weight.LIGHT));
    list.setId("sites");
    list.setAccessibleText(Words.say("sky.kept-sites"));
    list.setPlaceholder(new Label(Words.say("sky.no-site-is-kept-yet")));
    list.setCellFactory(l -> new SiteCell());
    model.keptProperty().subscribe(sites -> list.getItems().setAll(sites));
    Button keep = button("keep-site", Words.say("sky.keep-this-site"), () -> model.keep());
    Button go = button("go-site", Words.say("sky.go-there"), () -> model.go(chosen()));
    Button forget = button("forget-site", Words.say("sky.forget-it"), () -> model.forget(chosen()));
    for (Button button : new Button[] {go, forget}) {
      button.disableProperty().bind(list.getSelectionModel().selectedItemProperty().isNull());
    }
    Label title = new Label(Words.say("sky.kept-sites"));
    title.getStyleClass().add("field-name");
    PathRow file =
        new PathRow(
                workplace,
                "sites-file",
                Words.say("sky.sites-file"),
                "sites.gpx",
                Words.say("sky.write"),
                model::exportTo)
            .or(Words.say("sky.read"), (path, present) -> model.importFrom(path));
    side = new VBox(8, title, list, new HBox(6, go, forget), keep, file);
    VBox.setVgrow(list, Priority.ALWAYS);
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
  }

  private static final class SiteCell extends ListCell<Site> {
    @Override
    protected void updateItem(Site site, boolean isEmpty) {
      super.updateItem(site, isEmpty);
      setText(isEmpty || site == null ? null : site.name());
    }
  }

  private Site chosen() {
    return list.getSelectionModel().getSelectedItem();
  }

  private Button button(String id, String text, Runnable act) {
    Button button = new Button(text);
    button.setId(id);
    button.setOnAction(
        e -> {
          try {
            act.run();
          } catch (RuntimeException fault) {
            workplace.navigator().fault(fault);
          }
        });
    return button;
  }

  @Override
  public String title() {
    return Words.say("sky.site");
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
    drawing.requestLayout();
    try {
      model.load();
    } catch (RuntimeException fault) {
      workplace.navigator().fault(fault);
    }
  }
}
