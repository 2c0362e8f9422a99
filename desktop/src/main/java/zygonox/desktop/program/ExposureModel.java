package zygonox.desktop.program;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import zygonox.core.measure.StackGain;
import zygonox.core.night.Night;
import zygonox.core.optics.Dial;
import zygonox.core.optics.Exposure;
import zygonox.core.optics.PointStarRule;
import zygonox.core.optics.Sensor;
import zygonox.core.program.Program;
import zygonox.core.program.Yield;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.rehearsal.TestFrame;
import zygonox.core.sky.SkyGlow;
import zygonox.core.sky.Vector;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** What exposure the program in work is to have, and why. */
public final class ExposureModel {
  /** From high to base ISO speed in six stops, seconds become minutes [common practice]. */
  private static final double MINUTES_STOPS = 6;

  private final OpenNight open;
  private final ReadOnlyObjectWrapper<Sentence> equivalent = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> points = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> stack = wrapper();
  private final ReadOnlyObjectWrapper<Sentence> lens = wrapper();
  private final ReadOnlyObjectWrapper<List<String>> schools =
      new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyStringWrapper sky = new ReadOnlyStringWrapper("");
  private final ReadOnlyObjectWrapper<TestFrame> test = new ReadOnlyObjectWrapper<>();
  private Exposure seen = new Exposure(15, 2.8, 6400);
  private Exposure wanted = seen;
  private Exposure.Term solved = Exposure.Term.SHUTTER;
  private boolean inView = true;
  private StackGain method = StackGain.MEAN;
  private int frames;
  private double filterStops = 6;
  private double focusMetres;

  public ExposureModel(OpenNight open) {
    this.open = open;
    open.nightProperty().subscribe(n -> refresh());
    open.programIndexProperty().subscribe(i -> forget());
  }

  private static ReadOnlyObjectWrapper<Sentence> wrapper() {
    return new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  }

  /** Out of view it rests: the schools are reckoned all over the frame. */
  public void setInView(boolean inView) {
    if (inView && !this.inView) {
      beginWithOwn();
    }
    this.inView = inView;
    refresh();
  }

  /** From a test that looked right to the final exposure. */
  public ReadOnlyObjectProperty<Sentence> equivalentProperty() {
    return equivalent.getReadOnlyProperty();
  }

  /** How long stars stay points. */
  public ReadOnlyObjectProperty<Sentence> pointsProperty() {
    return points.getReadOnlyProperty();
  }

  /** What a stack gains. */
  public ReadOnlyObjectProperty<Sentence> stackProperty() {
    return stack.getReadOnlyProperty();
  }

  /** Filter and focus. */
  public ReadOnlyObjectProperty<Sentence> lensProperty() {
    return lens.getReadOnlyProperty();
  }

  /** All the schools of point stars, side by side. */
  public ReadOnlyObjectProperty<List<String>> schoolsProperty() {
    return schools.getReadOnlyProperty();
  }

  /** How bright the sky is in this frame. */
  public ReadOnlyStringProperty skyProperty() {
    return sky.getReadOnlyProperty();
  }

  /** A test frame held against the prediction, or null. */
  public ReadOnlyObjectProperty<TestFrame> testProperty() {
    return test.getReadOnlyProperty();
  }

  /** Takes a test frame. */
  public void take(TestFrame frame) {
    test.set(frame);
  }

  /** What a test frame told, in a sentence. */
  public static String told(TestFrame frame) {
    double stops = frame.stops();
    String brighter =
        Math.abs(stops) < 0.15
            ? Words.say("program.the-test-frame-came-out")
            : Words.say(
                "program.the-test-frame-came-out-2",
                Math.abs(stops),
                stops > 0 ? "brighter" : "darker");
    if (Math.abs(stops) < 0.15) {
      return brighter;
    }
    return brighter
        + frame
            .corrected()
            .map(b -> Words.say("program.this-sky-reaches-magnitudes", b.magnitude()))
            .orElse(Words.say("program.moon-or-twilight-hide-how"));
  }

  /** Puts the sky's brightness that the test frame told into the site. */
  public void correctSky() {
    Night night = open.night();
    test.get()
        .corrected()
        .ifPresent(
            brightness ->
                open.edit("sky", night.withSite(night.site().withBrightness(brightness))));
    test.set(null);
  }

  /** Gives the program the exposure that was reckoned, as it is. */
  public void use() {
    use(wanted);
  }

  /** Gives it the nearest that is on a camera's dials. */
  public void useDial() {
    use(wanted.onDial(solved));
  }

  private void use(Exposure e) {
    Program p = open.program().orElseThrow();
    open.edit(
        "use",
        p.withAperture(Math.round(10 * e.aperture()) / 10.0)
            .withIso((int) Math.round(e.iso()))
            .withInterval(p.interval().withExposure(e.shutterSeconds())));
  }

  /** What {@link #use} takes, as it is said. */
  public String exact() {
    return said(wanted);
  }

  /** What {@link #useDial} takes, as it is said. */
  public String dial() {
    return said(wanted.onDial(solved));
  }

  private String said(Exposure e) {
    return switch (solved) {
      case SHUTTER -> Seconds.text(e.shutterSeconds());
      case APERTURE -> "f/" + Words.number(Math.round(10 * e.aperture()) / 10.0);
      case ISO -> Words.say("program.iso") + Math.round(e.iso());
    };
  }

  private void forget() {
    test.set(null);
    beginWithOwn();
    frames = 0;
    focusMetres = 0;
    refresh();
  }

  /** Both exposures begin as the program's own. */
  private void beginWithOwn() {
    open.program()
        .ifPresent(
            p -> {
              seen = new Exposure(p.interval().exposureSeconds(), p.aperture(), p.iso());
              wanted = seen;
            });
  }

  private void refresh() {
    if (!inView || open.program().isEmpty()) {
      return;
    }
    Night night = open.night();
    Program p = open.program().get();
    equivalent.set(equivalent());
    PointStarRule.Framed framed = Yield.framed(p, night.kit(), night.place());
    points.set(points(night, framed));
    schools.set(schools(framed));
    stack.set(stack(p));
    lens.set(lens(p, framed.sensor()));
    sky.set(sky(night, p));
  }

  private Sentence equivalent() {
    Sentence.Builder said = new Sentence.Builder().say(Words.say("program.s-a-test-of"));
    said.set(shutter("test-shutter", seen.shutterSeconds(), this::withSeenShutter, this::see))
        .say(Words.say("program.s-at"))
        .set(aperture("test-aperture", seen.aperture(), this::withSeenAperture, this::see))
        .say(", ")
        .set(iso("test-iso", seen.iso(), this::withSeenIso, this::see))
        .say(Words.say("program.s-looked-right-as-bright-solved"))
        .set(
            Settings.choice(
                "solved",
                solved,
                List.of(Exposure.Term.values()),
                t -> Words.say("term." + t),
                t -> Words.say("program.the-other-two-are-yours"),
                t -> {
                  solved = t;
                  solve();
                }))
        .say(": ");
    term(said, Exposure.Term.SHUTTER, Seconds.text(wanted.shutterSeconds()));
    said.say(Words.say("program.s-at"));
    term(
        said,
        Exposure.Term.APERTURE,
        "f/" + Words.number(Math.round(10 * wanted.aperture()) / 10.0));
    said.say(", ");
    term(said, Exposure.Term.ISO, Words.say("program.iso") + Math.round(wanted.iso()));
    String dial = dial();
    String nearest = dial.equals(exact()) ? "" : " " + Words.say("exposure.nearest-on-dial", dial);
    return said.say(nearest + "." + seconds()).end();
  }

  /** What the usual saying makes of it, where it applies. */
  private String seconds() {
    double stops = seen.isoStopsOver(wanted);
    boolean applies =
        solved == Exposure.Term.SHUTTER
            && Math.abs(stops - MINUTES_STOPS) < 0.2
            && seen.aperture() == wanted.aperture();
    return applies
        ? Words.say(
            "program.the-saying-that-seconds-become", Seconds.about(60 * seen.shutterSeconds()))
        : "";
  }

  private void term(Sentence.Builder said, Exposure.Term term, String text) {
    if (term == solved) {
      said.say(text);
      return;
    }
    said.set(
        switch (term) {
          case SHUTTER ->
              shutter(
                  "final-shutter",
                  wanted.shutterSeconds(),
                  v -> solved(new Exposure(v, wanted.aperture(), wanted.iso())),
                  this::want);
          case APERTURE ->
              aperture(
                  "final-aperture",
                  wanted.aperture(),
                  v -> solved(new Exposure(wanted.shutterSeconds(), v, wanted.iso())),
                  this::want);
          case ISO ->
              iso(
                  "final-iso",
                  wanted.iso(),
                  v -> solved(new Exposure(wanted.shutterSeconds(), wanted.aperture(), v)),
                  this::want);
        });
  }

  private Exposure withSeenShutter(double v) {
    return new Exposure(v, seen.aperture(), seen.iso());
  }

  private Exposure withSeenAperture(double v) {
    return new Exposure(seen.shutterSeconds(), v, seen.iso());
  }

  private Exposure withSeenIso(double v) {
    return new Exposure(seen.shutterSeconds(), seen.aperture(), v);
  }

  private Setting shutter(
      String key, double value, Function<Double, Exposure> change, Consumer<Exposure> accept) {
    return Settings.number(
        key,
        Seconds::parse,
        Seconds.text(value),
        value,
        Dial.SHUTTER::up,
        Dial.SHUTTER::down,
        change,
        ExposureModel::describe,
        accept);
  }

  private Setting aperture(
      String key, double value, Function<Double, Exposure> change, Consumer<Exposure> accept) {
    return Settings.number(
        key,
        Notation.F_NUMBER::parse,
        "f/" + Words.number(Math.round(10 * value) / 10.0),
        value,
        v -> Dial.APERTURE.up(v),
        v -> Dial.APERTURE.down(v),
        change,
        ExposureModel::describe,
        accept);
  }

  private Setting iso(
      String key, double value, Function<Double, Exposure> change, Consumer<Exposure> accept) {
    return Settings.number(
        key,
        Notation.ISO::parse,
        Words.say("program.iso") + Math.round(value),
        value,
        Dial.ISO::up,
        Dial.ISO::down,
        change,
        ExposureModel::describe,
        accept);
  }

  private static String describe(Exposure e) {
    return Words.say(
        "program.at-f-iso-exposure-value",
        Seconds.text(e.shutterSeconds()),
        e.aperture(),
        e.iso(),
        e.ev100());
  }

  private void see(Exposure exposure) {
    seen = exposure;
    solve();
  }

  private void want(Exposure exposure) {
    wanted = exposure;
    refresh();
  }

  private void solve() {
    wanted = solved(wanted);
    refresh();
  }

  /** The same exposure with the term that gives way made as bright as the test. */
  private Exposure solved(Exposure e) {
    return seen.asBright(solved, e.shutterSeconds(), e.aperture(), e.iso());
  }

  private Sentence points(Night night, PointStarRule.Framed framed) {
    PointStarRule rule = night.assumptions().rule();
    return new Sentence.Builder()
        .say(Words.say("program.s-follow"))
        .set(
            Settings.choice(
                "rule",
                rule,
                List.of(PointStarRule.values()),
                r -> Words.say("rule." + r),
                r -> Words.say("points.means", Seconds.about(r.seconds(framed))),
                r -> open.edit("rule", night.withAssumptions(night.assumptions().withRule(r)))))
        .say(
            Words.say(
                "points.allows",
                Seconds.about(rule.seconds(framed)),
                framed.fastestWidths(rule.seconds(framed))))
        .end();
  }

  private static String tenths(double value) {
    return String.format(Locale.ROOT, "%.1f", value);
  }

  private static List<String> schools(PointStarRule.Framed framed) {
    List<String> lines = new ArrayList<>();
    for (PointStarRule rule : PointStarRule.values()) {
      double seconds = rule.seconds(framed);
      lines.add(
          Words.say(
              "points.row",
              Seconds.about(seconds),
              Words.say("rule." + rule),
              framed.middleWidths(seconds),
              framed.fastestWidths(seconds)));
    }
    return lines;
  }

  private Sentence stack(Program p) {
    int count = frames == 0 ? p.interval().count() : frames;
    double gain = method.of(count);
    return new Sentence.Builder()
        .say(Words.say("program.s-the"))
        .set(
            Settings.choice(
                "gain-method",
                method,
                List.of(StackGain.values()),
                m -> m.name().toLowerCase(Locale.ROOT),
                m -> tenths(m.of(count)) + Words.say("program.times-quieter"),
                m -> {
                  method = m;
                  refresh();
                }))
        .say(Words.say("program.s-of"))
        .set(
            Settings.number(
                "gain-frames",
                Notation.FRAMES::parse,
                Words.frames(count),
                count,
                v -> v + 1,
                v -> v - 1,
                v -> whole(v),
                n -> tenths(method.of(n)) + Words.say("program.times-quieter"),
                n -> {
                  frames = n;
                  refresh();
                }))
        .say(Words.say("program.s-is"))
        .set(
            Settings.number(
                "gain",
                Notation.NUMBER::parse,
                tenths(gain),
                Math.round(10 * gain) / 10.0,
                v -> v + 1,
                v -> v - 1,
                v -> method.framesFor(v),
                n -> Words.say("program.it-takes") + Words.frames(n),
                n -> {
                  frames = n;
                  refresh();
                }))
        .say(
            Words.say("program.times-quieter-and-blurs")
                + tenths(StackGain.filterStops(count))
                + Words.say("program.stops"))
        .end();
  }

  private static int whole(double value) {
    int count = Notation.FRAMES.whole(value);
    // Asked for, so that a count out of range is refused here.
    StackGain.MEAN.of(count);
    return count;
  }

  private Sentence lens(Program p, Sensor sensor) {
    double focus = focusMetres == 0 ? sensor.hyperfocalMetres() : focusMetres;
    Exposure plain = new Exposure(p.interval().exposureSeconds(), p.aperture(), p.iso());
    double far = sensor.farMetres(focus);
    return new Sentence.Builder()
        .say(Words.say("program.s-behind-a-filter-of"))
        .set(
            Settings.number(
                "filter",
                Notation.STOPS::parse,
                Words.number(filterStops) + Words.say("program.stops-2"),
                filterStops,
                v -> v + 1,
                v -> v - 1,
                v -> {
                  plain.behindFilter(v);
                  return v;
                },
                v -> Seconds.text(plain.behindFilter(v).shutterSeconds()),
                v -> {
                  filterStops = v;
                  refresh();
                }))
        .say(
            Words.say("program.a-frame-takes")
                + Seconds.text(plain.behindFilter(filterStops).shutterSeconds())
                + Words.say("program.focused-at"))
        .set(
            Settings.number(
                "focus",
                Notation.METRES::parse,
                tenths(focus) + Words.say("program.m"),
                Math.round(10 * focus) / 10.0,
                v -> v * 1.25,
                v -> v / 1.25,
                v -> {
                  sensor.nearMetres(v);
                  return v;
                },
                v -> sharp(sensor, v),
                v -> {
                  focusMetres = v;
                  refresh();
                }))
        .say(
            Words.say("program.sharp-from")
                + tenths(sensor.nearMetres(focus))
                + Words.say("program.m-to")
                + (Double.isInfinite(far)
                    ? Words.say("program.infinity")
                    : tenths(far) + Words.say("program.m"))
                + ".")
        .end();
  }

  private static String sharp(Sensor sensor, double metres) {
    return Words.say(
        "program.sharp-from-m-from-m", sensor.nearMetres(metres), sensor.hyperfocalMetres());
  }

  private static String sky(Night night, Program p) {
    SkyGlow glow = new SkyGlow(night.site().brightness(), night.place(), p.middle(night.body()));
    return Words.say("program.the-sky-this-way-has", glow.magnitude(Vector.of(p.facing())));
  }

  /** Where the sky's peak is right in the histogram, and what is to be said of it. */
  public static String judged(double peak, Optional<Double> clipped) {
    String where = Words.say("program.the-peak-lies-at", 100 * peak);
    String said =
        peak < 0.25
            ? Words.say("program.darker-than-the-quarter-to")
            : peak <= 0.5
                ? Words.say("program.right-for-a-night-sky")
                : Words.say("program.brighter-than-a-night-sky");
    return where
        + said
        + clipped
            .filter(share -> share > 0.001)
            .map(share -> Words.say("program.is-clipped", 100 * share))
            .orElse("")
        + ".";
  }
}
