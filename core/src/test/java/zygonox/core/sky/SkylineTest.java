package zygonox.core.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;

class SkylineTest {
  private static final Skyline MILL = Skyline.parse("340 4, 352 18, 5 4");

  @ParameterizedTest
  @CsvSource({"340, 4", "352, 18", "346, 11", "358.5, 11", "5, 4", "-8, 18", "365, 4", "180, 4"})
  void betweenItsPointsItRunsStraight(double azimuth, double altitude) {
    assertThat(MILL.altitudeDeg(azimuth)).isCloseTo(altitude, within(1e-9));
  }

  @Test
  void withoutPointsItIsLevelAndWithOneItIsAWall() {
    assertThat(Skyline.LEVEL.altitudeDeg(77)).isZero();
    assertThat(Skyline.parse("90 12").altitudeDeg(270)).isEqualTo(12);
  }

  @ParameterizedTest
  @ValueSource(strings = {"level", "0 5, 90 12.5, 270 3", "10° 5°; 20° 6°", "10/5, 20/6"})
  void itComesBackFromItsText(String text) {
    Skyline skyline = Skyline.parse(text);
    assertThat(Skyline.parse(skyline.text())).isEqualTo(skyline);
  }

  @ParameterizedTest
  @ValueSource(strings = {"hills", "10", "10 95", "a b", "10 5 3"})
  void whatIsNoSkylineIsToldWithTheFormThatWouldBe(String text) {
    assertThatThrownBy(() -> Skyline.parse(text))
        .isInstanceOf(InvalidInput.class)
        .message()
        .isNotBlank()
        .doesNotContain("\n");
  }

  @Test
  void aStretchDrawnAnewReplacesWhatWasThere() {
    Skyline drawn =
        MILL.drawn(List.of(new Direction(350, 2), new Direction(355, 3), new Direction(2, 2)));
    assertThat(drawn.altitudeDeg(352)).isCloseTo(2.4, within(1e-9));
    assertThat(drawn.altitudeDeg(340)).isEqualTo(4);
    assertThat(drawn.altitudeDeg(5)).isEqualTo(4);
    assertThat(drawn.points()).hasSize(5);
    assertThat(MILL.drawn(List.of())).isEqualTo(MILL);
  }

  @Property
  void itNeverLeavesTheRangeOfItsPoints(
      @ForAll @DoubleRange(min = -720, max = 720) double azimuth) {
    assertThat(MILL.altitudeDeg(azimuth)).isBetween(4.0 - 1e-9, 18.0 + 1e-9);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "0 10, 90 20, 45 30, 180 5; 45",
        "10 5, 10 20; 10",
        "300 4, 340 4, 320 9, 20 3, 90 2; 320",
        "180 5, 90 2, 120 7, 40 1; 120"
      })
  void oneThatFallsBackOnItselfIsRefusedWhereItDoes(String text, String azimuth) {
    assertThatThrownBy(() -> Skyline.parse(text))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("falls back on itself at azimuth " + azimuth + ";");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"0 5, 90 3, 300 2", "300 2, 90 3, 0 5", "200 1, 300 4, 20 2, 100 3", "5 1, 355 2"})
  void onceRoundEitherWayIsRead(String text) {
    assertThat(Skyline.parse(text).points()).hasSize(text.split(",").length);
  }

  @Test
  void aPenThatGoesBackDrawsAnew() {
    Skyline drawn =
        Skyline.LEVEL.drawn(
            List.of(
                new Direction(10, 5),
                new Direction(20, 6),
                new Direction(30, 7),
                new Direction(25, 12),
                new Direction(35, 3)));
    assertThat(drawn.text()).isEqualTo("10 5, 20 6, 25 12, 35 3");
  }
}
