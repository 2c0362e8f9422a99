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
import zygonox.core.camera.TestFrame;
import zygonox.core.measure.StackGain;
import zygonox.core.night.Night;
import zygonox.core.optics.Dial;
import zygonox.core.optics.Exposure;
import zygonox.core.optics.PointStarRule;
import zygonox.core.optics.Sensor;
import zygonox.core.program.Program;
import zygonox.core.program.Yield;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.SkyGlow;
import zygonox.core.sky.Vector;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** What exposure the program in work is to have, and why. */
public final class ExposureModel {
  private static final Exposure USUAL_TEST = new Exposure(15, 2.8, 6400);

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
  private Exposure seen = USUAL_TEST;
  private Exposure wanted = new Exposure(USUAL_TEST.shutterSeconds() * 64, 2.8, 100);
  private Term solved = Term.SHUTTER;
  private boolean inView = true;
  private StackGain method = StackGain.MEAN;
  private int frames;
  private double filterStops = 6;
  private double focusMetres;

  /** Which of the three terms is reckoned from the others. */
  private enum Term {
    SHUTTER,
    APERTURE,
    ISO;

    String text() {
      return this == ISO ? "ISO speed" : name().toLowerCase(Locale.ROOT);
    }
  }

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
            ? "The test frame came out as predicted."
            : String.format(
                Locale.ROOT,
                "The test frame came out %.1f stops %s than predicted",
                Math.abs(stops),
                stops > 0 ? "brighter" : "darker");
    if (Math.abs(stops) < 0.15) {
      return brighter;
    }
    return brighter
        + frame
            .corrected()
            .map(
                b ->
                    String.format(
                        Locale.ROOT, ": this sky reaches %.1f magnitudes.", b.magnitude()))
            .orElse("; moon or twilight hide how dark the sky itself is.");
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

  /** Gives the program the exposure that was reckoned. */
  public void use() {
    Program p = open.program().orElseThrow();
    open.edit(
        "use",
        p.withAperture(Math.round(10 * wanted.aperture()) / 10.0)
            .withIso((int) Dial.ISO.nearest(wanted.iso()))
            .withInterval(p.interval().withExposure(rounded(wanted.shutterSeconds()))));
  }

  private static double rounded(double seconds) {
    return seconds < 1 ? Dial.SHUTTER.nearest(seconds) : Math.round(seconds * 10) / 10.0;
  }

  private void forget() {
    test.set(null);
    frames = 0;
    focusMetres = 0;
    refresh();
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
    Sentence.Builder said = new Sentence.Builder().say("A test of ");
    said.set(shutter("test-shutter", seen.shutterSeconds(), this::withSeenShutter, this::see))
        .say(" at ")
        .set(aperture("test-aperture", seen.aperture(), this::withSeenAperture, this::see))
        .say(", ")
        .set(iso("test-iso", seen.iso(), this::withSeenIso, this::see))
        .say(" looked right. As bright, solved for the ")
        .set(
            Settings.choice(
                "solved",
                solved,
                List.of(Term.values()),
                Term::text,
                t -> "the other two are yours to set",
                t -> {
                  solved = t;
                  solve();
                }))
        .say(": ");
    term(said, Term.SHUTTER, Words.shutter(wanted.shutterSeconds()));
    said.say(" at ");
    term(said, Term.APERTURE, "f/" + Words.number(Math.round(10 * wanted.aperture()) / 10.0));
    said.say(", ");
    term(said, Term.ISO, "ISO " + Math.round(wanted.iso()));
    return said.say("." + seconds()).end();
  }

  /** What the usual saying makes of it, where it applies. */
  private String seconds() {
    double stops = seen.isoStopsOver(wanted);
    boolean applies =
        solved == Term.SHUTTER
            && Math.abs(stops - MINUTES_STOPS) < 0.2
            && seen.aperture() == wanted.aperture();
    return applies
        ? " The saying that seconds become minutes makes it %s."
            .formatted(Words.duration(60 * seen.shutterSeconds()))
        : "";
  }

  private void term(Sentence.Builder said, Term term, String text) {
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
        Words.shutter(value),
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
        "ISO " + Math.round(value),
        value,
        Dial.ISO::up,
        Dial.ISO::down,
        change,
        ExposureModel::describe,
        accept);
  }

  private static String describe(Exposure e) {
    return String.format(
        Locale.ROOT,
        "%s at f/%.1f, ISO %.0f: exposure value %.1f at ISO 100",
        Words.shutter(e.shutterSeconds()),
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
    String shutter = solved == Term.SHUTTER ? "?" : e.shutterSeconds() + "s";
    String aperture = solved == Term.APERTURE ? "?" : "f/" + e.aperture();
    String iso = solved == Term.ISO ? "?" : "ISO" + e.iso();
    return seen.solve(shutter + "," + aperture + "," + iso);
  }

  private Sentence points(Night night, PointStarRule.Framed framed) {
    PointStarRule rule = night.assumptions().rule();
    return new Sentence.Builder()
        .say("Follow ")
        .set(
            Settings.choice(
                "rule",
                rule,
                List.of(PointStarRule.values()),
                r -> Words.say("rule." + r),
                r -> Words.duration(r.seconds(framed)),
                r -> open.edit("rule", night.withAssumptions(night.assumptions().withRule(r)))))
        .say(": stars stay points for " + tenths(rule.seconds(framed)) + " s.")
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
          String.format(
              Locale.ROOT,
              "%.1f s by %s: %.1f, %.1f",
              seconds,
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
        .say("The ")
        .set(
            Settings.choice(
                "gain-method",
                method,
                List.of(StackGain.values()),
                m -> m.name().toLowerCase(Locale.ROOT),
                m -> tenths(m.of(count)) + " times quieter",
                m -> {
                  method = m;
                  refresh();
                }))
        .say(" of ")
        .set(
            Settings.number(
                "gain-frames",
                Words.frames(count),
                count,
                v -> v + 1,
                v -> v - 1,
                v -> whole(v),
                n -> tenths(method.of(n)) + " times quieter",
                n -> {
                  frames = n;
                  refresh();
                }))
        .say(" is ")
        .set(
            Settings.number(
                "gain",
                tenths(gain),
                Math.round(10 * gain) / 10.0,
                v -> v + 1,
                v -> v - 1,
                v -> method.framesFor(v),
                n -> "it takes " + Words.frames(n),
                n -> {
                  frames = n;
                  refresh();
                }))
        .say(
            " times quieter, and blurs movement like a filter of "
                + tenths(StackGain.filterStops(count))
                + " stops.")
        .end();
  }

  private static int whole(double value) {
    if (value != Math.rint(value)) {
      throw new InvalidInput("The count of frames is " + value + "; it must be a whole number");
    }
    int count = (int) Math.max(0, Math.min(Integer.MAX_VALUE, value));
    // Asked for, so that a count out of range is refused here.
    StackGain.MEAN.of(count);
    return count;
  }

  private Sentence lens(Program p, Sensor sensor) {
    double focus = focusMetres == 0 ? sensor.hyperfocalMetres() : focusMetres;
    Exposure plain = new Exposure(p.interval().exposureSeconds(), p.aperture(), p.iso());
    double far = sensor.farMetres(focus);
    return new Sentence.Builder()
        .say("Behind a filter of ")
        .set(
            Settings.number(
                "filter",
                Words.number(filterStops) + " stops",
                filterStops,
                v -> v + 1,
                v -> v - 1,
                v -> {
                  plain.behindFilter(v);
                  return v;
                },
                v -> Words.shutter(plain.behindFilter(v).shutterSeconds()),
                v -> {
                  filterStops = v;
                  refresh();
                }))
        .say(
            " a frame takes "
                + Words.shutter(plain.behindFilter(filterStops).shutterSeconds())
                + ". Focused at ")
        .set(
            Settings.number(
                "focus",
                tenths(focus) + " m",
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
            " it is sharp from "
                + tenths(sensor.nearMetres(focus))
                + " m to "
                + (Double.isInfinite(far) ? "infinity" : tenths(far) + " m")
                + ".")
        .end();
  }

  private static String sharp(Sensor sensor, double metres) {
    return String.format(
        Locale.ROOT,
        "sharp from %.1f m; from %.1f m on everything far is sharp too",
        sensor.nearMetres(metres),
        sensor.hyperfocalMetres());
  }

  private static String sky(Night night, Program p) {
    SkyGlow glow = new SkyGlow(night.site().brightness(), night.place(), p.middle(night.body()));
    return String.format(
        Locale.ROOT,
        "The sky this way has %.1f magnitudes a square arcsecond in the middle of the program.",
        glow.magnitude(Vector.of(p.facing())));
  }

  /** Where the sky's peak is right in the histogram, and what is to be said of it. */
  public static String judged(double peak, Optional<Double> clipped) {
    String where = String.format(Locale.ROOT, "The peak lies at %.0f %%: ", 100 * peak);
    String said =
        peak < 0.25
            ? "darker than the quarter to the half where a night sky is best"
            : peak <= 0.5 ? "right for a night sky" : "brighter than a night sky needs";
    return where
        + said
        + clipped
            .filter(share -> share > 0.001)
            .map(share -> String.format(Locale.ROOT, "; %.1f %% is clipped", 100 * share))
            .orElse("")
        + ".";
  }
}
