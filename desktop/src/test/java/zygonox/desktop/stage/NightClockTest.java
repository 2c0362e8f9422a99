package zygonox.desktop.stage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.quantity.InvalidInput;

class NightClockTest {
  @TempDir Path folder;

  @ParameterizedTest
  @CsvSource({
    "12:00, 2026-10-14T11:00:00Z",
    "23:59, 2026-10-14T22:59:00Z",
    "0:15, 2026-10-14T23:15:00Z",
    "' 03:30 ', 2026-10-15T02:30:00Z",
    "11:59, 2026-10-15T10:59:00Z"
  })
  void hoursBeforeNoonAreTheNextMornings(String typed, String instant) throws Exception {
    OpenNight night = TestNight.in(folder);
    var time = NightClock.parse(night.night(), typed);
    assertThat(time.toInstant()).hasToString(instant);
    String shown = NightClock.text(night.night(), time.toInstant());
    assertThat(NightClock.parse(night.night(), shown)).isEqualTo(time);
  }

  @ParameterizedTest
  @CsvSource({"24:00", "9", "noon", "''", "21.10"})
  void whatIsNoTimeIsTold(String typed) throws Exception {
    OpenNight night = TestNight.in(folder);
    assertThatThrownBy(() -> NightClock.parse(night.night(), typed))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("like 21:10");
  }
}
