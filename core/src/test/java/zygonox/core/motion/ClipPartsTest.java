package zygonox.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.LightSource;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;

class ClipPartsTest {
  @ParameterizedTest
  @CsvSource({
    "30, 30, 1",
    "29.97, 30000, 1001",
    "23.976, 24000, 1001",
    "12.5, 25, 2",
    "59.94, 60000, 1001"
  })
  void ratesAreExact(String typed, int pictures, int seconds) {
    assertThat(FrameRate.parse(typed)).isEqualTo(new FrameRate(pictures, seconds));
  }

  @ParameterizedTest
  @ValueSource(strings = {"0", "1000", "-5", "fast", "NaN"})
  void otherRatesAreRefused(String typed) {
    assertThatThrownBy(() -> FrameRate.parse(typed)).isInstanceOf(InvalidInput.class);
  }

  @Test
  void sizesAreEven() {
    assertThat(PictureSize.parse("1920x1080")).isEqualTo(new PictureSize(1920, 1080));
    assertThat(PictureSize.usual(6000, 4000)).isEqualTo(new PictureSize(1620, 1080));
    assertThat(PictureSize.usual(641, 481)).isEqualTo(new PictureSize(640, 480));
    assertThatThrownBy(() -> PictureSize.parse("641x481"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("642 x 482");
    assertThatThrownBy(() -> PictureSize.parse("8x8")).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> PictureSize.parse("wide")).isInstanceOf(InvalidInput.class);
  }

  @Test
  void aNameTellsWhatTheClipIs() {
    assertThat(Codec.usual(Path.of("a.webm"))).isEqualTo(Codec.VP9);
    assertThat(Codec.usual(Path.of("a.MP4"))).isEqualTo(Codec.AV1);
    assertThat(Codec.usual(Path.of("stills"))).isEqualTo(Codec.STILLS);
    assertThatThrownBy(() -> Codec.usual(Path.of("a.avi")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining(".webm");
    assertThatThrownBy(() -> Codec.H264.checked(Path.of("a.webm")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("mp4");
  }

  @ParameterizedTest
  @ValueSource(strings = {"grow", "window:30", "fade:12", "none"})
  void trailsAreTypedAsTheyAreTold(String typed) {
    assertThat(Trails.parse(typed).term()).isEqualTo(typed);
  }

  @ParameterizedTest
  @ValueSource(strings = {"grown", "window", "window:1", "fade:-3", "fade:x"})
  void otherTrailsAreRefused(String typed) {
    assertThatThrownBy(() -> Trails.parse(typed)).isInstanceOf(InvalidInput.class);
  }

  @Test
  void aTrailIsTheBrightestOfTheLastFrames() {
    Random random = new Random(2);
    int length = 7;
    TrailGrower grower = new TrailGrower(new Trails(Trails.Kind.WINDOW, length), 12);
    List<short[]> frames = new ArrayList<>();
    for (int n = 0; n < 60; n++) {
      short[] frame = new short[12];
      for (int i = 0; i < frame.length; i++) {
        frame[i] = (short) random.nextInt(65_536);
      }
      frames.add(frame);
      short[] shown = grower.next(frame);
      for (int i = 0; i < frame.length; i++) {
        int brightest = 0;
        for (int k = Math.max(0, n - length + 1); k <= n; k++) {
          brightest = Math.max(brightest, frames.get(k)[i] & 0xffff);
        }
        assertThat(shown[i] & 0xffff).isEqualTo(brightest);
      }
    }
  }

  @Test
  void trailsThatGrowStayAndThoseThatFadeFallToATenth() {
    TrailGrower grows = new TrailGrower(Trails.GROW, 1);
    TrailGrower fades = new TrailGrower(new Trails(Trails.Kind.FADE, 10), 1);
    short[] star = {(short) 60_000};
    short[] dark = {0};
    grows.next(star);
    fades.next(star);
    int grown = 0;
    int faded = 0;
    for (int i = 0; i < 10; i++) {
      grown = grows.next(dark)[0] & 0xffff;
      faded = fades.next(dark)[0] & 0xffff;
    }
    assertThat(grown).isEqualTo(60_000);
    assertThat(faded).isCloseTo(6000, within(20));
  }

  @Test
  void trailsThatDoNotFitIntoMemoryAreRefused() {
    assertThatThrownBy(() -> new TrailGrower(new Trails(Trails.Kind.WINDOW, 5000), 3 * 1920 * 1080))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("5000");
  }

  @ParameterizedTest
  @ValueSource(doubles = {-2, -0.3, 0.2, 1, 4})
  void brighterOrDarkerNothingIsClipped(double stops) {
    Gain gain = new Gain(stops);
    float[] light = new float[1001];
    for (int i = 0; i < light.length; i++) {
      light[i] = i / 1000f;
    }
    gain.apply(light);
    for (int i = 1; i < light.length; i++) {
      assertThat(light[i]).isGreaterThan(light[i - 1]).isLessThanOrEqualTo(1.000001f);
    }
    assertThat(light[20]).isCloseTo((float) (0.02 * Math.pow(2, stops)), within(1e-5f));
  }

  /** Light that rises evenly to the right and down. */
  private record Slope(PixelLayout layout) implements LightSource {
    @Override
    public boolean anyRowsCheaply() {
      return true;
    }

    @Override
    public long heldBytes() {
      return 0;
    }

    @Override
    public void read(int firstRow, int rows, float[] into) {
      for (int y = 0; y < rows; y++) {
        for (int c = 0; c < 3; c++) {
          for (int x = 0; x < layout.width(); x++) {
            into[(y * 3 + c) * layout.width() + x] = x / 1000f + (firstRow + y) / 500f + c / 10f;
          }
        }
      }
    }

    @Override
    public void close() {}
  }

  @ParameterizedTest
  @CsvSource({
    "0, 0, 300, 200, 100, 66",
    "10.5, 3.25, 200, 150, 64, 48",
    "20, 20, 100, 60, 200, 120"
  })
  void aSmallerPictureIsTheMeanOfWhatItCovers(
      double left, double top, double width, double height, int wide, int high) throws Exception {
    PictureSize size = new PictureSize(wide, high);
    float[] picture =
        Shrink.of(new Slope(new PixelLayout(300, 200, 3, 16)), left, top, width, height, size);
    for (int y = 1; y < high - 1; y += 7) {
      for (int x = 1; x < wide - 1; x += 7) {
        double column = left + (x + 0.5) * width / wide - 0.5;
        double row = top + (y + 0.5) * height / high - 0.5;
        for (int c = 0; c < 3; c++) {
          assertThat((double) picture[(y * 3 + c) * wide + x])
              .isCloseTo(column / 1000 + row / 500 + c / 10.0, within(1e-4));
        }
      }
    }
  }

  /** Values of ITU-R BT.709-6, table of item 4.6: black, white and the full colours. */
  @ParameterizedTest
  @CsvSource({
    "0, 0, 0, 16, 128, 128",
    "65535, 65535, 65535, 235, 128, 128",
    "65535, 0, 0, 63, 102, 240",
    "0, 65535, 0, 173, 42, 26",
    "0, 0, 65535, 32, 240, 118"
  })
  void coloursAreThoseOfTheStandard(int r, int g, int b, int y, int cb, int cr) {
    PictureSize size = new PictureSize(16, 16);
    short[] rgb = new short[3 * 16 * 16];
    for (int i = 0; i < rgb.length; i += 3) {
      rgb[i] = (short) r;
      rgb[i + 1] = (short) g;
      rgb[i + 2] = (short) b;
    }
    YuvPicture yuv = new YuvPicture(size);
    yuv.of(rgb);
    assertThat(yuv.luma()[17] & 0xff).isEqualTo(y);
    assertThat(yuv.blue()[9] & 0xff).isEqualTo(cb);
    assertThat(yuv.red()[9] & 0xff).isEqualTo(cr);
  }
}
