package zygonox.core.frame;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import zygonox.core.format.CaptureTime;

/**
 * Guesses what runs were taken for, by their settings, their company and their names. All rules are
 * common practice, no source.
 */
final class KindGuess {
  /** Nobody exposes for seconds on end, many times over, by day. */
  private static final double LONG_SECONDS = 2;

  private static final int MANY = 4;

  /** Frames of a burst begin within so much of each other, beyond their exposure. */
  private static final double RAPID_SECONDS = 1;

  private static final double SHORT_SECONDS = 0.5;

  /** A foreground gets at least so many times the sky's exposure. */
  private static final double CLEARLY_LONGER = 1.4;

  /** A sky has at least so many times the foreground's frames. */
  private static final int MANY_MORE = 2;

  /** Asked in this order: what is shot for calibration is named so, wherever it was shot. */
  private static final List<Map.Entry<FrameKind, Pattern>> NAMES =
      List.of(
          Map.entry(FrameKind.DARK, Pattern.compile("(^|[^a-z])(dark|bias)s?([^a-z]|$)")),
          Map.entry(FrameKind.FLAT, Pattern.compile("(^|[^a-z])flats?([^a-z]|$)")),
          Map.entry(
              FrameKind.FOREGROUND, Pattern.compile("(^|[^a-z])(foreground|ground)([^a-z]|$)")),
          Map.entry(FrameKind.TEST, Pattern.compile("(^|[^a-z])tests?([^a-z]|$)")),
          Map.entry(FrameKind.BURST, Pattern.compile("(^|[^a-z])bursts?([^a-z]|$)")));

  private KindGuess() {}

  /** Numbers runs and says what each seems to be. */
  static List<FrameRun> of(List<List<Frame>> runs, ZoneOffset offset) {
    List<FrameRun> first = new ArrayList<>();
    for (int i = 0; i < runs.size(); i++) {
      first.add(bySettings(i + 1, runs.get(i), offset));
    }
    return first.stream().map(run -> byCompany(run, first)).toList();
  }

  private static FrameRun bySettings(int number, List<Frame> frames, ZoneOffset offset) {
    FrameRun run = new FrameRun(number, frames, FrameKind.UNKNOWN, KindReason.NOTHING_TELLS);
    Optional<FrameKind> named = named(frames.get(0).file());
    if (named.isPresent()) {
      return run.withKind(named.get(), KindReason.NAMED);
    }
    double exposure = run.exposureSeconds();
    if (exposure >= LONG_SECONDS && frames.size() >= MANY) {
      return run.withKind(FrameKind.SKY, KindReason.MANY_LONG);
    }
    if (exposure > 0
        && exposure <= SHORT_SECONDS
        && frames.size() >= MANY
        && isRapid(frames, offset)) {
      return run.withKind(FrameKind.BURST, KindReason.RAPID);
    }
    return run;
  }

  /** By the file's name, else by its folder's. */
  static Optional<FrameKind> named(Path file) {
    Path folder = file.toAbsolutePath().getParent();
    return named(file.getFileName().toString())
        .or(
            () ->
                folder == null || folder.getFileName() == null
                    ? Optional.empty()
                    : named(folder.getFileName().toString()));
  }

  private static Optional<FrameKind> named(String name) {
    String lower = name.toLowerCase(Locale.ROOT);
    return NAMES.stream()
        .filter(e -> e.getValue().matcher(lower).find())
        .map(Map.Entry::getKey)
        .findFirst();
  }

  private static boolean isRapid(List<Frame> frames, ZoneOffset offset) {
    Optional<CaptureTime> first = frames.get(0).info().capturedAt();
    Optional<CaptureTime> last = frames.get(frames.size() - 1).info().capturedAt();
    if (first.isEmpty() || last.isEmpty()) {
      return false;
    }
    Instant begun = first.get().instant(offset);
    double each =
        Duration.between(begun, last.get().instant(offset)).toMillis() / 1e3 / (frames.size() - 1);
    return each - frames.get(0).info().exposureSeconds().orElse(0) <= RAPID_SECONDS;
  }

  /** A few frames are explained by the sky run nearest to them. */
  private static FrameRun byCompany(FrameRun run, List<FrameRun> all) {
    boolean besideTheSky =
        run.reason() == KindReason.MANY_LONG && all.stream().anyMatch(r -> isSkyFor(r, run));
    if (besideTheSky) {
      return run.withKind(FrameKind.FOREGROUND, KindReason.LONGER_THAN_SKY);
    }
    if (run.kind() != FrameKind.UNKNOWN || run.exposureSeconds() == 0) {
      return run;
    }
    Optional<FrameRun> sky =
        all.stream()
            .filter(r -> r.kind() == FrameKind.SKY)
            .min(
                (a, b) ->
                    Math.abs(a.number() - run.number()) - Math.abs(b.number() - run.number()));
    if (sky.isPresent() && run.exposureSeconds() >= CLEARLY_LONGER * sky.get().exposureSeconds()) {
      return run.withKind(FrameKind.FOREGROUND, KindReason.LONGER_THAN_SKY);
    }
    boolean before =
        all.stream().anyMatch(r -> r.number() > run.number() && r.frames().size() >= MANY);
    if (before && run.frames().size() < MANY) {
      return run.withKind(FrameKind.TEST, KindReason.BEFORE_A_RUN);
    }
    return run.frames().size() == 1 ? run.withKind(FrameKind.TEST, KindReason.ALONE) : run;
  }

  /** Whether a run is the night's sky, and another the few longer frames for its ground. */
  private static boolean isSkyFor(FrameRun sky, FrameRun ground) {
    return sky.reason() == KindReason.MANY_LONG
        && sky.frames().size() >= MANY_MORE * ground.frames().size()
        && ground.exposureSeconds() >= CLEARLY_LONGER * sky.exposureSeconds();
  }
}
