package zygonox.core.handout;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.Geo;
import net.fortuna.ical4j.model.property.Location;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import zygonox.core.site.Site;
import zygonox.core.sky.Almanac.Window;
import zygonox.core.sky.YearView.Prospect;
import zygonox.core.words.Words;
import zygonox.core.work.WholeFile;

/** Chosen nights as a calendar file (RFC 5545), for the calendar one has anyway. */
public final class NightCalendar {
  private NightCalendar() {}

  /**
   * Writes the longest window of each night as an event; whole or not at all.
   *
   * @param title what the events are called, such as the target's name
   * @param nights nights that have a window; others are passed over
   */
  public static void write(
      String title, Site site, List<Prospect> nights, Path file, WholeFile.IfPresent present) {
    Calendar calendar = new Calendar();
    calendar.add(new net.fortuna.ical4j.model.property.ProdId("-//Zygonox//nights//EN"));
    calendar.add(ImmutableVersion.VERSION_2_0);
    calendar.add(ImmutableCalScale.GREGORIAN);
    for (Prospect night : nights) {
      night.longest().ifPresent(w -> calendar.add(event(title, site, night, w)));
    }
    WholeFile.write(file, present, path -> output(calendar, path));
  }

  private static void output(Calendar calendar, Path path) throws IOException {
    try (var out = Files.newOutputStream(path)) {
      new CalendarOutputter(false).output(calendar, out);
    }
  }

  private static VEvent event(String title, Site site, Prospect night, Window window) {
    VEvent event =
        new VEvent(
            window.from().atOffset(ZoneOffset.UTC).toInstant(),
            window.to().atOffset(ZoneOffset.UTC).toInstant(),
            title + ", " + site.name());
    String about = Words.say("calendar.night", night.darkHours(), 100 * night.moonLit());
    event.add(new Description(about));
    event.add(new Location(site.name()));
    event.add(new Geo(site.place().latitudeDeg() + ";" + site.place().longitudeDeg()));
    // The same night of the same plan is the same event when it is imported again.
    String id = (title + site.name()).toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    event.add(new Uid(night.date() + "-" + id + "@zygonox"));
    event.getProperty("DTSTAMP").ifPresent(event::remove);
    event.add(new DtStamp(Instant.parse(night.date() + "T12:00:00Z")));
    return event;
  }
}
