package zygonox.desktop.program;

import java.util.List;
import javafx.beans.value.ObservableValue;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import zygonox.core.optics.Sensor;
import zygonox.core.program.Panorama;
import zygonox.core.program.Program;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Skyline;
import zygonox.core.sky.Star;
import zygonox.core.sky.StarCatalogue;
import zygonox.core.sky.StarNames;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/** The positions of the head as they lie on the sky, numbered in the order they are shot. */
final class PanoramaDrawing extends Drawing {
  private static final double SIDE = 30;
  private static final double FOOT = 44;
  private static final double FAINTEST_STAR = 4.6;
  private static final double FAINTEST_NAME = 1.6;

  private final PanoramaModel model;
  private final OpenNight open;
  private double middleDeg;
  private double topDeg;
  private double perDegree;
  private double left;

  PanoramaDrawing(PanoramaModel model, OpenNight open, ObservableValue<Theme> theme) {
    super(theme);
    this.model = model;
    this.open = open;
    setId("panorama-drawing");
    model.sentenceProperty().subscribe(s -> requestLayout());
  }

  private double x(double azimuthDeg) {
    return left + getWidth() / 2 + Angle.signed(azimuthDeg - middleDeg) * perDegree;
  }

  private double y(double altitudeDeg) {
    return SIDE + (topDeg - altitudeDeg) * perDegree;
  }

  @Override
  protected void draw(GraphicsContext g) {
    if (model.panorama().isEmpty()) {
      return;
    }
    Program p = open.program().orElseThrow();
    Panorama.Layout layout = model.layout().orElseThrow();
    Sensor sensor = p.sensor(open.night().body());
    double wide = sensor.fieldOfViewDeg(sensor.body().sensorWidthMm());
    double high = sensor.fieldOfViewDeg(sensor.body().sensorHeightMm());
    List<Direction> positions = layout.positions();
    double top = positions.get(0).altitudeDeg() + high / 2;
    double bottom = positions.get(positions.size() - 1).altitudeDeg() - high / 2;
    double span =
        Math.min(360, (layout.fullest().columns() - 1) * layout.fullest().stepDeg() + wide * 1.1);
    middleDeg = p.facing().azimuthDeg();
    topDeg = Math.max(top, 5);
    double low = Math.min(bottom, 0);
    perDegree =
        Math.min((getWidth() - 2 * SIDE) / span, (getHeight() - SIDE - FOOT) / (topDeg - low));
    Palette palette = palette();
    g.setFill(palette.night());
    g.fillRect(0, 0, getWidth(), y(0));
    drawSky(g, p);
    g.setFill(palette.raised());
    g.fillRect(0, y(0), getWidth(), getHeight());
    drawSkyline(g, palette);
    for (int i = 0; i < positions.size(); i++) {
      drawPosition(g, palette, positions.get(i), i, wide, high);
    }
    g.setFill(palette.ink());
    for (int azimuth = 0; azimuth < 360; azimuth += 15) {
      boolean inView =
          Math.abs(Angle.signed(azimuth - middleDeg)) * perDegree < getWidth() / 2 - 20;
      if (inView && azimuth % 45 == 0) {
        text(g, Compass.point(azimuth), x(azimuth), getHeight() - 16, 13, TextAlignment.CENTER);
      }
    }
  }

  /** The bright stars as they stand when the program begins. */
  private void drawSky(GraphicsContext g, Program p) {
    LocalSky sky = new LocalSky(open.night().place(), p.start().toInstant());
    for (Star star : StarCatalogue.stars()) {
      if (star.magnitude() > FAINTEST_STAR) {
        break;
      }
      Direction d = sky.towards(star.vector()).direction();
      if (d.altitudeDeg() > 0 && Math.abs(Angle.signed(d.azimuthDeg() - middleDeg)) < 170) {
        double size = Math.max(0.9, 4.2 - 0.75 * star.magnitude());
        g.setFill(light().deriveColor(0, 1, 1, Math.max(0.3, 1.1 - 0.14 * star.magnitude())));
        double x = x(d.azimuthDeg());
        g.fillOval(x - size / 2, y(d.altitudeDeg()) - size / 2, size, size);
        if (star.magnitude() < FAINTEST_NAME) {
          StarNames.of(star.hip())
              .ifPresent(name -> text(g, name, x + 6, y(d.altitudeDeg()), 11, TextAlignment.LEFT));
        }
      }
    }
  }

  private void drawSkyline(GraphicsContext g, Palette palette) {
    Skyline skyline = open.night().site().skyline();
    g.setFill(palette.raised().interpolate(palette.ground(), 0.35));
    for (double x = 0; x < getWidth(); x++) {
      double azimuth = middleDeg + (x - left - getWidth() / 2) / perDegree;
      double altitude = skyline.altitudeDeg(azimuth);
      if (altitude > 0) {
        g.fillRect(x, y(altitude), 1, y(0) - y(altitude));
      }
    }
  }

  private void drawPosition(
      GraphicsContext g, Palette palette, Direction at, int index, double wide, double high) {
    // A frame covers more azimuth the higher it looks.
    double across = Math.min(180, wide / Math.max(0.2, Angle.cos(at.altitudeDeg())));
    double x = x(at.azimuthDeg());
    double y = y(at.altitudeDeg());
    boolean isSky = at.altitudeDeg() > 0;
    // On paper the sky is dark all the same.
    Color ink = theme() == Theme.PAPER && isSky ? palette.day() : palette.mark();
    g.setFill(ink.deriveColor(0, 1, 1, 0.10));
    g.fillRect(
        x - across / 2 * perDegree, y - high / 2 * perDegree, across * perDegree, high * perDegree);
    g.setStroke(isSky ? ink : palette.faint());
    g.setLineWidth(1);
    g.strokeRect(
        x - across / 2 * perDegree, y - high / 2 * perDegree, across * perDegree, high * perDegree);
    g.setFill(theme() == Theme.PAPER && at.altitudeDeg() > 0 ? palette.ground() : palette.ink());
    // In its own upper left corner: its middle is where its neighbours end.
    text(
        g,
        Integer.toString(index + 1),
        x - across / 2 * perDegree + 8,
        y - high / 2 * perDegree + 14,
        15,
        TextAlignment.LEFT);
  }
}
