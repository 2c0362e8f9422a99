package zygonox.desktop.stage;

import java.util.List;
import java.util.Optional;
import zygonox.core.night.NightFinding;
import zygonox.core.words.ProgramWords;

/**
 * Something that stands in the way.
 *
 * @param sentence what and why
 * @param mend how it is mended at once, where that can be done
 */
public record Obstacle(String sentence, Optional<Mend> mend) {
  /**
   * @param text what the mend does, in a few words
   * @param act does it
   */
  public record Mend(String text, Runnable act) {}

  /** Something that only a person can mend. */
  public static Obstacle of(String sentence) {
    return new Obstacle(sentence, Optional.empty());
  }

  public static List<Obstacle> of(List<String> sentences) {
    return sentences.stream().map(Obstacle::of).toList();
  }

  /** A finding about a night's plan, mended in the night in work. */
  public static Obstacle of(NightFinding found, OpenNight night) {
    return new Obstacle(
        ProgramWords.finding(found),
        found
            .mend()
            .map(
                mended ->
                    new Mend(
                        ProgramWords.mend(found),
                        () -> night.edit("mend" + found.finding().code(), mended))));
  }
}
