package zygonox.core.night;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.words.Words;

/** Nights for tests. */
public final class TestNights {
  private TestNights() {}

  /** The demo's: trails to the north, then still stars in the east. */
  public static Night demo() {
    return NightFile.open(Path.of("..", "demo", "windmill-night")).night();
  }

  /** The demo's place and gear with one program of a job, as it is suggested. */
  public static Night with(Job job) {
    Night night = demo();
    Program program = night.startingPrograms().of(job, Words.say("job." + job), Optional.empty());
    return night.withPrograms(List.of(program));
  }
}
