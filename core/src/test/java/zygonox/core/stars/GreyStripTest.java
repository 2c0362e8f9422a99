package zygonox.core.stars;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.format.PixelSource;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;

class GreyStripTest {
  /** Heights that end within a strip, a margin and a cell. */
  @ParameterizedTest
  @CsvSource({"8, 1, 300", "8, 3, 261", "8, 3, 130", "16, 1, 269", "16, 3, 385", "16, 3, 7"})
  void eachRowIsShownOnceAsItIsWithThoseAround(int bits, int channels, int height)
      throws Exception {
    PixelLayout layout = new PixelLayout(301, height, channels, bits);
    Raster frame = Raster.blank(layout);
    Random random = new Random(8);
    for (int i = 0; i < layout.samples(); i++) {
      boolean full = random.nextInt(400) == 0;
      frame.samples()[i] = (short) (full ? layout.white() : random.nextInt(layout.white()));
    }
    Checked read = new Checked(frame);
    GreyStrip.each(PixelSource.of(frame), new Cancellation(), read::look);
    assertThat(read.ownRows).isEqualTo(height);
    Checked inMemory = new Checked(frame);
    GreyStrip.each(frame, new Cancellation(), inMemory::look);
    assertThat(inMemory.ownRows).isEqualTo(height);
  }

  private static final class Checked {
    private final Raster frame;
    private final PixelLayout layout;
    private int ownRows;

    Checked(Raster frame) {
      this.frame = frame;
      this.layout = frame.layout();
    }

    void look(GreyStrip strip) {
      assertThat(strip.firstRow() + strip.ownFrom()).isEqualTo(ownRows);
      ownRows = strip.firstRow() + strip.ownTo();
      int above = Math.min(GreyStrip.MARGIN, strip.firstRow() + strip.ownFrom());
      assertThat(strip.ownFrom()).isEqualTo(above);
      int below = Math.min(GreyStrip.MARGIN, layout.height() - ownRows);
      assertThat(strip.rows()).isEqualTo(strip.ownTo() + below);
      long clipped = 0;
      for (int y = 0; y < strip.rows(); y++) {
        for (int x = 0; x < layout.width(); x++) {
          double grey = grey(x, strip.firstRow() + y);
          assertThat(strip.grey()[y][x]).isCloseTo((float) grey, within(0.05f));
          boolean own = y >= strip.ownFrom() && y < strip.ownTo();
          clipped += own && isFull(x, strip.firstRow() + y) ? 1 : 0;
        }
      }
      assertThat(strip.clipped()).isEqualTo(clipped);
      for (int cell = 0; cell < strip.rows() / GreyStrip.CELL; cell++) {
        for (int column = 0; column < layout.width() / GreyStrip.CELL; column++) {
          double mean = 0;
          for (int k = 0; k < 16; k++) {
            mean += grey(4 * column + k % 4, strip.firstRow() + 4 * cell + k / 4) / 16;
          }
          assertThat(strip.cells()[cell][column]).isCloseTo((float) mean, within(0.1f));
        }
      }
    }

    private double grey(int x, int y) {
      double sum = 0;
      for (int c = 0; c < layout.channels(); c++) {
        sum += frame.at(x, y, c);
      }
      return sum / layout.channels() * GreyStrip.WHITE / layout.white();
    }

    private boolean isFull(int x, int y) {
      for (int c = 0; c < layout.channels(); c++) {
        if (frame.at(x, y, c) == layout.white()) {
          return true;
        }
      }
      return false;
    }
  }
}
