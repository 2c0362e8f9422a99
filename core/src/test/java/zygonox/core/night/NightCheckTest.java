package zygonox.core.night;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import zygonox.core.optics.Lens;
import zygonox.core.optics.TargetFit;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Direction;
import zygonox.core.words.ProgramWords;
import zygonox.core.work.Cancellation;

class NightCheckTest {
  private static List<Code> codes(Night night, int program) {
    return NightCheck.of(night, program).stream().map(f -> f.finding().code()).toList();
  }

  private static Night change(Night night, UnaryOperator<Program> change) {
    return night.withProgram(0, change.apply(night.programs().get(0)));
  }

  private static Night trails(UnaryOperator<Program> change) {
    return change(TestNights.demo(), change);
  }

  private static Night points(UnaryOperator<Program> change) {
    return change(TestNights.with(Job.MILKY_WAY_SKY), change);
  }

  private static Interval timing(double exposure, double gap, int count) {
    return new Interval(2, exposure, gap, count);
  }

  /** Nights in which one thing is wrong that can be mended at once. */
  static Stream<Arguments> mendable() {
    Night demo = TestNights.demo();
    return Stream.of(
        Arguments.of(
            Code.OVERLAP, demo.withProgram(1, startingAt(demo.programs().get(1), "21:00"))),
        Arguments.of(
            Code.NO_TIME_TO_TURN, demo.withProgram(1, startingAt(demo.programs().get(1), "21:41"))),
        Arguments.of(Code.WRITE_TOO_SLOW, trails(p -> p.withInterval(p.interval().withGap(0.3)))),
        Arguments.of(Code.TIMER_GAP, trails(p -> p.withInterval(p.interval().withGap(0.7)))),
        Arguments.of(
            Code.DARK_SUBTRACTION,
            demo.withAssumptions(demo.assumptions().withDarkSubtraction(true))),
        Arguments.of(
            Code.NO_BULB, demo.withKit(demo.kit().withCamera(demo.kit().camera().withBulb(false)))),
        Arguments.of(Code.STARTS_IN_DUSK, trails(p -> startingAt(p, "19:30"))),
        Arguments.of(Code.SUN_UP, trails(p -> startingAt(p, "17:00"))),
        Arguments.of(
            Code.ENDS_AFTER_DAWN, trails(p -> p.withInterval(p.interval().withCount(440)))),
        Arguments.of(Code.SKY_CLIPS, trails(p -> p.withIso(51_200))),
        Arguments.of(Code.STARS_TRAIL, points(p -> p.withInterval(p.interval().withExposure(60)))),
        Arguments.of(Code.BREAKS_VISIBLE, trails(p -> p.withInterval(p.interval().withGap(20)))),
        Arguments.of(
            Code.CARD_FULL, demo.withKit(demo.kit().withCard(new ByteSize(1_000_000_000)))),
        Arguments.of(Code.LENS_REACH, trails(p -> p.withFocal(50))),
        Arguments.of(Code.LENS_APERTURE, trails(p -> p.withAperture(1.2))),
        Arguments.of(
            Code.ISO_HIGH,
            demo.withKit(demo.kit().withCamera(demo.kit().camera().withIso(100, 400)))));
  }

  private static Program startingAt(Program p, String time) {
    return p.withStart(p.start().with(LocalTime.parse(time)));
  }

  @ParameterizedTest
  @MethodSource("mendable")
  void whatIsWrongIsFoundSaidAndMended(Code code, Night night) {
    int program = codes(night, 0).contains(code) ? 0 : 1;
    NightFinding found =
        NightCheck.of(night, program).stream()
            .filter(f -> f.finding().code() == code)
            .findFirst()
            .orElseThrow(() -> new AssertionError(code + " not in " + codes(night, program)));
    assertThat(ProgramWords.finding(found)).isNotBlank().doesNotContain("{").doesNotContain("\n");
    assertThat(ProgramWords.mend(found)).isNotBlank();
    Night mended = found.mend().orElseThrow();
    assertThat(mended).isNotEqualTo(night);
    assertThat(codes(mended, program)).doesNotContain(code);
  }

  @Test
  void theDemoNightIsSound() {
    Night demo = TestNights.demo();
    assertThat(codes(demo, 0)).containsExactly(Code.NEEDS_BULB);
    assertThat(codes(demo, 1)).isEmpty();
  }

  @Test
  void theMoonAndASinkingTargetEndAProgram() {
    Night demo = TestNights.demo();
    // The waning moon of early November 2026 rises late in the evening.
    Night moonlit = demo.withDate(LocalDate.of(2026, 11, 1));
    Night all = change(moonlit, p -> p.withInterval(p.interval().withCount(300)));
    NightFinding rises =
        NightCheck.of(all, 0).stream()
            .filter(f -> f.finding().code() == Code.MOON_RISES)
            .findFirst()
            .orElseThrow();
    assertThat(codes(rises.mend().orElseThrow(), 0)).doesNotContain(Code.MOON_RISES);
    Night arcturus = demo.withAssumptions(demo.assumptions().withTarget("213.9,19.2"));
    Night sinking =
        change(
            arcturus,
            p ->
                startingAt(p, "18:45")
                    .withInterval(p.interval().withCount(120))
                    .withJob(Job.MILKY_WAY_SKY));
    assertThat(codes(sinking, 0)).contains(Code.TARGET_SETS);
  }

  @Test
  void cardAndBatteriesAreCountedForTheWholeNight() {
    Night demo = TestNights.demo();
    long frames = 48 + 10;
    ByteSize card = new ByteSize((long) (frames * demo.kit().camera().rawBytes() / 0.8));
    Night tight = demo.withKit(demo.kit().withCard(card));
    // Each program alone would fit; both together do not.
    assertThat(codes(tight, 0)).doesNotContain(Code.CARD_FULL);
    assertThat(codes(tight, 1)).contains(Code.CARD_FULL);
    assertThat(codes(demo, 1)).doesNotContain(Code.CARD_FULL);
  }

  @Test
  void aClockFarFromTheSunsIsNoticed() {
    Night demo = TestNights.demo();
    Night odd = demo.withSite(demo.site().withZone(ZoneId.of("Asia/Tokyo")));
    assertThat(codes(odd, 0)).contains(Code.ODD_CLOCK);
  }

  @Test
  void worstComesFirst() {
    Night bad = trails(p -> startingAt(p, "17:00").withIso(51_200).withFocal(50).withAperture(1.2));
    List<Code> codes = codes(bad, 0);
    assertThat(codes).isSorted();
    assertThat(codes).hasSizeGreaterThan(3).startsWith(Code.SUN_UP);
  }

  @Test
  void targetsAreRankedByFitWindowAndHeight() {
    Night night = TestNights.demo();
    Program through135 = night.programs().get(0).withFocal(135);
    Night with = night.withKit(night.kit().withLens(new Lens("135 mm", 135, 2)));
    List<TargetProspect> all = TargetProspect.of(with, through135, new Cancellation());
    assertThat(all).hasSizeGreaterThan(120);
    TargetProspect first = all.get(0);
    assertThat(first.fit()).isEqualTo(TargetFit.FITS);
    assertThat(first.almanac().bestWindow()).isPresent();
    for (int i = 1; i < all.size(); i++) {
      if (all.get(i).fit() == all.get(i - 1).fit()) {
        assertThat(all.get(i).best()).isLessThanOrEqualTo(all.get(i - 1).best());
      }
      all.get(i).almanac().bestWindow().ifPresent(w -> assertThat(w.from()).isBefore(w.to()));
    }
    assertThat(first.bestHour())
        .isBetween(
            first.almanac().bestWindow().orElseThrow().from(),
            first.almanac().bestWindow().orElseThrow().to());
  }

  @Test
  void movingANightKeepsItsHours() {
    Night night = TestNights.demo();
    Night moved = night.withDate(night.date().plusDays(40));
    // Across the end of summer time the clock's hour stays.
    assertThat(moved.programs().get(0).start().toLocalTime())
        .isEqualTo(night.programs().get(0).start().toLocalTime());
    assertThat(moved.programs().get(0).facing()).isEqualTo(new Direction(4, 27));
    Night ticked = night.withTick("0:raw", true);
    assertThat(ticked.ticked()).containsExactly("0:raw");
    assertThat(ticked.withTick("0:raw", false)).isEqualTo(night);
  }
}
