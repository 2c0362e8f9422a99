package zygonox.core.handout;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import zygonox.core.gear.Kit;
import zygonox.core.night.Night;
import zygonox.core.optics.Exposure;
import zygonox.core.optics.LensFilter;
import zygonox.core.optics.Orientation;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Panorama;
import zygonox.core.program.Program;
import zygonox.core.program.Yield;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.ProgramWords;
import zygonox.core.words.Words;

/**
 * One thing to do before a program starts.
 *
 * @param key names it for good
 * @param text what to do, in a sentence
 */
public record CheckItem(String key, String text) {
  /** What to do for one of a night's programs, in working order [common practice]. */
  public static List<CheckItem> of(Night night, int index) {
    Program p = night.programs().get(index);
    Kit kit = night.kit();
    Interval i = p.interval();
    Job job = p.job();
    List<CheckItem> items = new ArrayList<>();
    if (job.calibrates()) {
      add(items, job == Job.DARKS ? "CAP_ON" : "PANEL");
      addSettings(items, night, index);
      addTimer(items, night, p);
      addSupplies(items, night, p);
      addEnd(items, night, p);
      return items;
    }
    if (job.isHandheld()) {
      add(items, "STABILISER_ON");
      add(items, "FOCUS_SCENE");
    } else {
      add(items, "TRIPOD");
      p.panorama()
          .ifPresentOrElse(
              head -> add(items, "LEVEL_HEAD", click(head)), () -> add(items, "LEVEL"));
      if (job == Job.TRACKED) {
        double axis = Math.abs(night.place().latitudeDeg());
        add(items, "TRACKER", Words.number(Math.round(10 * axis) / 10.0));
      }
      add(items, "CAP_OFF");
      if (job.light() == Job.Light.DARK) {
        add(items, "COMPOSE");
        add(items, "FOCUS_STAR");
      } else {
        add(items, job == Job.MOVEMENT_BURST ? "PREFOCUS" : "FOCUS_SCENE");
      }
      add(items, "STABILISER_OFF");
    }
    if (p.filter() != LensFilter.NONE) {
      add(items, "THROUGH", Words.say("filter." + p.filter()));
    }
    add(items, "RAW");
    add(items, "MANUAL");
    add(items, "NOISE_OFF");
    addSettings(items, night, index);
    addSpecials(items, p);
    if (i.exposureSeconds() > kit.camera().longestTimedSeconds()) {
      add(items, "BULB");
    }
    addTimer(items, night, p);
    if (job.light() == Job.Light.DARK) {
      add(items, "TEST");
      add(items, "HISTOGRAM");
    } else {
      add(items, "HIGHLIGHTS");
    }
    addSupplies(items, night, p);
    if (job.light() != Job.Light.DAY && !job.isHandheld()) {
      add(items, "DEW");
      add(items, "SCREEN");
    }
    addEnd(items, night, p);
    return items;
  }

  private static String click(Panorama head) {
    return head.clickDeg() == 0 ? "free" : Words.number(head.clickDeg()) + "°";
  }

  private static void addSettings(List<CheckItem> items, Night night, int index) {
    Program p = night.programs().get(index);
    Exposure first =
        night
            .ramp(index)
            .map(ramp -> ramp.exposure(0))
            .orElseGet(() -> new Exposure(p.interval().exposureSeconds(), p.aperture(), p.iso()));
    String focal = Words.number(p.focalMm()) + " mm";
    add(
        items,
        "SETTINGS",
        Seconds.text(first.shutterSeconds()),
        Words.number(p.aperture()),
        Words.number(first.iso()),
        p.orientation() == Orientation.PORTRAIT
            ? focal + ", " + Words.say("card.held.PORTRAIT")
            : focal);
  }

  private static void addSpecials(List<CheckItem> items, Program p) {
    switch (p.job()) {
      case DAY_INTO_NIGHT -> add(items, "RAMP", Words.number(p.aperture()));
      case LIT_FOREGROUND -> add(items, "LAMP");
      case MOVEMENT_BURST -> add(items, "CLEAN_FRAME");
      default -> {
        return;
      }
    }
  }

  private static void addTimer(List<CheckItem> items, Night night, Program p) {
    Interval i = p.interval();
    String count = ProgramWords.count(night, p);
    if (p.job() == Job.DAY_INTO_NIGHT) {
      add(items, "SELF", count, Seconds.text(i.periodSeconds()));
    } else if (i.count() > 1 && i.periodSeconds() < 1) {
      add(items, "BURST", Integer.toString(i.count()), Seconds.text(i.exposureSeconds()));
    } else if (i.count() == 1 && p.panorama().isEmpty()) {
      add(items, "SINGLE", Seconds.text(i.exposureSeconds()), Seconds.text(i.delaySeconds()));
    } else {
      add(
          items,
          "TIMER",
          count,
          Seconds.text(i.exposureSeconds()),
          ProgramWords.timer(night.kit().timer(), i),
          Seconds.text(i.delaySeconds()));
    }
  }

  private static void addSupplies(List<CheckItem> items, Night night, Program p) {
    Yield comes = Yield.of(p, night.kit(), night.place(), night.assumptions().celsius());
    int spare = night.kit().batteries() - 1;
    if (spare > 0) {
      items.add(
          new CheckItem("battery", Words.say("check.BATTERY_SPARE", Integer.toString(spare))));
    } else {
      add(items, "BATTERY");
    }
    add(items, "CARD", comes.storage().toString());
  }

  private static void addEnd(List<CheckItem> items, Night night, Program p) {
    add(items, "START", Moments.exactClock(p.start().toInstant(), night.zone()));
    add(items, "PACK");
  }

  private static void add(List<CheckItem> items, String name, String... values) {
    items.add(
        new CheckItem(
            name.toLowerCase(Locale.ROOT), Words.say("check." + name, (Object[]) values)));
  }

  /** What the night remembers of it once it is ticked off. */
  public String tick(int program) {
    return program + ":" + key;
  }
}
