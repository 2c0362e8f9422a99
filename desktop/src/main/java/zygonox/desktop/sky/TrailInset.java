package zygonox.desktop.sky;

import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.shape.StrokeLineCap;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import zygonox.core.program.Yield;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Palette;

/** A piece of the fastest star's trail at 100 %: one pixel of the screen is one of the camera. */
final class TrailInset {
  private static final double WIDTH = 250;
  private static final double HEIGHT = 64;
  private static final double MARGIN = 12;

  private TrailInset() {}

  /** Draws it with its lower right corner at a place. */
  static void draw(GraphicsContext g, Yield yield, Palette palette, double right, double bottom) {
    double x = right - WIDTH;
    double y = bottom - HEIGHT;
    g.setFill(palette.ground());
    g.fillRect(x, y, WIDTH, HEIGHT);
    g.setStroke(palette.line());
    g.setLineWidth(1);
    g.strokeRect(x + 0.5, y + 0.5, WIDTH - 1, HEIGHT - 1);
    g.setFill(palette.ink());
    g.setFont(Font.font("Cabin", 12));
    g.setTextAlign(TextAlignment.LEFT);
    g.setTextBaseline(VPos.CENTER);
    g.fillText(words(yield), x + MARGIN, y + 16);
    double star = yield.starPixels();
    double step = yield.driftPixels() + yield.breakPixels();
    double row = y + 42;
    g.setStroke(palette.ink());
    g.setLineWidth(star);
    g.setLineCap(StrokeLineCap.ROUND);
    // A break lies in the middle; what reaches out of the inset is cut off.
    double first = x + WIDTH / 2 + yield.breakPixels() / 2;
    int before = (int) Math.ceil(WIDTH / step) + 1;
    double left = x + MARGIN;
    double end = right - MARGIN;
    for (int k = -before; k <= before; k++) {
      double from = Math.max(left, first + k * step);
      double to = Math.min(end, first + k * step + yield.driftPixels());
      if (to > from) {
        g.strokeLine(from, row, to, row);
      }
    }
    g.setLineCap(StrokeLineCap.SQUARE);
  }

  private static String words(Yield yield) {
    if (yield.breakPixels() == 0) {
      return Words.say("sky.the-fastest-star-at");
    }
    return Words.say(
        yield.hasBreaks() ? "sky.inset-breaks" : "sky.inset-no-breaks", yield.breakPixels());
  }
}
