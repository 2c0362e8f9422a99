package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.OwnLight;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;

/** One frame's light changed before it is blended, against arithmetic by hand. */
class OwnLightTest {
  private static final PixelLayout LAYOUT = new PixelLayout(40, 30, 3, 16);

  @TempDir Path folder;
  @TempDir Path results;

  private void grey(String name, double light) {
    Raster raster = Raster.blank(LAYOUT);
    Arrays.fill(raster.samples(), (short) Math.round(Srgb.toEncoded(light) * 65_535));
    TestPictures.write(folder.resolve(name), raster, FrameInfo.UNKNOWN);
  }

  private double[] blend(BlendMethod method, OwnLight light) throws Exception {
    grey("a.tif", 0.1);
    grey("b.tif", 0.4);
    Recipe recipe =
        TestRecipes.usual(method).withOwnLight(Map.of(folder.resolve("b.tif"), light)).checked();
    Path out = results.resolve("r.tif");
    TestRecipes.blend(recipe, folder, out);
    Raster made = PictureReader.readWhole(Frame.look(out));
    double[] of = new double[3];
    for (int c = 0; c < 3; c++) {
      of[c] = Srgb.toLight(made.at(20, 15, c) / 65_535.0);
    }
    return of;
  }

  @Test
  void aStopLessIsHalfItsLightInAnyMethod() throws Exception {
    OwnLight less = new OwnLight(-1, OwnLight.NONE.kelvin());
    assertThat(blend(BlendMethod.LIGHTEN, less)[1]).isCloseTo(0.2, within(1e-4));
    assertThat(blend(BlendMethod.MEAN, less)[1]).isCloseTo(0.15, within(1e-4));
    assertThat(blend(BlendMethod.SUM, less)[1]).isCloseTo(0.3, within(1e-4));
    assertThat(blend(BlendMethod.DARKEN, new OwnLight(-3, OwnLight.NONE.kelvin()))[1])
        .isCloseTo(0.05, within(1e-4));
  }

  @Test
  void aLowerTemperatureMakesItCooler() throws Exception {
    double[] cooler = blend(BlendMethod.LIGHTEN, new OwnLight(0, 4200));
    assertThat(cooler[1]).isCloseTo(0.4, within(1e-4));
    assertThat(cooler[0]).isLessThan(0.35);
    assertThat(cooler[2]).isGreaterThan(0.5);
  }

  @Test
  void whatIsShownCanBeTypedBack() {
    OwnLight.Of typed = OwnLight.parse("mill 3.jpg=-0.7,4200");
    assertThat(typed.frame()).isEqualTo(Path.of("mill 3.jpg"));
    assertThat(typed.light()).isEqualTo(new OwnLight(-0.7, 4200));
    assertThat(OwnLight.parse("a=b.jpg=1").light().stops()).isEqualTo(1);
  }

  @ParameterizedTest
  @ValueSource(strings = {"mill.jpg", "mill.jpg=", "mill.jpg=a", "mill.jpg=1,2,3", "=1", "m=1,900"})
  void otherWordsAreRefused(String typed) {
    assertThatThrownBy(() -> OwnLight.parse(typed)).isInstanceOf(InvalidInput.class);
  }
}
