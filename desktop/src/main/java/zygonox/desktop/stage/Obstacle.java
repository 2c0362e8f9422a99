package zygonox.desktop.stage;

import java.util.List;
import java.util.Optional;
import zygonox.core.night.NightFinding;
import zygonox.core.program.ProgramFinding.Weight;
import zygonox.core.words.ProgramWords;

/**
 * Something that stands in the way.
 *
 * @param weight how much it matters
 * @param sentence what and why
 * @param mends how it is mended at once, where that can be done; the likeliest first
 */
public record Obstacle(Weight weight, String sentence, List<Mend> mends) {
  public Obstacle {
    mends = List.copyOf(mends);
  }

  /** Something that warns. */
  public Obstacle(String sentence, Optional<Mend> mend) {
    this(Weight.WARNS, sentence, mend.stream().toList());
  }

  /**
   * @param text what the mend does, in a few words
   * @param act does it
   */
  public record Mend(String text, Runnable act) {}

  /** Something that only a person can mend. */
  public static Obstacle of(String sentence) {
    return new Obstacle(sentence, Optional.empty());
  }

  /** Something that is only good to know. */
  public static Obstacle note(String sentence) {
    return new Obstacle(Weight.INFORMS, sentence, List.of());
  }

  /** A finding about a night's plan, mended in the night in work. */
  public static Obstacle of(NightFinding found, OpenNight night) {
    return new Obstacle(
        found.finding().code().weight(),
        ProgramWords.finding(found),
        found
            .mend()
            .map(
                mended ->
                    new Mend(
                        ProgramWords.mend(found),
                        () -> night.edit("mend" + found.finding().code(), mended)))
            .stream()
            .toList());
  }
}
