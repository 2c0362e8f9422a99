package zygonox.desktop.program;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.handout.CheckItem;
import zygonox.core.handout.FieldCard;
import zygonox.core.handout.FieldCardPdf;
import zygonox.core.night.Night;
import zygonox.core.words.Words;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WholeFile.IfPresent;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.PathRow;
import zygonox.desktop.stage.Workplace;

/** What is taken along: the checklist to tick, the card to print. */
final class CardPage implements Page {
  private static final double SIDE_WIDTH = 350;

  private final OpenNight open;
  private final Label said = new Label();
  private final VBox list = new VBox(7);
  private final ScrollPane picture = new ScrollPane(list);
  private final VBox tables = new VBox(12);
  private final VBox side;
  private final Map<CheckItem, CheckBox> boxes = new LinkedHashMap<>();
  private FieldCard shown;
  private int shownIndex;
  private boolean inView;

  CardPage(Workplace workplace) {
    open = workplace.night();
    said.setId("card-said");
    said.getStyleClass().add("statement");
    said.setWrapText(true);
    list.getStyleClass().add("text-page");
    picture.setAccessibleText(Words.say("name.checklist"));
    picture.setFitToWidth(true);
    picture.getStyleClass().add("text-pane");
    ScrollPane facts = new ScrollPane(tables);
    facts.setAccessibleText(Words.say("name.card"));
    facts.setFitToWidth(true);
    facts.getStyleClass().add("text-pane");
    VBox.setVgrow(facts, Priority.ALWAYS);
    PathRow pdf =
        new PathRow(
            workplace,
            "card-pdf",
            Words.say("program.all-programs-to-print"),
            "field-card.pdf",
            Words.say("program.write"),
            this::pdf);
    PathRow text =
        new PathRow(
            workplace,
            "card-text",
            Words.say("program.as-plain-text"),
            "field-card.txt",
            Words.say("program.write"),
            this::text);
    side = new VBox(10, facts, pdf, text);
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
    open.nightProperty().subscribe(n -> refresh());
    open.programIndexProperty().subscribe(i -> refresh());
  }

  private List<FieldCard> cards() {
    List<FieldCard> cards = new ArrayList<>();
    for (int i = 0; i < open.night().programs().size(); i++) {
      cards.add(FieldCard.of(open.night(), i));
    }
    return cards;
  }

  private String pdf(Path file, IfPresent present) {
    FieldCardPdf.write(cards(), file, present);
    return Words.say("program.written-to") + file;
  }

  private String text(Path file, IfPresent present) {
    String text = String.join("\n\n", cards().stream().map(FieldCard::text).toList());
    WholeFile.write(file, present, path -> Files.writeString(path, text));
    return Words.say("program.written-to") + file;
  }

  private int index() {
    return Math.min(open.programIndexProperty().get(), open.night().programs().size() - 1);
  }

  private void refresh() {
    if (!inView || !isOffered()) {
      return;
    }
    Night night = open.night();
    int index = index();
    FieldCard card = FieldCard.of(night, index);
    if (card.equals(shown) && index == shownIndex) {
      // Only a tick changed: the boxes stay, and with them the keyboard's place.
      boxes.forEach((item, box) -> box.setSelected(night.ticked().contains(item.tick(index))));
      return;
    }
    shown = card;
    shownIndex = index;
    boxes.clear();
    said.setText(card.program() + ". " + card.sentence());
    list.getChildren().clear();
    list.getChildren().add(heading(Words.say("card.checklist")));
    for (CheckItem item : card.checklist()) {
      CheckBox box = new CheckBox(item.text());
      box.setId("check-" + item.key().replace('_', '-'));
      box.setWrapText(true);
      box.setMinHeight(Region.USE_PREF_SIZE);
      box.setSelected(night.ticked().contains(item.tick(index)));
      box.setOnAction(
          e ->
              open.edit(
                  "tick" + item.tick(index),
                  open.night().withTick(item.tick(index), box.isSelected())));
      boxes.put(item, box);
      list.getChildren().add(box);
    }
    list.getChildren().add(heading(Words.say("card.cautions")));
    for (String caution : card.cautions()) {
      list.getChildren().add(wrapped(caution));
    }
    tables.getChildren().setAll(card.tables().stream().map(CardPage::table).toList());
  }

  private static Node table(FieldCard.Table table) {
    GridPane grid = new GridPane();
    grid.setHgap(12);
    grid.setVgap(3);
    for (int i = 0; i < table.rows().size(); i++) {
      Label name = new Label(table.rows().get(i).name());
      name.getStyleClass().add("field-name");
      name.setMinWidth(Region.USE_PREF_SIZE);
      grid.addRow(i, name, wrapped(table.rows().get(i).value()));
    }
    return new VBox(4, heading(table.heading()), grid);
  }

  private static Label heading(String text) {
    Label label = new Label(text);
    label.getStyleClass().add("facts-heading");
    return label;
  }

  private static Label wrapped(String text) {
    Label label = new Label(text);
    label.setWrapText(true);
    label.setMinHeight(Region.USE_PREF_SIZE);
    return label;
  }

  @Override
  public String title() {
    return Words.say("program.field-card");
  }

  @Override
  public boolean isOffered() {
    return open.program().isPresent();
  }

  @Override
  public Node head() {
    return said;
  }

  @Override
  public Node side() {
    return side;
  }

  @Override
  public Node picture() {
    return picture;
  }

  @Override
  public void enter() {
    inView = true;
    refresh();
    picture.setVvalue(0);
  }

  @Override
  public void leave() {
    inView = false;
  }
}
