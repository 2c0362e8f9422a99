package zygonox.core.night;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

class OtherDateTest {
  private static final Path FRAMES = Path.of("..", "demo", "windmill-night", "frames");

  private final FrameSet set = FrameFinder.find(List.of(FRAMES), Progress.NONE, new Cancellation());

  @Test
  void framesOfTheNightAreOfNoOtherDate() {
    assertThat(OtherDate.of(TestNights.demo(), set)).isEmpty();
    // Half past one in the morning is the evening before.
    assertThat(set.takenAt(set.frames().get(0))).isPresent();
  }

  @Test
  void aClockThatWasADaySlowIsFoundByHowMuch() {
    Night night = TestNights.demo().withDate(LocalDate.of(2026, 10, 16));
    List<OtherDate> others = OtherDate.of(night, set);
    assertThat(others).hasSameSizeAs(set.runs());
    assertThat(others.get(0).evening()).isEqualTo(LocalDate.of(2026, 10, 14));
    assertThat(others.get(0).slow()).isEqualTo(Duration.ofDays(2));
  }

  @Test
  void theHourStaysWhenClocksWereChangedBetween() {
    // Clocks went back on 25 October 2026: two days later at the same hour are 49 hours.
    Night night = TestNights.demo().withDate(LocalDate.of(2026, 10, 26));
    Duration slow = OtherDate.of(night, set).get(0).slow();
    assertThat(slow).isEqualTo(Duration.ofDays(12).plusHours(1));
  }

  @Test
  void aCorrectedRunIsOfTheNight() {
    Night night = TestNights.demo().withDate(LocalDate.of(2026, 10, 16));
    FrameSet right = set;
    for (FrameRun run : set.runs()) {
      right = right.shifted(run, Duration.ofDays(2));
    }
    assertThat(OtherDate.of(night, right)).isEmpty();
    assertThat(right.frames()).hasSameSizeAs(set.frames());
  }
}
