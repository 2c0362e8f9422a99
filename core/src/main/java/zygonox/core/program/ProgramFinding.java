package zygonox.core.program;

import java.util.List;
import java.util.Locale;

/**
 * Something about a program that a photographer would want to know before starting it.
 *
 * @param code what it is
 * @param numbers its numbers as they are said, in the order its sentence uses them
 */
public record ProgramFinding(Code code, List<String> numbers) {
  /** How much it matters. */
  public enum Weight {
    /** It cannot be shot so, or frames are lost. */
    STOPS,
    /** It can be shot, and will probably disappoint. */
    WARNS,
    /** Good to know. */
    INFORMS
  }

  /** Worst first: what spoils the frames, then what ends them early, then what is to be minded. */
  public enum Code {
    SUN_UP(Weight.STOPS),
    OVERLAP(Weight.STOPS),
    WRITE_TOO_SLOW(Weight.STOPS),
    TIMER_GAP(Weight.STOPS),
    DARK_SUBTRACTION(Weight.STOPS),
    NO_BULB(Weight.STOPS),
    RAMP_GAP(Weight.STOPS),
    CARD_FULL(Weight.STOPS),
    LENS_REACH(Weight.STOPS),
    LENS_APERTURE(Weight.STOPS),
    SKYLINE_HIDES(Weight.STOPS),
    BATTERY_EMPTY(Weight.WARNS),
    STARTS_IN_DUSK(Weight.WARNS),
    STARTS_AFTER_DAWN(Weight.WARNS),
    ENDS_AFTER_DAWN(Weight.WARNS),
    DAWN_AND_DUSK_INSIDE(Weight.WARNS),
    SKY_CLIPS(Weight.WARNS),
    STARS_TRAIL(Weight.WARNS),
    STARS_DRAW_LINES(Weight.WARNS),
    BREAKS_VISIBLE(Weight.WARNS),
    MOON_UP(Weight.WARNS),
    MOON_RISES(Weight.WARNS),
    TARGET_LOW(Weight.WARNS),
    TARGET_SETS(Weight.WARNS),
    RAMP_TOO_DARK(Weight.WARNS),
    RAMP_TOO_BRIGHT(Weight.WARNS),
    ISO_HIGH(Weight.WARNS),
    SKY_DARK(Weight.WARNS),
    SKY_MOVES_ON(Weight.WARNS),
    NO_TIME_TO_TURN(Weight.WARNS),
    ODD_CLOCK(Weight.WARNS),
    NEEDS_BULB(Weight.INFORMS),
    MANY_FRAMES(Weight.INFORMS);

    private final Weight weight;

    Code(Weight weight) {
      this.weight = weight;
    }

    /** As the command line calls it: {@code sun-up}. */
    public String term() {
      return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public Weight weight() {
      return weight;
    }
  }

  public static ProgramFinding of(Code code, Object... numbers) {
    return new ProgramFinding(code, List.of(numbers).stream().map(String::valueOf).toList());
  }

  /** The numbers as message arguments. */
  public String[] values() {
    return numbers.toArray(String[]::new);
  }
}
