package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static zygonox.desktop.stage.TestNight.setting;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.format.Depth;
import zygonox.core.format.JpegQuality;
import zygonox.desktop.sentence.Setting;

class SavingModelTest {
  private final SavingModel model = new SavingModel();

  private Setting part(String key) {
    return setting(model.sentenceProperty().get(), key);
  }

  @ParameterizedTest
  @CsvSource({
    "trails.png, SIXTEEN, depth",
    "trails.tif, SIXTEEN, depth",
    "trails.jpg, EIGHT, quality",
    "trails.fits, SIXTEEN, depth"
  })
  void theEndingTellsWhatThereIsToChoose(String name, Depth depth, String key) {
    model.offer(name, Depth.SIXTEEN);
    assertThat(part(key).text()).isNotBlank();
    assertThat(model.depth()).hasValue(depth);
  }

  @Test
  void depthAndQualityAreChosen() {
    model.offer("trails.tif", Depth.SIXTEEN);
    part("depth").step().accept(-1);
    assertThat(model.depth()).isPresent().get().isNotEqualTo(Depth.SIXTEEN);
    model.nameProperty().set("trails.jpg");
    part("quality").accept().accept("85");
    assertThat(model.quality()).isEqualTo(JpegQuality.USUAL.withPerCent(85));
    assertThat(part("quality").tryOut().apply("101").possible()).isFalse();
    assertThat(part("quality").text()).isEqualTo("85 %");
  }

  @Test
  void whatIsStillBeingTypedIsNoFault() {
    model.offer("trails.", Depth.SIXTEEN);
    assertThat(model.sentenceProperty().get().text()).isEmpty();
    assertThat(model.depth()).isEmpty();
    // A result that was made in 8 bits is not offered as more than it is, unless it is asked for.
    model.offer("trails.png", Depth.EIGHT);
    assertThat(model.depth()).hasValue(Depth.EIGHT);
  }
}
