package zygonox.desktop.program;

import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.gear.Battery;
import zygonox.core.gear.CameraModel;
import zygonox.core.gear.Kit;
import zygonox.core.gear.RemoteTimer;
import zygonox.core.gear.Shelf;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.optics.Dial;
import zygonox.core.optics.Lens;
import zygonox.core.optics.Sensor;
import zygonox.core.optics.StarImage;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.Words;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.OpenNight;

/** What is carried along: chosen from the shelf, and changed where the own piece differs. */
public final class GearModel {
  private static final double MEGABYTE = 1e6;
  private static final double GIGABYTE = 1e9;

  private final OpenNight open;
  private final Home home;
  private final ReadOnlyObjectWrapper<Sentence> choice = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> camera = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> lens = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> timer = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> supplies = wrapper();
  private final ReadOnlyObjectWrapper<List<String>> facts = new ReadOnlyObjectWrapper<>(List.of());
  private Shelf shelf = Shelf.made();

  public GearModel(OpenNight open, Home home) {
    this.open = open;
    this.home = home;
    open.nightProperty().subscribe(n -> refresh());
  }

  private static ReadOnlyObjectWrapper<Sentence> wrapper() {
    return new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  }

  /** Which camera, lens and timer. */
  public ReadOnlyObjectProperty<Sentence> choiceProperty() {
    return choice.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<Sentence> cameraProperty() {
    return camera.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<Sentence> lensProperty() {
    return lens.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<Sentence> timerProperty() {
    return timer.getReadOnlyProperty();
  }

  /** Card, batteries and the cold. */
  public ReadOnlyObjectProperty<Sentence> suppliesProperty() {
    return supplies.getReadOnlyProperty();
  }

  /** What the gear comes to. */
  public ReadOnlyObjectProperty<List<String>> factsProperty() {
    return facts.getReadOnlyProperty();
  }

  private static List<String> facts(Night night, Kit kit) {
    Lens l = kit.lens();
    Sensor wide = new Sensor(kit.camera().body(), l.shortestMm(), l.widestAperture());
    double celsius = night.assumptions().celsius();
    Battery battery = kit.camera().battery();
    double share = battery.shareAt(celsius);
    return List.of(
        describe(kit.camera().body()),
        Words.say(
            "gear.field",
            wide.fieldOfViewDeg(kit.camera().body().sensorWidthMm()),
            wide.fieldOfViewDeg(kit.camera().body().sensorHeightMm()),
            Words.number(l.shortestMm())),
        Words.say("gear.pixel", wide.arcsecPerPixel()),
        Words.say("gear.star", StarImage.fwhmPixels(kit.camera().body())),
        Words.say("gear.card", kit.framesOnCard()),
        Words.say(
            "gear.battery",
            Math.round(kit.batteries() * battery.shots() * share),
            kit.batteries() * battery.hours() * share,
            celsius),
        Words.say("gear.gap", Seconds.text(kit.shortestGapSeconds())));
  }

  /**
   * Reads the person's own gear anew.
   *
   * @throws InvalidInput when its file is damaged; the made-up gear then stays to choose from
   */
  public void load() {
    shelf = Shelf.with(home.gear());
    refresh();
  }

  /** Keeps the gear in use, as it is now, for other nights. */
  public String keep() {
    try {
      Files.createDirectories(home.folder());
    } catch (IOException e) {
      throw new WorkFailed(Words.say("refused.the-folder-cannot-be-made", home.folder()), e);
    }
    shelf = shelf.keeping(open.night().kit());
    shelf.write(home.gear());
    refresh();
    return Words.say("program.kept-in") + home.gear();
  }

  private void refresh() {
    if (open.night() == null) {
      return;
    }
    Night night = open.night();
    Kit kit = night.kit();
    choice.set(choice(kit));
    camera.set(camera(kit));
    lens.set(lens(kit));
    timer.set(timer(kit));
    supplies.set(supplies(night, kit));
    facts.set(facts(night, kit));
  }

  private void put(String what, Kit kit) {
    open.edit("gear-" + what, open.night().withKit(kit));
  }

  /** What is in use comes first: it may differ from the piece of its name on the shelf. */
  private static <T> List<T> with(T own, List<T> all, Function<T, String> name) {
    List<T> others = all.stream().filter(t -> !name.apply(t).equals(name.apply(own))).toList();
    List<T> joined = new ArrayList<>(List.of(own));
    joined.addAll(others);
    return joined;
  }

  private Sentence choice(Kit kit) {
    Function<CameraModel, String> cameraName = c -> c.body().name();
    return new Sentence.Builder()
        .say(Words.say("program.s-with"))
        .set(
            Settings.choice(
                "camera",
                kit.camera(),
                with(kit.camera(), shelf.cameras(), cameraName),
                cameraName,
                c -> describe(c.body()),
                c -> put("camera", kit.withCamera(c))))
        .say(", ")
        .set(
            Settings.choice(
                "lens",
                kit.lens(),
                with(kit.lens(), shelf.lenses(), Lens::name),
                Lens::name,
                GearModel::describe,
                l -> put("lens", kit.withLens(l))))
        .say(Words.say("program.s-and"))
        .set(
            Settings.choice(
                "timer",
                kit.timer(),
                with(kit.timer(), shelf.timers(), RemoteTimer::name),
                RemoteTimer::name,
                t ->
                    Words.say("program.its-shortest-closed-time-is")
                        + Seconds.text(t.shortestGapSeconds()),
                t -> put("timer", kit.withTimer(t))))
        .say(".")
        .end();
  }

  private static String describe(Body body) {
    Sensor sensor = new Sensor(body, 50, 4);
    return Words.say(
        "program.megapixels-of-m-crop-factor",
        body.megapixels(),
        body.pixelPitchUm(),
        sensor.cropFactor());
  }

  private static String describe(Lens l) {
    return l.shortestMm() == l.longestMm()
        ? Words.say("program.mm-f", Words.number(l.shortestMm()), Words.number(l.widestAperture()))
        : Words.say(
            "program.to-mm-f",
            Words.number(l.shortestMm()),
            Words.number(l.longestMm()),
            Words.number(l.widestAperture()));
  }

  private Sentence camera(Kit kit) {
    CameraModel c = kit.camera();
    Body b = c.body();
    Battery battery = c.battery();
    return new Sentence.Builder()
        .say(Words.say("program.s-the-sensor-is"))
        .set(
            cameraNumber(
                "width",
                Notation.MILLIMETRES::parse,
                Words.say("program.mm"),
                b.sensorWidthMm(),
                0.1,
                v -> body(c, v, v * b.pixelsHigh() / b.pixelsWide())))
        .say(Words.say("program.s-by"))
        .set(
            cameraNumber(
                "height",
                Notation.MILLIMETRES::parse,
                Words.say("program.mm"),
                b.sensorHeightMm(),
                0.1,
                v -> body(c, v * b.pixelsWide() / b.pixelsHigh(), v)))
        .say(Words.say("program.s-with-2"))
        .set(
            cameraNumber(
                "pixels-wide",
                Notation.PIXELS::parse,
                "",
                b.pixelsWide(),
                1,
                v -> c.withBody(b.withPixels(Notation.NUMBER.whole(v), b.pixelsHigh()))))
        .say(Words.say("program.s-by"))
        .set(
            cameraNumber(
                "pixels-high",
                Notation.PIXELS::parse,
                Words.say("program.pixels"),
                b.pixelsHigh(),
                1,
                v -> c.withBody(b.withPixels(b.pixelsWide(), Notation.NUMBER.whole(v)))))
        .say(Words.say("program.s-it-times-itself-up-to"))
        .set(
            cameraNumber(
                "longest",
                Seconds::parse,
                Words.say("program.s"),
                c.longestTimedSeconds(),
                1,
                c::withLongestTimed))
        .say(Words.say("program.s-and"))
        .set(
            Settings.choice(
                "bulb",
                c.bulb(),
                List.of(true, false),
                has -> has ? Words.say("program.has-bulb") : Words.say("program.has-no-bulb"),
                has ->
                    has
                        ? Words.say("program.a-remote-timer-can-hold")
                        : Words.say("program.nothing-longer"),
                has -> putCamera("bulb", c.withBulb(has))))
        .say(Words.say("program.s-base-iso"))
        .set(
            stepped(
                "base-iso",
                Notation.ISO::parse,
                "",
                c.baseIso(),
                Dial.ISO::up,
                Dial.ISO::down,
                v -> c.withIso(Notation.NUMBER.whole(v), c.highestIso())))
        .say(Words.say("program.s-worth-using-up-to-iso"))
        .set(
            stepped(
                "highest-iso",
                Notation.ISO::parse,
                "",
                c.highestIso(),
                Dial.ISO::up,
                Dial.ISO::down,
                v -> c.withIso(c.baseIso(), Notation.NUMBER.whole(v))))
        .say(Words.say("program.s-a-raw-file-has"))
        .set(
            cameraNumber(
                "raw",
                Notation.NUMBER.orWith("mb")::parse,
                Words.say("program.mb"),
                Math.round(10 * c.rawBytes() / MEGABYTE) / 10.0,
                1,
                v -> c.withRawBytes(Math.round(v * MEGABYTE))))
        .say(Words.say("program.s-and-is-stored-in"))
        .set(
            cameraNumber(
                "write",
                Seconds::parse,
                Words.say("program.s"),
                c.writeSeconds(),
                0.1,
                c::withWriteSeconds))
        .say(Words.say("program.s-a-battery-lasts"))
        .set(
            cameraNumber(
                "shots",
                Notation.NUMBER.orWith("shots", "frames")::parse,
                Words.say("program.shots"),
                battery.shots(),
                10,
                v ->
                    c.withBattery(
                        new Battery(
                            Notation.NUMBER.whole(v), battery.hours(), battery.freezingShare()))))
        .say(Words.say("program.s-or"))
        .set(
            cameraNumber(
                "hours",
                Notation.NUMBER.orWith("h", "hours", "h open")::parse,
                Words.say("program.h-open"),
                battery.hours(),
                0.5,
                v -> c.withBattery(new Battery(battery.shots(), v, battery.freezingShare()))))
        .say(Words.say("program.s-and-at-freezing"))
        .set(
            cameraNumber(
                "freezing",
                Notation.PER_CENT::parse,
                " %",
                Math.round(100 * battery.freezingShare()),
                5,
                v -> c.withBattery(new Battery(battery.shots(), battery.hours(), v / 100))))
        .say(Words.say("program.s-of-that"))
        .end();
  }

  private static CameraModel body(CameraModel c, double width, double height) {
    Body b = c.body();
    // Pixels are square: the other side follows.
    return c.withBody(
        new Body(b.name(), hundredth(width), hundredth(height), b.pixelsWide(), b.pixelsHigh()));
  }

  private static double hundredth(double mm) {
    return Math.round(100 * mm) / 100.0;
  }

  private void putCamera(String what, CameraModel changed) {
    put(what, open.night().kit().withCamera(changed));
  }

  private Setting cameraNumber(
      String key,
      ToDoubleFunction<String> reader,
      String unit,
      double value,
      double step,
      DoubleFunction<CameraModel> change) {
    return stepped(
        key, reader, unit, value, v -> rounded(v + step), v -> rounded(v - step), change);
  }

  private static double rounded(double value) {
    return Math.round(value * 1000) / 1000.0;
  }

  private Setting stepped(
      String key,
      ToDoubleFunction<String> reader,
      String unit,
      double value,
      DoubleUnaryOperator up,
      DoubleUnaryOperator down,
      DoubleFunction<CameraModel> change) {
    return Settings.number(
        key,
        reader,
        Words.number(value) + unit,
        value,
        up::applyAsDouble,
        down::applyAsDouble,
        change::apply,
        c -> describe(c.body()),
        c -> putCamera(key, c));
  }

  private Sentence lens(Kit kit) {
    Lens l = kit.lens();
    return new Sentence.Builder()
        .say(Words.say("program.s-the-lens-reaches-from"))
        .set(
            lensNumber(
                "shortest",
                Words.number(l.shortestMm()) + Words.say("program.mm"),
                l.shortestMm(),
                v ->
                    new Lens(
                        l.name(),
                        v,
                        Math.max(v, l.longestMm()),
                        l.widestAperture(),
                        l.bestAperture(),
                        l.distortion())))
        .say(Words.say("program.s-to"))
        .set(
            lensNumber(
                "farthest",
                Words.number(l.longestMm()) + Words.say("program.mm"),
                l.longestMm(),
                v ->
                    new Lens(
                        l.name(),
                        l.shortestMm(),
                        v,
                        l.widestAperture(),
                        l.bestAperture(),
                        l.distortion())))
        .say(Words.say("program.s-opens-to"))
        .set(
            apertureNumber(
                "widest",
                l.widestAperture(),
                v ->
                    new Lens(
                        l.name(),
                        l.shortestMm(),
                        l.longestMm(),
                        v,
                        Math.max(v, l.bestAperture()),
                        l.distortion())))
        .say(Words.say("program.s-and-its-corners-are-good"))
        .set(
            apertureNumber(
                "best",
                l.bestAperture(),
                v ->
                    new Lens(
                        l.name(),
                        l.shortestMm(),
                        l.longestMm(),
                        l.widestAperture(),
                        v,
                        l.distortion())))
        .say(Words.say("program.s-and-draws-corners"))
        .set(
            Settings.number(
                "distortion",
                Notation.PER_CENT::parse,
                Words.number(Math.round(10_000 * l.distortion()) / 100.0) + " %",
                Math.round(10_000 * l.distortion()) / 100.0,
                v -> v + 0.1,
                v -> v - 0.1,
                v -> l.withDistortion(v / 100),
                GearModel::describe,
                changed -> put("distortion", open.night().kit().withLens(changed))))
        .say(Words.say("program.s-too-far-out"))
        .say(".")
        .end();
  }

  private Setting lensNumber(String key, String text, double value, Function<Double, Lens> change) {
    return Settings.number(
        key,
        Notation.MILLIMETRES::parse,
        text,
        value,
        v -> v + 1,
        v -> v - 1,
        change,
        GearModel::describe,
        l -> put(key, open.night().kit().withLens(l)));
  }

  private Setting apertureNumber(String key, double value, Function<Double, Lens> change) {
    return Settings.number(
        key,
        Notation.F_NUMBER::parse,
        "f/" + Words.number(value),
        value,
        v -> Dial.APERTURE.up(v),
        v -> Dial.APERTURE.down(v),
        change,
        GearModel::describe,
        l -> put(key, open.night().kit().withLens(l)));
  }

  private Sentence timer(Kit kit) {
    RemoteTimer t = kit.timer();
    return new Sentence.Builder()
        .say(Words.say("program.s-the-timer-leaves-the-shutter"))
        .set(
            Settings.number(
                "shortest-gap",
                Seconds::parse,
                Seconds.text(t.shortestGapSeconds()),
                t.shortestGapSeconds(),
                v -> v + 0.5,
                v -> v - 0.5,
                t::withShortestGap,
                changed -> Words.say("program.gaps-shorter-than-that-are"),
                changed -> put("shortest-gap", kit.withTimer(changed))))
        .say(Words.say("program.s-at-least-and-what-it"))
        .set(
            Settings.choice(
                "meaning",
                t.intervalMeans(),
                List.of(RemoteTimer.IntervalMeans.values()),
                m -> Words.say("interval." + m),
                m ->
                    Words.say("program.for-s-with-s-closed")
                        + Seconds.text(t.withMeaning(m).interval(20, 2)),
                m -> put("meaning", kit.withTimer(t.withMeaning(m)))))
        .say(".")
        .end();
  }

  private Sentence supplies(Night night, Kit kit) {
    double card = kit.card().bytes() / GIGABYTE;
    double celsius = night.assumptions().celsius();
    return new Sentence.Builder()
        .say(Words.say("program.s-a-card-of"))
        .set(
            Settings.parsed(
                "card",
                kit.card().toString(),
                typed -> kit.withCard(size(typed)),
                k -> k.framesOnCard() + Words.say("program.frames-with-a-fifth-left"),
                k -> put("card", k),
                by ->
                    kit.withCard(
                        new ByteSize(
                            (long) ((by > 0 ? card * 2 : Math.max(1, card / 2)) * GIGABYTE)))))
        .say(Words.say("program.s-and"))
        .set(
            Settings.number(
                "batteries",
                Notation.NUMBER.orWith("battery", "batteries")::parse,
                kit.batteries()
                    + (kit.batteries() == 1
                        ? Words.say("program.battery")
                        : Words.say("program.batteries")),
                kit.batteries(),
                v -> v + 1,
                v -> v - 1,
                v -> kit.withBatteries(Notation.NUMBER.whole(v)),
                k -> k.batteries() + Words.say("program.full-at-the-start"),
                k -> put("batteries", k)))
        .say(Words.say("program.s-at"))
        .set(
            Settings.number(
                "celsius",
                Notation.CELSIUS::parse,
                Words.number(celsius) + " °C",
                celsius,
                v -> v + 1,
                v -> v - 1,
                v -> night.withAssumptions(night.assumptions().withCelsius(v)),
                n ->
                    Words.say(
                        "program.a-battery-gives-of-its",
                        100 * kit.camera().battery().shareAt(n.assumptions().celsius())),
                n -> open.edit("celsius", n)))
        .say(Words.say("program.s-the-camera-s-own-dark"))
        .set(
            Settings.choice(
                "dark-subtraction",
                night.assumptions().darkSubtraction(),
                List.of(false, true),
                on -> on ? "on" : "off",
                on ->
                    on
                        ? Words.say("program.each-frame-takes-twice-as")
                        : Words.say("program.as-it-should-be-for"),
                on ->
                    open.edit(
                        "dark-subtraction",
                        night.withAssumptions(night.assumptions().withDarkSubtraction(on)))))
        .say(".")
        .end();
  }

  /** A bare number is of gigabytes: cards are sold so. */
  private static ByteSize size(String typed) {
    String plain = typed.strip();
    return ByteSize.parse(plain.matches("[0-9.,]+") ? plain + Words.say("program.gb") : plain);
  }
}
