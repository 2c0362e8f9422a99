package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.PixelSource;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

class ScratchTest {
  @TempDir Path folder;

  @ParameterizedTest
  @ValueSource(ints = {8, 16})
  void rowsComeBackAndNothingStays(int bits) throws Exception {
    PixelLayout layout = new PixelLayout(37, 29, 3, bits);
    Raster[] frames = {TestPictures.random(layout, 1), TestPictures.random(layout, 2)};
    try (Scratch scratch = new Scratch(folder, snapshot("aa"), layout, bits / 8, 2)) {
      for (int f : new int[] {1, 0}) {
        for (int row = 0; row < 29; row += 7) {
          int rows = Math.min(7, 29 - row);
          short[] samples =
              Arrays.copyOfRange(
                  frames[f].samples(),
                  row * layout.rowSamples(),
                  (row + rows) * layout.rowSamples());
          scratch.write(f, row, rows, samples, scratch.bufferFor(7));
        }
      }
      for (int f = 0; f < 2; f++) {
        Coverage coverage = Coverage.none(29);
        try (PixelSource source = scratch.samples(Path.of("f"), f, coverage)) {
          short[] rows = new short[5 * layout.rowSamples()];
          source.read(11, 5, rows);
          assertThat(rows)
              .isEqualTo(
                  Arrays.copyOfRange(
                      frames[f].samples(), 11 * layout.rowSamples(), 16 * layout.rowSamples()));
          assertThat(source.covered(3)).isEmpty();
          assertThat(source.anyRowsCheaply()).isTrue();
        }
      }
      scratch.remove();
    }
    assertThat(folder).isEmptyDirectory();
  }

  private Snapshot snapshot(String key) {
    return new Snapshot(folder.resolve("out.tif"), key);
  }

  private static final PixelLayout SMALL = new PixelLayout(37, 29, 3, 16);

  private static void put(Scratch scratch, int frame, Raster raster) throws IOException {
    scratch.write(frame, 0, SMALL.height(), raster.samples(), scratch.bufferFor(SMALL.height()));
    scratch.done(frame);
  }

  /** As a run that is killed after its second of three frames. */
  private Path killed(String key) throws IOException {
    try (Scratch scratch = new Scratch(folder, snapshot(key), SMALL, 2, 3)) {
      put(scratch, 0, TestPictures.random(SMALL, 1));
      put(scratch, 2, TestPictures.random(SMALL, 2));
      short[] some = TestPictures.random(SMALL, 3).samples();
      scratch.write(1, 0, 7, some, scratch.bufferFor(7));
    }
    return folder.resolve(".out.tif." + key + ".decoded");
  }

  @Test
  void whatAKilledRunDecodedIsFound() throws Exception {
    killed("aa");
    try (Scratch scratch = new Scratch(folder, snapshot("aa"), SMALL, 2, 3)) {
      assertThat(scratch.holds(0)).isTrue();
      assertThat(scratch.holds(1)).isFalse();
      assertThat(scratch.holds(2)).isTrue();
      short[] rows = new short[SMALL.samples()];
      Coverage whole = Coverage.none(29);
      scratch.samples(Path.of("f"), 2, whole).read(0, SMALL.height(), rows);
      assertThat(rows).isEqualTo(TestPictures.random(SMALL, 2).samples());
      scratch.remove();
    }
    assertThat(folder).isEmptyDirectory();
  }

  @Test
  void whatWasNotWrittenAsItWasMeantIsDecodedAgain() throws Exception {
    Path file = killed("aa");
    byte[] bytes = Files.readAllBytes(file);
    bytes[100] ^= 1;
    Files.write(file, bytes);
    try (Scratch scratch = new Scratch(folder, snapshot("aa"), SMALL, 2, 3)) {
      assertThat(scratch.holds(0)).isFalse();
      assertThat(scratch.holds(2)).isTrue();
    }
    Files.write(file, Arrays.copyOf(bytes, bytes.length / 2));
    try (Scratch scratch = new Scratch(folder, snapshot("aa"), SMALL, 2, 3)) {
      assertThat(scratch.holds(0)).isFalse();
      assertThat(scratch.holds(2)).isFalse();
    }
  }

  @Test
  void othersLeaveNothingForLong() throws Exception {
    Path older = killed("aa");
    Path elsewhere = folder.resolve(".other.tif.cc.decoded");
    Path ofToday = folder.resolve(".third.tif.dd.decoded");
    Files.createFile(elsewhere);
    Files.createFile(ofToday);
    Files.setLastModifiedTime(elsewhere, FileTime.from(Instant.now().minus(Duration.ofHours(25))));
    try (Scratch scratch = new Scratch(folder, snapshot("bb"), SMALL, 2, 3)) {
      assertThat(scratch.holds(0)).isFalse();
      assertThat(older).doesNotExist();
      assertThat(elsewhere).doesNotExist();
      assertThat(ofToday).exists();
      scratch.remove();
    }
  }

  @Test
  void twoAtATimeKeepOutOfEachOthersWay() throws Exception {
    try (Scratch first = new Scratch(folder, snapshot("aa"), SMALL, 2, 3)) {
      put(first, 0, TestPictures.random(SMALL, 1));
      try (Scratch second = new Scratch(folder, snapshot("aa"), SMALL, 2, 3)) {
        assertThat(second.holds(0)).isFalse();
        put(second, 0, TestPictures.random(SMALL, 2));
        second.remove();
      }
      assertThat(first.holds(0)).isTrue();
      first.remove();
    }
    assertThat(folder).isEmptyDirectory();
  }
}
