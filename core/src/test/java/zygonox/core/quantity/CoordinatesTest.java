package zygonox.core.quantity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CoordinatesTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "54.42, -2.31;54.42;-2.31",
        "54.42 -2.31;54.42;-2.31",
        "54.42 N 2.31 W;54.42;-2.31",
        "54.42° N, 2.31° W;54.42;-2.31",
        "54°25'12\"N, 2°18'36\"W;54.42;-2.31",
        "54 25 12 n, 2 18 36 w;54.42;-2.31",
        "54 25.2 N, 2 18.6 W;54.42;-2.31",
        "-0 30, 0 30;-0.5;0.5",
        "33.9 S, 151.2 E;-33.9;151.2",
        "0, 0;0;0"
      })
  void placesAreReadInTheUsualForms(String text, double latitude, double longitude) {
    Place place = Coordinates.parse(text, 120);
    assertThat(place.latitudeDeg()).isCloseTo(latitude, within(1e-9));
    assertThat(place.longitudeDeg()).isCloseTo(longitude, within(1e-9));
    assertThat(place.heightMetres()).isEqualTo(120);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {"91, 0", "0, 181", "54 61, 2", "north", "54.42", "1,2,3,4,5,6,7"})
  void whatIsNoPlaceIsRefused(String text) {
    assertThatThrownBy(() -> Coordinates.parse(text, 0)).isInstanceOf(InvalidInput.class);
  }

  @Property
  void whatIsWrittenIsReadBack(
      @ForAll @IntRange(min = -900_000, max = 900_000) int latitude,
      @ForAll @IntRange(min = -1_800_000, max = 1_800_000) int longitude) {
    Place place = new Place(latitude / 1e4, longitude / 1e4, 0);
    Place back = Coordinates.parse(Coordinates.text(place), 0);
    assertThat(back.latitudeDeg()).isCloseTo(place.latitudeDeg(), within(1e-9));
    assertThat(back.longitudeDeg()).isCloseTo(place.longitudeDeg(), within(1e-9));
  }
}
