package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.develop.FrameMask;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.FramePart;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

/** What single frames give to a picture, painted. */
class SpotModelTest {
  private static final PixelLayout LAYOUT = new PixelLayout(960, 640, 3, 16);

  @TempDir Path folder;
  private OpenNight night;
  private BlendModel blend;
  private SpotModel model;
  private List<Path> files;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    night.framesProperty().set(TestNight.frames());
    blend = new BlendModel(night);
    model = new SpotModel(blend);
    files = blend.keptFrames().stream().map(Frame::file).toList();
  }

  private Path stroke(double x, double y) throws Exception {
    model.paint(LAYOUT, x, y, x, y);
    Path file = model.files().write(model.unwritten().orElseThrow());
    model.writing().written(file);
    return file;
  }

  @Test
  void aSpotIsLeftOutOfAFrameAndOfThoseThatFollow() throws Exception {
    model.paintIn(Optional.of(files.get(2)), false);
    Path first = stroke(200, 100);
    assertThat(blend.recipe().masks()).containsOnly(Map.entry(files.get(2), FramePart.hard(first)));
    FrameMask mask = FrameMask.read("mask", first, LAYOUT);
    assertThat(mask.at(200, 100)).isFalse();
    assertThat(mask.at(400, 300)).isTrue();
    // What is hatched is what was painted.
    assertThat(model.mask().orElseThrow().at(200, 100)).isTrue();

    model.setFrames(3);
    assertThat(blend.recipe().masks().keySet())
        .containsExactlyInAnyOrderElementsOf(files.subList(2, 5));
    Path second = stroke(500, 100);
    assertThat(blend.recipe().masks().values()).hasSize(3).containsOnly(FramePart.hard(second));
    model.setFrames(2);
    assertThat(blend.recipe().masks().keySet())
        .containsExactlyInAnyOrderElementsOf(files.subList(2, 4));

    night.undo();
    night.undo();
    assertThat(model.unread()).contains(first);
    model.take(first, Optional.of(FrameMask.read("mask", first, LAYOUT)));
    assertThat(model.mask().orElseThrow().at(500, 100)).isFalse();
    // Coming back to the frame finds how many are masked alike.
    model.paintIn(Optional.of(files.get(0)), false);
    assertThat(model.frames()).isEqualTo(1);
    model.paintIn(Optional.of(files.get(2)), false);
    assertThat(model.frames()).isEqualTo(3);
  }

  private boolean click(double x, double y) {
    model.paint(LAYOUT, x, y, x, y);
    return model.lifted();
  }

  @Test
  void cornersAreSetAroundASpot() throws Exception {
    model.paintIn(Optional.of(files.get(2)), false);
    model.setWay(PaintedMask.Way.CORNERS);
    assertThat(click(100, 100)).isFalse();
    assertThat(click(300, 100)).isFalse();
    assertThat(model.open()).hasSize(2);
    assertThat(model.mask()).isEmpty();
    assertThat(click(300, 300)).isTrue();
    assertThat(model.mask().orElseThrow().at(250, 150)).isTrue();
    assertThat(model.mask().orElseThrow().at(150, 250)).isFalse();
    model.writing().written(model.files().write(model.unwritten().orElseThrow()));
    assertThat(click(100, 300)).isTrue();
    assertThat(model.mask().orElseThrow().at(150, 250)).isTrue();
    model.writing().written(model.files().write(model.unwritten().orElseThrow()));
    // The first corner once more: what follows is another part, beside the one that is there.
    assertThat(click(102, 101)).isFalse();
    assertThat(model.open()).isEmpty();
    click(500, 300);
    click(600, 300);
    assertThat(click(600, 400)).isTrue();
    assertThat(model.mask().orElseThrow().at(590, 320)).isTrue();
    assertThat(model.mask().orElseThrow().at(150, 250)).isTrue();
  }

  @Test
  void aGradientIsAPartWithAnEdgeHalfAsSoftAsItIsLong() throws Exception {
    model.paintIn(Optional.of(files.get(2)), true);
    assertThat(model.edge()).isZero();
    model.setWay(PaintedMask.Way.GRADIENT);
    model.paint(LAYOUT, 100, 200, 100, 200);
    model.paint(LAYOUT, 100, 200, 300, 200);
    assertThat(model.lifted()).isTrue();
    model.writing().written(model.files().write(model.unwritten().orElseThrow()));
    assertThat(blend.recipe().masks().get(files.get(2)).edgePixels()).isEqualTo(100);
    assertThat(model.mask().orElseThrow().at(190, 500)).isTrue();
    assertThat(model.mask().orElseThrow().at(210, 500)).isFalse();
    // By the keyboard its ends are set one after the other.
    assertThat(click(400, 100)).isFalse();
    assertThat(model.open()).hasSize(1);
    assertThat(click(400, 350)).isTrue();
    model.writing().written(model.files().write(model.unwritten().orElseThrow()));
    assertThat(model.edge()).isEqualTo(125);
    model.setEdge(30);
    assertThat(blend.recipe().masks().get(files.get(2)).edgePixels()).isEqualTo(30);
    night.undo();
    assertThat(model.edge()).isEqualTo(125);
    // Where a pixel counts or does not there is nothing to fade.
    blend.edit("mean", blend.recipe().withMethod(zygonox.core.combine.BlendMethod.MEAN));
    assertThat(model.fades()).isFalse();
    assertThat(model.way()).isEqualTo(PaintedMask.Way.BRUSH);
  }

  @Test
  void orAFrameGivesOnlyASpot() throws Exception {
    model.paintIn(Optional.of(files.get(1)), true);
    FrameMask mask = FrameMask.read("mask", stroke(200, 100), LAYOUT);
    assertThat(mask.at(200, 100)).isTrue();
    assertThat(mask.at(400, 300)).isFalse();
    // Another frame that is masked otherwise stays as it is.
    model.paintIn(Optional.of(files.get(4)), false);
    stroke(300, 300);
    assertThat(blend.recipe().masks()).hasSize(2);
  }

  /** Reading and writing take a while, in which somebody turns to another frame. */
  @Test
  void aStrokeStaysWithTheFrameItWasPaintedIn() throws Exception {
    model.paintIn(Optional.of(files.get(1)), false);
    model.paint(LAYOUT, 200, 100, 200, 100);
    model.lifted();
    PaintedMask.Writing writing = model.writing();
    Path first = model.files().write(model.unwritten().orElseThrow());
    model.paintIn(Optional.of(files.get(2)), false);
    writing.written(first);
    assertThat(blend.recipe().masks()).containsOnlyKeys(files.get(1));
    assertThat(model.mask()).isEmpty();
    model.take(first, Optional.of(FrameMask.read("mask", first, LAYOUT)));
    assertThat(model.mask()).isEmpty();
    model.paintIn(Optional.of(files.get(1)), false);
    assertThat(model.unread()).contains(first);
  }

  @Test
  void theCleanPageOffersItForFramesThatLieAsTheyAre() {
    CleanModel clean = new CleanModel(night, blend, new VariantsModel());
    night.selectedProperty().set(blend.keptFrames().get(2));
    setting(clean.drawingProperty().get(), "drawn").accept().accept("a spot to leave out");
    String name = files.get(2).getFileName().toString();
    assertThat(clean.drawingProperty().get().text())
        .isEqualTo(
            "What you draw is a spot to leave out of "
                + name
                + ", in 1 frame, with a brush 60 px wide, its edge 0 px soft.");
    setting(clean.drawingProperty().get(), "drawn-frames").accept().accept("4 frames");
    assertThat(clean.drawingProperty().get().text()).contains(", in 4 frames, ");
    blend.edit("align", blend.recipe().withAlign(Align.STARS, Optional.empty()));
    clean.sayDrawing();
    assertThat(clean.drawnProperty().get()).isEqualTo(CleanModel.Drawn.LINE);
  }
}
