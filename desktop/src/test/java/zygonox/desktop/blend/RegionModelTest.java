package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.FrameMask;
import zygonox.core.raster.PixelLayout;
import zygonox.core.recipe.Crop;
import zygonox.core.recipe.Region;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

/** Parts that are painted to come from elsewhere. */
class RegionModelTest {
  private static final PixelLayout LAYOUT = new PixelLayout(960, 640, 3, 16);

  @TempDir Path folder;
  private OpenNight night;
  private BlendModel blend;
  private RegionModel model;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    night.framesProperty().set(TestNight.frames());
    blend = new BlendModel(night);
    model = new RegionModel(blend);
  }

  private String sentence() {
    return blend.sentenceProperty().get().text();
  }

  @Test
  void strokesOfOneSourceGrowOnePart() throws Exception {
    model.paintFrom(Optional.of(BlendMethod.MEDIAN), Optional.empty());
    assertThat(model.mask()).isEmpty();
    model.paint(LAYOUT, 100, 100, 300, 100);
    assertThat(model.mask().orElseThrow().at(200, 110)).isTrue();
    assertThat(model.mask().orElseThrow().at(200, 140)).isFalse();
    Path first = model.files().write(model.mask().orElseThrow());
    model.writing().written(first);
    assertThat(first).hasFileName("part-1.png").exists();
    assertThat(sentence()).contains(", one part from elsewhere");
    assertThat(blend.recipe().regions())
        .containsExactly(
            Region.painted(
                first, Optional.of(BlendMethod.MEDIAN), Optional.empty(), Region.USUAL_EDGE));
    model.paint(LAYOUT, 500, 400, 500, 400);
    Path second = model.files().write(model.mask().orElseThrow());
    model.writing().written(second);
    assertThat(blend.recipe().regions()).hasSize(1);
    assertThat(model.mask().orElseThrow().at(200, 110)).isTrue();
    assertThat(model.mask().orElseThrow().at(500, 400)).isTrue();
    assertThat(BlendModel.fileName(blend.recipe())).contains("-parts");

    // One step back there is the first stroke's mask, to be read again.
    night.undo();
    assertThat(model.unread()).contains(first);
    model.take(first, Optional.of(FrameMask.read("region", first, LAYOUT)));
    assertThat(model.mask().orElseThrow().at(500, 400)).isFalse();
    assertThat(model.unread()).isEmpty();
    night.undo();
    assertThat(model.mask()).isEmpty();
    assertThat(sentence()).doesNotContain("elsewhere");

    night.redo();
    model.paintFrom(Optional.empty(), Optional.of(TestNight.frames().frames().get(2).file()));
    model.paint(LAYOUT, 50, 50, 60, 60);
    model.writing().written(model.files().write(model.mask().orElseThrow()));
    assertThat(sentence()).contains(", 2 parts from elsewhere");
    setting(blend.sentenceProperty().get(), "regions").accept().accept("no part from elsewhere");
    assertThat(blend.recipe().regions()).isEmpty();
    assertThat(Files.list(folder.resolve("masks"))).hasSize(3);
  }

  @Test
  void onlyWholePicturesHaveThem() {
    assertThat(RegionModel.fits(blend.recipe())).isTrue();
    assertThat(RegionModel.fits(blend.recipe().withCrop(Crop.COMMON))).isFalse();
    model.paintFrom(Optional.of(BlendMethod.MEAN), Optional.empty());
    model.writing().written(folder.resolve("part.png"));
    blend.edit(
        "purpose",
        Purpose.SKY_OVER_GROUND.serve(
            blend.recipe(), night.framesProperty().get(), Optional.empty()));
    assertThat(blend.recipe().regions()).isEmpty();
  }

  @Test
  void theCleanPageSaysWhatIsDrawn() {
    CleanModel clean = new CleanModel(night, blend, new VariantsModel());
    assertThat(clean.drawingProperty().get().text())
        .isEqualTo("What you draw is a line to take out, 5 px wide.");
    setting(clean.drawingProperty().get(), "drawn").accept().accept("a part by the median");
    assertThat(clean.drawnProperty().get()).isEqualTo(CleanModel.Drawn.MEDIAN);
    setting(clean.drawingProperty().get(), "drawn-width").accept().accept("90 px");
    assertThat(clean.drawingProperty().get().text())
        .isEqualTo(
            "What you draw is a part by the median, with a brush 90 px wide, its edge 12 px soft.");
    setting(clean.drawingProperty().get(), "drawn-edge").accept().accept("30 px");
    setting(clean.drawingProperty().get(), "drawn-way").accept().accept("by its corners");
    assertThat(clean.drawingProperty().get().text())
        .isEqualTo("What you draw is a part by the median, by its corners, its edge 30 px soft.");
    assertThat(clean.painted().way()).isEqualTo(PaintedMask.Way.CORNERS);
  }

  @Test
  void theSkyOfOneFrameIsSaidAndChosen() {
    blend.edit("sky", Skies.from(blend.recipe(), blend.skyFrame()));
    assertThat(sentence())
        .startsWith("For lights on the ground under a still sky")
        .contains(", the sky from star-trails-0001.jpg, its edge 1.5 px soft");
    setting(blend.sentenceProperty().get(), "sky").accept().accept("star-trails-0004.jpg");
    setting(blend.sentenceProperty().get(), "sky-edge").accept().accept("8 px");
    assertThat(sentence()).contains("the sky from star-trails-0004.jpg, its edge 8 px soft");
    // What is painted lies over it, and is counted by itself.
    model.paintFrom(Optional.of(BlendMethod.MEAN), Optional.empty());
    model.writing().written(folder.resolve("part.png"));
    assertThat(blend.recipe().regions()).hasSize(2);
    assertThat(blend.recipe().regions().get(0).isSky()).isTrue();
    setting(blend.sentenceProperty().get(), "regions").accept().accept("no part from elsewhere");
    assertThat(blend.recipe().regions()).hasSize(1);
    setting(blend.sentenceProperty().get(), "sky").accept().accept("all frames");
    assertThat(blend.recipe().regions()).isEmpty();
  }
}
