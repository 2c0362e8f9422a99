package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.FrameInfo;
import zygonox.core.night.Night;
import zygonox.core.night.TestNights;
import zygonox.core.optics.Body;
import zygonox.core.optics.Orientation;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.raster.Raster;
import zygonox.core.site.Site;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.work.Cancellation;

class TestFrameTest {
  private static final Night NIGHT = night();

  /** High up, so that no ground is in the frame. */
  private static final Program PROGRAM = NIGHT.programs().get(0).withFacing(new Direction(90, 60));

  private static Night night() {
    Night night = TestNights.with(Job.MILKY_WAY_SKY);
    Body body = night.body().withPixels(600, 400);
    return night.withKit(night.kit().withCamera(night.kit().camera().withBody(body)));
  }

  private static Raster shot(Site site, Program program) {
    SimulatedCamera camera =
        new SimulatedCamera(NIGHT.body(), NIGHT.lens(), site, new Scene(352), 5);
    return camera.preview(program, program.shots().get(0), new Cancellation());
  }

  @ParameterizedTest
  @ValueSource(doubles = {19.5, 20.5, 21.2, 21.8})
  void aTestFrameTellsHowDarkTheSkyReallyIs(double magnitude) {
    Site real = NIGHT.site().withBrightness(new SkyBrightness(magnitude));
    TestFrame test =
        TestFrame.of(shot(real, PROGRAM), FrameInfo.UNKNOWN, PROGRAM, NIGHT.kit(), NIGHT.site());
    assertThat(test.corrected().orElseThrow().magnitude()).isCloseTo(magnitude, within(0.25));
    double stops = (NIGHT.site().brightness().magnitude() - magnitude) * 0.4 / Math.log10(2);
    assertThat(test.stops()).isCloseTo(stops, within(0.35));
  }

  @Test
  void theSettingsItTellsOfItselfHold() {
    Program longer = PROGRAM.withInterval(PROGRAM.interval().withExposure(30));
    FrameInfo info =
        new FrameInfo(
            FrameInfo.UNKNOWN.capturedAt(),
            OptionalDouble.of(30),
            OptionalDouble.empty(),
            OptionalDouble.empty(),
            OptionalDouble.empty(),
            FrameInfo.UNKNOWN.camera(),
            FrameInfo.UNKNOWN.lens(),
            1);
    Raster frame = shot(NIGHT.site(), longer);
    TestFrame told = TestFrame.of(frame, info, PROGRAM, NIGHT.kit(), NIGHT.site());
    assertThat(told.stops()).isCloseTo(0, within(0.35));
    TestFrame taken = TestFrame.of(frame, FrameInfo.UNKNOWN, PROGRAM, NIGHT.kit(), NIGHT.site());
    double by = Math.log(30 / PROGRAM.interval().exposureSeconds()) / Math.log(2);
    assertThat(taken.stops() - told.stops()).isCloseTo(by, within(0.05));
  }

  @Test
  void underTheMoonItTellsNothingOfTheDark() {
    Night moonlit = NIGHT.withDate(LocalDate.of(2026, 10, 25));
    Program program = moonlit.programs().get(0).withFacing(new Direction(90, 60)).withIso(1600);
    TestFrame test =
        TestFrame.of(
            shot(moonlit.site(), program),
            FrameInfo.UNKNOWN,
            program,
            moonlit.kit(),
            // Taken for far darker than it is: the moon outshines either.
            moonlit.site());
    assertThat(test.stops()).isCloseTo(0, within(0.4));
    TestFrame clipped =
        TestFrame.of(
            shot(moonlit.site(), program.withIso(102_400)),
            FrameInfo.UNKNOWN,
            program.withIso(102_400),
            moonlit.kit(),
            moonlit.site());
    assertThat(clipped.corrected()).isEmpty();
  }

  @Test
  void heldUprightAFrameIsHigherThanWide() {
    Raster upright = shot(NIGHT.site(), PROGRAM.withOrientation(Orientation.PORTRAIT));
    assertThat(upright.layout().height()).isEqualTo(600);
    assertThat(upright.layout().width()).isEqualTo(400);
  }
}
