package zygonox.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

/** Samples of either width are asked for alike. */
class ByteRasterTest {
  private static final PixelLayout NARROW = new PixelLayout(4, 3, 3, 8);

  @Test
  void samplesAreUnsignedAndLieAsInARaster() {
    ByteRaster bytes = ByteRaster.blank(NARROW);
    Raster raster = Raster.blank(NARROW);
    for (int i = 0; i < NARROW.samples(); i++) {
      bytes.samples()[i] = (byte) (255 - i);
      raster.samples()[i] = (short) (255 - i);
    }
    for (int y = 0; y < 3; y++) {
      for (int x = 0; x < 4; x++) {
        for (int c = 0; c < 3; c++) {
          assertThat(bytes.at(x, y, c)).isEqualTo(raster.at(x, y, c));
        }
      }
    }
  }

  @Test
  void roomIsAsNarrowAsItCanBe() {
    assertThat(Samples.room(NARROW)).isInstanceOf(ByteRaster.class);
    assertThat(Samples.room(new PixelLayout(4, 3, 3, 16))).isInstanceOf(Raster.class);
    assertThatThrownBy(() -> new ByteRaster(NARROW, new byte[5]))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> ByteRaster.blank(new PixelLayout(4, 3, 3, 16)))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
