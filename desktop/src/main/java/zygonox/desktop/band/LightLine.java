package zygonox.desktop.band;

import java.time.Instant;
import java.util.List;
import java.util.function.ToDoubleFunction;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import zygonox.desktop.stage.BandCurve;
import zygonox.desktop.theme.Palette;

/** How bright frames are: a point for each as shot, a line as they will be. */
final class LightLine {
  private static final double TOP = 8;
  private static final double DOT = 0.8;
  private static final double STEP = 7;

  /** What hardly changes is drawn flat, in stops. */
  private static final double LEAST_SPAN = 0.5;

  private final BandCurve curve;
  private final ToDoubleFunction<Instant> placeOf;
  private final double low;
  private final double middle;
  private final double span;

  /**
   * @param low where the darkest is drawn
   */
  LightLine(BandCurve curve, ToDoubleFunction<Instant> placeOf, double low) {
    this.curve = curve;
    this.placeOf = placeOf;
    this.low = low;
    double brightest = -Double.MAX_VALUE;
    double darkest = Double.MAX_VALUE;
    for (List<Double> levels : List.of(curve.shot(), curve.shown())) {
      for (double level : levels) {
        brightest = Math.max(brightest, level);
        darkest = Math.min(darkest, level);
      }
    }
    this.middle = (brightest + darkest) / 2;
    this.span = Math.max(LEAST_SPAN, brightest - darkest);
  }

  void draw(GraphicsContext g, Palette palette, Color ink) {
    g.setStroke(palette.warn());
    g.setLineWidth(1.2);
    for (Instant step : curve.steps()) {
      double x = placeOf.applyAsDouble(step);
      g.strokeLine(x, low + 2, x, low + 2 + STEP);
    }
    g.setFill(palette.warn());
    for (int i = 0; i < curve.times().size(); i++) {
      double y = y(curve.shot().get(i));
      g.fillOval(x(i) - DOT, y - DOT, 2 * DOT, 2 * DOT);
    }
    g.setStroke(ink);
    g.setLineWidth(1.6);
    for (int i = 1; i < curve.times().size(); i++) {
      g.strokeLine(x(i - 1), y(curve.shown().get(i - 1)), x(i), y(curve.shown().get(i)));
    }
  }

  private double x(int index) {
    return placeOf.applyAsDouble(curve.times().get(index));
  }

  private double y(double stops) {
    return (TOP + low) / 2 + (low - TOP) * (middle - stops) / span;
  }
}
