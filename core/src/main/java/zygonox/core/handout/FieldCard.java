package zygonox.core.handout;

import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import zygonox.core.gear.Kit;
import zygonox.core.night.Night;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Panorama;
import zygonox.core.program.Program;
import zygonox.core.program.Ramp;
import zygonox.core.program.RunLimit;
import zygonox.core.program.Yield;
import zygonox.core.sky.Almanac;
import zygonox.core.words.ProgramWords;
import zygonox.core.words.Words;

/**
 * What is taken along on paper for one program.
 *
 * @param title the night, its date and place
 * @param program the program's name
 * @param sentence the program in plain words
 * @param tables settings, times, and a ramp or a head's positions
 * @param checklist what to do, in working order
 * @param cautions what to mind
 */
public record FieldCard(
    String title,
    String program,
    String sentence,
    List<Table> tables,
    List<CheckItem> checklist,
    List<String> cautions) {
  private static final DateTimeFormatter DATE =
      DateTimeFormatter.ofLocalizedDate(FormatStyle.LONG).withLocale(Locale.UK);

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
    tables.add(new Table(Words.say("card.settings"), settings(night, p)));
    tables.add(new Table(Words.say("card.times"), times(night, p)));
    if (p.job() == Job.DAY_INTO_NIGHT) {
      tables.add(new Table(Words.say("card.ramp"), ramp(night, p)));
    }
    p.panorama()
        .ifPresent(head -> tables.add(new Table(Words.say("card.panorama"), head(night, p, head))));
    return new FieldCard(
        "%s, %s, %s".formatted(night.name(), DATE.format(night.date()), night.site().name()),
        Words.say("card.program", index + 1, night.programs().size()) + ": " + p.name(),
        ProgramWords.sentence(night, p),
        tables,
        CheckItem.of(night, index),
        cautions(night, p));
  }

  private static List<Row> settings(Night night, Program p) {
    Kit kit = night.kit();
    Interval i = p.interval();
    List<Row> rows = new ArrayList<>();
    boolean ramped = p.job() == Job.DAY_INTO_NIGHT;
    row(rows, "exposure", ramped ? Words.say("card.ramp") : Words.shutter(i.exposureSeconds()));
    row(rows, "count", Integer.toString(i.count()));
    row(rows, "closed", Words.duration(i.gapSeconds()));
    row(rows, "period", Words.duration(i.periodSeconds()));
    row(
        rows,
        "interval",
        Words.duration(kit.timer().interval(i.exposureSeconds(), i.gapSeconds()))
            + ", "
            + Words.say("interval." + kit.timer().intervalMeans()));
    row(rows, "first", Words.duration(i.delaySeconds()));
    row(rows, "aperture", "f/" + Words.number(p.aperture()));
    row(rows, "iso", ramped ? Words.say("card.ramp") : Integer.toString(p.iso()));
    row(rows, "focal", Words.number(p.focalMm()) + " mm");
    row(rows, "held", Words.say("card.held." + p.orientation()));
    row(
        rows,
        "facing",
        "%s %s°, %s° up"
            .formatted(
                Words.compass(p.facing().azimuthDeg()),
                Words.number(p.facing().azimuthDeg()),
                Words.number(p.facing().altitudeDeg())));
    Yield comes = Yield.of(p, kit, night.place(), night.assumptions().celsius());
    if (p.job().stars() == Job.Stars.TRAILS) {
      row(rows, "arc", String.format(Locale.ROOT, "%.1f°", comes.arcDegrees()));
    }
    row(rows, "card", comes.storage().toString());
    row(rows, "batteries", String.format(Locale.ROOT, "%.1f", comes.batteries()));
    return rows;
  }

  private static List<Row> times(Night night, Program p) {
    List<Row> rows = new ArrayList<>();
    Almanac almanac = new Almanac(night.place(), night.date(), night.zone());
    row(rows, "start", clock(night, p.start().toInstant()));
    row(rows, "end", clock(night, p.end(night.body())));
    event(rows, night, almanac, "sunset", Almanac.Event.SUNSET);
    event(rows, night, almanac, "dark", Almanac.Event.ASTRONOMICAL_DUSK);
    event(rows, night, almanac, "moonrise", Almanac.Event.MOONRISE);
    event(rows, night, almanac, "moonset", Almanac.Event.MOONSET);
    event(rows, night, almanac, "dawn", Almanac.Event.ASTRONOMICAL_DAWN);
    event(rows, night, almanac, "sunrise", Almanac.Event.SUNRISE);
    RunLimit.of(p, night.kit(), night.site(), night.target(), night.assumptions().celsius())
        .stream()
        .filter(l -> l.kind() != RunLimit.Kind.COUNT)
        .findFirst()
        .ifPresent(
            l -> row(rows, "limits", Words.say("ends." + l.kind()) + ", " + clock(night, l.at())));
    return rows;
  }

  private static void event(
      List<Row> rows, Night night, Almanac almanac, String key, Almanac.Event event) {
    almanac.event(event).ifPresent(t -> row(rows, key, clock(night, t)));
  }

  private static String clock(Night night, Instant time) {
    return Words.clock(time, night.zone());
  }

  private static List<Row> ramp(Night night, Program p) {
    return Ramp.of(p, night.kit(), night.place(), Ramp.KEEP_HIGHLIGHTS_STOPS).steps().stream()
        .map(
            s ->
                new Row(
                    clock(night, s.from()),
                    "%s, ISO %s"
                        .formatted(
                            Words.shutter(s.exposure().shutterSeconds()),
                            Words.number(s.exposure().iso()))))
        .toList();
  }

  private static List<Row> head(Night night, Program p, Panorama head) {
    Panorama.Layout layout = head.layout(p.sensor(night.body()), p.facing());
    List<Row> rows = new ArrayList<>();
    for (int r = 0; r < layout.rows(); r++) {
      var first = layout.positions().get(r * layout.columns());
      var last = layout.positions().get((r + 1) * layout.columns() - 1);
      rows.add(
          new Row(
              "row %d, %.0f° up".formatted(r + 1, first.altitudeDeg()),
              "%d positions from %.0f° to %.0f°, %s° each"
                  .formatted(
                      layout.columns(),
                      first.azimuthDeg(),
                      last.azimuthDeg(),
                      Words.number(Math.round(10 * layout.stepDeg()) / 10.0))));
    }
    return rows;
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
    if (p.job() != Job.DARKS) {
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
    text.append('\n').append(Words.say("card.checklist")).append('\n');
    checklist.forEach(item -> text.append("  [ ] ").append(item.text()).append('\n'));
    text.append('\n').append(Words.say("card.cautions")).append('\n');
    cautions.forEach(c -> text.append("  ").append(c).append('\n'));
    return text.toString();
  }
}
