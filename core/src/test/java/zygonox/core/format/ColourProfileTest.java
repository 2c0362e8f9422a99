package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.ColourProfile.Space;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.TestRecipes;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/** Profiles are told apart, carried through a blend, and shown right. */
class ColourProfileTest {
  private static final PixelLayout SHAPE = new PixelLayout(24, 16, 3, 8);

  /** Red, green and blue primaries of Adobe RGB (1998) and Display P3 under D50, XYZ. */
  private static final double[] ADOBE = {
    0.60974, 0.31111, 0.01947, 0.20528, 0.62567, 0.06087, 0.14919, 0.06322, 0.74457
  };

  private static final double[] P3 = {
    0.51512, 0.24120, -0.00105, 0.29198, 0.69225, 0.04189, 0.15710, 0.06657, 0.78407
  };

  @TempDir Path folder;

  /** A display profile of matrix and one gamma, as ISO 15076-1 lays it out. */
  private static byte[] icc(double[] primaries, double gamma) {
    String[] names = {"rXYZ", "gXYZ", "bXYZ", "wtpt", "rTRC", "gTRC", "bTRC", "desc", "cprt"};
    int data = 128 + 4 + 12 * names.length;
    ByteBuffer b = ByteBuffer.allocate(data + 4 * 20 + 16 + 100 + 16);
    b.putInt(0, b.capacity());
    b.put(8, new byte[] {2, 0x20, 0, 0});
    b.put(12, "mntrRGB XYZ ".getBytes(StandardCharsets.US_ASCII));
    b.put(36, "acsp".getBytes(StandardCharsets.US_ASCII));
    b.putInt(68, 0xf6d6).putInt(72, 0x10000).putInt(76, 0xd32d);
    b.putInt(128, names.length);
    int curve = data + 80;
    int text = curve + 16;
    int rights = text + 100;
    int[] at = {data, data + 20, data + 40, data + 60, curve, curve, curve, text, rights};
    int[] size = {20, 20, 20, 20, 14, 14, 14, 100, 13};
    for (int i = 0; i < names.length; i++) {
      int entry = 132 + 12 * i;
      b.put(entry, names[i].getBytes(StandardCharsets.US_ASCII));
      b.putInt(entry + 4, at[i]).putInt(entry + 8, size[i]);
    }
    for (int p = 0; p < 4; p++) {
      b.put(at[p], "XYZ ".getBytes(StandardCharsets.US_ASCII));
      for (int k = 0; k < 3; k++) {
        double value = p < 3 ? primaries[3 * p + k] : new double[] {0.9642, 1, 0.8249}[k];
        b.putInt(at[p] + 8 + 4 * k, (int) Math.round(value * 65_536));
      }
    }
    b.put(curve, "curv".getBytes(StandardCharsets.US_ASCII));
    b.putInt(curve + 8, 1).putShort(curve + 12, (short) Math.round(gamma * 256));
    b.put(text, "desc".getBytes(StandardCharsets.US_ASCII));
    b.putInt(text + 8, 2).put(text + 12, (byte) 'x');
    b.put(rights, "text".getBytes(StandardCharsets.US_ASCII));
    return b.array();
  }

  private static FrameInfo tagged(byte[] icc) {
    FrameInfo plain = TestPictures.info("2026-10-14T22:00:00", "+01:00");
    return new FrameInfo(
        plain.capturedAt(),
        plain.exposureSeconds(),
        plain.aperture(),
        plain.iso(),
        plain.focalMm(),
        plain.camera(),
        Optional.empty(),
        plain.lens(),
        Optional.of(new ColourProfile(icc)),
        1);
  }

  private static Raster filled(int r, int g, int b) {
    Raster raster = Raster.blank(SHAPE);
    for (int i = 0; i < SHAPE.samples(); i += 3) {
      raster.samples()[i] = (short) r;
      raster.samples()[i + 1] = (short) g;
      raster.samples()[i + 2] = (short) b;
    }
    return raster;
  }

  @Test
  void theCommonProfilesAreToldApart() {
    assertThat(new ColourProfile(icc(ADOBE, 2.2)).space()).isEqualTo(Space.ADOBE_RGB);
    assertThat(new ColourProfile(icc(P3, 2.2)).space()).isEqualTo(Space.DISPLAY_P3);
    assertThat(ColourProfile.srgb().space()).isEqualTo(Space.SRGB);
    byte[] linear = ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB).getData();
    assertThat(new ColourProfile(linear).space()).isEqualTo(Space.LINEAR_SRGB);
    assertThat(new ColourProfile(new byte[200]).space()).isEqualTo(Space.OTHER);
  }

  @ParameterizedTest
  @ValueSource(strings = {"a.jpg", "a.tif", "a.png"})
  void aFilesProfileIsReadAndABlendCarriesItOn(String name) throws Exception {
    byte[] icc = icc(ADOBE, 2.2);
    Path file = TestPictures.write(folder.resolve(name), filled(90, 150, 60), tagged(icc));
    Path other = Files.copy(file, folder.resolve("b" + name));
    Frame frame = Frame.look(file);
    assertThat(frame.info().colours().space()).isEqualTo(Space.ADOBE_RGB);
    assertThat(frame.info().colours().icc()).isEqualTo(icc);
    FrameSet set = FrameFinder.find(List.of(file, other), Progress.NONE, new Cancellation());
    Path out = folder.resolve("out.tif");
    TestRecipes.blend(TestRecipes.usual(BlendMethod.LIGHTEN), set, out);
    Frame result = Frame.look(out);
    assertThat(result.info().colours().icc()).isEqualTo(icc);
    assertThat(PictureReader.readWhole(result).at(3, 3, 0))
        .isEqualTo(PictureReader.readWhole(frame).at(3, 3, 0));
  }

  /** Half the light of 100 is 73 by a power of 2.2, and 71 by the curve of sRGB. */
  @ParameterizedTest
  @CsvSource({"MEAN, true, 73", "MEAN, false, 71", "CLIPPED_MEAN, true, 73"})
  void lightIsAveragedByTheCurveOfTheProfile(BlendMethod method, boolean adobe, int expected)
      throws Exception {
    FrameInfo info =
        adobe ? tagged(icc(ADOBE, 2.19921875)) : TestPictures.info("2026-10-14T22:00:00", "+01:00");
    Path a = TestPictures.write(folder.resolve("a.png"), filled(0, 0, 0), info);
    Path b = TestPictures.write(folder.resolve("b.png"), filled(100, 100, 100), info);
    FrameSet set = FrameFinder.find(List.of(a, b), Progress.NONE, new Cancellation());
    Path out = folder.resolve("mean.png");
    TestRecipes.blend(TestRecipes.usual(method).withDepth(Depth.EIGHT), set, out);
    assertThat(PictureReader.readWhole(Frame.look(out)).at(2, 2, 1)).isEqualTo(expected);
  }

  @Test
  void aFrameOfOtherColoursThanMostIsLeftOutOfTheBlendAndNamed() throws Exception {
    Raster grey = filled(90, 90, 90);
    Path first = TestPictures.write(folder.resolve("1.png"), grey, tagged(icc(ADOBE, 2.2)));
    // The same colours as another program writes them.
    Path alike = TestPictures.write(folder.resolve("2.png"), grey, tagged(icc(ADOBE, 2.19921875)));
    FrameInfo plain = TestPictures.info("2026-10-14T22:00:00", "+01:00");
    Path other = TestPictures.write(folder.resolve("3.png"), filled(250, 250, 250), plain);
    FrameSet set =
        FrameFinder.find(List.of(first, alike, other), Progress.NONE, new Cancellation());
    Path out = folder.resolve("out.png");
    BlendResult result = TestRecipes.blend(TestRecipes.usual(BlendMethod.LIGHTEN), set, out);
    assertThat(result.used()).isEqualTo(2);
    assertThat(result.dropped()).hasSize(1);
    assertThat(result.dropped().get(0).file()).isEqualTo(other);
    assertThat(Words.reason(result.dropped().get(0).reason()))
        .isEqualTo(
            "Its colours are sRGB and those of the others Adobe RGB; develop all frames in one"
                + " colour space");
    assertThat(PictureReader.readWhole(Frame.look(out)).at(5, 5, 1)).isEqualTo(90);
  }

  @Test
  void whatIsShownKeepsGreysAndMakesWideColoursStronger() {
    ColourProfile adobe = new ColourProfile(icc(ADOBE, 2.2));
    Raster grey = adobe.shown(filled(128, 128, 128));
    for (int c = 0; c < 3; c++) {
      assertThat(grey.at(5, 5, c)).isCloseTo(128, within(2));
    }
    // Adobe RGB's green lies outside sRGB: less red, not less green.
    Raster green = adobe.shown(filled(100, 200, 100));
    assertThat(green.at(5, 5, 0)).isLessThan(60);
    assertThat(green.at(5, 5, 1)).isCloseTo(200, within(2));
    Raster red = new ColourProfile(icc(P3, 2.2)).shown(filled(200, 60, 60));
    assertThat(red.at(5, 5, 0)).isGreaterThan(208);
    assertThat(red.at(5, 5, 1)).isLessThan(52);
    byte[] linear = ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB).getData();
    assertThat(new ColourProfile(linear).shown(filled(55, 55, 55)).at(5, 5, 1))
        .isCloseTo(128, within(2));
    Raster plain = filled(1, 2, 3);
    assertThat(ColourProfile.srgb().shown(plain)).isSameAs(plain);
  }

  @Test
  void linearSamplesAreAveragedAsTheyAre() throws Exception {
    byte[] linear = ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB).getData();
    Path a = TestPictures.write(folder.resolve("a.tif"), filled(0, 0, 0), tagged(linear));
    Path b = TestPictures.write(folder.resolve("b.tif"), filled(200, 200, 200), tagged(linear));
    FrameSet set = FrameFinder.find(List.of(a, b), Progress.NONE, new Cancellation());
    Path out = folder.resolve("mean.tif");
    TestRecipes.blend(TestRecipes.usual(BlendMethod.MEAN).withDepth(Depth.EIGHT), set, out);
    assertThat(PictureReader.readWhole(Frame.look(out)).at(2, 2, 1)).isEqualTo(100);
  }

  /** A curve that says it has a thousand million points must not be believed. */
  @Test
  void aDamagedCurveDoesNotTakeTheMemory() {
    byte[] icc = ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
    ByteBuffer data = ByteBuffer.wrap(icc);
    int damaged = 0;
    for (int i = 0; i < data.getInt(128); i++) {
      int offset = data.getInt(128 + 4 + 12 * i + 4);
      if (data.getInt(offset) == 0x63757276) {
        data.putInt(offset + 8, 1_000_000_000);
        damaged++;
      }
    }
    assertThat(damaged).isPositive();
    assertThat(new ColourProfile(icc).space()).isEqualTo(ColourProfile.Space.OTHER);
    data.putInt(128, Integer.MAX_VALUE);
    assertThat(new ColourProfile(icc).space()).isEqualTo(ColourProfile.Space.OTHER);
  }
}
