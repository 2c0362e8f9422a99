package zygonox.core.program;

import java.util.List;

/**
 * Something about a program that a photographer would want to know before starting it.
 *
 * @param code what it is
 * @param numbers its numbers, in the order its sentence uses them
 */
public record ProgramFinding(Code code, List<String> numbers) {
  /** Worst first: what spoils the frames, then what ends them early, then what is to be minded. */
  public enum Code {
    SUN_UP,
    OVERLAP,
    PERIOD_TOO_SHORT,
    STORING_TOO_SLOW,
    DARK_SUBTRACTION,
    TIMER_GAP,
    NO_BULB_AT_ALL,
    STARTS_BEFORE_DARK,
    ENDS_AFTER_DAWN,
    SKY_CLIPS,
    STARS_TRAIL,
    BREAKS_VISIBLE,
    MOON_RISES,
    TARGET_SETS,
    RAMP_TOO_SHORT,
    CARD_FULL,
    BATTERY_EMPTY,
    LENS_REACH,
    LENS_APERTURE,
    ISO_HIGH,
    SKY_DARK,
    NO_BULB,
    MANY_FRAMES,
    SKY_MOVES_ON,
    NO_TIME_TO_TURN,
    ODD_CLOCK
  }

  public static ProgramFinding of(Code code, Object... numbers) {
    return new ProgramFinding(code, List.of(numbers).stream().map(String::valueOf).toList());
  }

  /** The numbers as message arguments. */
  public String[] values() {
    return numbers.toArray(String[]::new);
  }
}
