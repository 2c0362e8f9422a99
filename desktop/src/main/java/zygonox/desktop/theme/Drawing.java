package zygonox.desktop.theme;

import javafx.beans.value.ObservableValue;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;

/** A picture that is drawn anew for its size and theme. */
public abstract class Drawing extends Region {
  private static final double SMALLEST = 50;

  private final Canvas canvas = new Canvas();
  private final ObservableValue<Theme> theme;

  protected Drawing(ObservableValue<Theme> theme) {
    this.theme = theme;
    getStyleClass().add("picture");
    canvas.setManaged(false);
    getChildren().add(canvas);
    theme.subscribe(t -> requestLayout());
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.setFill(palette().ground());
    g.fillRect(0, 0, getWidth(), getHeight());
    if (getWidth() > SMALLEST && getHeight() > SMALLEST) {
      draw(g);
    }
  }

  /** Draws onto the ground of the theme, as large as this region is. */
  protected abstract void draw(GraphicsContext g);

  protected Theme theme() {
    return theme.getValue();
  }

  protected Palette palette() {
    return theme().palette();
  }

  /** A colour for what is shown upon the night: the sky is dark on paper too. */
  protected Color light() {
    return theme() == Theme.PAPER ? palette().ground() : palette().ink();
  }

  /** Writes a line of text from a place on, drawn closer where it would not fit. */
  protected static void textWithin(
      GraphicsContext g, String text, double x, double y, double size, double widest) {
    g.setFont(Font.font("Cabin", size));
    g.setTextAlign(TextAlignment.LEFT);
    g.setTextBaseline(VPos.CENTER);
    g.fillText(text, x, y, widest);
  }

  /** Writes a line of text, its middle at a height. */
  protected static void text(
      GraphicsContext g, String text, double x, double y, double size, TextAlignment alignment) {
    g.setFont(Font.font("Cabin", size));
    g.setTextAlign(alignment);
    g.setTextBaseline(VPos.CENTER);
    g.fillText(text, x, y);
  }
}
