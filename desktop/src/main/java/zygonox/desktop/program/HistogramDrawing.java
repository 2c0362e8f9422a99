package zygonox.desktop.program;

import java.util.Optional;
import javafx.beans.value.ObservableValue;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import zygonox.core.measure.Histogram;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/** The histogram of the predicted frame, and over it that of a test frame. */
final class HistogramDrawing extends Drawing {
  private static final double SIDE = 30;
  private static final double TOP = 44;
  private static final double FOOT = 82;

  private Histogram predicted;
  private Histogram tested;
  private String sky = "";

  HistogramDrawing(ObservableValue<Theme> theme) {
    super(theme);
    setId("histogram");
  }

  void showPredicted(Histogram histogram) {
    predicted = histogram;
    requestLayout();
  }

  /** How bright the sky is, in a sentence. */
  void showSky(String said) {
    sky = said;
    requestLayout();
  }

  /**
   * @param histogram null for none
   */
  void showTested(Histogram histogram) {
    tested = histogram;
    requestLayout();
  }

  private double x(double share) {
    return SIDE + share * (getWidth() - 2 * SIDE);
  }

  @Override
  protected void draw(GraphicsContext g) {
    Palette palette = palette();
    double bottom = getHeight() - FOOT;
    g.setFill(palette.raised());
    g.fillRect(x(0.25), TOP, x(0.5) - x(0.25), bottom - TOP);
    g.setFill(palette.faint());
    text(
        g,
        Words.say("program.a-night-sky-s-peak"),
        (x(0.25) + x(0.5)) / 2,
        TOP - 12,
        13,
        TextAlignment.CENTER);
    text(g, Words.say("histogram.black"), x(0), bottom + 16, 13, TextAlignment.LEFT);
    text(g, Words.say("histogram.quarter"), x(0.25), bottom + 16, 13, TextAlignment.CENTER);
    text(g, Words.say("histogram.half"), x(0.5), bottom + 16, 13, TextAlignment.CENTER);
    text(g, Words.say("histogram.white"), x(1), bottom + 16, 13, TextAlignment.RIGHT);
    if (predicted != null) {
      outline(g, predicted, bottom, palette.faint(), true);
      g.setFill(palette.ink());
      String said =
          Words.say("program.predicted")
              + ExposureModel.judged(predicted.peak(), Optional.of(predicted.clipped()));
      textWithin(g, said, SIDE, bottom + 40, 14, getWidth() - SIDE - 4);
      textWithin(g, sky, SIDE, bottom + 62, 14, getWidth() - SIDE - 4);
    }
    if (tested != null) {
      outline(g, tested, bottom, palette.mark(), false);
      g.setFill(palette.mark());
      String said =
          Words.say("program.the-test-frame")
              + ExposureModel.judged(tested.peak(), Optional.of(tested.clipped()));
      textWithin(g, said, SIDE, 16, 14, getWidth() - SIDE - 4);
    }
    g.setStroke(palette.line());
    g.setLineWidth(1);
    g.strokeLine(SIDE, bottom, getWidth() - SIDE, bottom);
  }

  /** High steps are drawn by their root: a sky's peak would hide everything else. */
  private void outline(
      GraphicsContext g, Histogram histogram, double bottom, Color ink, boolean isFilled) {
    double[] shares = histogram.shares();
    double most = 0;
    for (double share : shares) {
      most = Math.max(most, share);
    }
    double[] xs = new double[shares.length + 2];
    double[] ys = new double[shares.length + 2];
    for (int i = 0; i < shares.length; i++) {
      xs[i] = x((i + 0.5) / shares.length);
      ys[i] = bottom - Math.sqrt(shares[i] / most) * (bottom - TOP - 6);
    }
    int n = shares.length;
    xs[n] = x(1);
    ys[n] = bottom;
    xs[n + 1] = x(0);
    ys[n + 1] = bottom;
    if (isFilled) {
      g.setFill(ink.deriveColor(0, 1, 1, 0.55));
      g.fillPolygon(xs, ys, n + 2);
    } else {
      g.setStroke(ink);
      g.setLineWidth(1.6);
      g.strokePolyline(xs, ys, n);
    }
  }
}
