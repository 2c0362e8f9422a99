package zygonox.desktop.program;

import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleFunction;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Function;
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
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
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
  private static final double GIGABYTE = 1L << 30;

  private final OpenNight open;
  private final Home home;
  private final ReadOnlyObjectWrapper<Sentence> choice = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> camera = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> lens = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> timer = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> supplies = wrapper();
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
      throw new WorkFailed("The folder " + home.folder() + " cannot be made", e);
    }
    shelf = shelf.keeping(open.night().kit());
    shelf.write(home.gear());
    refresh();
    return "Kept in " + home.gear();
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
        .say("With ")
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
        .say(" and ")
        .set(
            Settings.choice(
                "timer",
                kit.timer(),
                with(kit.timer(), shelf.timers(), RemoteTimer::name),
                RemoteTimer::name,
                t -> "its shortest closed time is " + Words.duration(t.shortestGapSeconds()),
                t -> put("timer", kit.withTimer(t))))
        .say(".")
        .end();
  }

  private static String describe(Body body) {
    Sensor sensor = new Sensor(body, 50, 4);
    return String.format(
        Locale.ROOT,
        "%.0f megapixels of %.2f µm, crop factor %.2f",
        body.megapixels(),
        body.pixelPitchUm(),
        sensor.cropFactor());
  }

  private static String describe(Lens l) {
    return l.shortestMm() == l.longestMm()
        ? "%s mm, f/%s".formatted(Words.number(l.shortestMm()), Words.number(l.widestAperture()))
        : "%s to %s mm, f/%s"
            .formatted(
                Words.number(l.shortestMm()),
                Words.number(l.longestMm()),
                Words.number(l.widestAperture()));
  }

  private Sentence camera(Kit kit) {
    CameraModel c = kit.camera();
    Body b = c.body();
    Battery battery = c.battery();
    return new Sentence.Builder()
        .say("The sensor is ")
        .set(
            cameraNumber(
                "width", " mm", b.sensorWidthMm(), 0.1, v -> body(c, v, b.sensorHeightMm())))
        .say(" by ")
        .set(
            cameraNumber(
                "height", " mm", b.sensorHeightMm(), 0.1, v -> body(c, b.sensorWidthMm(), v)))
        .say(" with ")
        .set(
            cameraNumber(
                "pixels-wide",
                "",
                b.pixelsWide(),
                1,
                v -> c.withBody(b.withPixels(whole(v), b.pixelsHigh()))))
        .say(" by ")
        .set(
            cameraNumber(
                "pixels-high",
                " pixels",
                b.pixelsHigh(),
                1,
                v -> c.withBody(b.withPixels(b.pixelsWide(), whole(v)))))
        .say(". It times itself up to ")
        .set(cameraNumber("longest", " s", c.longestTimedSeconds(), 1, c::withLongestTimed))
        .say(" and ")
        .set(
            Settings.choice(
                "bulb",
                c.bulb(),
                List.of(true, false),
                has -> has ? "has bulb" : "has no bulb",
                has -> has ? "a remote timer can hold it open for longer" : "nothing longer",
                has -> putCamera("bulb", c.withBulb(has))))
        .say("; base ISO ")
        .set(
            stepped(
                "base-iso",
                "",
                c.baseIso(),
                Dial.ISO::up,
                Dial.ISO::down,
                v -> c.withIso(whole(v), c.highestIso())))
        .say(", worth using up to ISO ")
        .set(
            stepped(
                "highest-iso",
                "",
                c.highestIso(),
                Dial.ISO::up,
                Dial.ISO::down,
                v -> c.withIso(c.baseIso(), whole(v))))
        .say(". A raw file has ")
        .set(
            cameraNumber(
                "raw",
                " MB",
                Math.round(10 * c.rawBytes() / MEGABYTE) / 10.0,
                1,
                v -> c.withRawBytes(Math.round(v * MEGABYTE))))
        .say(" and is stored in ")
        .set(cameraNumber("write", " s", c.writeSeconds(), 0.1, c::withWriteSeconds))
        .say(". A battery lasts ")
        .set(
            cameraNumber(
                "shots",
                " shots",
                battery.shots(),
                10,
                v ->
                    c.withBattery(new Battery(whole(v), battery.hours(), battery.freezingShare()))))
        .say(" or ")
        .set(
            cameraNumber(
                "hours",
                " h open",
                battery.hours(),
                0.5,
                v -> c.withBattery(new Battery(battery.shots(), v, battery.freezingShare()))))
        .say(", and at freezing ")
        .set(
            cameraNumber(
                "freezing",
                " %",
                Math.round(100 * battery.freezingShare()),
                5,
                v -> c.withBattery(new Battery(battery.shots(), battery.hours(), v / 100))))
        .say(" of that.")
        .end();
  }

  private static CameraModel body(CameraModel c, double width, double height) {
    Body b = c.body();
    return c.withBody(new Body(b.name(), width, height, b.pixelsWide(), b.pixelsHigh()));
  }

  private void putCamera(String what, CameraModel changed) {
    put(what, open.night().kit().withCamera(changed));
  }

  private Setting cameraNumber(
      String key, String unit, double value, double step, DoubleFunction<CameraModel> change) {
    return stepped(key, unit, value, v -> rounded(v + step), v -> rounded(v - step), change);
  }

  private static double rounded(double value) {
    return Math.round(value * 1000) / 1000.0;
  }

  private Setting stepped(
      String key,
      String unit,
      double value,
      DoubleUnaryOperator up,
      DoubleUnaryOperator down,
      DoubleFunction<CameraModel> change) {
    return Settings.number(
        key,
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
        .say("The lens reaches from ")
        .set(
            lensNumber(
                "shortest",
                Words.number(l.shortestMm()) + " mm",
                l.shortestMm(),
                v ->
                    new Lens(
                        l.name(),
                        v,
                        Math.max(v, l.longestMm()),
                        l.widestAperture(),
                        l.bestAperture())))
        .say(" to ")
        .set(
            lensNumber(
                "farthest",
                Words.number(l.longestMm()) + " mm",
                l.longestMm(),
                v -> new Lens(l.name(), l.shortestMm(), v, l.widestAperture(), l.bestAperture())))
        .say(", opens to ")
        .set(
            apertureNumber(
                "widest",
                l.widestAperture(),
                v ->
                    new Lens(
                        l.name(), l.shortestMm(), l.longestMm(), v, Math.max(v, l.bestAperture()))))
        .say(", and its corners are good from ")
        .set(
            apertureNumber(
                "best",
                l.bestAperture(),
                v -> new Lens(l.name(), l.shortestMm(), l.longestMm(), l.widestAperture(), v)))
        .say(".")
        .end();
  }

  private Setting lensNumber(String key, String text, double value, Function<Double, Lens> change) {
    return Settings.number(
        key,
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
        .say("The timer leaves the shutter closed for ")
        .set(
            Settings.number(
                "shortest-gap",
                Words.duration(t.shortestGapSeconds()),
                t.shortestGapSeconds(),
                v -> v + 0.5,
                v -> v - 0.5,
                t::withShortestGap,
                changed -> "gaps shorter than that are told",
                changed -> put("shortest-gap", kit.withTimer(changed))))
        .say(" at least, and what it calls interval is ")
        .set(
            Settings.choice(
                "meaning",
                t.intervalMeans(),
                List.of(RemoteTimer.IntervalMeans.values()),
                m -> Words.say("interval." + m),
                m ->
                    "for 20 s with 2 s closed set it to "
                        + Words.duration(t.withMeaning(m).interval(20, 2)),
                m -> put("meaning", kit.withTimer(t.withMeaning(m)))))
        .say(".")
        .end();
  }

  private Sentence supplies(Night night, Kit kit) {
    double card = kit.card().bytes() / GIGABYTE;
    double celsius = night.assumptions().celsius();
    return new Sentence.Builder()
        .say("A card of ")
        .set(
            Settings.parsed(
                "card",
                kit.card().toString(),
                typed -> kit.withCard(size(typed)),
                k -> k.framesOnCard() + " frames, with a fifth left free",
                k -> put("card", k),
                by ->
                    kit.withCard(
                        new ByteSize(
                            (long) ((by > 0 ? card * 2 : Math.max(1, card / 2)) * GIGABYTE)))))
        .say(" and ")
        .set(
            Settings.number(
                "batteries",
                kit.batteries() + (kit.batteries() == 1 ? " battery" : " batteries"),
                kit.batteries(),
                v -> v + 1,
                v -> v - 1,
                v -> kit.withBatteries(whole(v)),
                k -> k.batteries() + " full at the start",
                k -> put("batteries", k)))
        .say(" at ")
        .set(
            Settings.number(
                "celsius",
                Words.number(celsius) + " °C",
                celsius,
                v -> v + 1,
                v -> v - 1,
                v -> night.withAssumptions(night.assumptions().withCelsius(v)),
                n ->
                    String.format(
                        Locale.ROOT,
                        "a battery gives %.0f %% of its charge then",
                        100 * kit.camera().battery().shareAt(n.assumptions().celsius())),
                n -> open.edit("celsius", n)))
        .say("; the camera's own dark frame after each exposure is ")
        .set(
            Settings.choice(
                "dark-subtraction",
                night.assumptions().darkSubtraction(),
                List.of(false, true),
                on -> on ? "on" : "off",
                on -> on ? "each frame takes twice as long" : "as it should be for series",
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
    return ByteSize.parse(plain.matches("[0-9.]+") ? plain + " GB" : plain);
  }

  private static int whole(double value) {
    if (value != Math.rint(value)) {
      throw new InvalidInput("The value is " + value + "; it must be a whole number");
    }
    return (int) Math.max(Integer.MIN_VALUE, Math.min(Integer.MAX_VALUE, value));
  }
}
