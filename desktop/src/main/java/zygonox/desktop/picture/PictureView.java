package zygonox.desktop.picture;

import java.nio.IntBuffer;
import java.util.List;
import java.util.Locale;
import javafx.beans.InvalidationListener;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Rectangle;
import zygonox.core.words.Words;

/**
 * Shows a picture of any size: drag to move, wheel to zoom at the pointer, 1 for one pixel on one,
 * 0 for the whole, Space held for the other picture, D for the difference, U to lift the dark parts
 * and J to put them back, W to ask about the place under the pointer, E to mark it.
 */
public final class PictureView extends Region {
  private static final double WHEEL_STEP = 1.25;
  private static final double KEY_STEP_PIXELS = 80;

  private final PictureModel model;
  private final ImageView image = new ImageView();
  private final OutlineLayer outlines = new OutlineLayer();
  private final Circle ring = new Circle();
  private final Label caption = new Label();
  private final Label empty = new Label();
  private final ObjectProperty<Color> background = new SimpleObjectProperty<>(Color.BLACK);
  private int[] screen = new int[0];
  private int[] second = new int[0];
  private PixelBuffer<IntBuffer> buffer;
  private int screenWidth;
  private int screenHeight;
  private Pixels liftedPixels;
  private Lift lift = Lift.NONE;
  private double pointerX;
  private double pointerY;
  private double dragX;
  private double dragY;

  public PictureView(PictureModel model) {
    this.model = model;
    getStyleClass().add("picture");
    setFocusTraversable(true);
    setId("picture");
    setAccessibleRole(AccessibleRole.IMAGE_VIEW);
    setAccessibleRoleDescription(Words.say("picture.role"));
    accessibleTextProperty().bind(model.heardProperty());
    caption.getStyleClass().add("picture-caption");
    caption.setMouseTransparent(true);
    caption.setWrapText(true);
    empty.getStyleClass().add("picture-empty");
    empty.setWrapText(true);
    empty.textProperty().bind(model.emptyTextProperty());
    getChildren().addAll(image, outlines, ring, caption, empty);
    ring.setManaged(false);
    ring.setMouseTransparent(true);
    ring.getStyleClass().add("outline");
    image.setManaged(false);
    InvalidationListener redraw = o -> requestLayout();
    model.pixelsProperty().addListener(redraw);
    model.otherProperty().addListener(redraw);
    model.viewportProperty().addListener(redraw);
    model.showingOtherProperty().addListener(redraw);
    model.showingDifferenceProperty().addListener(redraw);
    model.redProperty().addListener(redraw);
    model.liftedProperty().addListener(redraw);
    model.captionProperty().addListener(redraw);
    model.outlinesProperty().addListener(redraw);
    model.veilProperty().addListener(redraw);
    model.brushProperty().addListener(redraw);
    background.addListener(redraw);
    addEventHandler(
        MouseEvent.MOUSE_MOVED,
        e -> {
          pointerX = e.getX();
          pointerY = e.getY();
          if (model.brushProperty().get() != null && hasPicture()) {
            ring(settled());
          }
        });
    addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
    addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
    addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
    addEventHandler(ScrollEvent.SCROLL, this::scrolled);
    addEventHandler(KeyEvent.KEY_PRESSED, this::keyPressed);
    addEventHandler(KeyEvent.KEY_RELEASED, this::keyReleased);
  }

  public ObjectProperty<Color> backgroundColourProperty() {
    return background;
  }

  private Viewport settled() {
    return model
        .viewportProperty()
        .get()
        .settled(model.pixelsProperty().get(), getWidth(), getHeight());
  }

  private boolean hasPicture() {
    return model.pixelsProperty().get() != null && getWidth() >= 1 && getHeight() >= 1;
  }

  @Override
  protected void layoutChildren() {
    empty.setVisible(!hasPicture());
    image.setVisible(hasPicture());
    outlines.setVisible(hasPicture());
    outlines.setClip(new Rectangle(getWidth(), getHeight()));
    ring.setClip(new Rectangle(getWidth(), getHeight()));
    double textWidth = Math.min(getWidth() - 40, 620);
    double textHeight = empty.prefHeight(textWidth);
    empty.resizeRelocate(
        (getWidth() - textWidth) / 2, (getHeight() - textHeight) / 2, textWidth, textHeight);
    if (hasPicture()) {
      draw();
    }
    caption.setVisible(hasPicture() && !caption.getText().isEmpty());
    double captionWidth = Math.min(caption.prefWidth(-1), getWidth() - 16);
    double captionHeight = caption.prefHeight(captionWidth);
    caption.resizeRelocate(8, getHeight() - captionHeight - 8, captionWidth, captionHeight);
  }

  private void draw() {
    int width = (int) getWidth();
    int height = (int) getHeight();
    if (width != screenWidth || height != screenHeight) {
      screenWidth = width;
      screenHeight = height;
      screen = new int[width * height];
      buffer =
          new PixelBuffer<>(
              width, height, IntBuffer.wrap(screen), PixelFormat.getIntArgbPreInstance());
      image.setImage(new WritableImage(buffer));
    }
    Viewport view = settled();
    boolean red = model.redProperty().get();
    Pixels other = model.otherProperty().get();
    boolean showOther = other != null && model.showingOtherProperty().get();
    Pixels main = model.pixelsProperty().get();
    Lift lift = lift(main);
    draw(showOther ? other : main, view, screen, lift);
    if (other != null && model.showingDifferenceProperty().get()) {
      second = second.length == screen.length ? second : new int[screen.length];
      draw(other, view, second, lift);
      Renderer.difference(screen, second);
    }
    boolean isMain = !showOther && !model.showingDifferenceProperty().get();
    Veil veil = model.veilProperty().get();
    if (veil != null && isMain) {
      Renderer.veil(main, view, screen, width, height, veil);
    }
    if (red) {
      Renderer.redden(screen);
    }
    buffer.updateBuffer(b -> null);
    ring(view);
    outlines.draw(isMain ? model.outlinesProperty().get() : List.of(), view, width, height);
    caption.setText(text(view, showOther, lift));
  }

  /** One curve for both of two pictures, or what differs could not be compared. */
  private Lift lift(Pixels main) {
    if (!model.liftedProperty().get()) {
      return Lift.NONE;
    }
    if (liftedPixels != main) {
      liftedPixels = main;
      lift = Lift.of(main);
    }
    return lift;
  }

  private void draw(Pixels pixels, Viewport view, int[] into, Lift lifting) {
    Color c = background.get();
    int argb =
        0xff000000
            | (int) Math.round(c.getRed() * 255) << 16
            | (int) Math.round(c.getGreen() * 255) << 8
            | (int) Math.round(c.getBlue() * 255);
    Renderer.draw(pixels, view, into, screenWidth, screenHeight, argb, lifting);
  }

  /** How wide the brush is, where it would paint. */
  private void ring(Viewport view) {
    Brush brush = model.brushProperty().get();
    ring.setVisible(brush != null);
    if (brush != null) {
      ring.setRadius(Math.max(1, brush.radius() * view.zoom()));
      ring.setCenterX(isHover() ? pointerX : getWidth() / 2);
      ring.setCenterY(isHover() ? pointerY : getHeight() / 2);
    }
  }

  private String text(Viewport view, boolean showOther, Lift lifting) {
    String what =
        model.showingDifferenceProperty().get() && model.otherProperty().get() != null
            ? Words.say("picture.difference-black-is-alike")
            : showOther ? model.otherCaptionProperty().get() : model.captionProperty().get();
    String zoom = String.format(Locale.ROOT, "%.0f\u00a0%%", 100 * view.zoom());
    String seen =
        model.liftedProperty().get()
            ? zoom + "  ·  " + Words.say(lifting.lifts() ? "picture.lifted" : "picture.bright")
            : zoom;
    return what.isEmpty() ? seen : what + "  ·  " + seen;
  }

  private void pressed(MouseEvent event) {
    requestFocus();
    dragX = event.getX();
    dragY = event.getY();
    if (hasPicture() && paints(event)) {
      stroke(event);
    } else if (hasPicture()) {
      Viewport view = settled();
      double x = column(view, event.getX());
      double y = row(view, event.getY());
      OutlineLayer.at(model.outlinesProperty().get(), x, y, view.zoom())
          .ifPresent(model.outlineChosenProperty().get());
    }
  }

  /** The other button moves the picture while there is a brush. */
  private boolean paints(MouseEvent event) {
    return model.brushProperty().get() != null && event.getButton() == MouseButton.PRIMARY;
  }

  private double column(Viewport view, double across) {
    return view.centreX() + (across - getWidth() / 2) / view.zoom();
  }

  private double row(Viewport view, double down) {
    return view.centreY() + (down - getHeight() / 2) / view.zoom();
  }

  /** From where the pointer was to where it is. */
  private void stroke(MouseEvent event) {
    Viewport view = settled();
    model
        .brushProperty()
        .get()
        .stroke(
            column(view, dragX),
            row(view, dragY),
            column(view, event.getX()),
            row(view, event.getY()));
    dragX = event.getX();
    dragY = event.getY();
    pointerX = dragX;
    pointerY = dragY;
    requestLayout();
  }

  private void released(MouseEvent event) {
    if (hasPicture() && paints(event)) {
      model.brushProperty().get().lifted();
    }
  }

  private void dragged(MouseEvent event) {
    if (hasPicture() && paints(event)) {
      stroke(event);
    } else if (hasPicture()) {
      change(settled().moved(event.getX() - dragX, event.getY() - dragY));
      dragX = event.getX();
      dragY = event.getY();
    }
  }

  private void scrolled(ScrollEvent event) {
    if (hasPicture() && event.getDeltaY() != 0) {
      double factor = event.getDeltaY() > 0 ? WHEEL_STEP : 1 / WHEEL_STEP;
      Viewport view = settled();
      change(
          view.zoomed(
              view.zoom() * factor, event.getX() - getWidth() / 2, event.getY() - getHeight() / 2));
      event.consume();
    }
  }

  private void change(Viewport view) {
    model.viewportProperty().set(view.kept(model.pixelsProperty().get()));
  }

  private void keyPressed(KeyEvent event) {
    if (!hasPicture() || event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    Viewport view = settled();
    boolean used = true;
    switch (event.getCode()) {
      case DIGIT0, NUMPAD0 -> model.fit();
      case DIGIT1, NUMPAD1 -> change(view.zoomed(1, 0, 0));
      case PLUS, EQUALS, ADD -> change(view.zoomed(view.zoom() * WHEEL_STEP, 0, 0));
      case MINUS, SUBTRACT -> change(view.zoomed(view.zoom() / WHEEL_STEP, 0, 0));
      case LEFT -> change(view.moved(KEY_STEP_PIXELS, 0));
      case RIGHT -> change(view.moved(-KEY_STEP_PIXELS, 0));
      case UP -> change(view.moved(0, KEY_STEP_PIXELS));
      case DOWN -> change(view.moved(0, -KEY_STEP_PIXELS));
      case SPACE -> model.showingOtherProperty().set(true);
      case D -> {
        boolean now = model.showingDifferenceProperty().get();
        model.showingDifferenceProperty().set(!now);
      }
      case W -> tell(view, model.askedProperty().get());
      case E -> tell(view, model.markedProperty().get());
      default -> used = false;
    }
    if (used) {
      event.consume();
    }
  }

  /** The place under the pointer; where it is elsewhere, the middle. */
  private void tell(Viewport view, PictureModel.Asked of) {
    if (of == null) {
      return;
    }
    boolean pointed = isHover();
    double across = pointed ? pointerX - getWidth() / 2 : 0;
    double down = pointed ? pointerY - getHeight() / 2 : 0;
    double x = view.centreX() + across / view.zoom();
    double y = view.centreY() + down / view.zoom();
    Pixels picture = model.pixelsProperty().get();
    if (x >= 0 && y >= 0 && x < picture.width() && y < picture.height()) {
      of.about(x, y, 1 / view.zoom());
    }
  }

  private void keyReleased(KeyEvent event) {
    if (event.getCode() == KeyCode.SPACE) {
      model.showingOtherProperty().set(false);
      event.consume();
    }
  }
}
