package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.stream.Stream;
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
    try (Scratch scratch = new Scratch(folder, layout, bits / 8, 2)) {
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
    }
    try (Stream<Path> left = Files.list(folder)) {
      assertThat(left).isEmpty();
    }
  }
}
