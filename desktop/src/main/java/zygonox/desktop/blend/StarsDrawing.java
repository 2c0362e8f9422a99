package zygonox.desktop.blend;

import java.util.List;
import javafx.beans.value.ObservableValue;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import zygonox.core.align.Alignment;
import zygonox.core.align.Miss;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/**
 * How far stars lie off: over the picture, each as a stroke many times as long, and below it frame
 * by frame, with the sky's drift.
 */
final class StarsDrawing extends Drawing {
  private static final double EDGE = 18;
  private static final double STRIP = 96;
  private static final double GAP = 34;

  /** Length on the screen of the stroke for a tenth of a pixel. */
  private static final double TENTH = 12;

  /** The same where the mean of many is shown, which is far smaller. */
  private static final double TENTH_OF_MEAN = 40;

  /** Parts of the picture across, each with its mean. */
  private static final int COLUMNS = 14;

  private StarsModel model;
  private Alignment chosen;

  StarsDrawing(ObservableValue<Theme> theme) {
    super(theme);
    setId("stars-drawing");
  }

  /**
   * @param one whose stars are shown; null for those of all frames
   */
  void show(StarsModel stars, Alignment one) {
    model = stars;
    chosen = one;
    requestLayout();
  }

  @Override
  protected void draw(GraphicsContext g) {
    if (model == null) {
      return;
    }
    Palette palette = palette();
    g.setFont(Font.font("Cabin", 12));
    double bottom = getHeight() - STRIP - GAP;
    field(g, palette, bottom);
    frames(g, palette, bottom + GAP);
  }

  private void field(GraphicsContext g, Palette palette, double bottom) {
    double aspect = (double) model.result().width() / model.result().height();
    double height = Math.min(bottom - EDGE - 20, (getWidth() - 2 * EDGE) / aspect);
    double width = height * aspect;
    double left = (getWidth() - width) / 2;
    double scale = width / model.result().width();
    double tenth = chosen == null ? TENTH_OF_MEAN : TENTH;
    g.setStroke(palette.line());
    g.strokeRect(left, EDGE, width, height);
    g.save();
    g.beginPath();
    g.rect(left, EDGE, width, height);
    g.clip();
    g.setStroke(palette.mark());
    g.setFill(palette.mark());
    g.setLineWidth(chosen == null ? 1.6 : 1);
    for (Miss miss : chosen == null ? model.means(COLUMNS) : chosen.misses()) {
      double x = left + miss.x() * scale;
      double y = EDGE + miss.y() * scale;
      g.strokeLine(x, y, x + 10 * tenth * miss.dx(), y + 10 * tenth * miss.dy());
      g.fillOval(x - 1.5, y - 1.5, 3, 3);
    }
    g.restore();
    g.setLineWidth(1);
    g.setFill(palette.faint());
    g.setTextAlign(TextAlignment.LEFT);
    g.setTextBaseline(VPos.TOP);
    String of =
        chosen == null
            ? Words.say("stars.of-all")
            : Words.say("stars.of-one", chosen.file().getFileName());
    g.fillText(of, left, EDGE + height + 4);
    g.setStroke(palette.ink());
    double right = left + width;
    g.strokeLine(right - tenth, EDGE + height + 13, right, EDGE + height + 13);
    g.setTextAlign(TextAlignment.RIGHT);
    g.fillText(Words.say("stars.tenth"), right - tenth - 6, EDGE + height + 4);
  }

  private void frames(GraphicsContext g, Palette palette, double top) {
    List<Alignment> all = model.result().alignment();
    double step = (getWidth() - 2 * EDGE) / all.size();
    double most = 0.1;
    double farthest = 1;
    for (Alignment one : all) {
      most = Math.max(most, one.residualPixels());
      double[] drift = model.middle(one);
      farthest = Math.max(farthest, Math.max(Math.abs(drift[0]), Math.abs(drift[1])));
    }
    double base = top + STRIP - 8;
    double bars = (STRIP - 30) * 0.45;
    for (int i = 0; i < all.size(); i++) {
      double bar = bars * all.get(i).residualPixels() / most;
      boolean marked = chosen != null && all.get(i).file().equals(chosen.file());
      g.setFill(marked ? palette.ink() : palette.mark());
      g.fillRect(EDGE + i * step, base - bar, Math.max(1, step - 2), bar);
    }
    double half = (STRIP - 30) * 0.22;
    double middle = base - bars - 8 - half;
    for (int axis = 0; axis < 2; axis++) {
      g.setStroke(axis == 0 ? palette.ink() : palette.faint());
      g.beginPath();
      for (int i = 0; i < all.size(); i++) {
        double x = EDGE + (i + 0.5) * step;
        double y = middle - half * model.middle(all.get(i))[axis] / farthest;
        if (i == 0) {
          g.moveTo(x, y);
        } else {
          g.lineTo(x, y);
        }
      }
      g.stroke();
    }
    g.setFill(palette.faint());
    g.setTextAlign(TextAlignment.LEFT);
    g.setTextBaseline(VPos.BOTTOM);
    g.fillText(Words.say("stars.bars", most, farthest), EDGE, top + 12);
  }
}
