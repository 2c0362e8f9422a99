package zygonox.desktop.frames;

import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;

/** The frames in words, and what is wrong with them. */
public final class FramesModel {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");

  private final OpenNight night;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<Obstacle>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());

  public FramesModel(OpenNight night) {
    this.night = night;
    night.framesProperty().subscribe(this::refresh);
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<List<Obstacle>> obstaclesProperty() {
    return obstacles.getReadOnlyProperty();
  }

  private void refresh(FrameSet set) {
    sentence.set(new Sentence.Builder().say(describe(set)).end());
    List<String> found = new ArrayList<>();
    for (FrameSet.Unreadable bad : set.unreadable()) {
      found.add(bad.file().getFileName() + ": " + Words.fault(bad.fault()));
    }
    for (FrameSet.Gap gap : set.gaps()) {
      found.add(
          "%s longer closed than usual after %s: trails will show a break"
              .formatted(Words.duration(gap.seconds()), gap.after().file().getFileName()));
    }
    obstacles.set(Obstacle.of(found));
  }

  private static String describe(FrameSet set) {
    if (set.frames().isEmpty()) {
      return "No frames yet.";
    }
    List<String> runs = new ArrayList<>();
    for (FrameRun run : set.runs()) {
      runs.add(describe(set, run));
    }
    String head =
        runs.size() == 1
            ? "One run: "
            : "%d frames in %d runs: ".formatted(set.frames().size(), runs.size());
    int shown = Math.min(3, runs.size());
    String rest = runs.size() > shown ? "; and " + (runs.size() - shown) + " more" : "";
    return head + String.join("; ", runs.subList(0, shown)) + rest + ".";
  }

  /** A run in a few words: {@code 48 frames of 20 s from 20:40:02}. */
  public static String describe(FrameSet set, FrameRun run) {
    Frame first = run.frames().get(0);
    StringBuilder text = new StringBuilder();
    text.append(run.frames().size()).append(run.frames().size() == 1 ? " frame" : " frames");
    first.info().exposureSeconds().ifPresent(s -> text.append(" of ").append(Words.shutter(s)));
    clock(set, first).ifPresent(t -> text.append(" from ").append(t));
    return text.toString();
  }

  /** When a frame was taken, by its camera's clock. */
  static Optional<String> clock(FrameSet set, Frame frame) {
    return frame
        .info()
        .capturedAt()
        .map(t -> t.withOffset(set.assumedOffset()))
        .map((OffsetDateTime t) -> CLOCK.format(t));
  }

  /** A frame in one line of the list. */
  public String line(Frame frame) {
    FrameSet set = night.framesProperty().get();
    Path name = frame.file().getFileName();
    List<String> parts = new ArrayList<>();
    parts.add(clock(set, frame).orElse("no time"));
    frame.info().exposureSeconds().ifPresent(s -> parts.add(Words.shutter(s)));
    frame.info().iso().ifPresent(i -> parts.add("ISO " + Words.number(i)));
    return String.join("   ", parts) + "\n" + name;
  }
}
