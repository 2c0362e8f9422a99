package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.ref.SoftReference;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.format.PixelSource;
import zygonox.core.measure.SkyLevel;
import zygonox.core.night.Night;
import zygonox.core.night.TestNights;
import zygonox.core.optics.PointStarRule;
import zygonox.core.raster.Raster;
import zygonox.core.stars.StarFinder;
import zygonox.core.stars.StarShape;
import zygonox.core.words.CameraWords;
import zygonox.core.work.Cancellation;

/** What lessons show is what they say. */
class LessonTest {
  private static final Night NIGHT = TestNights.demo();

  /** Each is shot once, unless there is no room to keep it. */
  private static final Map<Mistake, SoftReference<Lesson>> SHOT = new EnumMap<>(Mistake.class);

  private static Lesson lesson(Mistake mistake) {
    SoftReference<Lesson> kept = SHOT.get(mistake);
    Lesson lesson = kept == null ? null : kept.get();
    if (lesson == null) {
      lesson = shoot(mistake);
      SHOT.put(mistake, new SoftReference<>(lesson));
    }
    return lesson;
  }

  private static Lesson shoot(Mistake mistake) {
    Lesson.Setting setting =
        new Lesson.Setting(
            NIGHT.body().withPixels(1200, 800),
            NIGHT.lens(),
            NIGHT.site(),
            Scene.USUAL,
            PointStarRule.NPF);
    return Lesson.of(mistake, setting, NIGHT.programs().get(1), 3, new Cancellation());
  }

  private static StarShape shape(Raster frame) throws Exception {
    return StarShape.of(frame, new StarFinder(3000).find(PixelSource.of(frame), new Cancellation()))
        .orElseThrow();
  }

  private static int stars(Raster frame) throws Exception {
    return new StarFinder(3000).find(PixelSource.of(frame), new Cancellation()).size();
  }

  @ParameterizedTest
  @EnumSource(Mistake.class)
  void everyLessonHasThreeFramesInOrderAndAnExplanation(Mistake mistake) {
    Lesson lesson = lesson(mistake);
    assertThat(lesson.frames()).hasSize(3);
    assertThat(lesson.opened()).isSorted();
    assertThat(CameraWords.explanation(lesson)).doesNotContain("{").isNotBlank();
    assertThat(CameraWords.mistake(mistake)).isNotBlank();
  }

  @Test
  void eachMistakeShowsInItsFramesAndTheOthersDoNot() throws Exception {
    Lesson right = lesson(Mistake.NOTHING);
    StarShape usual = shape(right.frames().get(0));
    int count = stars(right.frames().get(0));
    assertThat(shape(lesson(Mistake.SHUTTER_TOO_LONG).frames().get(0)).elongation())
        .isGreaterThan(1.5 * usual.elongation());
    assertThat(shape(lesson(Mistake.FOCUS_MISSED).frames().get(0)).fwhm())
        .isGreaterThan(1.5 * usual.fwhm());
    Lesson dew = lesson(Mistake.DEW);
    assertThat(shape(dew.frames().get(0)).fwhm()).isLessThan(1.15 * usual.fwhm());
    assertThat(shape(dew.frames().get(2)).fwhm()).isGreaterThan(1.4 * usual.fwhm());
    Lesson cloud = lesson(Mistake.CLOUD);
    assertThat(stars(cloud.frames().get(1))).isLessThan(count * 2 / 3);
    assertThat(stars(cloud.frames().get(0))).isGreaterThan(count * 3 / 4);
    assertThat(SkyLevel.of(lesson(Mistake.HIGHLIGHTS_CLIPPED).frames().get(0)).clipped())
        .isGreaterThan(10 * SkyLevel.of(right.frames().get(0)).clipped() + 0.002);
    assertThat(shape(lesson(Mistake.STABILISATION_ON).frames().get(0)).elongation())
        .isGreaterThan(1.3 * usual.elongation());
  }

  @Test
  void theNewerMistakesAreToldByNumbersThatTheFramesBearOut() throws Exception {
    Lesson corners = lesson(Mistake.CORNERS_TRAILING);
    double middle = Double.parseDouble(corners.numbers().get(0));
    double outside = Double.parseDouble(corners.numbers().get(1));
    assertThat(middle).isLessThan(1.3);
    assertThat(outside).isGreaterThan(1.4 * middle);
    Lesson askew = lesson(Mistake.TRACKER_ASKEW);
    // Five degrees beside the pole: the sky's turning in the time, times the angle, by Earth's
    // rate.
    double minutes = Double.parseDouble(askew.numbers().get(0));
    double most = Math.toRadians(minutes / 4) * Math.toRadians(5) * 20 / (36.0 / 1200);
    assertThat(Double.parseDouble(askew.numbers().get(1))).isBetween(0.3 * most, 1.05 * most);
    Lesson moon = lesson(Mistake.MOON_GLARE);
    assertThat(Double.parseDouble(moon.numbers().get(2))).isGreaterThan(2);
    assertThat(stars(moon.frames().get(0)))
        .isLessThan(stars(lesson(Mistake.NOTHING).frames().get(0)));
    Lesson flare = lesson(Mistake.FLARE);
    assertThat(Double.parseDouble(flare.numbers().get(0))).isBetween(100.0, 700.0);
  }

  @Test
  void aMissetTimerShowsInTheTimesAlone() {
    Lesson lesson = lesson(Mistake.TIMER_MISSET);
    List<Long> steps = new ArrayList<>();
    for (int i = 1; i < 3; i++) {
      steps.add(Duration.between(lesson.opened().get(i - 1), lesson.opened().get(i)).toMillis());
    }
    double exposure = lesson.program().interval().exposureSeconds();
    double period = lesson.program().interval().periodSeconds();
    assertThat(steps).containsOnly(Math.round(1000 * (period + exposure)));
  }
}
