package zygonox.core.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.format.FrameInfo;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

class FrameFinderTest {
  @TempDir Path folder;

  private void frame(String name, FrameInfo info) {
    TestPictures.write(
        folder.resolve(name), TestPictures.smooth(new PixelLayout(16, 12, 3, 8)), info);
  }

  private FrameSet find(Path... paths) {
    return FrameFinder.find(List.of(paths), Progress.NONE, new Cancellation());
  }

  private static List<String> names(FrameSet set) {
    return set.frames().stream().map(f -> f.file().getFileName().toString()).toList();
  }

  @ParameterizedTest
  @CsvSource({"f9.jpg,f10.jpg", "f009.jpg,f10.jpg", "a,b", "A1,a2", "f1,f1a", "x2y3,x2y20"})
  void namesAreComparedAsPeopleCount(String first, String second) {
    assertThat(NaturalOrder.INSTANCE.compare(first, second)).isNegative();
    assertThat(NaturalOrder.INSTANCE.compare(second, first)).isPositive();
    assertThat(NaturalOrder.INSTANCE.compare(first, first)).isZero();
  }

  @Test
  void wrappedFileNumbersFollowTheClock() {
    frame("IMG_9998.jpg", TestPictures.info("2026-10-14T22:00:00", "+01:00"));
    frame("IMG_9999.jpg", TestPictures.info("2026-10-14T22:00:21", "+01:00"));
    frame("IMG_0001.jpg", TestPictures.info("2026-10-14T22:00:42", "+01:00"));
    assertThat(names(find(folder))).containsExactly("IMG_9998.jpg", "IMG_9999.jpg", "IMG_0001.jpg");
  }

  @Test
  void subSecondsAndOffsetsCount() {
    frame("a.jpg", TestPictures.info("2026-10-14T22:00:00.500", "+01:00"));
    frame("b.jpg", TestPictures.info("2026-10-14T22:00:00.250", "+01:00"));
    frame("c.jpg", TestPictures.info("2026-10-14T23:00:00.100", "+02:00"));
    assertThat(names(find(folder))).containsExactly("c.jpg", "b.jpg", "a.jpg");
  }

  @Test
  void framesWithoutATimeFollowByName() {
    frame("f10.jpg", FrameInfo.UNKNOWN);
    frame("f9.jpg", FrameInfo.UNKNOWN);
    frame("z.jpg", TestPictures.info("2026-10-14T22:00:00", null));
    assertThat(names(find(folder))).containsExactly("z.jpg", "f9.jpg", "f10.jpg");
  }

  @Test
  void aFileReachedTwiceCountsOnceAndBystandersArePassedOver() throws IOException {
    frame("a.jpg", FrameInfo.UNKNOWN);
    Files.writeString(folder.resolve("truth.json"), "{}");
    Files.writeString(folder.resolve("broken.png"), "not a picture");
    FrameSet set = find(folder, folder.resolve("a.jpg"));
    assertThat(names(set)).containsExactly("a.jpg");
    assertThat(set.unreadable()).hasSize(1);
    assertThat(set.unreadable().get(0).file()).hasFileName("broken.png");
  }

  @Test
  void aMissingPathIsNamed() {
    assertThatThrownBy(() -> find(folder.resolve("nowhere")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("nowhere");
  }

  @Test
  void runsEndWhereSettingsChangeAndGapsAreFound() {
    for (int i = 0; i < 6; i++) {
      int late = i >= 4 ? 60 : 0;
      frame(
          "s" + i + ".jpg",
          TestPictures.info(
              "2026-10-14T22:0%d:%02d".formatted((i * 21 + late) / 60, (i * 21 + late) % 60),
              "+01:00"));
    }
    FrameInfo sky = TestPictures.info("2026-10-14T22:30:00", "+01:00");
    FrameInfo other =
        new FrameInfo(
            sky.capturedAt(),
            sky.exposureSeconds(),
            sky.aperture(),
            OptionalDouble.of(100),
            sky.focalMm(),
            sky.camera(),
            sky.lens(),
            1);
    frame("t.jpg", other);
    FrameSet set = find(folder);
    assertThat(set.runs()).extracting(r -> r.frames().size()).containsExactly(6, 1);
    assertThat(set.runs())
        .extracting(FrameRun::kind)
        .containsExactly(FrameKind.SKY, FrameKind.TEST);
    assertThat(set.gaps()).hasSize(1);
    assertThat(set.gaps().get(0).after().file()).hasFileName("s3.jpg");
    assertThat(set.gaps().get(0).seconds()).isEqualTo(60);
  }
}
