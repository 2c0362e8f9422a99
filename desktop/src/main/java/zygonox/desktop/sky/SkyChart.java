package zygonox.desktop.sky;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.optics.Projection;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Equatorial;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.MilkyWay;
import zygonox.core.sky.Moon;
import zygonox.core.sky.Star;
import zygonox.core.sky.StarCatalogue;
import zygonox.core.sky.StarNames;
import zygonox.core.sky.StickFigures;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Vector;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/**
 * The sky as the lens sees it, with a little around the frame: stars, the lines between them, the
 * galaxy, sun and moon, the pole, the horizon, and the arcs that the stars draw while the program
 * runs. Drag it to point the lens, turn the wheel for another focal length.
 */
final class SkyChart extends Region {
  /** Share of the view that the frame takes. */
  private static final double FRAME_SHARE = 0.86;

  private static final double FAINTEST_STAR = 6.3;
  private static final double FAINTEST_ARC = 4.2;
  private static final double FAINTEST_NAME = 1.9;
  private static final int GALAXY_CELL = 12;
  private static final int ARC_POINTS = 20;

  private final SkyModel model;
  private final Canvas canvas = new Canvas();
  private final ObjectProperty<Theme> theme = new SimpleObjectProperty<>(Theme.DUSK);
  private double dragX;
  private double dragY;
  private double frameWidth;
  private double frameHeight;
  private Projection lens;

  SkyChart(SkyModel model) {
    this.model = model;
    setId("sky-chart");
    getStyleClass().add("picture");
    setFocusTraversable(true);
    getChildren().add(canvas);
    canvas.setManaged(false);
    model.sentenceProperty().subscribe(s -> requestLayout());
    theme.subscribe(t -> requestLayout());
    addEventHandler(
        MouseEvent.MOUSE_PRESSED,
        e -> {
          requestFocus();
          dragX = e.getX();
          dragY = e.getY();
        });
    addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
    addEventHandler(
        ScrollEvent.SCROLL,
        e -> {
          if (e.getDeltaY() != 0 && model.program().isPresent()) {
            model.zoom(e.getDeltaY() > 0 ? 1 : -1);
            e.consume();
          }
        });
    addEventHandler(KeyEvent.KEY_PRESSED, this::keyPressed);
  }

  ObjectProperty<Theme> themeProperty() {
    return theme;
  }

  private void dragged(MouseEvent event) {
    if (lens != null && model.program().isPresent()) {
      double perPixel = Math.toDegrees(1 / lens.focalPixels());
      double altitude = model.program().get().facing().altitudeDeg();
      double narrow = Math.max(0.2, Math.cos(Math.toRadians(altitude)));
      model.turn(-(event.getX() - dragX) * perPixel / narrow, (event.getY() - dragY) * perPixel);
      dragX = event.getX();
      dragY = event.getY();
    }
  }

  private void keyPressed(KeyEvent event) {
    if (model.program().isEmpty() || event.isShortcutDown()) {
      return;
    }
    switch (event.getCode()) {
      case LEFT -> model.turn(-1, 0);
      case RIGHT -> model.turn(1, 0);
      case UP -> model.turn(0, 1);
      case DOWN -> model.turn(0, -1);
      case PLUS, EQUALS, ADD -> model.zoom(1);
      case MINUS, SUBTRACT -> model.zoom(-1);
      default -> {
        return;
      }
    }
    event.consume();
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    Optional<Program> program = model.program();
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.setFill(theme.get().palette().ground());
    g.fillRect(0, 0, getWidth(), getHeight());
    if (program.isPresent() && getWidth() > 50 && getHeight() > 50) {
      draw(g, program.get());
    }
  }

  private void draw(GraphicsContext g, Program program) {
    Night night = model.night();
    Instant time = model.time();
    LocalSky sky = new LocalSky(night.place(), time);
    Body body = night.body();
    double aspect = (double) body.pixelsWide() / body.pixelsHigh();
    frameHeight = Math.min(getHeight() * FRAME_SHARE, getWidth() * FRAME_SHARE / aspect);
    frameWidth = frameHeight * aspect;
    // A body of the view's size, whose pixels are as large a share of the frame as the screen's.
    double viewMm = body.sensorWidthMm() * getWidth() / frameWidth;
    Body view =
        new Body(
            "view",
            Math.min(200, viewMm),
            Math.min(200, viewMm * getHeight() / getWidth()),
            (int) getWidth(),
            (int) getHeight());
    lens = new Projection(view, program.focalMm(), program.facing());
    Palette palette = theme.get().palette();
    double sun = Sun.altitudeDeg(night.place(), time);
    double darkness = Math.max(0, Math.min(1, -(sun + 0.833) / 17.2));
    Color air = palette.day().interpolate(palette.night(), Math.pow(darkness, 0.5));
    g.setFill(air);
    g.fillRect(0, 0, getWidth(), getHeight());
    // Drawn in light, whatever the theme: the sky is dark on paper too.
    Color light = theme.get() == Theme.PAPER ? palette.ground() : palette.ink();
    if (darkness > 0.2) {
      drawGalaxy(g, sky, light, darkness);
      drawFigures(g, sky, light);
      drawArcs(g, night, program, palette);
    }
    drawStars(g, sky, light, darkness);
    drawPole(g, night, light);
    drawMoonAndSun(g, night, time, sky, light);
    drawHorizon(g, program, palette, light);
    drawFrame(g, palette, light);
  }

  private boolean inView(Vector v) {
    if (!lens.sees(v)) {
      return false;
    }
    double x = lens.x(v);
    double y = lens.y(v);
    return x > -20 && y > -20 && x < getWidth() + 20 && y < getHeight() + 20;
  }

  private boolean isAway(LocalSky sky, Vector j2000) {
    Vector v = sky.towards(j2000);
    return v.z() < -0.02 || !lens.sees(v) || isFarOut(v);
  }

  private boolean isFarOut(Vector v) {
    double x = lens.x(v);
    double y = lens.y(v);
    return x < -300 || y < -300 || x > getWidth() + 300 || y > getHeight() + 300;
  }

  /** Sampled coarsely and drawn smoothly: the galaxy has no edges. */
  private void drawGalaxy(GraphicsContext g, LocalSky sky, Color light, double darkness) {
    int columns = (int) Math.ceil(getWidth() / GALAXY_CELL) + 1;
    int rows = (int) Math.ceil(getHeight() / GALAXY_CELL) + 1;
    int rgb =
        (int) Math.round(light.getRed() * 255) << 16
            | (int) Math.round(light.getGreen() * 255) << 8
            | (int) Math.round(light.getBlue() * 255);
    int[] argb = new int[columns * rows];
    for (int y = 0; y < rows; y++) {
      for (int x = 0; x < columns; x++) {
        Vector v = lens.towards((x + 0.5) * GALAXY_CELL, (y + 0.5) * GALAXY_CELL);
        double brightness = v.z() < 0 ? 0 : MilkyWay.brightness(sky.j2000Of(v));
        int alpha = (int) (255 * 0.4 * darkness * brightness / MilkyWay.STEPS);
        argb[y * columns + x] = alpha << 24 | rgb;
      }
    }
    WritableImage image = new WritableImage(columns, rows);
    image
        .getPixelWriter()
        .setPixels(0, 0, columns, rows, PixelFormat.getIntArgbInstance(), argb, 0, columns);
    g.drawImage(image, 0, 0, columns * GALAXY_CELL, rows * GALAXY_CELL);
  }

  private void drawFigures(GraphicsContext g, LocalSky sky, Color light) {
    g.setStroke(light.deriveColor(0, 1, 1, 0.28));
    g.setLineWidth(1);
    for (StickFigures.Figure figure : StickFigures.figures()) {
      double sumX = 0;
      double sumY = 0;
      int points = 0;
      boolean whole = true;
      for (List<Vector> line : figure.lines()) {
        Vector before = null;
        for (Vector j2000 : line) {
          Vector v = LocalSky.refracted(sky.towards(j2000));
          boolean seen = inView(v) && v.z() > 0;
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
        g.setFill(light.deriveColor(0, 1, 1, 0.5));
        text(g, figure.name(), sumX / points, sumY / points, 12, TextAlignment.CENTER);
      }
    }
  }

  /** What each bright star draws while the program runs. */
  private void drawArcs(GraphicsContext g, Night night, Program program, Palette palette) {
    Instant first = program.start().toInstant();
    double seconds = program.interval().totalSeconds();
    LocalSky[] skies = new LocalSky[ARC_POINTS + 1];
    for (int k = 0; k <= ARC_POINTS; k++) {
      long nanos = (long) (seconds * 1e9 * k / ARC_POINTS);
      skies[k] = new LocalSky(night.place(), first.plusNanos(nanos));
    }
    Color mark = theme.get() == Theme.PAPER ? palette.day() : palette.mark();
    g.setLineWidth(1.2);
    double[] xs = new double[ARC_POINTS + 1];
    double[] ys = new double[ARC_POINTS + 1];
    for (Star star : StarCatalogue.stars()) {
      if (star.magnitude() > FAINTEST_ARC) {
        break;
      }
      Vector j2000 = star.vector();
      if (isAway(skies[0], j2000)
          && isAway(skies[ARC_POINTS / 2], j2000)
          && isAway(skies[ARC_POINTS], j2000)) {
        continue;
      }
      int n = 0;
      for (LocalSky sky : skies) {
        Vector v = LocalSky.refracted(sky.towards(j2000));
        if (v.z() > 0 && inView(v)) {
          xs[n] = lens.x(v);
          ys[n++] = lens.y(v);
        }
      }
      if (n > 1) {
        double strength = Math.max(0.25, 0.85 - 0.14 * star.magnitude());
        g.setStroke(mark.deriveColor(0, 1, 1, strength));
        g.strokePolyline(xs, ys, n);
      }
    }
  }

  private void drawStars(GraphicsContext g, LocalSky sky, Color light, double darkness) {
    // In twilight only the bright ones show.
    double faintest = FAINTEST_STAR - 7 * (1 - darkness);
    for (Star star : StarCatalogue.stars()) {
      if (star.magnitude() > faintest) {
        break;
      }
      Vector airless = sky.towards(star.vector());
      // Most stars are elsewhere: told before the air is reckoned, which takes longer.
      if (airless.z() < -0.02 || !lens.sees(airless) || isFarOut(airless)) {
        continue;
      }
      Vector v = LocalSky.refracted(airless);
      if (v.z() <= 0 || !inView(v)) {
        continue;
      }
      double x = lens.x(v);
      double y = lens.y(v);
      double size = Math.max(0.9, 5.2 - 0.85 * star.magnitude());
      if (size < 1.6) {
        g.setFill(light.deriveColor(0, 1, 1, Math.max(0.35, 1.25 - 0.13 * star.magnitude())));
        g.fillRect(x - size / 2, y - size / 2, size, size);
      } else {
        g.setFill(light);
        g.fillOval(x - size / 2, y - size / 2, size, size);
      }
      if (star.magnitude() < FAINTEST_NAME && v.z() > 0.03) {
        StarNames.of(star.hip())
            .ifPresent(
                name -> {
                  g.setFill(light.deriveColor(0, 1, 1, 0.85));
                  text(g, name, x + 7, y, 12, TextAlignment.LEFT);
                });
      }
    }
  }

  /** The still point of the sky. */
  private void drawPole(GraphicsContext g, Night night, Color light) {
    boolean north = night.place().latitudeDeg() >= 0;
    Vector v =
        new LocalSky(night.place(), model.time())
            .towardsOfDate(new Equatorial(0, north ? 90 : -90));
    if (inView(v)) {
      double x = lens.x(v);
      double y = lens.y(v);
      g.setStroke(light);
      g.setLineWidth(1);
      g.strokeLine(x - 7, y, x - 2, y);
      g.strokeLine(x + 2, y, x + 7, y);
      g.strokeLine(x, y - 7, x, y - 2);
      g.strokeLine(x, y + 2, x, y + 7);
      g.setFill(light);
      text(g, "still point", x + 10, y + 12, 12, TextAlignment.LEFT);
    }
  }

  private void drawMoonAndSun(
      GraphicsContext g, Night night, Instant time, LocalSky sky, Color light) {
    Moon.Seen moon = Moon.from(night.place(), time);
    disc(g, LocalSky.refracted(moon.vector()), moon.semidiameterDeg(), light);
    Vector m = LocalSky.refracted(moon.vector());
    if (m.z() > 0 && inView(m)) {
      g.setFill(light);
      String lit = "moon, %.0f %% lit".formatted(100 * Moon.at(time).illuminatedFraction());
      text(g, lit, lens.x(m) + 12, lens.y(m), 12, TextAlignment.LEFT);
    }
    Vector s = LocalSky.refracted(sky.towardsOfDate(Sun.at(time)));
    disc(g, s, 0.27, light);
  }

  private void disc(GraphicsContext g, Vector v, double semidiameterDeg, Color light) {
    if (v.z() > -0.01 && inView(v)) {
      double radius = Math.max(4, lens.focalPixels() * Math.toRadians(semidiameterDeg));
      g.setFill(light);
      g.fillOval(lens.x(v) - radius, lens.y(v) - radius, 2 * radius, 2 * radius);
    }
  }

  /** Of a level camera the horizon is a straight line. */
  private void drawHorizon(GraphicsContext g, Program program, Palette palette, Color light) {
    double altitude = Math.toRadians(program.facing().altitudeDeg());
    double y = (getHeight() - 1) / 2 + lens.focalPixels() * Math.tan(altitude);
    if (program.facing().altitudeDeg() > 89 || y > getHeight()) {
      return;
    }
    g.setFill(palette.raised());
    g.fillRect(0, Math.max(0, y), getWidth(), getHeight());
    g.setStroke(palette.line());
    g.strokeLine(0, y, getWidth(), y);
    Color ink = palette.ink();
    for (int azimuth = 0; azimuth < 360; azimuth += 15) {
      Vector v = Vector.of(new Direction(azimuth, 0));
      if (inView(v)) {
        boolean point = azimuth % 45 == 0;
        g.setStroke(ink.deriveColor(0, 1, 1, point ? 1 : 0.5));
        g.strokeLine(lens.x(v), y, lens.x(v), y + (point ? 8 : 4));
        if (point) {
          g.setFill(ink);
          text(g, Words.compass(azimuth), lens.x(v), y + 17, 13, TextAlignment.CENTER);
        }
      }
    }
  }

  private void drawFrame(GraphicsContext g, Palette palette, Color light) {
    double x = (getWidth() - frameWidth) / 2;
    double y = (getHeight() - frameHeight) / 2;
    g.setFill(palette.ground().deriveColor(0, 1, 1, 0.55));
    g.fillRect(0, 0, getWidth(), y);
    g.fillRect(0, y + frameHeight, getWidth(), getHeight() - y - frameHeight);
    g.fillRect(0, y, x, frameHeight);
    g.fillRect(x + frameWidth, y, getWidth() - x - frameWidth, frameHeight);
    g.setStroke(light.deriveColor(0, 1, 1, 0.7));
    g.setLineWidth(1);
    g.strokeRect(x, y, frameWidth, frameHeight);
  }

  private static void text(
      GraphicsContext g, String text, double x, double y, double size, TextAlignment alignment) {
    g.setFont(Font.font("Cabin", size));
    g.setTextAlign(alignment);
    g.setTextBaseline(VPos.CENTER);
    g.fillText(text, x, y);
  }
}
