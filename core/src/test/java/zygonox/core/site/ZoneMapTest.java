package zygonox.core.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;

class ZoneMapTest {
  /** The principal places of IANA's table zone1970.tab (tz 2025b, in the public domain). */
  @ParameterizedTest
  @CsvFileSource(resources = "zone-places.csv")
  void theZonesOfPrincipalPlacesAreIanas(double latitude, double longitude, String zone) {
    assertThat(ZoneMap.at(new Place(latitude, longitude, 0))).isEqualTo(ZoneId.of(zone));
  }

  @ParameterizedTest
  @CsvSource({
    "0, -30, Etc/GMT+2",
    "-40, 90, Etc/GMT-6",
    "50, -1.0e1, Etc/GMT+1",
    "0, 180, Etc/GMT-12",
    "0, -180, Etc/GMT+12",
    "-0.5, 2, Etc/GMT"
  })
  void atSeaItIsTheNauticalZone(double latitude, double longitude, String zone) {
    ZoneId found = ZoneMap.at(new Place(latitude, longitude, 0));
    assertThat(found).isEqualTo(ZoneId.of(zone));
    assertThat(ZoneMap.isNautical(found)).isTrue();
    assertThat(ZoneMap.isNautical(ZoneId.of("Europe/London"))).isFalse();
  }

  @Test
  void thePolesHaveAZone() {
    assertThat(ZoneMap.at(new Place(90, 0, 0))).isNotNull();
    assertThat(ZoneMap.at(new Place(-90, 0, 0))).isNotNull();
  }

  /** Coordinates of the towns by GeoNames, to a kilometre. */
  @ParameterizedTest
  @CsvSource({
    "Kendal, 54.33, -2.75",
    "kendal, 54.33, -2.75",
    "Tromso, 69.65, 18.96",
    "Perth, -31.95, 115.86",
    "'Perth, GB', 56.40, -3.43",
    "'Perth, United Kingdom', 56.40, -3.43",
    "'Springfield, IL', 39.80, -89.64",
    "'54.42, -2.31', 54.42, -2.31"
  })
  void placesAreFoundByName(String typed, double latitude, double longitude) {
    Place place = Gazetteer.parse(typed, 120);
    assertThat(place.latitudeDeg()).isCloseTo(latitude, within(0.01));
    assertThat(place.longitudeDeg()).isCloseTo(longitude, within(0.01));
    assertThat(place.heightMetres()).isEqualTo(120);
  }

  @Test
  void whatIsNoTownIsRefusedWithTheWayOut() {
    assertThatThrownBy(() -> Gazetteer.parse("Harrowmere Mill", 0))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("coordinates");
    assertThatThrownBy(() -> Gazetteer.parse("", 0)).isInstanceOf(InvalidInput.class);
    assertThat(Gazetteer.find("Perth")).hasSizeGreaterThan(2);
    Gazetteer.Town first = Gazetteer.find("Perth").get(0);
    assertThat(Gazetteer.find(first.text())).contains(first);
  }
}
