package zygonox.desktop.blend;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import zygonox.core.format.QuickLook;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.words.Words;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.stage.Workplace;

/** The variants with their small pictures, each named by its sentence. */
final class VariantList extends VBox {
  private static final double WIDTH = 216;
  private static final int SMALL = 170;

  private final Workplace workplace;
  private final VariantsModel variants;
  private final ListView<Variant> list = new ListView<>();
  private final Map<Path, Pixels> small = new HashMap<>();

  /**
   * @param goBack makes the sentence say how one was made
   */
  VariantList(Workplace workplace, VariantsModel variants, Consumer<Variant> goBack) {
    this.workplace = workplace;
    this.variants = variants;
    Label title = new Label(Words.say("variants.title"));
    title.getStyleClass().add("field-name");
    Label note = new Label(Words.say("variants.note", VariantsModel.MOST));
    note.getStyleClass().add("field-name");
    note.setWrapText(true);
    note.setMinHeight(USE_PREF_SIZE);
    list.setId("variants");
    list.setAccessibleText(Words.say("variants.title"));
    list.setItems(variants.all());
    list.setCellFactory(l -> new Cell());
    list.addEventHandler(KeyEvent.KEY_PRESSED, this::keyPressed);
    list.getSelectionModel()
        .selectedItemProperty()
        .subscribe(
            v -> {
              if (v != null) {
                variants.show(v);
              }
            });
    variants
        .shownProperty()
        .subscribe(
            v -> {
              if (v != null) {
                list.getSelectionModel().select(v);
              }
            });
    Button back = new Button(Words.say("variants.go-back"));
    back.setId("go-back");
    back.getStyleClass().add("quiet");
    back.disableProperty().bind(variants.shownProperty().isNull());
    back.setOnAction(e -> goBack.accept(variants.shownProperty().get()));
    Button forget = new Button(Words.say("variants.forget"));
    forget.setId("forget");
    forget.getStyleClass().add("quiet");
    forget.disableProperty().bind(variants.shownProperty().isNull());
    forget.setOnAction(e -> variants.forget(variants.shownProperty().get()));
    ToggleButton map = new ToggleButton(Words.say("blend.rejected-map"));
    map.setId("rejected-map");
    map.getStyleClass().add("quiet");
    map.selectedProperty().bindBidirectional(variants.mapProperty());
    map.managedProperty().bind(map.visibleProperty());
    variants
        .shownProperty()
        .subscribe(v -> map.setVisible(v != null && Files.exists(v.rejected())));
    VBox.setVgrow(list, Priority.ALWAYS);
    getChildren().setAll(title, list, note, map, back, forget);
    setSpacing(6);
    getStyleClass().add("side");
    setPrefWidth(WIDTH);
    workplace.picture().redProperty().subscribe(r -> list.refresh());
    workplace.picture().liftedProperty().subscribe(l -> list.refresh());
  }

  private void keyPressed(KeyEvent event) {
    if (event.getCode() == KeyCode.DELETE && variants.shownProperty().get() != null) {
      variants.forget(variants.shownProperty().get());
      event.consume();
    }
  }

  private final class Cell extends ListCell<Variant> {
    private final ImageView picture = new ImageView();

    Cell() {
      picture.setPreserveRatio(true);
      picture.setFitWidth(SMALL);
      setContentDisplay(ContentDisplay.TOP);
      setWrapText(true);
      setPrefWidth(0);
    }

    @Override
    protected void updateItem(Variant variant, boolean empty) {
      super.updateItem(variant, empty);
      setText(empty ? null : variant.sentence());
      setGraphic(empty ? null : picture);
      Pixels pixels = empty ? null : small.get(variant.file());
      picture.setImage(pixels == null ? null : image(pixels));
      if (!empty && pixels == null) {
        ask();
      }
    }
  }

  private WritableImage image(Pixels pixels) {
    Pixels.Level level = pixels.levels().get(0);
    boolean red = workplace.picture().redProperty().get();
    boolean lifted = workplace.picture().liftedProperty().get();
    WritableImage image = new WritableImage(level.width(), level.height());
    image
        .getPixelWriter()
        .setPixels(
            0,
            0,
            level.width(),
            level.height(),
            PixelFormat.getIntArgbInstance(),
            pixels.shown(red, lifted),
            0,
            level.width());
    return image;
  }

  /** Makes the small pictures that are not there yet. */
  private void ask() {
    List<Path> missing =
        variants.all().stream().map(Variant::file).filter(f -> !small.containsKey(f)).toList();
    workplace
        .tasks()
        .quietly(
            "variant pictures",
            (progress, cancellation) -> {
              Map<Path, Pixels> made = new HashMap<>();
              for (Path file : missing) {
                cancellation.check();
                made.put(file, look(file));
              }
              return made;
            },
            made -> {
              small.putAll(made);
              list.refresh();
            });
  }

  /** One that cannot be read, or has gone, is a dark spot. */
  private static Pixels look(Path file) {
    try {
      Frame frame = Frame.look(file);
      return Pixels.quick(frame, QuickLook.of(frame, SMALL));
    } catch (UnreadableFrame e) {
      return new Pixels(List.of(new Pixels.Level(1, 1, new int[] {0xff000000})), 1);
    }
  }
}
