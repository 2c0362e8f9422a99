package zygonox.core.motion;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import zygonox.core.format.CaptureTime;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureFormat;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.raster.PixelLayout;

class SequenceTest {
  private static final LocalDateTime EVENING = LocalDateTime.parse("2026-10-14T18:00:00");

  private final List<Frame> frames = new ArrayList<>();

  private void shoot(String name, int count, double atSeconds, double period, double exposure) {
    for (int i = 0; i < count; i++) {
      FrameInfo none = FrameInfo.UNKNOWN;
      FrameInfo info =
          new FrameInfo(
              Optional.of(
                  new CaptureTime(
                      EVENING.plusNanos((long) ((atSeconds + i * period) * 1e9)),
                      Optional.of(ZoneOffset.UTC))),
              OptionalDouble.of(exposure),
              OptionalDouble.of(4),
              OptionalDouble.of(400),
              OptionalDouble.of(24),
              none.camera(),
              none.lens(),
              1);
      frames.add(
          new Frame(
              Path.of(name + frames.size() + ".jpg"),
              PictureFormat.JPEG,
              new PixelLayout(600, 400, 3, 8),
              info));
    }
  }

  private List<Sequence> sequences() {
    return Sequence.of(new FrameSet(frames, List.of(), ZoneOffset.UTC));
  }

  @Test
  void aRampIsOneSequenceHoweverOftenExposureChanges() {
    for (int i = 0; i < 30; i++) {
      shoot("d", 1 + i % 3, 20 * frames.size(), 20, 0.01 * Math.pow(1.3, i));
    }
    assertThat(sequences()).hasSize(1);
    assertThat(sequences().get(0).frames()).hasSize(frames.size());
  }

  @Test
  void anotherSubjectHoursLaterIsAnotherSequence() {
    shoot("a", 20, 0, 10, 5);
    shoot("b", 40, 4000, 10, 8);
    assertThat(sequences()).extracting(s -> s.frames().size()).containsExactly(20, 40);
  }

  @Test
  void darksAreInNone() {
    shoot("a", 20, 0, 10, 5);
    shoot("dark-", 10, 200, 10, 5);
    assertThat(sequences()).extracting(s -> s.frames().size()).containsExactly(20);
  }

  @Test
  void oneFrameIsNone() {
    shoot("a", 1, 0, 10, 5);
    assertThat(sequences()).isEmpty();
  }
}
