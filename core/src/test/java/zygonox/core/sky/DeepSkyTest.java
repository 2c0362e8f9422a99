package zygonox.core.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.quantity.InvalidInput;

class DeepSkyTest {
  @ParameterizedTest
  // Places of J2000 in degrees as every catalogue has them, to a twentieth (from memory).
  @CsvSource({
    "M31, 10.68, 41.27",
    "m 42, 83.82, -5.39",
    "Pleiades, 56.75, 24.12",
    "NGC 7000, 314.7, 44.5",
    "M13, 250.42, 36.46"
  })
  void targetsAreFoundByIdOrName(String typed, double ra, double dec) {
    DeepSky.Target target = DeepSky.find(typed).orElseThrow();
    assertThat(target.j2000().rightAscensionDeg()).isCloseTo(ra, within(0.5));
    assertThat(target.j2000().declinationDeg()).isCloseTo(dec, within(0.5));
    assertThat(SkyBody.parse(typed)).isEqualTo(target.body());
  }

  @Test
  void theTableIsWholeAndNoIdIsThereTwice() {
    Set<String> ids = new HashSet<>();
    for (DeepSky.Target target : DeepSky.targets()) {
      assertThat(ids.add(target.id())).as(target.id()).isTrue();
      assertThat(target.type()).isNotBlank();
      assertThat(target.longArcmin()).isGreaterThanOrEqualTo(target.shortArcmin());
      assertThat(target.title()).isNotBlank();
    }
    assertThat(ids).hasSizeGreaterThan(120).contains("M1", "M110", "galactic-centre");
    assertThat(DeepSky.find("M31").orElseThrow().title()).contains("Andromeda");
  }

  @Test
  void whatIsNotKnownIsTold() {
    assertThat(DeepSky.find("M999")).isEmpty();
    assertThat(DeepSky.find("")).isEmpty();
    assertThatThrownBy(() -> SkyBody.parse("the big one"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("M31");
  }
}
