package zygonox.core.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProperMotionTest {
  private static final Instant CENTURY = Instant.parse("2100-01-01T12:00:00Z");

  private static Star star(int hip) {
    return StarCatalogue.stars().stream().filter(s -> s.hip() == hip).findFirst().orElseThrow();
  }

  /**
   * Whole proper motions in arc seconds a year (Allen's Astrophysical Quantities, stars of large
   * proper motion; from memory).
   */
  @ParameterizedTest
  @CsvSource({
    "69673, 2.28",
    "32349, 1.34",
    "71683, 3.71",
    "57939, 7.06",
    "104214, 5.28",
    "108870, 4.70"
  })
  void fastStarsMoveAsFastAsIsPublished(int hip, double arcsecAYear) {
    Star moved = ProperMotion.at(star(hip), CENTURY);
    double cos = Math.min(1, moved.vector().dot(star(hip).vector()));
    double arcsec = Math.toDegrees(Math.acos(cos)) * 3600;
    assertThat(arcsec / 100).isCloseTo(arcsecAYear, within(0.01 * arcsecAYear));
  }

  @Test
  void othersStayWhereTheCatalogueHasThem() {
    Star polaris = star(11767);
    assertThat(ProperMotion.at(polaris, CENTURY)).isSameAs(polaris);
  }
}
