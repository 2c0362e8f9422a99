package zygonox.desktop.sky;

import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.Month;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.handout.NightCalendar;
import zygonox.core.night.Assumptions;
import zygonox.core.night.Night;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Notation;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.YearView;
import zygonox.core.sky.YearView.Prospect;
import zygonox.core.sky.YearView.Wish;
import zygonox.core.words.Words;
import zygonox.core.work.WholeFile.IfPresent;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** Which nights of a year are worth it at the night's site. */
public final class YearModel {
  private static final int NIGHTS = 365;
  private static final double ALTITUDE_STEP = 5;

  private final OpenNight open;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<Prospect>> nights =
      new ReadOnlyObjectWrapper<>(List.of());

  /** How high the target has to be; empty for well up, whatever that is for it. */
  private OptionalDouble leastAltitudeDeg = OptionalDouble.empty();

  private LocalDate first;

  public YearModel(OpenNight open) {
    this.open = open;
    open.nightProperty().subscribe(n -> refresh());
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  /** Every night of the year, in the order of dates. */
  public ReadOnlyObjectProperty<List<Prospect>> nightsProperty() {
    return nights.getReadOnlyProperty();
  }

  /** What is asked for now. */
  public Wish wish() {
    Night night = open.night();
    return new Wish(
        night.place(),
        night.zone(),
        night.site().skyline(),
        night.target(),
        least(night),
        night.assumptions().moonLimit());
  }

  /** What the target has to reach: as everywhere, to be well up. */
  private double least(Night night) {
    Instant midnight = night.date().plusDays(1).atStartOfDay(night.zone()).toInstant();
    double wellUp =
        night.target().map(body -> Almanac.wellUpDeg(body, night.place(), midnight)).orElse(0.0);
    return leastAltitudeDeg.orElse(Math.round(10 * wellUp) / 10.0);
  }

  /** The first evening that is looked at. */
  public LocalDate first() {
    return first == null ? open.night().date() : first;
  }

  /** How many are looked at. */
  public int count() {
    return NIGHTS;
  }

  /** Takes what was reckoned. */
  public void take(List<Prospect> reckoned) {
    nights.set(reckoned);
  }

  /** A night in the list. */
  public String line(Prospect p) {
    String window =
        p.longest()
            .map(
                w ->
                    Moments.clock(w.from(), open.night().zone())
                        + Words.say("sky.to")
                        + Moments.clock(w.to(), open.night().zone()))
            .orElse("");
    return Words.say(
        p.highestDeg() > 0 ? "year.night-high" : "year.night",
        p.date().getDayOfWeek().getDisplayName(TextStyle.SHORT, Locale.ENGLISH),
        Moments.date(p.date()),
        p.darkHours(),
        window,
        p.highestDeg());
  }

  /** The season in words: the months in which there is any time at all, and the best of them. */
  public String season() {
    double[] hours = YearView.season(nights.get());
    List<Integer> worth = new ArrayList<>();
    int best = 0;
    for (int m = 0; m < hours.length; m++) {
      if (hours[m] > 0) {
        worth.add(m);
      }
      best = hours[m] > hours[best] ? m : best;
    }
    if (nights.get().isEmpty()) {
      return "";
    }
    if (worth.isEmpty()) {
      return Words.say("sky.there-is-no-such-night");
    }
    String tonight =
        open.night()
            .target()
            .map(
                body ->
                    Words.say("sky.on")
                        + Moments.date(open.night().date())
                        + ": "
                        + Words.target(
                            almanac().target(body, open.night().site().skyline()),
                            open.night().zone())
                        + ".")
            .orElse("");
    String months =
        worth.size() == 12 ? Words.say("sky.all-year") : Words.say("sky.in") + spans(worth);
    return Words.say("sky.it-can-be-had-is", months, name(best), hours[best]) + tonight;
  }

  private Almanac almanac() {
    return new Almanac(open.night().place(), open.night().date(), open.night().zone());
  }

  /** Months in a row are told by their first and last; December is followed by January. */
  private static String spans(List<Integer> months) {
    List<String> spans = new ArrayList<>();
    for (int m : months) {
      if (!months.contains((m + 11) % 12)) {
        int last = m;
        while (months.contains((last + 1) % 12)) {
          last = (last + 1) % 12;
        }
        spans.add(m == last ? name(m) : name(m) + Words.say("sky.to") + name(last));
      }
    }
    return String.join(Words.say("sky.and"), spans);
  }

  private static String name(int month) {
    return Month.of(month + 1).getDisplayName(TextStyle.FULL, Locale.ENGLISH);
  }

  /** Moves the plan to one of the nights. */
  public void plan(Prospect chosen) {
    open.timeProperty().set(null);
    open.edit("date", open.night().withDate(chosen.date()));
  }

  /** Writes nights as a calendar. */
  public String export(List<Prospect> chosen, Path file, IfPresent present) {
    List<Prospect> inOrder = chosen.stream().sorted(Comparator.comparing(Prospect::date)).toList();
    NightCalendar.write(title(), open.night().site(), inOrder, file, present);
    return chosen.size()
        + (chosen.size() == 1 ? Words.say("sky.night") : Words.say("sky.nights"))
        + Words.say("sky.written-to")
        + file;
  }

  private String title() {
    String target = open.night().assumptions().target();
    return target.isEmpty() ? Words.say("sky.dark-sky") : target;
  }

  private void refresh() {
    if (open.night() == null) {
      return;
    }
    Night night = open.night();
    Assumptions assumed = night.assumptions();
    boolean aims = night.target().isPresent();
    Sentence.Builder said = new Sentence.Builder().say(Words.say("sky.s-in-the-year-from"));
    said.set(
        Settings.parsed(
            "first",
            Moments.date(first()),
            Moments::parseDate,
            date -> Words.say("year.from", Moments.date(date)),
            date -> {
              first = date;
              refresh();
            },
            by -> first().plusMonths(by)));
    said.say(
        aims
            ? " " + assumed.target() + Words.say("sky.is-at-least")
            : Words.say("sky.the-sky-is-dark"));
    if (aims) {
      said.set(
              Settings.number(
                  "least",
                  Compass::parseAltitude,
                  Words.number(least(night)) + "°",
                  least(night),
                  v -> v + ALTITUDE_STEP,
                  v -> v - ALTITUDE_STEP,
                  v -> InvalidInput.check("value.least-altitude-in-degrees", v, 0, 89),
                  v -> Words.say("sky.lower-than-the-air-is"),
                  v -> {
                    leastAltitudeDeg = OptionalDouble.of(v);
                    refresh();
                  }))
          .say(Words.say("sky.s-up-in-a-dark-sky"));
    }
    said.say(Words.say("sky.s-the-moon-down-or-at"))
        .set(
            Settings.number(
                "moon",
                Notation.PER_CENT::parse,
                Words.number(Math.round(100 * assumed.moonLimit())) + " %",
                Math.round(100 * assumed.moonLimit()),
                v -> v + 5,
                v -> v - 5,
                v -> night.withAssumptions(assumed.withMoonLimit(v / 100)),
                n -> Words.say("sky.with-more-of-it-lit"),
                n -> open.edit("moon-limit", n)));
    sentence.set(said.say(Words.say("sky.s-lit-on-these-nights")).end());
  }
}
