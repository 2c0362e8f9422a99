package zygonox.core.words;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import zygonox.core.camera.TimerLine;
import zygonox.core.rehearsal.Lesson;
import zygonox.core.rehearsal.Mistake;

/** What is said of the camera, its timer, and lessons with them. */
public final class CameraWords {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");

  private CameraWords() {}

  /** A line of the timer's log. */
  public static String line(TimerLine line, ZoneId zone) {
    String fault = line.fault() == null ? "" : Words.say("camera." + line.fault());
    return CLOCK.format(line.at().atZone(zone))
        + "  "
        + Words.say("timer." + line.kind(), line.shot(), line.of(), fault);
  }

  /** What may be wrong, as an answer. */
  public static String mistake(Mistake mistake) {
    return Words.say("mistake." + mistake);
  }

  /** What was wrong, by its numbers. */
  public static String explanation(Lesson lesson) {
    return Words.say("lesson." + lesson.mistake(), lesson.numbers().toArray());
  }
}
