package zygonox.desktop.sky;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import javafx.beans.value.ObservableValue;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import zygonox.core.night.Night;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Moments;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.Moon;
import zygonox.core.words.Words;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/**
 * All round the site, unrolled: the skyline, and the ways of moon and target over it in the dark
 * hours of the night.
 */
final class SiteDrawing extends Drawing {
  private static final double SIDE = 44;
  private static final double TOP = 26;
  private static final double FOOT = 40;

  /** So long after a moment a way shows where it leads. */
  private static final Duration SOON = Duration.ofMinutes(5);

  /** Rows a column from which on a way leaves no room for a clock time below it. */
  private static final double STEEP = 0.25;

  private static final int STEPS = 72;

  private final OpenNight open;

  SiteDrawing(OpenNight open, ObservableValue<Theme> theme) {
    super(theme);
    this.open = open;
    setId("site-drawing");
    open.nightProperty().subscribe(n -> requestLayout());
  }

  private double x(double azimuthDeg) {
    return SIDE + azimuthDeg / 360 * (getWidth() - 2 * SIDE);
  }

  private double y(double altitudeDeg) {
    return getHeight() - FOOT - altitudeDeg / 90 * (getHeight() - FOOT - TOP);
  }

  @Override
  protected void draw(GraphicsContext g) {
    Night night = open.night();
    if (night == null) {
      return;
    }
    Palette palette = palette();
    g.setFill(palette.night());
    g.fillRect(SIDE, TOP, getWidth() - 2 * SIDE, y(0) - TOP);
    drawScales(g, palette);
    Almanac almanac = new Almanac(night.place(), night.date(), night.zone());
    Instant dusk = almanac.event(Almanac.Event.NAUTICAL_DUSK).orElse(almanac.from());
    Instant dawn = almanac.event(Almanac.Event.NAUTICAL_DAWN).orElse(almanac.to());
    way(
        g,
        night,
        dusk,
        dawn,
        Words.say("sky.moon"),
        light(),
        t -> Moon.from(night.place(), t).vector().direction());
    night
        .target()
        .ifPresent(
            body ->
                way(
                    g,
                    night,
                    dusk,
                    dawn,
                    night.assumptions().target(),
                    theme() == Theme.PAPER ? palette.day() : palette.mark(),
                    t -> body.at(night.place(), t).direction()));
    drawSkyline(g, night, palette);
  }

  private void drawSkyline(GraphicsContext g, Night night, Palette palette) {
    double[] xs = new double[363];
    double[] ys = new double[363];
    for (int azimuth = 0; azimuth <= 360; azimuth++) {
      xs[azimuth] = x(azimuth);
      ys[azimuth] = y(Math.max(0, night.site().skyline().altitudeDeg(azimuth)));
    }
    xs[361] = x(360);
    ys[361] = y(0);
    xs[362] = x(0);
    ys[362] = y(0);
    g.setFill(palette.raised());
    g.fillPolygon(xs, ys, 363);
    g.setStroke(palette.faint());
    g.setLineWidth(1);
    g.strokePolyline(xs, ys, 361);
  }

  private void drawScales(GraphicsContext g, Palette palette) {
    g.setFill(palette.ink());
    for (int azimuth = 0; azimuth <= 360; azimuth += 45) {
      text(g, Compass.point(azimuth), x(azimuth), y(0) + 18, 13, TextAlignment.CENTER);
    }
    g.setFill(palette.faint());
    for (int altitude = 0; altitude <= 90; altitude += 30) {
      text(g, altitude + "°", SIDE - 8, y(altitude), 12, TextAlignment.RIGHT);
      g.setStroke(palette.line());
      g.setLineWidth(1);
      g.strokeLine(SIDE, y(altitude), getWidth() - SIDE, y(altitude));
    }
  }

  /** A way over the sky, with the hours on it. */
  private void way(
      GraphicsContext g,
      Night night,
      Instant from,
      Instant to,
      String name,
      Color ink,
      Function<Instant, Direction> where) {
    List<Direction> points = new ArrayList<>();
    for (int k = 0; k <= STEPS; k++) {
      points.add(
          where.apply(from.plus(Duration.between(from, to).multipliedBy(k).dividedBy(STEPS))));
    }
    g.setStroke(ink);
    g.setFill(ink);
    g.setLineWidth(1.6);
    for (int k = 1; k < points.size(); k++) {
      Direction a = points.get(k - 1);
      Direction b = points.get(k);
      boolean isSeam = Math.abs(a.azimuthDeg() - b.azimuthDeg()) > 180;
      if (a.altitudeDeg() > 0 && b.altitudeDeg() > 0 && !isSeam) {
        g.strokeLine(x(a.azimuthDeg()), y(a.altitudeDeg()), x(b.azimuthDeg()), y(b.altitudeDeg()));
      }
    }
    hours(g, night, from, to, where);
    points.stream()
        .max((a, b) -> Double.compare(a.altitudeDeg(), b.altitudeDeg()))
        .filter(d -> d.altitudeDeg() > 0)
        .ifPresent(
            d ->
                text(
                    g,
                    name,
                    Math.max(SIDE + 30, Math.min(getWidth() - SIDE - 30, x(d.azimuthDeg()))),
                    Math.max(TOP + 10, y(d.altitudeDeg()) - 14),
                    13,
                    TextAlignment.CENTER));
  }

  private void hours(
      GraphicsContext g,
      Night night,
      Instant from,
      Instant to,
      Function<Instant, Direction> where) {
    var hour = from.atZone(night.zone()).withMinute(0).withSecond(0).withNano(0).plusHours(1);
    for (; hour.toInstant().isBefore(to); hour = hour.plusHours(1)) {
      Direction d = where.apply(hour.toInstant());
      if (d.altitudeDeg() > 0) {
        double px = x(d.azimuthDeg());
        double py = y(d.altitudeDeg());
        g.fillOval(px - 2.5, py - 2.5, 5, 5);
        if (hour.getHour() % 2 == 0) {
          Direction next = where.apply(hour.toInstant().plus(SOON));
          double slope =
              (y(next.altitudeDeg()) - py) / Math.max(1e-3, Math.abs(x(next.azimuthDeg()) - px));
          boolean eastwards = x(next.azimuthDeg()) > px;
          String clock = Moments.clock(hour.toInstant(), night.zone());
          // Beside a way that climbs or falls, on its lower side, so that it crosses no figure.
          if (Math.abs(slope) < STEEP) {
            text(g, clock, px, py + 13, 11, TextAlignment.CENTER);
          } else if (slope < 0 == eastwards) {
            text(g, clock, px + 8, py + 6, 11, TextAlignment.LEFT);
          } else {
            text(g, clock, px - 8, py + 6, 11, TextAlignment.RIGHT);
          }
        }
      }
    }
  }
}
