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
    model.use(file);
    return file;
  }

  @Test
  void aSpotIsLeftOutOfAFrameAndOfThoseThatFollow() throws Exception {
    model.paintIn(Optional.of(files.get(2)), false);
    Path first = stroke(200, 100);
    assertThat(blend.recipe().masks()).containsOnly(Map.entry(files.get(2), first));
    FrameMask mask = FrameMask.read("mask", first, LAYOUT);
    assertThat(mask.at(200, 100)).isFalse();
    assertThat(mask.at(400, 300)).isTrue();
    // What is hatched is what was painted.
    assertThat(model.mask().orElseThrow().at(200, 100)).isTrue();

    model.setFrames(3);
    assertThat(blend.recipe().masks().keySet())
        .containsExactlyInAnyOrderElementsOf(files.subList(2, 5));
    Path second = stroke(500, 100);
    assertThat(blend.recipe().masks().values()).hasSize(3).containsOnly(second);
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
  void whatBelongsToAnotherFrameIsNotTaken() throws Exception {
    model.paintIn(Optional.of(files.get(1)), false);
    int subject = model.subject();
    Path first = stroke(200, 100);
    model.paintIn(Optional.of(files.get(2)), false);
    assertThat(model.subject()).isNotEqualTo(subject);
    model.take(first, Optional.of(FrameMask.read("mask", first, LAYOUT)));
    assertThat(model.mask()).isEmpty();
  }

  @Test
  void theCleanPageOffersItForFramesThatLieAsTheyAre() {
    CleanModel clean = new CleanModel(night, blend, new VariantsModel());
    night.selectedProperty().set(blend.keptFrames().get(2));
    setting(clean.drawingProperty().get(), "drawn").accept().accept("a spot to leave out");
    String name = files.get(2).getFileName().toString();
    assertThat(clean.drawingProperty().get().text())
        .isEqualTo("What you draw is a spot to leave out of " + name + ", in 1 frame, 60 px wide.");
    setting(clean.drawingProperty().get(), "drawn-frames").accept().accept("4 frames");
    assertThat(clean.drawingProperty().get().text()).contains(", in 4 frames, ");
    blend.edit("align", blend.recipe().withAlign(Align.STARS, Optional.empty()));
    clean.sayDrawing();
    assertThat(clean.drawnProperty().get()).isEqualTo(CleanModel.Drawn.LINE);
  }
}
