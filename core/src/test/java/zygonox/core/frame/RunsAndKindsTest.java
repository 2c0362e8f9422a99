package zygonox.core.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.format.CaptureTime;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureFormat;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/** Runs and what they were taken for. */
class RunsAndKindsTest {
  private static final LocalDateTime TEN = LocalDateTime.parse("2026-10-14T22:00:00");
  private static final PixelLayout SHAPE = new PixelLayout(96, 64, 1, 8);

  @TempDir Path folder;

  private static FrameInfo info(
      double second, double exposure, int iso, String camera, String serial) {
    return new FrameInfo(
        Optional.of(new CaptureTime(TEN.plusNanos(Math.round(second * 1e9)), Optional.empty())),
        OptionalDouble.of(exposure),
        OptionalDouble.of(2.8),
        OptionalDouble.of(iso),
        OptionalDouble.of(24),
        Optional.of(camera),
        Optional.ofNullable(serial),
        Optional.empty(),
        Optional.empty(),
        1);
  }

  private static Frame frame(String name, FrameInfo info) {
    return new Frame(Path.of("card", name), PictureFormat.JPEG, SHAPE, info);
  }

  private static FrameSet set(List<Frame> frames) {
    return FrameSet.of(frames, List.of());
  }

  @Test
  void twoCamerasShootingAtTheSameTimeAreTwoRuns() {
    List<Frame> frames = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      frames.add(frame("a" + i + ".jpg", info(21 * i, 20, 1600, "Wether", "1")));
      frames.add(frame("b" + i + ".jpg", info(21 * i + 7, 10, 3200, "Wether", "2")));
    }
    FrameSet set = set(frames);
    assertThat(set.frames()).extracting(f -> f.info().serial().orElseThrow()).startsWith("1", "2");
    assertThat(set.runs()).extracting(r -> r.frames().size()).containsExactly(6, 6);
    assertThat(set.runs()).extracting(FrameRun::number).containsExactly(1, 2);
    assertThat(set.runs()).allMatch(r -> r.kind() == FrameKind.SKY);
    assertThat(set.gaps()).isEmpty();
  }

  @Test
  void aCameraThatChangesItsSettingsAndBackBeginsARunEachTime() {
    List<Frame> frames = new ArrayList<>();
    for (int i = 0; i < 15; i++) {
      frames.add(frame(i + ".jpg", info(21 * i, 20, i / 5 == 1 ? 800 : 1600, "Wether", null)));
    }
    assertThat(set(frames).runs()).extracting(r -> r.frames().size()).containsExactly(5, 5, 5);
  }

  @Test
  void aFewFramesAreExplainedByTheSkyRunBesideThem() {
    List<Frame> frames = new ArrayList<>();
    frames.add(frame("0.jpg", info(-60, 5, 12_800, "Wether", null)));
    for (int i = 1; i < 8; i++) {
      frames.add(frame(i + ".jpg", info(21 * i, 20, 3200, "Wether", null)));
    }
    frames.add(frame("8.jpg", info(600, 240, 800, "Wether", null)));
    FrameSet set = set(frames);
    assertThat(set.runs())
        .extracting(FrameRun::kind)
        .containsExactly(FrameKind.TEST, FrameKind.SKY, FrameKind.FOREGROUND);
    assertThat(set.runs())
        .extracting(FrameRun::reason)
        .containsExactly(KindReason.BEFORE_A_RUN, KindReason.MANY_LONG, KindReason.LONGER_THAN_SKY);
  }

  @Test
  void someLongerFramesAfterTheSkyAreItsForegroundHoweverMany() {
    List<Frame> frames = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      frames.add(frame(i + ".jpg", info(21 * i, 20, 3200, "Wether", null)));
    }
    for (int i = 0; i < 4; i++) {
      frames.add(frame("g" + i + ".jpg", info(600 + 130 * i, 120, 800, "Wether", null)));
    }
    assertThat(set(frames).runs())
        .extracting(FrameRun::kind)
        .containsExactly(FrameKind.SKY, FrameKind.FOREGROUND);
  }

  @Test
  void shortFramesOneRightAfterTheOtherAreABurst() {
    List<Frame> burst = new ArrayList<>();
    List<Frame> slow = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      burst.add(frame(i + ".jpg", info(i * 0.2, 0.1, 6400, "Wether", null)));
      slow.add(frame(i + ".jpg", info(i * 8, 0.1, 100, "Wether", null)));
    }
    assertThat(set(burst).runs().get(0).kind()).isEqualTo(FrameKind.BURST);
    assertThat(set(slow).runs().get(0).kind()).isEqualTo(FrameKind.UNKNOWN);
  }

  @Test
  void namesSayItAndWordsWithinWordsDoNot() {
    FrameInfo info = info(0, 20, 1600, "Wether", null);
    assertThat(set(List.of(frame("darks-0001.jpg", info))).runs().get(0).kind())
        .isEqualTo(FrameKind.DARK);
    assertThat(set(List.of(frame("FLAT_3.jpg", info))).runs().get(0).kind())
        .isEqualTo(FrameKind.FLAT);
    // A name that says two things says what it was shot for, at every start of the program.
    assertThat(set(List.of(frame("test dark.jpg", info))).runs().get(0).kind())
        .isEqualTo(FrameKind.DARK);
    for (String name : List.of("darkness.jpg", "latest.jpg", "flathead.jpg")) {
      assertThat(set(List.of(frame(name, info))).runs().get(0).reason())
          .as(name)
          .isNotEqualTo(KindReason.NAMED);
    }
  }

  /** Five frames with one pixel formula, and what they are found to be. */
  private FrameRun found(double exposure, PixelFormula formula) throws Exception {
    Path into = Files.createTempDirectory(folder, "card");
    for (int i = 0; i < 5; i++) {
      PixelLayout layout = new PixelLayout(240, 160, 3, 16);
      Raster raster = Raster.blank(layout);
      Random random = new Random(i);
      for (int y = 0; y < layout.height(); y++) {
        for (int x = 0; x < layout.width(); x++) {
          for (int c = 0; c < 3; c++) {
            double value = formula.at(x / 240.0, y / 160.0) + 0.004 * random.nextGaussian();
            raster.samples()[(y * 240 + x) * 3 + c] =
                (short) Math.round(65_535 * Math.max(0, Math.min(1, value)));
          }
        }
      }
      TestPictures.write(
          into.resolve("f" + i + ".tif"), raster, info(25 * i, exposure, 1600, "Wether", null));
    }
    FrameSet set = FrameFinder.find(List.of(into), Progress.NONE, new Cancellation());
    assertThat(set.runs()).hasSize(1);
    return set.runs().get(0);
  }

  private interface PixelFormula {
    double at(double x, double y);
  }

  @Test
  void aLookTellsCappedAndEvenlyLitFramesFromTheSky() throws Exception {
    FrameRun dark = found(20, (x, y) -> 0.01);
    assertThat(dark.kind()).isEqualTo(FrameKind.DARK);
    assertThat(dark.reason()).isEqualTo(KindReason.BLACK);
    FrameRun flat =
        found(0.02, (x, y) -> 0.6 - 0.4 * ((x - 0.5) * (x - 0.5) + (y - 0.5) * (y - 0.5)));
    assertThat(flat.kind()).isEqualTo(FrameKind.FLAT);
    assertThat(flat.reason()).isEqualTo(KindReason.EVEN);
    assertThat(found(20, (x, y) -> y > 0.7 ? 0.02 : 0.2).kind()).isEqualTo(FrameKind.SKY);
    assertThat(found(0.02, (x, y) -> y > 0.7 ? 0.02 : 0.4).kind()).isEqualTo(FrameKind.UNKNOWN);
  }

  @Test
  void aPersonsWordReplacesTheGuess() {
    FrameSet set = set(List.of(frame("a.jpg", info(0, 20, 1600, "Wether", null))));
    FrameSet said = set.withKind(set.runs().get(0), FrameKind.FOREGROUND, KindReason.SAID);
    assertThat(said.runs().get(0).kind()).isEqualTo(FrameKind.FOREGROUND);
    assertThat(said.frames()).isEqualTo(set.frames());
  }
}
