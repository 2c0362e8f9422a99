package zygonox.core.night;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.program.ProgramCheck;
import zygonox.core.program.ProgramFinding;
import zygonox.core.program.ProgramFinding.Code;

/** Holds a whole night against what usually goes wrong, and knows the usual mends. */
public final class NightCheck {
  /** To turn the head, frame and focus again in the dark [common practice]. */
  private static final Duration TURNING = Duration.ofMinutes(2);

  /** Closer than this two programs face the same way. */
  private static final double SAME_WAY_DEG = 2;

  private NightCheck() {}

  /** Everything that can be said of one of a night's programs, worst first. */
  public static List<NightFinding> of(Night night, int program) {
    List<ProgramFinding> found =
        new ArrayList<>(ProgramCheck.of(night.programs().get(program), night.conditions(program)));
    addNeighbours(found, night, program);
    if (night.site().hasOddClock(night.programs().get(program).start().toInstant())) {
      double ahead =
          night.site().clockAheadHours(night.programs().get(program).start().toInstant());
      found.add(
          ProgramFinding.of(Code.ODD_CLOCK, night.zone().getId(), Math.round(Math.abs(ahead))));
    }
    found.sort(Comparator.comparing(ProgramFinding::code));
    return found.stream()
        .map(f -> new NightFinding(program, f, Mend.of(night, program, f.code())))
        .toList();
  }

  /** Overlap with the programs before, and time to turn to this one. */
  private static void addNeighbours(List<ProgramFinding> found, Night night, int index) {
    Program program = night.programs().get(index);
    Body body = night.body();
    Instant start = program.start().toInstant();
    Instant end = program.end(body);
    for (int i = 0; i < night.programs().size(); i++) {
      Program other = night.programs().get(i);
      Instant otherStart = other.start().toInstant();
      if (i == index) {
        continue;
      }
      if (otherStart.isBefore(end) && start.isBefore(other.end(body))) {
        found.add(ProgramFinding.of(Code.OVERLAP, other.name()));
      } else if (!otherStart.isAfter(start)
          && other.end(body).plus(TURNING).isAfter(start)
          && facesElsewhere(program, other)) {
        found.add(ProgramFinding.of(Code.NO_TIME_TO_TURN, other.name()));
      }
    }
  }

  private static boolean facesElsewhere(Program a, Program b) {
    double turned = Math.abs(a.facing().azimuthDeg() - b.facing().azimuthDeg());
    return !a.job().calibrates()
        && (Math.min(turned, 360 - turned) > SAME_WAY_DEG
            || Math.abs(a.facing().altitudeDeg() - b.facing().altitudeDeg()) > SAME_WAY_DEG
            || a.focalMm() != b.focalMm());
  }

  /** The earliest start at which a program overlaps none of the others and can be turned to. */
  static Optional<Instant> freeStart(Night night, int index) {
    Program program = night.programs().get(index);
    Body body = night.body();
    Instant start = program.start().toInstant();
    Duration length = Duration.between(start, program.end(body));
    List<Program> others = new ArrayList<>(night.programs());
    others.remove(index);
    others.sort(Comparator.comparing(Program::start));
    for (Program other : others) {
      Instant free = other.end(body).plus(TURNING);
      boolean collides =
          other.start().toInstant().isBefore(start.plus(length)) && start.isBefore(free);
      if (collides) {
        start = free;
      }
    }
    return Optional.of(start);
  }
}
