package zygonox.desktop.sky;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Skyline;
import zygonox.core.sky.StarNames;
import zygonox.core.sky.Vector;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Palette;

/** Paints what the sky holds, layer by layer, as one lens sees it. */
final class SkyPainter {
  private static final double FAINTEST_STAR = 6.3;
  private static final double FAINTEST_NAME = 1.9;
  private static final double TEXT = 12;

  /** Of the height of the text, on average. */
  private static final double LETTER_WIDTH = 0.52;

  /** Points of an arc that are stroked in one go. */
  private static final int PIECE = 4;

  /** Azimuths from which the skyline is drawn, to each side of the lens. */
  private static final int SKYLINE_SIDE_DEG = 84;

  private final double[] xs = new double[PIECE];
  private final double[] ys = new double[PIECE];
  private final GraphicsContext g;
  private final Projection lens;
  private final double width;
  private final double height;
  private final Color light;
  private final Palette palette;
  private final List<double[]> written = new ArrayList<>();
  private final List<Name> figureNames = new ArrayList<>();

  /**
   * @param lens one whose pixels are the view's
   * @param light what shines is drawn in it
   */
  SkyPainter(
      GraphicsContext g,
      Projection lens,
      double width,
      double height,
      Color light,
      Palette palette) {
    this.g = g;
    this.lens = lens;
    this.width = width;
    this.height = height;
    this.light = light;
    this.palette = palette;
  }

  private boolean inView(Vector v) {
    if (v == null || !lens.sees(v)) {
      return false;
    }
    double x = lens.x(v);
    double y = lens.y(v);
    return x > -20 && y > -20 && x < width + 20 && y < height + 20;
  }

  private Color light(double opacity) {
    return light.deriveColor(0, 1, 1, opacity);
  }

  void figures(List<SeenSky.SeenFigure> figures) {
    g.setStroke(light(0.28));
    g.setLineWidth(1);
    for (SeenSky.SeenFigure figure : figures) {
      double sumX = 0;
      double sumY = 0;
      int points = 0;
      boolean whole = true;
      for (Vector[] line : figure.lines()) {
        Vector before = null;
        for (Vector v : line) {
          boolean seen = inView(v);
          if (seen && before != null) {
            g.strokeLine(lens.x(before), lens.y(before), lens.x(v), lens.y(v));
          }
          if (seen) {
            sumX += lens.x(v);
            sumY += lens.y(v);
            points++;
          }
          whole &= seen;
          before = seen ? v : null;
        }
      }
      if (whole && points > 2) {
        figureNames.add(new Name(figure.name(), sumX / points, sumY / points));
      }
    }
  }

  /** The figures' names, where nothing else is written: near the galaxy's middle they crowd. */
  void figureNames() {
    g.setFill(light(0.5));
    for (Name name : figureNames) {
      if (isFree(name.text(), name.x(), name.y(), TextAlignment.CENTER)) {
        text(name.text(), name.x(), name.y(), TextAlignment.CENTER);
      }
    }
  }

  private record Name(String text, double x, double y) {}

  /** The box that a line of text fills: left, top, right, bottom. */
  private static double[] box(String text, double x, double y, TextAlignment alignment) {
    double wide = text.length() * TEXT * LETTER_WIDTH;
    double left = alignment == TextAlignment.CENTER ? x - wide / 2 : x;
    return new double[] {left, y - TEXT / 2 - 1, left + wide, y + TEXT / 2 + 1};
  }

  private boolean isFree(String text, double x, double y, TextAlignment alignment) {
    double[] b = box(text, x, y, alignment);
    return written.stream()
        .noneMatch(w -> b[0] < w[2] && w[0] < b[2] && b[1] < w[3] && w[1] < b[3]);
  }

  /** What each bright star draws while the program runs. */
  void arcs(List<StarArcs.Arc> arcs, Color ink) {
    g.setLineWidth(1.2);
    for (StarArcs.Arc arc : arcs) {
      int n = 0;
      g.setStroke(ink.deriveColor(0, 1, 1, Math.max(0.25, 0.85 - 0.14 * arc.magnitude())));
      for (Vector v : arc.points()) {
        boolean seen = inView(v);
        if (seen) {
          xs[n] = lens.x(v);
          ys[n++] = lens.y(v);
        }
        // Short pieces are quicker: a stroke costs what the box around it costs.
        if (n == PIECE || !seen && n > 0) {
          g.strokePolyline(xs, ys, n);
          n = seen ? carry(n) : 0;
        }
      }
      g.strokePolyline(xs, ys, n);
    }
  }

  /** The last point of one piece of an arc is the first of the next. */
  private int carry(int n) {
    xs[0] = xs[n - 1];
    ys[0] = ys[n - 1];
    return 1;
  }

  /** In twilight only the bright ones show. */
  void stars(List<SeenSky.SeenStar> stars, double darkness) {
    double faintest = FAINTEST_STAR - 7 * (1 - darkness);
    for (SeenSky.SeenStar seen : stars) {
      double magnitude = seen.star().magnitude();
      if (magnitude > faintest) {
        break;
      }
      Vector v = seen.at();
      if (!inView(v)) {
        continue;
      }
      double x = lens.x(v);
      double y = lens.y(v);
      double size = Math.max(0.9, 5.2 - 0.85 * magnitude);
      if (size < 1.6) {
        g.setFill(light(Math.max(0.35, 1.25 - 0.13 * magnitude)));
        g.fillRect(x - size / 2, y - size / 2, size, size);
      } else {
        g.setFill(light);
        g.fillOval(x - size / 2, y - size / 2, size, size);
      }
      if (magnitude < FAINTEST_NAME && v.z() > 0.03) {
        StarNames.of(seen.star().hip())
            .ifPresent(
                name -> {
                  if (isFree(name, x + 7, y, TextAlignment.LEFT)) {
                    g.setFill(light(0.85));
                    text(name, x + 7, y, TextAlignment.LEFT);
                  }
                });
      }
    }
  }

  /** The still point of the sky, to which a tracker's axis points. */
  void pole(Vector v, double latitudeDeg) {
    if (!inView(v)) {
      return;
    }
    double x = lens.x(v);
    double y = lens.y(v);
    g.setStroke(light);
    g.setLineWidth(1);
    for (int side = -1; side <= 1; side += 2) {
      g.strokeLine(x + side * 2, y, x + side * 7, y);
      g.strokeLine(x, y + side * 2, x, y + side * 7);
    }
    g.setFill(light);
    String where = Words.say("sky.still-point-up", Math.abs(latitudeDeg));
    text(where, x + 10, y + 12, TextAlignment.LEFT);
  }

  /** Sun or moon, never smaller than can be seen. */
  void disc(Vector v, double semidiameterDeg, String name) {
    if (v.z() > -0.01 && inView(v)) {
      double radius = Math.max(4, lens.focalPixels() * Math.toRadians(semidiameterDeg));
      g.setFill(light);
      g.fillOval(lens.x(v) - radius, lens.y(v) - radius, 2 * radius, 2 * radius);
      text(name, lens.x(v) + radius + 6, lens.y(v), TextAlignment.LEFT);
    }
  }

  /** What is aimed at: four strokes that leave it free. */
  void target(Vector v, String name) {
    if (v.z() > 0 && inView(v)) {
      double x = lens.x(v);
      double y = lens.y(v);
      g.setStroke(palette.mark());
      g.setLineWidth(1.5);
      for (int side = -1; side <= 1; side += 2) {
        g.strokeLine(x + side * 9, y - 9, x + side * 15, y - 15);
        g.strokeLine(x + side * 9, y + 9, x + side * 15, y + 15);
      }
      g.setFill(light);
      text(name, x + 20, y - 12, TextAlignment.LEFT);
    }
  }

  /** The level ground with its azimuths, and the skyline above it. */
  void ground(Direction facing, Skyline skyline) {
    double altitude = Math.toRadians(facing.altitudeDeg());
    // Of a level camera the horizon is a straight line.
    double y = (height - 1) / 2 + lens.focalPixels() * Math.tan(altitude);
    boolean seesGround = facing.altitudeDeg() <= 89 && y <= height;
    skyline(facing, skyline, Math.min(y, height + 50));
    if (!seesGround) {
      return;
    }
    g.setFill(palette.raised());
    g.fillRect(0, Math.max(0, y), width, height);
    g.setStroke(palette.line());
    g.setLineWidth(1);
    g.strokeLine(0, y, width, y);
    for (int azimuth = 0; azimuth < 360; azimuth += 15) {
      Vector v = Vector.of(new Direction(azimuth, 0));
      if (inView(v)) {
        boolean point = azimuth % 45 == 0;
        g.setStroke(palette.ink().deriveColor(0, 1, 1, point ? 1 : 0.5));
        g.strokeLine(lens.x(v), y, lens.x(v), y + (point ? 8 : 4));
        if (point) {
          g.setFill(palette.ink());
          text(Compass.point(azimuth), lens.x(v), y + 17, TextAlignment.CENTER);
        }
      }
    }
  }

  private void skyline(Direction facing, Skyline skyline, double ground) {
    if (skyline.points().isEmpty()) {
      return;
    }
    List<Vector> line = new ArrayList<>();
    for (double side = -SKYLINE_SIDE_DEG; side <= SKYLINE_SIDE_DEG; side += 0.5) {
      double azimuth = facing.azimuthDeg() + side;
      double altitude = Math.max(0, skyline.altitudeDeg(azimuth));
      Vector v = Vector.of(new Direction(azimuth, altitude));
      if (lens.sees(v)) {
        line.add(v);
      }
    }
    if (line.size() < 2) {
      return;
    }
    double[] xs = new double[line.size() + 2];
    double[] ys = new double[line.size() + 2];
    for (int i = 0; i < line.size(); i++) {
      xs[i] = lens.x(line.get(i));
      ys[i] = lens.y(line.get(i));
    }
    int n = line.size();
    xs[n] = xs[n - 1];
    ys[n] = ground;
    xs[n + 1] = xs[0];
    ys[n + 1] = ground;
    g.setFill(palette.raised().interpolate(palette.ground(), 0.35));
    g.fillPolygon(xs, ys, n + 2);
    g.setStroke(palette.faint());
    g.setLineWidth(1);
    g.strokePolyline(xs, ys, n);
  }

  private void text(String text, double x, double y, TextAlignment alignment) {
    written.add(box(text, x, y, alignment));
    g.setFont(Font.font("Cabin", TEXT));
    g.setTextAlign(alignment);
    g.setTextBaseline(VPos.CENTER);
    g.fillText(text, x, y);
  }
}
