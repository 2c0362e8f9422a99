package zygonox.core.optics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.quantity.InvalidInput;

class OpticsTest {
  private static final Body FULL_FRAME = new Body("full frame", 36, 24, 6000, 4000);

  @Test
  void aFullFrameHasNoCropAndAKnownScale() {
    Sensor sensor = new Sensor(FULL_FRAME, 20, 2);
    assertThat(sensor.cropFactor()).isEqualTo(1);
    assertThat(sensor.arcsecPerPixel()).isCloseTo(206.265 * 6 / 20, within(1e-9));
    assertThat(sensor.fieldOfViewDeg(36)).isCloseTo(83.97, within(0.01));
    assertThat(sensor.hyperfocalMetres()).isCloseTo(6.954, within(0.001));
    assertThat(sensor.nearMetres(sensor.hyperfocalMetres()))
        .isCloseTo(sensor.hyperfocalMetres() / 2, within(0.02));
    assertThat(sensor.farMetres(sensor.hyperfocalMetres())).isInfinite();
  }

  @ParameterizedTest
  // Common practice, no source: what people write down for their lenses.
  @CsvSource({
    "36, 24, 14, 400, 26, 29",
    "36, 24, 16, 500, 25, 32",
    "36, 24, 40, 400, 10, 10.1",
    "17.3, 13, 12, 400, 16.5, 17"
  })
  void rulesOfThumbGiveWhatPeopleUse(
      double width, double height, double focal, double rule, double low, double high) {
    Sensor sensor =
        new Sensor(
            new Body("b", width, height, 6000, (int) Math.round(6000 * height / width)),
            focal,
            2.8);
    assertThat(sensor.ruleSeconds(rule)).isBetween(low, high);
  }

  @Test
  void aStarDriftsAsTheSkyTurns() {
    Sensor sensor = new Sensor(FULL_FRAME, 20, 2);
    assertThat(sensor.driftPixels(20, 0)).isCloseTo(15.0411 * 20 / 61.8795, within(1e-3));
    assertThat(sensor.driftPixels(20, 60)).isCloseTo(sensor.driftPixels(20, 0) / 2, within(1e-9));
    assertThat(sensor.npfSeconds(0))
        .isCloseTo((16.856 * 2 + 0.0997 * 20 + 13.713 * 6) / 20, within(1e-9));
  }

  @Test
  void sixStopsTurnSecondsIntoMinutes() {
    // The usual saying; exactly it is 64 to 60.
    Exposure test = Exposure.parse("15s,f/2.8,ISO6400");
    Exposure found = test.solve("?,f/2.8,ISO100");
    assertThat(found.shutterSeconds()).isCloseTo(960, within(1e-9));
    assertThat(found.ev100()).isCloseTo(test.ev100(), within(1e-9));
    assertThat(found.shutterStopsOver(test)).isCloseTo(6, within(1e-9));
  }

  @Test
  void sunnySixteenIsEv15() {
    // ISO 2720's tables: full sun is EV 15 at ISO 100.
    assertThat(Exposure.parse("1/125s,f/16,ISO100").ev100()).isCloseTo(15, within(0.05));
  }

  @Property
  void anyTermSolvedKeepsTheBrightness(
      @ForAll @DoubleRange(min = 0.01, max = 600) double shutter,
      @ForAll @DoubleRange(min = 1, max = 22) double aperture,
      @ForAll @DoubleRange(min = 50, max = 25600) double iso) {
    Exposure from = new Exposure(shutter, aperture, iso);
    for (String to : new String[] {"?,f/4,ISO400", "2s,?,ISO800", "1/8s,f/2,ISO?"}) {
      try {
        Exposure found = from.solve(to);
        assertThat(found.ev100()).isCloseTo(from.ev100(), within(1e-6));
        assertThat(
                found.shutterStopsOver(from)
                    + found.apertureStopsOver(from)
                    + found.isoStopsOver(from))
            .isCloseTo(0, within(1e-6));
      } catch (InvalidInput e) {
        assertThat(e.getMessage()).contains("must lie between");
      }
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "15s,f/2.8;ISO",
        "15s,f/2.8,ISO?;open",
        "x,f/2.8,ISO100;duration",
        "15s,f/x,ISO100;aperture"
      })
  void whatIsNoExposureIsTold(String text, String said) {
    assertThatThrownBy(() -> Exposure.parse(text))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining(said);
  }
}
