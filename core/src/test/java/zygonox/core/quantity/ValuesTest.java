package zygonox.core.quantity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ValuesTest {
  @ParameterizedTest
  @ValueSource(doubles = {90.0001, -91, Double.NaN, Double.POSITIVE_INFINITY})
  void latitudesOffTheEarthAreRefusedWithTheRange(double latitude) {
    assertThatThrownBy(() -> new Place(latitude, 0, 0))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("latitude")
        .hasMessageContaining("between -90 and 90");
  }

  @ParameterizedTest
  @CsvSource({"-0.5, 359.5", "720, 0", "-360, 0", "359.9999, 359.9999", "-1e-18, 0"})
  void anglesComeIntoTheCircle(double given, double expected) {
    assertThat(Angle.positive(given)).isEqualTo(expected);
  }

  @Test
  void aSignedAngleKeepsItsSign() {
    assertThat(Angle.signed(-0.5)).isEqualTo(-0.5);
    assertThat(Angle.signed(180)).isEqualTo(-180);
  }

  @ParameterizedTest
  @CsvSource({
    "512m, 536870912",
    "2g, 2147483648",
    "800000, 800000",
    "1K, 1024",
    "3 MB, 3000000",
    "3 MiB, 3145728",
    "1.5g, 1610612736",
    "64 GB, 64000000000",
    "0, 0"
  })
  void sizesAreRead(String text, long bytes) {
    assertThat(ByteSize.parse(text).bytes()).isEqualTo(bytes);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "m", "-5m", "1.5.2g", "12x", "999999999999t"})
  void whatIsNoSizeIsRefused(String text) {
    assertThatThrownBy(() -> ByteSize.parse(text)).isInstanceOf(InvalidInput.class);
  }

  @Test
  void sizesArePrintedShort() {
    assertThat(new ByteSize(900)).hasToString("900 bytes");
    assertThat(new ByteSize(1536)).hasToString("1.5 kB");
    assertThat(new ByteSize(64_000_000_000L)).hasToString("64 GB");
  }
}
