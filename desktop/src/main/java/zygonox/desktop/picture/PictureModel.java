package zygonox.desktop.picture;

import java.util.List;
import java.util.function.IntConsumer;
import javafx.beans.binding.Bindings;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.beans.value.ObservableValue;
import zygonox.core.words.Words;

/** What the viewer shows. One for the window; stages put pictures into it. */
public final class PictureModel {
  private final ObjectProperty<Pixels> pixels = new SimpleObjectProperty<>();
  private final ObjectProperty<Pixels> other = new SimpleObjectProperty<>();
  private final ObjectProperty<Asked> asked = new SimpleObjectProperty<>();
  private final ObjectProperty<Asked> marked = new SimpleObjectProperty<>();
  private final ObjectProperty<List<Outline>> outlines = new SimpleObjectProperty<>(List.of());
  private final ObjectProperty<IntConsumer> outlineChosen = new SimpleObjectProperty<>(i -> {});
  private final ObjectProperty<Veil> veil = new SimpleObjectProperty<>();
  private final ObjectProperty<Brush> brush = new SimpleObjectProperty<>();
  private final StringProperty caption = new SimpleStringProperty("");
  private final StringProperty otherCaption = new SimpleStringProperty("");
  private final StringProperty emptyText = new SimpleStringProperty("");
  private final ObjectProperty<Viewport> viewport = new SimpleObjectProperty<>(Viewport.WHOLE);
  private final BooleanProperty showingOther = new SimpleBooleanProperty();
  private final BooleanProperty showingDifference = new SimpleBooleanProperty();
  private final BooleanProperty red = new SimpleBooleanProperty();
  private final BooleanProperty lifted = new SimpleBooleanProperty();

  /** Somebody asks about a place of the picture. */
  @FunctionalInterface
  public interface Asked {
    /**
     * @param x column, in pixels of the real picture
     * @param y row
     * @param across how many of them one of the screen's stands for
     */
    void about(double x, double y, double across);
  }

  /** Who answers what is asked about a place, or null. */
  public ObjectProperty<Asked> askedProperty() {
    return asked;
  }

  /** Who takes a place that is marked, or null. */
  public ObjectProperty<Asked> markedProperty() {
    return marked;
  }

  /** What is outlined on the picture itself; nothing on the other one. */
  public ObjectProperty<List<Outline>> outlinesProperty() {
    return outlines;
  }

  /** Hears which of the outlines was clicked on. */
  public ObjectProperty<IntConsumer> outlineChosenProperty() {
    return outlineChosen;
  }

  /** What is hatched on the picture itself, or null. */
  public ObjectProperty<Veil> veilProperty() {
    return veil;
  }

  /** What paints on the picture, or null: then it is moved. */
  public ObjectProperty<Brush> brushProperty() {
    return brush;
  }

  /** The picture itself, or null. */
  public ObjectProperty<Pixels> pixelsProperty() {
    return pixels;
  }

  /** What it can be compared with, or null. */
  public ObjectProperty<Pixels> otherProperty() {
    return other;
  }

  public StringProperty captionProperty() {
    return caption;
  }

  public StringProperty otherCaptionProperty() {
    return otherCaption;
  }

  /** What is told of the picture to somebody who hears it. */
  public ObservableValue<String> heardProperty() {
    return Bindings.createStringBinding(
        () -> {
          String said = pixels.get() == null ? emptyText.get() : caption.get();
          return said.isBlank() ? Words.say("picture.role") : said;
        },
        pixels,
        emptyText,
        caption);
  }

  /** What is said where there is no picture. */
  public StringProperty emptyTextProperty() {
    return emptyText;
  }

  ObjectProperty<Viewport> viewportProperty() {
    return viewport;
  }

  /** Whether the other picture is shown in place of the first. */
  public BooleanProperty showingOtherProperty() {
    return showingOther;
  }

  /** Whether the distance of the two is shown. */
  public BooleanProperty showingDifferenceProperty() {
    return showingDifference;
  }

  /** Whether pictures are shown in red alone. */
  public BooleanProperty redProperty() {
    return red;
  }

  /** Whether dark parts are made visible, in all pictures, for looking only. */
  public BooleanProperty liftedProperty() {
    return lifted;
  }

  /** Shows a picture; the view stays where it is while the size stays. */
  public void show(Pixels picture, String text) {
    Pixels before = pixels.get();
    boolean sameSize =
        before != null
            && picture != null
            && Math.abs(before.width() - picture.width()) < before.width() * 0.01;
    if (!sameSize) {
      viewport.set(Viewport.WHOLE);
    }
    pixels.set(picture);
    caption.set(text);
  }

  /** Offers a second picture of the same things to compare with; null offers none. */
  public void compareWith(Pixels picture, String text) {
    other.set(picture);
    otherCaption.set(text);
    if (picture == null) {
      showingOther.set(false);
      showingDifference.set(false);
    }
  }

  /** Shows nothing but a sentence. */
  public void clear(String text) {
    show(null, "");
    compareWith(null, "");
    emptyText.set(text);
  }

  /** Shows a picture's middle, one of its pixels on one of the screen's. */
  public void fullSize() {
    Pixels picture = pixels.get();
    if (picture != null) {
      viewport.set(new Viewport(picture.width() / 2, picture.height() / 2, 1));
    }
  }

  /** Brings a place into the middle where only a part of the picture is seen. */
  public void lookAt(double x, double y) {
    Viewport now = viewport.get();
    if (!now.isWhole() && pixels.get() != null) {
      viewport.set(new Viewport(x, y, now.zoom()).kept(pixels.get()));
    }
  }

  /** Zooms so that the whole picture is seen. */
  public void fit() {
    viewport.set(Viewport.WHOLE);
  }
}
