package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.raster.PixelLayout;

/** The brightness that places are found in, against that of the colours. */
class BrightnessTest {
  @Test
  void aJpegsBrightnessIsThatOfItsColours(@TempDir Path folder) throws Exception {
    Path file = folder.resolve("a.jpg");
    BufferedImage picture = new BufferedImage(160, 96, BufferedImage.TYPE_INT_RGB);
    for (int y = 0; y < 96; y++) {
      for (int x = 0; x < 160; x++) {
        picture.setRGB(x, y, (40 + x) << 16 | (60 + y) << 8 | (200 - x));
      }
    }
    ImageIO.write(picture, "jpeg", file.toFile());
    PictureFile frame = PictureReader.look(file);
    short[] colours = new short[160 * 3 * 96];
    short[] grey = new short[160 * 3 * 96];
    PixelLayout layout;
    try (PixelSource source = PictureReader.open(frame);
        PixelSource brightness = PictureReader.brightness(frame, DecodeMemory.unshared())) {
      source.read(0, 96, colours);
      brightness.read(0, 96, grey);
      layout = brightness.layout();
    }
    // Without the fast decoder a frame's own samples are what places are found in.
    if (layout.channels() == 1) {
      for (int i = 0; i < 160 * 96; i++) {
        // ITU-R BT.601, as JFIF 1.02 has it.
        double expected =
            0.299 * colours[3 * i] + 0.587 * colours[3 * i + 1] + 0.114 * colours[3 * i + 2];
        assertThat((double) grey[i]).isCloseTo(expected, within(2.0));
      }
    } else {
      assertThat(grey).isEqualTo(colours);
    }
  }
}
