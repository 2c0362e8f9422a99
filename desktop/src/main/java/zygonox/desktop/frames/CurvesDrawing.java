package zygonox.desktop.frames;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Consumer;
import javafx.beans.value.ObservableValue;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import zygonox.core.frame.Frame;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/** Each measure of the frames over the night, one below the other; a click chooses a frame. */
final class CurvesDrawing extends Drawing {
  private static final double SIDE = 24;
  private static final double GAP = 10;
  private static final double TITLE = 20;
  private static final double DOT = 2;

  private List<Point> points = List.of();
  private Frame selected;

  /**
   * A frame on the curves.
   *
   * @param run number of its run: no line leads from one run to another
   */
  record Point(Frame frame, int run, Instant at, FrameMeasure measure, Verdict verdict) {}

  /**
   * @param onChosen hears of a frame that is clicked
   */
  CurvesDrawing(ObservableValue<Theme> theme, Consumer<Frame> onChosen) {
    super(theme);
    setId("curves");
    setOnMouseClicked(e -> nearest(e.getX()).ifPresent(onChosen));
  }

  void show(List<Point> all, Frame chosen) {
    points = List.copyOf(all);
    selected = chosen;
    requestLayout();
  }

  private double x(Instant at) {
    Instant first = points.get(0).at;
    long all = Math.max(1, Duration.between(first, points.get(points.size() - 1).at).toMillis());
    double share = (double) Duration.between(first, at).toMillis() / all;
    return SIDE + share * (getWidth() - 2 * SIDE);
  }

  /** The frame whose place is nearest to a column. */
  Optional<Frame> nearest(double column) {
    return points.stream()
        .min((a, b) -> Double.compare(Math.abs(x(a.at) - column), Math.abs(x(b.at) - column)))
        .map(Point::frame);
  }

  @Override
  protected void draw(GraphicsContext g) {
    if (points.isEmpty()) {
      g.setFill(palette().faint());
      text(
          g,
          Words.say("frames.judge-the-frames-and-their"),
          getWidth() / 2,
          getHeight() / 2,
          15,
          TextAlignment.CENTER);
      return;
    }
    double high = (getHeight() - GAP) / Measure.values().length;
    for (Measure measure : Measure.values()) {
      draw(g, measure, GAP + measure.ordinal() * high, high - GAP);
    }
  }

  private void draw(GraphicsContext g, Measure measure, double top, double high) {
    Palette palette = palette();
    double least = Double.MAX_VALUE;
    double most = -Double.MAX_VALUE;
    for (Point p : points) {
      OptionalDouble value = measure.of(p.measure);
      if (value.isPresent()) {
        least = Math.min(least, value.getAsDouble());
        most = Math.max(most, value.getAsDouble());
      }
    }
    g.setFill(palette.raised());
    g.fillRect(SIDE - 8, top, getWidth() - 2 * SIDE + 16, high);
    points.stream()
        .filter(p -> p.frame.equals(selected))
        .findFirst()
        .ifPresent(
            p -> {
              g.setStroke(palette.mark());
              g.setLineWidth(1.2);
              // Below the name, which it would strike through.
              g.strokeLine(x(p.at), top + TITLE, x(p.at), top + high);
            });
    g.setFill(palette.ink());
    text(g, measure.text(), SIDE + 6, top + TITLE / 2, 13, TextAlignment.LEFT);
    if (least > most) {
      return;
    }
    g.setFill(palette.faint());
    String range = Words.say("frames.to", shortened(least), shortened(most));
    text(g, range, getWidth() - SIDE, top + TITLE / 2, 13, TextAlignment.RIGHT);
    // What hardly changes is drawn flat, not as a mountain of noise.
    double span = Math.max(most - least, Math.max(0.05 * Math.abs(most), 1e-9));
    double bottom = top + high - 5;
    double room = high - TITLE - 8;
    int lastRun = -1;
    double lastX = Double.NaN;
    double lastY = Double.NaN;
    for (Point p : points) {
      OptionalDouble value = measure.of(p.measure);
      if (value.isEmpty()) {
        lastX = Double.NaN;
        continue;
      }
      double x = x(p.at);
      double y = bottom - room * (value.getAsDouble() - least) / span;
      g.setStroke(palette.faint());
      g.setLineWidth(1);
      if (!Double.isNaN(lastX) && p.run == lastRun) {
        g.strokeLine(lastX, lastY, x, y);
      }
      boolean kept = p.verdict == Verdict.KEEP;
      g.setFill(p.frame.equals(selected) ? palette.mark() : kept ? palette.ink() : palette.warn());
      // By shape as well as by colour: what is not kept is a square.
      if (kept) {
        g.fillOval(x - DOT, y - DOT, 2 * DOT, 2 * DOT);
      } else {
        g.fillRect(x - DOT - 1, y - DOT - 1, 2 * DOT + 2, 2 * DOT + 2);
      }
      lastRun = p.run;
      lastX = x;
      lastY = y;
    }
  }

  private static String shortened(double value) {
    return String.format(Locale.ROOT, Math.abs(value) >= 100 ? "%.0f" : "%.2f", value);
  }
}
