package zygonox.core.program;

import java.util.List;

/**
 * Something about a program that a photographer would want to know before starting it.
 *
 * @param code what it is
 * @param numbers its numbers, in the order its sentence uses them
 */
public record ProgramFinding(Code code, List<String> numbers) {
  public enum Code {
    PERIOD_TOO_SHORT,
    BREAKS_VISIBLE,
    NO_BULB,
    ENDS_AFTER_DAWN,
    STARTS_BEFORE_DARK,
    SUN_UP,
    CARD_FULL,
    BATTERY_EMPTY,
    MANY_FRAMES
  }

  static ProgramFinding of(Code code, Object... numbers) {
    return new ProgramFinding(code, List.of(numbers).stream().map(String::valueOf).toList());
  }

  /** The numbers as message arguments. */
  public String[] values() {
    return numbers.toArray(String[]::new);
  }
}
