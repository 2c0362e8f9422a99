package zygonox.desktop.sky;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.value.ObservableValue;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.paint.Color;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.optics.Projection;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Yield;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Equatorial;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Moon;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Vector;
import zygonox.core.words.Words;
import zygonox.desktop.theme.Drawing;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/**
 * The sky as the lens sees it, with a little around the frame. Drag it to point the lens, turn the
 * wheel for another focal length, drag with Shift to draw the skyline.
 */
final class SkyChart extends Drawing {
  /** Share of the view that the frame takes. */
  private static final double FRAME_SHARE = 0.86;

  /** Points of a drawn skyline lie at least this far apart. */
  private static final double SKYLINE_STEP_DEG = 0.7;

  /** From this darkness on, 0 by day to 1 at night, galaxy and figures are drawn. */
  private static final double DARK_ENOUGH = 0.2;

  private static final double SUN_SEMIDIAMETER_DEG = 0.27;

  private final SkyModel model;
  private final GalaxyLayer galaxy = new GalaxyLayer();
  private final List<Direction> stretch = new ArrayList<>();
  private double dragX;
  private double dragY;
  private double frameWidth;
  private double frameHeight;
  private Projection lens;
  private SeenSky seen;
  private StarArcs arcs;

  SkyChart(SkyModel model, ObservableValue<Theme> theme) {
    super(theme);
    this.model = model;
    setId("sky-chart");
    setAccessibleRole(AccessibleRole.IMAGE_VIEW);
    setAccessibleText(Words.say("name.sky"));
    setFocusTraversable(true);
    model.sentenceProperty().subscribe(s -> requestLayout());
    addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
    addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
    addEventHandler(MouseEvent.MOUSE_RELEASED, e -> released());
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

  private void pressed(MouseEvent event) {
    requestFocus();
    dragX = event.getX();
    dragY = event.getY();
    stretch.clear();
    if (event.isShiftDown()) {
      addToStretch(event);
    }
  }

  private void dragged(MouseEvent event) {
    if (lens == null || model.program().isEmpty()) {
      return;
    }
    if (event.isShiftDown() || !stretch.isEmpty()) {
      addToStretch(event);
      requestLayout();
      return;
    }
    double perPixel = Math.toDegrees(1 / lens.focalPixels());
    double altitude = model.program().get().facing().altitudeDeg();
    double narrow = Math.max(0.2, Math.cos(Math.toRadians(altitude)));
    model.turn(-(event.getX() - dragX) * perPixel / narrow, (event.getY() - dragY) * perPixel);
    dragX = event.getX();
    dragY = event.getY();
  }

  private void addToStretch(MouseEvent event) {
    if (lens == null) {
      return;
    }
    Direction d = lens.towards(event.getX(), event.getY()).direction();
    boolean isFar =
        stretch.isEmpty()
            || Math.abs(d.azimuthDeg() - stretch.get(stretch.size() - 1).azimuthDeg())
                > SKYLINE_STEP_DEG;
    if (isFar) {
      stretch.add(new Direction(d.azimuthDeg(), Math.max(0, Math.min(89, d.altitudeDeg()))));
    }
  }

  private void released() {
    if (stretch.size() > 1) {
      model.drawSkyline(List.copyOf(stretch));
    }
    stretch.clear();
    requestLayout();
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
  protected void draw(GraphicsContext g) {
    model.program().ifPresent(program -> draw(g, program));
  }

  private void draw(GraphicsContext g, Program program) {
    Night night = model.night();
    Instant time = model.time();
    if (seen == null || !seen.isOf(night.place(), time)) {
      seen = new SeenSky(night.place(), time);
    }
    lens = lens(night, program);
    Palette palette = palette();
    double sun = Sun.altitudeDeg(night.place(), time);
    double darkness = Math.max(0, Math.min(1, -(sun + 0.833) / 17.2));
    Color air = palette.day().interpolate(palette.night(), Math.pow(darkness, 0.5));
    galaxy.draw(
        g,
        lens,
        seen.sky(),
        darkness > DARK_ENOUGH ? darkness : 0,
        air,
        light(),
        (int) getWidth(),
        (int) getHeight());
    SkyPainter painter = new SkyPainter(g, lens, getWidth(), getHeight(), light(), palette);
    boolean drawsArcs =
        program.job().stars() != Job.Stars.FOLLOWED && program.job().stars() != Job.Stars.NONE;
    if (darkness > DARK_ENOUGH) {
      painter.figures(seen.figures());
      if (drawsArcs) {
        painter.arcs(arcs(night, program), theme() == Theme.PAPER ? palette.day() : palette.mark());
      }
    }
    painter.stars(seen.stars(), darkness);
    boolean north = night.place().latitudeDeg() >= 0;
    painter.pole(
        seen.sky().towardsOfDate(new Equatorial(0, north ? 90 : -90)), night.place().latitudeDeg());
    drawMoonAndSun(painter, night, time);
    night
        .target()
        .ifPresent(
            target ->
                painter.target(
                    LocalSky.refracted(Vector.of(target.at(night.place(), time).direction())),
                    night.assumptions().target()));
    painter.figureNames();
    painter.ground(program.facing(), night.site().skyline());
    drawFrame(g, palette, light());
    drawStretch(g, palette);
    if (program.job().stars() == Job.Stars.TRAILS) {
      Yield yield = Yield.of(program, night.kit(), night.place(), night.assumptions().celsius());
      TrailInset.draw(g, yield, palette, getWidth() - 8, getHeight() - 8);
    }
  }

  /** A lens whose frame is as large in the view as the camera's is to be. */
  private Projection lens(Night night, Program program) {
    Body body = program.orientation().held(night.body());
    double aspect = (double) body.pixelsWide() / body.pixelsHigh();
    frameHeight = Math.min(getHeight() * FRAME_SHARE, getWidth() * FRAME_SHARE / aspect);
    frameWidth = frameHeight * aspect;
    double viewMm = body.sensorWidthMm() * getWidth() / frameWidth;
    Body view =
        new Body(
            "view",
            Math.min(200, viewMm),
            Math.min(200, viewMm * getHeight() / getWidth()),
            (int) getWidth(),
            (int) getHeight());
    return new Projection(view, program.focalMm(), program.facing());
  }

  private List<StarArcs.Arc> arcs(Night night, Program program) {
    Instant first = program.start().toInstant();
    double seconds = program.interval().totalSeconds();
    if (arcs == null || !arcs.isOf(night.place(), first, seconds)) {
      arcs = new StarArcs(night.place(), first, seconds);
    }
    return arcs.arcs();
  }

  private void drawMoonAndSun(SkyPainter painter, Night night, Instant time) {
    Moon.Seen moon = Moon.from(night.place(), time);
    String lit = Words.say("sky.moon-lit", 100 * Moon.at(time).illuminatedFraction());
    painter.disc(LocalSky.refracted(moon.vector()), moon.semidiameterDeg(), lit);
    Vector sun = LocalSky.refracted(seen.sky().towardsOfDate(Sun.at(time)));
    painter.disc(sun, SUN_SEMIDIAMETER_DEG, "sun");
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

  /** The skyline that is being drawn. */
  private void drawStretch(GraphicsContext g, Palette palette) {
    g.setStroke(palette.mark());
    g.setLineWidth(2);
    for (int i = 1; i < stretch.size(); i++) {
      Optional<Vector> a = ahead(stretch.get(i - 1));
      Optional<Vector> b = ahead(stretch.get(i));
      if (a.isPresent() && b.isPresent()) {
        g.strokeLine(lens.x(a.get()), lens.y(a.get()), lens.x(b.get()), lens.y(b.get()));
      }
    }
  }

  private Optional<Vector> ahead(Direction d) {
    return Optional.of(Vector.of(d)).filter(lens::sees);
  }
}
