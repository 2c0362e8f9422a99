package zygonox.desktop.band;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.ListChangeListener;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.night.Night;
import zygonox.core.program.Program;
import zygonox.core.quantity.Place;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.Almanac.Window;
import zygonox.core.sky.Moon;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Twilight;
import zygonox.core.words.Words;
import zygonox.desktop.stage.BandCurve;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.theme.Palette;
import zygonox.desktop.theme.Theme;

/**
 * The night from before sunset to after sunrise: twilight as shade, the dark and moonless hours as
 * a line along the top, moon and target as curves of their altitude, programs as blocks, each frame
 * as a tick at its true time. A click chooses the frame or the program there.
 */
public final class NightBand extends Region {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");
  private static final double SIDE = 14;
  private static final double HOURS_HEIGHT = 22;
  private static final int SAMPLE_MINUTES = 4;

  private final OpenNight open;
  private final Canvas canvas = new Canvas();
  private final ObjectProperty<Theme> theme = new SimpleObjectProperty<>(Theme.DUSK);
  private List<Sample> sun = List.of();
  private Sky sampled;
  private List<Window> dark = List.of();
  private String moonName = "";
  private List<Block> drawn = List.of();
  private Instant from = Instant.EPOCH;
  private Instant to = Instant.EPOCH.plusSeconds(1);
  private double pointer = -1;

  /** What the samples hold for; the programs do not matter to them. */
  private record Sky(Place place, LocalDate date, ZoneId zone, String target) {
    static Sky of(Night night) {
      return new Sky(night.place(), night.date(), night.zone(), night.assumptions().target());
    }
  }

  /**
   * @param targetDeg NaN where nothing is aimed at
   */
  private record Sample(Instant time, double altitudeDeg, double moonDeg, double targetDeg) {}

  /** What the band shows of a program. */
  private record Block(String name, Instant start, Instant end) {
    static List<Block> of(Night night) {
      return night.programs().stream()
          .map(p -> new Block(p.name(), p.start().toInstant(), p.end(night.body())))
          .toList();
    }
  }

  public NightBand(OpenNight open) {
    this.open = open;
    setId("band");
    getStyleClass().add("band");
    getChildren().add(canvas);
    setPrefHeight(112);
    setMinHeight(112);
    open.nightProperty().subscribe(this::changed);
    open.framesProperty().subscribe(f -> requestLayout());
    open.selectedProperty().subscribe(f -> requestLayout());
    open.judgementsProperty().subscribe(j -> requestLayout());
    open.decisionsProperty().subscribe(o -> requestLayout());
    open.notesProperty().subscribe(n -> requestLayout());
    open.curveProperty().subscribe(c -> requestLayout());
    open.marksProperty().subscribe(m -> requestLayout());
    open.missingProperty().subscribe(m -> requestLayout());
    open.programIndexProperty().subscribe(i -> requestLayout());
    open.timeProperty().subscribe(t -> requestLayout());
    open.arriving().addListener((ListChangeListener<Instant>) change -> requestLayout());
    theme.subscribe(t -> requestLayout());
    addEventHandler(MouseEvent.MOUSE_CLICKED, this::clicked);
    addEventHandler(
        MouseEvent.MOUSE_MOVED,
        e -> {
          pointer = e.getX();
          requestLayout();
        });
    addEventHandler(
        MouseEvent.MOUSE_EXITED,
        e -> {
          pointer = -1;
          requestLayout();
        });
  }

  /** While a lens is turned nothing changes here: the band is not drawn for it. */
  private void changed(Night night) {
    if (night == null || !Sky.of(night).equals(sampled) || !Block.of(night).equals(drawn)) {
      requestLayout();
    }
  }

  public ObjectProperty<Theme> themeProperty() {
    return theme;
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    draw();
  }

  /** The time at a place of the band. */
  Instant timeAt(double x) {
    double share = (x - SIDE) / Math.max(1, getWidth() - 2 * SIDE);
    return from.plusMillis(Math.round(share * Duration.between(from, to).toMillis()));
  }

  /** The place of a time on the band. */
  double placeOf(Instant time) {
    double share =
        (double) Duration.between(from, time).toMillis() / Duration.between(from, to).toMillis();
    return SIDE + share * (getWidth() - 2 * SIDE);
  }

  /**
   * From an hour before sunset to an hour after sunrise, wider where programs or frames reach out.
   */
  private void chooseSpan(Night night) {
    ZonedDateTime noon = night.date().atTime(12, 0).atZone(night.zone());
    Sky wanted = Sky.of(night);
    if (!wanted.equals(sampled)) {
      sampled = wanted;
      sun = samples(night, noon.toInstant(), noon.plusDays(1).toInstant());
      Almanac almanac = new Almanac(night.place(), night.date(), night.zone());
      dark = almanac.darkWindows();
      moonName = Words.say("band.moon-lit", 100 * almanac.moonIlluminatedFraction());
    }
    List<Instant> down =
        sun.stream()
            .filter(s -> s.altitudeDeg < Twilight.DAY.lowestDeg())
            .map(Sample::time)
            .toList();
    from = down.isEmpty() ? noon.toInstant() : down.get(0).minusSeconds(3600);
    to =
        down.isEmpty() ? noon.plusDays(1).toInstant() : down.get(down.size() - 1).plusSeconds(3600);
    for (Program program : night.programs()) {
      Instant start = program.start().toInstant();
      from = start.isBefore(from) ? start.minusSeconds(900) : from;
      to = program.end(night.body()).isAfter(to) ? program.end(night.body()).plusSeconds(900) : to;
    }
  }

  private static List<Sample> samples(Night night, Instant first, Instant last) {
    Place place = night.place();
    Optional<SkyBody> target = night.target();
    List<Sample> samples = new ArrayList<>();
    for (Instant t = first; t.isBefore(last); t = t.plusSeconds(60L * SAMPLE_MINUTES)) {
      Instant at = t;
      samples.add(
          new Sample(
              t,
              Sun.altitudeDeg(place, t),
              Moon.from(place, t).altitudeDeg(),
              target.map(b -> b.at(place, at).direction().altitudeDeg()).orElse(Double.NaN)));
    }
    return samples;
  }

  private void draw() {
    drawn = open.night() == null ? List.of() : Block.of(open.night());
    GraphicsContext g = canvas.getGraphicsContext2D();
    Palette palette = theme.get().palette();
    g.setFill(palette.ground());
    g.fillRect(0, 0, getWidth(), getHeight());
    Night night = open.night();
    if (night == null) {
      drawLoose(g, palette);
      return;
    }
    chooseSpan(night);
    double bottom = getHeight() - HOURS_HEIGHT;
    drawTwilight(g, palette, bottom);
    drawHours(g, palette, night, bottom);
    drawDark(g, palette);
    // While light is worked on the sky's curves would only be in its way.
    BandCurve light = open.curveProperty().get();
    if (light == null) {
      g.setStroke(theme.get() == Theme.PAPER ? palette.day() : palette.faint());
      drawCurve(g, palette, bottom, Sample::moonDeg, moonName);
      g.setStroke(theme.get() == Theme.PAPER ? palette.onMark() : palette.mark());
      drawCurve(g, palette, bottom, Sample::targetDeg, night.assumptions().target());
    }
    drawTime(g, palette, bottom);
    drawPrograms(g, palette, night, bottom);
    ticks().draw(g, palette, bottom);
    if (light != null) {
      new LightLine(light, this::placeOf, bottom - FrameTicks.BLOCKS - FrameTicks.TICK - 4)
          .draw(g, palette, ink());
    }
    drawPointer(g, palette, night, bottom);
  }

  /** Frames without a night: the band is as long as they are. */
  private void drawLoose(GraphicsContext g, Palette palette) {
    FrameSet set = open.framesProperty().get();
    List<Instant> times =
        set.frames().stream().flatMap(f -> set.takenAt(f).stream()).sorted().toList();
    g.setFill(palette.night());
    g.fillRect(SIDE, 4, getWidth() - 2 * SIDE, getHeight() - HOURS_HEIGHT - 4);
    if (!times.isEmpty()) {
      Duration margin = Duration.ofMinutes(10);
      from = times.get(0).minus(margin);
      to = times.get(times.size() - 1).plus(margin);
      ticks().draw(g, palette, getHeight() - HOURS_HEIGHT);
    }
  }

  private void drawTwilight(GraphicsContext g, Palette palette, double bottom) {
    for (double x = SIDE; x < getWidth() - SIDE; x += 2) {
      double altitude = altitudeAt(timeAt(x));
      // From day to night over the eighteen degrees of twilight.
      double darkness = Math.max(0, Math.min(1, -(altitude + 0.833) / 17.2));
      g.setFill(palette.day().interpolate(palette.night(), Math.pow(darkness, 0.7)));
      g.fillRect(x, 4, 2.5, bottom - 4);
    }
  }

  private double altitudeAt(Instant time) {
    double index = Duration.between(sun.get(0).time, time).toMillis() / (60_000.0 * SAMPLE_MINUTES);
    int i = (int) Math.max(0, Math.min(sun.size() - 2, Math.floor(index)));
    double t = Math.max(0, Math.min(1, index - i));
    return sun.get(i).altitudeDeg + t * (sun.get(i + 1).altitudeDeg - sun.get(i).altitudeDeg);
  }

  private void drawHours(GraphicsContext g, Palette palette, Night night, double bottom) {
    g.setFont(Font.font("Cabin", 12));
    g.setTextAlign(TextAlignment.CENTER);
    g.setTextBaseline(VPos.CENTER);
    ZonedDateTime hour = from.atZone(night.zone()).withMinute(0).withSecond(0).plusHours(1);
    while (hour.toInstant().isBefore(to)) {
      double x = placeOf(hour.toInstant());
      g.setStroke(palette.line());
      g.setLineWidth(1);
      g.strokeLine(Math.rint(x) + 0.5, 4, Math.rint(x) + 0.5, bottom);
      if (x > SIDE + 18 && x < getWidth() - SIDE - 18) {
        g.setFill(palette.faint());
        g.fillText(CLOCK.format(hour), x, bottom + HOURS_HEIGHT / 2);
      }
      hour = hour.plusHours(1);
    }
  }

  /** When it is dark and no moon is up. */
  private void drawDark(GraphicsContext g, Palette palette) {
    g.setFill(palette.mark());
    for (Window window : dark) {
      double x0 = Math.max(SIDE, placeOf(window.from()));
      double x1 = Math.min(getWidth() - SIDE, placeOf(window.to()));
      g.fillRect(x0, 1, Math.max(0, x1 - x0), 2);
    }
  }

  /** An altitude: on the band's lower edge at the horizon, on its upper one overhead. */
  private void drawCurve(
      GraphicsContext g,
      Palette palette,
      double bottom,
      ToDoubleFunction<Sample> altitude,
      String name) {
    g.setLineWidth(1.6);
    Sample highest = null;
    for (int i = 1; i < sun.size(); i++) {
      Sample a = sun.get(i - 1);
      Sample b = sun.get(i);
      double before = altitude.applyAsDouble(a);
      double now = altitude.applyAsDouble(b);
      boolean isUp = before >= 0 && now >= 0;
      if (!isUp || a.time.isBefore(from) || b.time.isAfter(to)) {
        continue;
      }
      g.strokeLine(placeOf(a.time), row(before, bottom), placeOf(b.time), row(now, bottom));
      highest = highest == null || now > altitude.applyAsDouble(highest) ? b : highest;
    }
    if (highest != null) {
      Text text = new Text(name);
      text.setFont(Font.font("Cabin", 12));
      double half = text.getLayoutBounds().getWidth() / 2;
      g.setTextAlign(TextAlignment.CENTER);
      g.setFont(text.getFont());
      g.setFill(label(palette, altitudeAt(highest.time)));
      double at = placeOf(highest.time);
      double x = Math.max(SIDE + half, Math.min(getWidth() - SIDE - half, at));
      double y = row(altitude.applyAsDouble(highest), bottom);
      g.fillText(name, x, y < 22 ? y + 11 : y - 9);
    }
  }

  private static double row(double altitudeDeg, double bottom) {
    return bottom - (bottom - 6) * altitudeDeg / 90;
  }

  private void drawTime(GraphicsContext g, Palette palette, double bottom) {
    Instant chosen = open.timeProperty().get();
    if (chosen != null) {
      g.setStroke(palette.mark());
      g.setLineWidth(1.5);
      g.strokeLine(placeOf(chosen), 4, placeOf(chosen), bottom);
    }
  }

  private void drawPrograms(GraphicsContext g, Palette palette, Night night, double bottom) {
    int chosen = open.programIndexProperty().get();
    for (int i = 0; i < night.programs().size(); i++) {
      if (i != chosen) {
        drawProgram(g, palette, night, night.programs().get(i), false, bottom - 30);
      }
    }
    // The chosen one last: nothing may hide it.
    if (chosen < night.programs().size()) {
      drawProgram(g, palette, night, night.programs().get(chosen), true, bottom - 30);
    }
  }

  private void drawProgram(
      GraphicsContext g,
      Palette palette,
      Night night,
      Program program,
      boolean chosen,
      double top) {
    double x0 = placeOf(program.start().toInstant());
    double x1 = Math.max(x0 + 3, placeOf(program.end(night.body())));
    g.setFill(chosen ? palette.mark() : palette.raised());
    g.fillRect(x0, top, x1 - x0, 26);
    g.setStroke(chosen ? palette.mark() : palette.faint());
    g.setLineWidth(1);
    g.strokeRect(x0, top, x1 - x0, 26);
    drawName(g, palette, program.name(), chosen, x0, x1, top + 13);
  }

  /** Inside the block where it fits; the chosen one's else beside it, the others' not at all. */
  private void drawName(
      GraphicsContext g,
      Palette palette,
      String name,
      boolean chosen,
      double x0,
      double x1,
      double y) {
    g.setTextAlign(TextAlignment.LEFT);
    g.setFont(Font.font("Cabin", 12.5));
    Text text = new Text(name);
    text.setFont(g.getFont());
    double width = text.getLayoutBounds().getWidth();
    if (width + 8 < x1 - x0) {
      g.setFill(chosen ? palette.onMark() : palette.ink());
      g.fillText(name, (x0 + x1 - width) / 2, y);
    } else if (chosen) {
      g.setFill(palette.raised());
      g.fillRect(x1 + 3, y - 10, width + 8, 20);
      g.setFill(palette.ink());
      g.fillText(name, x1 + 7, y);
    }
  }

  /** Ink that can be read on the band's shade. */
  private Color label(Palette palette, double sunAltitude) {
    boolean light = theme.get() == Theme.PAPER && sunAltitude < -8;
    return light ? palette.ground() : palette.ink();
  }

  private FrameTicks ticks() {
    return new FrameTicks(open, this::placeOf, ink());
  }

  private Color ink() {
    Palette palette = theme.get().palette();
    return theme.get() == Theme.PAPER ? palette.ground() : palette.ink();
  }

  private void drawPointer(GraphicsContext g, Palette palette, Night night, double bottom) {
    if (pointer < SIDE || pointer > getWidth() - SIDE) {
      return;
    }
    Instant time = timeAt(pointer);
    double altitude = altitudeAt(time);
    g.setStroke(palette.mark());
    g.setLineWidth(1);
    g.strokeLine(pointer, 4, pointer, bottom);
    String text =
        "%s  %s"
            .formatted(
                CLOCK.format(time.atZone(night.zone())),
                switch (Twilight.of(altitude)) {
                  case DAY -> Words.say("band.the-sun-is-up");
                  case CIVIL -> Words.say("band.civil-twilight");
                  case NAUTICAL -> Words.say("band.nautical-twilight");
                  case ASTRONOMICAL -> Words.say("band.astronomical-twilight");
                  case NIGHT -> Words.say("band.dark");
                });
    boolean left = pointer > getWidth() / 2;
    g.setTextAlign(left ? TextAlignment.RIGHT : TextAlignment.LEFT);
    g.setFont(Font.font("Cabin", 12.5));
    g.setFill(label(palette, altitude));
    g.fillText(text, pointer + (left ? -7 : 7), 14);
  }

  private void clicked(MouseEvent event) {
    FrameSet set = open.framesProperty().get();
    Frame nearest = null;
    double least = 6;
    for (Frame frame : set.frames()) {
      double x = set.takenAt(frame).map(this::placeOf).orElse(-1000.0);
      if (Math.abs(x - event.getX()) < least) {
        least = Math.abs(x - event.getX());
        nearest = frame;
      }
    }
    double programs = getHeight() - HOURS_HEIGHT - 32;
    if (nearest != null && event.getY() < programs) {
      open.selectedProperty().set(nearest);
    } else if (open.night() != null && event.getX() >= SIDE && event.getX() <= getWidth() - SIDE) {
      Instant time = timeAt(event.getX());
      open.timeProperty().set(time);
      for (int i = 0; i < open.night().programs().size(); i++) {
        Program program = open.night().programs().get(i);
        if (!time.isBefore(program.start().toInstant())
            && !time.isAfter(program.end(open.night().body()))) {
          open.programIndexProperty().set(i);
        }
      }
    }
  }
}
