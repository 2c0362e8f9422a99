package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.frame.Frame;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.Judge;
import zygonox.core.measure.Judgement;
import zygonox.core.measure.Judgement.Reason.Code;
import zygonox.core.measure.RunMeter;
import zygonox.core.measure.Streak;
import zygonox.core.night.Night;
import zygonox.core.night.TestNights;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workroom;

/** Rehearsed nights whose faults are known, held against what is found in their frames. */
class HappeningsTest {
  private static final int FRAMES = 9;

  @TempDir Path folder;

  private record Rehearsed(List<FrameMeasure> measures, List<Judgement> judged, JsonNode truth) {}

  private Rehearsed rehearsed(Set<HappeningKind> kinds, long seed) throws Exception {
    return rehearsed(kinds, seed, FRAMES);
  }

  private Rehearsed rehearsed(Set<HappeningKind> kinds, long seed, int count) throws Exception {
    Night night = TestNights.demo();
    Body body = night.body().withPixels(1200, 800);
    Program program =
        night.programs().get(0).withInterval(night.programs().get(0).interval().withCount(count));
    Happenings happenings = Happenings.of(kinds, List.of(program), body, seed);
    SimulatedCamera camera =
        new SimulatedCamera(body, night.lens(), night.site(), Scene.USUAL, seed, happenings, 10);
    Rehearsal rehearsal = new Rehearsal(camera, Rehearsal.FileType.TIFF);
    Path into = Files.createDirectories(folder.resolve(kinds.toString()));
    List<Rehearsal.Planned> planned =
        rehearsal.plan(
            List.of(program),
            p -> happenings.comeAbout(p, Take.of(p, night.conditions(p))),
            count,
            into);
    rehearsal.run(planned, f -> {}, Progress.NONE, new Cancellation());
    Truth.write(camera, seed, planned, into.resolve("truth.json"));
    List<Frame> frames = new ArrayList<>();
    for (Rehearsal.Planned next : planned) {
      frames.add(Frame.look(next.file()));
    }
    List<FrameMeasure> measures =
        RunMeter.measure(frames, Workroom.usual(Progress.NONE, new Cancellation()), (f, e) -> {})
            .frames();
    return new Rehearsed(
        measures,
        Judge.USUAL.of(measures),
        new ObjectMapper().readTree(into.resolve("truth.json").toFile()).get("frames"));
  }

  private static boolean has(Judgement judgement, Code code) {
    return judgement.reasons().stream().anyMatch(r -> r.code() == code);
  }

  /** Neighbouring seeds are other nights: things come about all over the middle of a run. */
  @Test
  void seedsThatLieCloseTogetherTellOfOtherNights() {
    Night night = TestNights.demo();
    Program program = night.programs().get(0);
    Instant start = program.start().toInstant();
    long run = Duration.between(start, program.end(night.body())).toMillis();
    Set<Long> tenths = new HashSet<>();
    for (long seed = 0; seed < 40; seed++) {
      Happenings happenings =
          Happenings.of(EnumSet.of(HappeningKind.BATTERY), List.of(program), night.body(), seed);
      Instant at = happenings.end(program).orElseThrow().at();
      tenths.add(10 * Duration.between(start, at).toMillis() / run);
    }
    assertThat(tenths).containsExactlyInAnyOrder(2L, 3L, 4L, 5L, 6L, 7L);
  }

  @Test
  void withoutHappeningsEveryFrameIsKept() throws Exception {
    assertThat(rehearsed(EnumSet.noneOf(HappeningKind.class), 1, 5).judged())
        .allMatch(j -> j.verdict() == Judgement.Verdict.KEEP);
  }

  /** What covers less takes less than a third of the stars: they are judged by the run. */
  @Test
  void cloudIsFoundWhereItIsThick() throws Exception {
    Rehearsed night = rehearsed(EnumSet.of(HappeningKind.CLOUD), 3);
    int thick = 0;
    for (int i = 0; i < FRAMES; i++) {
      double cloud = night.truth().get(i).get("cloud").asDouble();
      boolean found =
          has(night.judged().get(i), Code.STARS_FELL)
              || has(night.judged().get(i), Code.STARS_GONE);
      if (cloud > 0.8) {
        thick++;
        assertThat(found).as("frame %d", i).isTrue();
      } else if (cloud == 0) {
        assertThat(night.judged().get(i).reasons()).as("frame %d", i).isEmpty();
      }
    }
    assertThat(thick).isPositive();
  }

  /** Under cloud the ground of this night is too dark to tell, and the stars do. */
  @ParameterizedTest
  @CsvSource({"BUMP, 3", "CLOUD, 4"})
  void aBumpIsFoundAtItsFrameAndTheStarsMoveWithIt(HappeningKind also, long seed) throws Exception {
    Rehearsed night = rehearsed(EnumSet.of(HappeningKind.BUMP, also), seed);
    for (int i = 1; i < FRAMES; i++) {
      JsonNode before = night.truth().get(i - 1).get("facing");
      boolean bumped = !before.equals(night.truth().get(i).get("facing"));
      assertThat(has(night.judged().get(i), Code.BUMP)).as("frame %d", i).isEqualTo(bumped);
    }
    double shift = night.measures().get(FRAMES - 1).shift().pixels();
    JsonNode first = night.truth().get(0).get("facing");
    JsonNode last = night.truth().get(FRAMES - 1).get("facing");
    double moved =
        Math.hypot(
            (last.get("azimuth").asDouble() - first.get("azimuth").asDouble()) * 0.89,
            last.get("altitude").asDouble() - first.get("altitude").asDouble());
    // Pixels of a fiftieth of a degree and a half in the middle of this frame.
    double pixels = Math.toRadians(moved) * 20 / 0.03;
    assertThat(shift).isCloseTo(pixels, within(0.15 * pixels + 0.3));
  }

  @Test
  void dewIsFoundBeforeTheRunEnds() throws Exception {
    Rehearsed night = rehearsed(EnumSet.of(HappeningKind.DEW), 4);
    assertThat(has(night.judged().get(FRAMES - 1), Code.STARS_WIDE)).isTrue();
    for (int i = 0; i < FRAMES; i++) {
      if (night.truth().get(i).get("starSigma").asDouble() < 0.65) {
        assertThat(has(night.judged().get(i), Code.STARS_WIDE)).as("frame %d", i).isFalse();
      }
    }
  }

  @Test
  void aLampIsFoundAtItsFrame() throws Exception {
    Rehearsed night = rehearsed(EnumSet.of(HappeningKind.TORCH), 5);
    for (int i = 0; i < FRAMES; i++) {
      assertThat(has(night.judged().get(i), Code.LAMP))
          .as("frame %d", i)
          .isEqualTo(night.truth().get(i).get("torch").asBoolean());
    }
  }

  @ParameterizedTest
  @EnumSource(
      value = HappeningKind.class,
      names = {"AEROPLANE", "SATELLITE"})
  void linesAreFoundWhereTheyTrulyAre(HappeningKind kind) throws Exception {
    Rehearsed night = rehearsed(EnumSet.of(kind), 6);
    int lines = 0;
    int found = 0;
    for (int i = 0; i < FRAMES; i++) {
      List<Streak> streaks = night.measures().get(i).streaks();
      boolean isLong = false;
      for (JsonNode line : night.truth().get(i).get("streaks")) {
        double x1 = line.get("x1").asDouble();
        double y1 = line.get("y1").asDouble();
        double x2 = line.get("x2").asDouble();
        double y2 = line.get("y2").asDouble();
        if (Math.hypot(x2 - x1, y2 - y1) < 200) {
          continue;
        }
        isLong = true;
        lines++;
        found += streaks.stream().anyMatch(s -> lies(s, x1, y1, x2, y2)) ? 1 : 0;
      }
      if (!isLong && night.truth().get(i).get("streaks").isEmpty()) {
        assertThat(streaks).as("frame %d", i).isEmpty();
      }
    }
    assertThat(lines).isPositive();
    assertThat(found).isEqualTo(lines);
  }

  /** Whether a found line's middle lies on a true one, and both go the same way. */
  private static boolean lies(Streak s, double x1, double y1, double x2, double y2) {
    double length = Math.hypot(x2 - x1, y2 - y1);
    double mx = (s.x1() + s.x2()) / 2 - x1;
    double my = (s.y1() + s.y2()) / 2 - y1;
    double off = Math.abs(mx * (y2 - y1) - my * (x2 - x1)) / length;
    double turned =
        Math.abs((s.x2() - s.x1()) * (y2 - y1) - (s.y2() - s.y1()) * (x2 - x1))
            / length
            / s.length();
    return off < 6 && turned < 0.03;
  }

  @Test
  void windAndFocusMakeStarsWideAndFocusDoesSoFromTheStart() throws Exception {
    Rehearsed wind = rehearsed(EnumSet.of(HappeningKind.WIND), 7);
    int shaken = 0;
    for (int i = 0; i < FRAMES; i++) {
      boolean isShaken = wind.truth().get(i).get("starSigma").asDouble() > 0.8;
      shaken += isShaken ? 1 : 0;
      assertThat(has(wind.judged().get(i), Code.STARS_WIDE)).as("frame %d", i).isEqualTo(isShaken);
    }
    assertThat(shaken).isBetween(1, FRAMES / 2);
    Rehearsed soft = rehearsed(EnumSet.of(HappeningKind.FOCUS), 7, 3);
    Rehearsed sharp = rehearsed(EnumSet.noneOf(HappeningKind.class), 7, 3);
    double ratio =
        soft.measures().get(0).shape().orElseThrow().fwhm()
            / sharp.measures().get(0).shape().orElseThrow().fwhm();
    assertThat(ratio).isGreaterThan(1.5);
    assertThat(soft.measures().get(0).stars()).isLessThan(sharp.measures().get(0).stars());
  }

  @Test
  void batteryAndCardEndARunAndTheTruthSaysWhen() throws Exception {
    Rehearsed night = rehearsed(EnumSet.of(HappeningKind.BATTERY), 8);
    assertThat(night.measures().size()).isBetween(2, FRAMES - 1);
    Path truth = folder.resolve("[BATTERY]").resolve("truth.json");
    JsonNode end = new ObjectMapper().readTree(truth.toFile()).get("ends").get(0);
    assertThat(end.get("kind").asText()).isEqualTo("battery");
    int last = night.truth().size() - 1;
    assertThat(end.get("at").asText())
        .isGreaterThan(night.truth().get(last).get("middle").asText().substring(0, 16));
  }

  @Test
  void namesAreReadAndOthersRefused() {
    assertThat(HappeningKind.parse(List.of("cloud", " Dew")))
        .containsExactlyInAnyOrder(HappeningKind.CLOUD, HappeningKind.DEW);
    assertThatThrownBy(() -> HappeningKind.parse(List.of("locusts")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("aeroplane");
  }
}
