package zygonox.desktop.program;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import javafx.beans.value.ObservableValue;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import zygonox.core.night.Night;
import zygonox.core.program.Ramp;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/** Shutter and ISO speed as they follow the light, step by step; a stop is as high everywhere. */
final class RampDrawing extends Drawing {
  private static final double SIDE = 86;
  private static final double TOP = 30;
  private static final double FOOT = 34;

  private Night night;
  private List<Ramp.Step> steps = List.of();
  private Instant from;
  private Instant to;

  RampDrawing(ObservableValue<Theme> theme) {
    super(theme);
    setId("ramp-drawing");
  }

  void show(Night shown, Ramp ramp, Instant first, Instant last) {
    night = shown;
    steps = ramp.steps();
    from = first;
    to = last;
    requestLayout();
  }

  private double x(Instant time) {
    double share =
        (double) Duration.between(from, time).toMillis() / Duration.between(from, to).toMillis();
    return SIDE + share * (getWidth() - 2 * SIDE);
  }

  @Override
  protected void draw(GraphicsContext g) {
    if (steps.isEmpty()) {
      return;
    }
    Palette palette = palette();
    double bottom = getHeight() - FOOT;
    drawHours(g, palette, bottom);
    // Three curves share the height: each is given the room its stops take.
    ToDoubleFunction<Ramp.Step> light = s -> log2(s.lux());
    ToDoubleFunction<Ramp.Step> shutter = s -> log2(s.exposure().shutterSeconds());
    ToDoubleFunction<Ramp.Step> iso = s -> log2(s.exposure().iso());
    double stops = span(light) + span(shutter) + span(iso) + 6;
    double perStop = (bottom - TOP) / stops;
    double base = bottom;
    base = curve(g, iso, base, perStop, palette.mark(), this::iso);
    base = curve(g, shutter, base - 3 * perStop, perStop, palette.ink(), this::shutter);
    curve(g, light, base - 3 * perStop, perStop, palette.faint(), this::lux);
  }

  private String iso(Ramp.Step s) {
    return Words.say("program.iso") + Words.number(s.exposure().iso());
  }

  private String shutter(Ramp.Step s) {
    return Seconds.text(s.exposure().shutterSeconds());
  }

  private String lux(Ramp.Step s) {
    double lux = s.lux();
    return lux >= 10
        ? Math.round(lux) + Words.say("program.lux")
        : String.format(Locale.ROOT, lux < 0.1 ? "%.4f lux" : "%.1f lux", lux);
  }

  private static double log2(double value) {
    return Math.log(value) / Math.log(2);
  }

  private double span(ToDoubleFunction<Ramp.Step> of) {
    double low = steps.stream().mapToDouble(of).min().orElse(0);
    return steps.stream().mapToDouble(of).max().orElse(0) - low;
  }

  /** Draws one, its lowest value at a height, and tells where its highest lies. */
  private double curve(
      GraphicsContext g,
      ToDoubleFunction<Ramp.Step> of,
      double base,
      double perStop,
      Color ink,
      Function<Ramp.Step, String> words) {
    double low = steps.stream().mapToDouble(of).min().orElse(0);
    g.setStroke(ink);
    g.setFill(ink);
    g.setLineWidth(1.8);
    double before = base - (of.applyAsDouble(steps.get(0)) - low) * perStop;
    for (int i = 0; i < steps.size(); i++) {
      double y = base - (of.applyAsDouble(steps.get(i)) - low) * perStop;
      double x0 = x(steps.get(i).from());
      double x1 = i + 1 < steps.size() ? x(steps.get(i + 1).from()) : x(to);
      g.strokeLine(x0, before, x0, y);
      g.strokeLine(x0, y, x1, y);
      before = y;
    }
    Ramp.Step first = steps.get(0);
    Ramp.Step last = steps.get(steps.size() - 1);
    double firstY = base - (of.applyAsDouble(first) - low) * perStop;
    text(g, words.apply(first), SIDE - 6, firstY, 12, TextAlignment.RIGHT);
    text(g, words.apply(last), getWidth() - SIDE + 6, before, 12, TextAlignment.LEFT);
    return base - span(of) * perStop;
  }

  private void drawHours(GraphicsContext g, Palette palette, double bottom) {
    var hour = from.atZone(night.zone()).withMinute(0).withSecond(0).withNano(0).plusHours(1);
    for (; hour.toInstant().isBefore(to); hour = hour.plusHours(1)) {
      double x = x(hour.toInstant());
      g.setStroke(palette.line());
      g.setLineWidth(1);
      g.strokeLine(x, TOP, x, bottom);
      g.setFill(palette.faint());
      text(
          g,
          Moments.clock(hour.toInstant(), night.zone()),
          x,
          bottom + 16,
          12,
          TextAlignment.CENTER);
    }
  }
}
