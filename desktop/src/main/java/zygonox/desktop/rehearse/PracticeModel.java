package zygonox.desktop.rehearse;

import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Seconds;
import zygonox.core.rehearsal.Lesson;
import zygonox.core.rehearsal.Mistake;
import zygonox.core.rehearsal.PracticeScore;
import zygonox.core.rehearsal.Scene;
import zygonox.core.words.CameraWords;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.OpenNight;

/** Lessons one after the other, the answers to them, and the score. */
final class PracticeModel {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");
  private static final int WIDTH = 1500;

  private final OpenNight night;
  private final Home home;
  private final Random random;
  private final ReadOnlyObjectWrapper<Lesson> lesson = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Optional<Mistake>> answer =
      new ReadOnlyObjectWrapper<>(Optional.empty());
  private PracticeScore score = PracticeScore.NONE;

  PracticeModel(OpenNight night, Home home, long seed) {
    this.night = night;
    this.home = home;
    this.random = new Random(seed);
    try {
      score = PracticeScore.read(home.practice());
    } catch (InvalidInput e) {
      // A damaged score is left as it is; the lessons go on without it.
      score = PracticeScore.NONE;
    }
  }

  /** What is looked at, or null before the first. */
  ReadOnlyObjectProperty<Lesson> lessonProperty() {
    return lesson.getReadOnlyProperty();
  }

  /** What was answered; empty before. */
  ReadOnlyObjectProperty<Optional<Mistake>> answerProperty() {
    return answer.getReadOnlyProperty();
  }

  boolean canPractise() {
    return night.program().isPresent();
  }

  /** The next lesson's making, cut off from the window. */
  Making next() {
    Night plan = night.night();
    Body body = plan.body();
    int width = Math.min(WIDTH, body.pixelsWide());
    Lesson.Setting setting =
        new Lesson.Setting(
            body.withPixels(width, width * body.pixelsHigh() / body.pixelsWide()),
            plan.lens(),
            plan.site(),
            Scene.of(plan.site()),
            plan.assumptions().rule());
    Mistake[] all = Mistake.values();
    return new Making(
        all[random.nextInt(all.length)], setting, night.program().orElseThrow(), random.nextLong());
  }

  /** A lesson that is about to be shot. */
  record Making(Mistake mistake, Lesson.Setting setting, Program program, long seed) {
    Lesson make(Cancellation cancellation) {
      return Lesson.of(mistake, setting, program, seed, cancellation);
    }
  }

  void take(Lesson made) {
    answer.set(Optional.empty());
    lesson.set(made);
  }

  /** Answers; only the first answer to a lesson counts. */
  void answer(Mistake mistake) {
    if (lesson.get() == null || answer.get().isPresent()) {
      return;
    }
    score = score.with(lesson.get().mistake(), mistake);
    score.write(home.practice());
    answer.set(Optional.of(mistake));
  }

  /** Whether the answer was right, and why. */
  String told() {
    if (answer.get().isEmpty()) {
      return "";
    }
    boolean right = answer.get().get() == lesson.get().mistake();
    String head =
        right
            ? Words.say("rehearse.right")
            : Words.say("rehearse.no") + CameraWords.mistake(lesson.get().mistake()) + ". ";
    return head + CameraWords.explanation(lesson.get());
  }

  String score() {
    if (score.asked() == 0) {
      return Words.say("rehearse.no-lesson-answered-yet");
    }
    String said = Words.say("rehearse.of-right-so-far", score.right(), score.asked());
    return score
        .hardest()
        .map(
            m ->
                said
                    + Words.say("rehearse.hardest-for-you")
                    + CameraWords.mistake(m).toLowerCase()
                    + ".")
        .orElse(said);
  }

  /** When the three frames began, and what the program asked for. */
  List<String> facts() {
    Lesson seen = lesson.get();
    if (seen == null) {
      return List.of();
    }
    String[] names = {
      Words.say("rehearse.first"), Words.say("rehearse.second"), Words.say("rehearse.third")
    };
    return IntStream.range(0, 3)
        .mapToObj(
            i ->
                names[i]
                    + Words.say("rehearse.frame-at")
                    + CLOCK.format(seen.opened().get(i).atZone(night.night().zone())))
        .toList();
  }

  /** What was planned of the run. */
  String planned() {
    var interval = lesson.get().program().interval();
    return Words.say(
        "rehearse.planned-closed-for-between",
        Seconds.text(interval.exposureSeconds()),
        Seconds.text(interval.gapSeconds()));
  }
}
