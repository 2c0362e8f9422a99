package zygonox.core.night;

import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zygonox.core.gear.Kit;
import zygonox.core.motion.ClipRecipe;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.optics.LensFilter;
import zygonox.core.optics.Orientation;
import zygonox.core.program.Conditions;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Ramp;
import zygonox.core.program.StartingPrograms;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;
import zygonox.core.recipe.Recipe;
import zygonox.core.site.Site;
import zygonox.core.site.ZoneMap;
import zygonox.core.sky.SkyBody;

/**
 * One night at one place, as planned. Immutable: a change makes a new one.
 *
 * @param name the night's name
 * @param date the evening's date; the night runs from its noon to the next
 * @param site where
 * @param kit with what
 * @param assumptions what else is reckoned with
 * @param programs what is to be shot, in order
 * @param ticked what has been ticked off the field cards
 * @param recipe how its frames are to be blended; empty while nothing was said
 * @param clip how a clip is to be made of them; empty while nothing was said
 */
public record Night(
    String name,
    LocalDate date,
    Site site,
    Kit kit,
    Assumptions assumptions,
    List<Program> programs,
    Set<String> ticked,
    Optional<Recipe> recipe,
    Optional<ClipRecipe> clip) {
  /** First and last year that can be planned. */
  private static final int FIRST_YEAR = 1900;

  private static final int LAST_YEAR = 2100;

  public Night {
    InvalidInput.check("value.year-of-the-date", date.getYear(), FIRST_YEAR, LAST_YEAR);
    programs = List.copyOf(programs);
    ticked = Set.copyOf(ticked);
  }

  public Place place() {
    return site.place();
  }

  public ZoneId zone() {
    return site.zone();
  }

  public Body body() {
    return kit.camera().body();
  }

  public Lens lens() {
    return kit.lens();
  }

  /**
   * What is aimed at.
   *
   * @throws InvalidInput when the target's name is not known
   */
  public Optional<SkyBody> target() {
    return assumptions.target().isBlank()
        ? Optional.empty()
        : Optional.of(SkyBody.parse(assumptions.target()));
  }

  /** What one of its programs is held against: those before it have used card and batteries. */
  public Conditions conditions(int index) {
    Conditions conditions =
        new Conditions(
            kit,
            site,
            assumptions.rule(),
            target(),
            assumptions.celsius(),
            assumptions.darkSubtraction(),
            assumptions.moonLimit(),
            assumptions.nightStops(),
            Conditions.Used.NOTHING);
    Instant start = programs.get(index).start().toInstant();
    for (int i = 0; i < programs.size(); i++) {
      Instant other = programs.get(i).start().toInstant();
      if (other.isBefore(start) || other.equals(start) && i < index) {
        conditions = conditions.withUsed(conditions.after(programs.get(i)));
      }
    }
    return conditions;
  }

  /** The same for a program that may be one of them, or one that is only thought of. */
  public Conditions conditions(Program program) {
    return conditions(Math.max(0, programs.indexOf(program)));
  }

  /**
   * Reads a time of day in this night: from noon on it is of the evening's date, before noon of the
   * next.
   *
   * @throws InvalidInput when it is none
   */
  public OffsetDateTime time(String typed) {
    return Moments.inNight(date, zone(), typed);
  }

  /**
   * How the exposure of one of its programs follows the light; empty where it is not that kind of
   * job, or its period leaves no time to expose.
   */
  public Optional<Ramp> ramp(int index) {
    Program program = programs.get(index);
    boolean isRamp =
        program.job() == Job.DAY_INTO_NIGHT
            && Ramp.hasRoom(program.interval().periodSeconds(), kit);
    return isRamp
        ? Optional.of(Ramp.of(program, kit, place(), Ramp.Manner.of(conditions(index), kit)))
        : Optional.empty();
  }

  /** Sensible programs to begin with, made for this night. */
  public StartingPrograms startingPrograms() {
    return new StartingPrograms(kit, site, date, assumptions.rule(), target());
  }

  /**
   * The same plan at another site, or at the site as it is now known: programs begin at the same
   * hour by the clock there.
   */
  public Night withSite(Site other) {
    List<Program> moved =
        other.zone().equals(site.zone())
            ? programs
            : programs.stream()
                .map(
                    p ->
                        p.withStart(
                            p.start()
                                .atZoneSameInstant(zone())
                                .withZoneSameLocal(other.zone())
                                .toOffsetDateTime()))
                .toList();
    return new Night(name, date, other, kit, assumptions, moved, ticked, recipe, clip);
  }

  /** The same plan on another date: programs begin at the same time of day. */
  public Night withDate(LocalDate other) {
    long days = ChronoUnit.DAYS.between(date, other);
    List<Program> moved =
        programs.stream()
            .map(
                p ->
                    p.withStart(
                        p.start().atZoneSameInstant(zone()).plusDays(days).toOffsetDateTime()))
            .toList();
    return new Night(name, other, site, kit, assumptions, moved, ticked, recipe, clip);
  }

  public Night withName(String other) {
    if (other.isBlank()) {
      throw new InvalidInput(Phrasebook.say("refused.a-night-needs-a-name"));
    }
    return new Night(other, date, site, kit, assumptions, programs, ticked, recipe, clip);
  }

  public Night withKit(Kit other) {
    return new Night(name, date, site, other, assumptions, programs, ticked, recipe, clip);
  }

  public Night withAssumptions(Assumptions other) {
    return new Night(name, date, site, kit, other, programs, ticked, recipe, clip);
  }

  public Night withPrograms(List<Program> others) {
    return new Night(name, date, site, kit, assumptions, others, ticked, recipe, clip);
  }

  /** The same night with one program changed. */
  public Night withProgram(int index, Program changed) {
    List<Program> all = new ArrayList<>(programs);
    all.set(index, changed);
    return withPrograms(all);
  }

  /** The same with another way to blend its frames. */
  public Night withRecipe(Recipe other) {
    return new Night(
        name, date, site, kit, assumptions, programs, ticked, Optional.of(other), clip);
  }

  /** The same with another way to make a clip of its frames. */
  public Night withClip(ClipRecipe other) {
    return new Night(
        name, date, site, kit, assumptions, programs, ticked, recipe, Optional.of(other));
  }

  /** The same night with something ticked off, or no longer. */
  public Night withTick(String item, boolean done) {
    Set<String> all = new TreeSet<>(ticked);
    if (done) {
      all.add(item);
    } else {
      all.remove(item);
    }
    return new Night(name, date, site, kit, assumptions, programs, all, recipe, clip);
  }

  /** A place to begin with, where none is known: its clock is its own, not the computer's. */
  public static Site anySite() {
    Place place = new Place(50, 10, 0);
    return Site.of("my place", place, ZoneMap.at(place));
  }

  /**
   * A plan to begin with: an hour's star trails to the north, with gear of common sizes.
   *
   * @param date the evening's date
   */
  public static Night toBegin(LocalDate date, Site site) {
    Program trails =
        new Program(
            Job.STAR_TRAILS_SHORT,
            "star trails",
            date.atTime(22, 0).atZone(site.zone()).toOffsetDateTime(),
            new Interval(2, 20, 1, 170),
            2.8,
            1600,
            24,
            Orientation.LANDSCAPE,
            LensFilter.NONE,
            new Direction(0, 30),
            Optional.empty());
    return new Night(
        "A night",
        date,
        site,
        Kit.usual(
            new Body("a body of 24 MP, 36 x 24 mm", 36, 24, 6000, 4000),
            new Lens("a lens of 24 mm", 24, 1.8)),
        Assumptions.USUAL,
        List.of(trails),
        Set.of(),
        Optional.empty(),
        Optional.empty());
  }
}
