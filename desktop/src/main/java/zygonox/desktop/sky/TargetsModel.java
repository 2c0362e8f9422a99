package zygonox.desktop.sky;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.night.Night;
import zygonox.core.night.TargetProspect;
import zygonox.core.optics.TargetFit;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.sky.DeepSky;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** Which targets are worth it tonight, through the lens of the program in work. */
public final class TargetsModel {
  private static final String EVERYTHING = "everything";
  private static final double LONGEST_HOURS = 12;

  private final OpenNight open;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<TargetProspect>> shown =
      new ReadOnlyObjectWrapper<>(List.of());
  private List<TargetProspect> all = List.of();
  private String kind = EVERYTHING;
  private Size size = Size.ANY;
  private double leastHours = 1;

  /** Which sizes are looked for. */
  private enum Size {
    ANY(Words.say("sky.of-any-size")),
    FITTING(Words.say("sky.that-fits-this-lens"));

    private final String text;

    Size(String text) {
      this.text = text;
    }
  }

  public TargetsModel(OpenNight open) {
    this.open = open;
    refresh();
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  /** The targets asked for, best first. */
  public ReadOnlyObjectProperty<List<TargetProspect>> shownProperty() {
    return shown.getReadOnlyProperty();
  }

  /** Takes what was reckoned of the night. */
  public void take(List<TargetProspect> prospects) {
    all = prospects;
    refresh();
  }

  private void refresh() {
    List<String> kinds = new ArrayList<>(List.of(EVERYTHING));
    DeepSky.targets().stream().map(DeepSky.Target::type).distinct().sorted().forEach(kinds::add);
    sentence.set(
        new Sentence.Builder()
            .say(Words.say("sky.s-tonight-best-first"))
            .set(
                Settings.choice(
                    "kind",
                    kind,
                    kinds,
                    k -> k,
                    k -> told(k, size, leastHours),
                    k -> {
                      kind = k;
                      refresh();
                    }))
            .say(" ")
            .set(
                Settings.choice(
                    "size",
                    size,
                    List.of(Size.values()),
                    s -> s.text,
                    s -> told(kind, s, leastHours),
                    s -> {
                      size = s;
                      refresh();
                    }))
            .say(Words.say("sky.s-well-up-in-the-dark"))
            .set(
                Settings.number(
                    "hours",
                    TargetsModel::hours,
                    Seconds.about(leastHours * 3600),
                    leastHours,
                    v -> Math.min(LONGEST_HOURS, v + 0.5),
                    v -> Math.max(0, v - 0.5),
                    v -> v,
                    v -> told(kind, size, v),
                    v -> {
                      leastHours = Math.max(0, Math.min(LONGEST_HOURS, v));
                      refresh();
                    }))
            .say(".")
            .end());
    shown.set(chosen(kind, size, leastHours));
  }

  /** A bare number is of hours. */
  private static double hours(String typed) {
    boolean bare = typed.strip().matches("[\\d.,]+");
    return bare ? Notation.NUMBER.parse(typed) : Seconds.parse(typed) / 3600;
  }

  private String told(String k, Size s, double hours) {
    int count = chosen(k, s, hours).size();
    return count == 1 ? "1 target" : count + Words.say("sky.targets");
  }

  private List<TargetProspect> chosen(String k, Size s, double hours) {
    Duration least = Duration.ofSeconds(Math.round(hours * 3600));
    return all.stream()
        .filter(p -> k.equals(EVERYTHING) || p.target().type().equals(k))
        .filter(p -> s == Size.ANY || p.fit() == TargetFit.FITS)
        .filter(p -> p.best().compareTo(least) >= 0)
        .toList();
  }

  /** A target's cells: name, kind, size in the frame, best window, highest. */
  public List<String> cells(TargetProspect p) {
    Night night = open.night();
    Optional<String> best =
        p.almanac()
            .bestWindow()
            .map(
                w ->
                    Moments.clock(w.from(), night.zone())
                        + Words.say("sky.to")
                        + Moments.clock(w.to(), night.zone()));
    return List.of(
        p.target().title(),
        p.target().type(),
        Words.say("fit." + p.fit()),
        best.orElse(Words.say("sky.not-in-the-dark")),
        Words.say("sky.high-at", p.highestDeg(), Moments.clock(p.bestHour(), night.zone())));
  }
}
