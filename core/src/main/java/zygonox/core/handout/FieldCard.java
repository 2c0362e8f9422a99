package zygonox.core.handout;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zygonox.core.night.Night;
import zygonox.core.night.NightCheck;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Panorama;
import zygonox.core.program.Program;
import zygonox.core.program.Ramp;
import zygonox.core.program.RunLimit;
import zygonox.core.program.Yield;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Coordinates;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Seconds;
import zygonox.core.sky.Almanac;
import zygonox.core.words.ProgramWords;
import zygonox.core.words.Words;

/**
 * What is taken along on paper for one program.
 *
 * @param title the night, its date and place
 * @param program the program's name
 * @param sentence the program in plain words
 * @param tables settings, times, place, and a ramp or a head's positions
 * @param warnings what was found wrong or risky, worst first
 * @param checklist what to do, in working order
 * @param cautions what to mind
 */
public record FieldCard(
    String title,
    String program,
    String sentence,
    List<Table> tables,
    List<String> warnings,
    List<CheckItem> checklist,
    List<String> cautions) {
  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM", Locale.UK);

  private static final double FREEZING_C = 0;

  /** Rows of a name and a value, under a heading. */
  public record Table(String heading, List<Row> rows) {}

  /** A name and what goes with it. */
  public record Row(String name, String value) {}

  /**
   * @param index which of the night's programs, counting from 0
   */
  public static FieldCard of(Night night, int index) {
    Program p = night.programs().get(index);
    List<Table> tables = new ArrayList<>();
    tables.add(new Table(Words.say("card.settings"), settings(night, index)));
    tables.add(new Table(Words.say("card.times"), times(night, index)));
    night
        .ramp(index)
        .ifPresent(ramp -> tables.add(new Table(Words.say("card.ramp"), ramp(night, ramp))));
    p.panorama()
        .ifPresent(head -> tables.add(new Table(Words.say("card.panorama"), head(night, p, head))));
    return new FieldCard(
        "%s, %s, %s".formatted(night.name(), Moments.date(night.date()), night.site().name()),
        Words.say("card.program", index + 1, night.programs().size()) + ": " + p.name(),
        ProgramWords.sentence(night, index),
        tables,
        NightCheck.of(night, index).stream().map(ProgramWords::finding).toList(),
        CheckItem.of(night, index),
        cautions(night, p));
  }

  private static List<Row> settings(Night night, int index) {
    Program p = night.programs().get(index);
    Interval i = p.interval();
    List<Row> rows = new ArrayList<>();
    Optional<Ramp> ramped = night.ramp(index);
    if (ramped.isPresent()) {
      Ramp ramp = ramped.get();
      row(rows, "exposure", ProgramWords.shutterRange(ramp));
      row(rows, "iso", ProgramWords.isoRange(ramp));
      row(rows, "begin", ProgramWords.exposure(ramp.exposure(0)));
      row(rows, "count", Integer.toString(i.count()));
      row(rows, "fixed-period", Seconds.text(i.periodSeconds()));
    } else {
      row(rows, "exposure", Seconds.text(i.exposureSeconds()));
      row(rows, "iso", Integer.toString(p.iso()));
      row(rows, "count", ProgramWords.count(night, p));
      row(rows, "closed", Seconds.text(i.gapSeconds()));
      row(rows, "period", Seconds.text(i.periodSeconds()));
      row(rows, "interval", ProgramWords.timer(night.kit().timer(), i));
    }
    row(rows, "first", Seconds.text(i.delaySeconds()));
    row(rows, "aperture", "f/" + Words.number(p.aperture()));
    row(rows, "focal", Words.number(p.focalMm()) + " mm");
    row(rows, "held", Words.say("card.held." + p.orientation()));
    row(
        rows,
        "facing",
        Words.say(
            "card.true-north",
            Compass.azimuthText(p.facing().azimuthDeg()),
            Compass.altitudeText(p.facing().altitudeDeg())));
    Yield comes = Yield.of(p, night.kit(), night.place(), night.assumptions().celsius());
    if (p.job().stars() == Job.Stars.TRAILS) {
      row(rows, "arc", String.format(Locale.ROOT, "%.1f°", comes.arcDegrees()));
    }
    row(rows, "card", comes.storage().toString());
    row(rows, "batteries", String.format(Locale.ROOT, "%.1f", comes.batteries()));
    return rows;
  }

  /** Place and clock, then what happens in its order, each with its date where that changes. */
  private static List<Row> times(Night night, int index) {
    Program p = night.programs().get(index);
    ZoneId zone = night.zone();
    List<Row> rows = new ArrayList<>();
    row(rows, "place", Coordinates.text(night.place()));
    row(rows, "clock", ProgramWords.clockOf(zone, p.start().toInstant()));
    row(rows, "length", Seconds.text(p.totalSeconds(night.body())));
    row(rows, "moon", ProgramWords.moon(night, p));
    Almanac almanac = new Almanac(night.place(), night.date(), zone);
    List<Timed> timed = new ArrayList<>();
    timed.add(new Timed("start", p.start().toInstant()));
    timed.add(new Timed("end", p.end(night.body())));
    event(timed, almanac, "sunset", Almanac.Event.SUNSET);
    event(timed, almanac, "dark", Almanac.Event.ASTRONOMICAL_DUSK);
    event(timed, almanac, "moonrise", Almanac.Event.MOONRISE);
    event(timed, almanac, "moonset", Almanac.Event.MOONSET);
    event(timed, almanac, "dawn", Almanac.Event.ASTRONOMICAL_DAWN);
    event(timed, almanac, "sunrise", Almanac.Event.SUNRISE);
    ProgramWords.clockChange(zone, almanac.from(), almanac.to())
        .ifPresent(t -> timed.add(new Timed("clock-change", t)));
    timed.sort(Comparator.comparing(Timed::at));
    LocalDate told = null;
    for (Timed one : timed) {
      LocalDate date = one.at().atZone(zone).toLocalDate();
      String clock = clock(one, zone);
      row(rows, one.key(), date.equals(told) ? clock : clock + ", " + DAY.format(date));
      told = date;
    }
    RunLimit.of(p, night.conditions(index)).stream()
        .filter(l -> l.kind() != RunLimit.Kind.COUNT)
        .findFirst()
        .ifPresent(l -> row(rows, "limits", ProgramWords.limit(l, zone)));
    return rows;
  }

  private record Timed(String key, Instant at) {}

  /** What a timer does is told to the second, what the sky does to the minute. */
  private static String clock(Timed one, ZoneId zone) {
    boolean exact = one.key().equals("start") || one.key().equals("end");
    return exact ? Moments.exactClock(one.at(), zone) : Moments.clock(one.at(), zone);
  }

  private static void event(List<Timed> timed, Almanac almanac, String key, Almanac.Event event) {
    almanac.event(event).ifPresent(t -> timed.add(new Timed(key, t)));
  }

  private static List<Row> ramp(Night night, Ramp ramp) {
    return ramp.steps().stream()
        .map(
            s ->
                new Row(Moments.clock(s.from(), night.zone()), ProgramWords.exposure(s.exposure())))
        .toList();
  }

  private static List<Row> head(Night night, Program p, Panorama head) {
    Panorama.Layout layout = head.layout(p.sensor(night.body()), p.facing());
    List<Row> rows = new ArrayList<>();
    int at = 0;
    for (int r = 0; r < layout.rows().size(); r++) {
      Panorama.Row row = layout.rows().get(r);
      var first = layout.positions().get(at);
      at += row.columns();
      var last = layout.positions().get(at - 1);
      String name = Words.say("card.row", r + 1, Words.number(rounded(row.altitudeDeg(), 1)));
      rows.add(
          new Row(
              name,
              row.columns() == 1
                  ? Words.say("card.position", Words.number(rounded(first.azimuthDeg(), 10)))
                  : Words.say(
                      row.clicks() == 0 ? "card.positions" : "card.positions-by-clicks",
                      row.columns(),
                      Words.number(rounded(first.azimuthDeg(), 10)),
                      Words.number(rounded(last.azimuthDeg(), 10)),
                      Words.number(rounded(row.stepDeg(), 10)),
                      row.clicks())));
    }
    row(
        rows,
        "sky-turns",
        String.format(Locale.ROOT, "%.1f°", layout.skyTurnDegrees(p.interval())));
    return rows;
  }

  private static double rounded(double value, double parts) {
    return Math.round(parts * value) / parts;
  }

  private static void row(List<Row> rows, String key, String value) {
    rows.add(new Row(Words.say("card." + key), value));
  }

  /** What to mind for this place and job; local rules come first. */
  private static List<String> cautions(Night night, Program p) {
    List<String> all = new ArrayList<>();
    if (!night.site().cautions().isBlank()) {
      all.add(Words.say("caution.SITE", night.site().cautions().strip()));
    }
    switch (p.job()) {
      case LIGHT_TRAILS -> caution(all, "TRAFFIC");
      case LIT_FOREGROUND -> caution(all, "LAMP");
      case SMOOTH_WATER -> caution(all, "WATER");
      default -> {}
    }
    if (p.job().light() == Job.Light.ANY || p.job().light() == Job.Light.DAY) {
      caution(all, "SUN");
    }
    if (!p.job().calibrates()) {
      caution(all, "ALONE");
      caution(all, "LAND");
    }
    if (night.assumptions().celsius() <= FREEZING_C) {
      caution(all, "COLD");
    }
    caution(all, "POWER");
    caution(all, "TIRED");
    all.add(Words.say("card.defer"));
    return all;
  }

  private static void caution(List<String> all, String key) {
    all.add(Words.say("caution." + key));
  }

  /** The card as plain text. */
  public String text() {
    StringBuilder text = new StringBuilder();
    text.append(title).append('\n').append(program).append("\n\n").append(sentence).append('\n');
    for (Table table : tables) {
      text.append('\n').append(table.heading()).append('\n');
      for (Row row : table.rows()) {
        text.append(String.format(Locale.ROOT, "  %-22s %s%n", row.name(), row.value()));
      }
    }
    if (!warnings.isEmpty()) {
      text.append('\n').append(Words.say("card.warnings")).append('\n');
      warnings.forEach(w -> text.append("  ").append(w).append('\n'));
    }
    text.append('\n').append(Words.say("card.checklist")).append('\n');
    checklist.forEach(item -> text.append("  [ ] ").append(item.text()).append('\n'));
    text.append('\n').append(Words.say("card.cautions")).append('\n');
    cautions.forEach(c -> text.append("  ").append(c).append('\n'));
    return text.toString();
  }
}
