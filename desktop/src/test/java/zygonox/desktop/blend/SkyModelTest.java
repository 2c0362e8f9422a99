package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.develop.FrameMask;
import zygonox.core.recipe.Align;
import zygonox.core.work.Cancellation;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class SkyModelTest {
  @TempDir Path folder;
  private OpenNight night;
  private BlendModel blend;
  private VariantsModel variants;
  private SkyModel model;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    night.framesProperty().set(TestNight.frames());
    blend = new BlendModel(night);
    blend.setRun(1);
    blend.setMethod(BlendMethod.MEAN);
    variants = new VariantsModel();
    variants.open(folder, List.of());
    model = new SkyModel(blend, variants);
  }

  private void make() throws Exception {
    Path next = variants.next(folder, BlendModel.fileName(blend.recipe()));
    variants.add(Variant.of(blend.job(next).run(BlendWatcher.NONE, new Cancellation())));
    model.take(Optional.empty());
  }

  private String said() {
    model.refresh();
    return model.sentenceProperty().get().text();
  }

  private void set(String key, String typed) {
    setting(model.sentenceProperty().get(), key).accept().accept(typed);
    model.refresh();
  }

  @Test
  void whatCountedAsGroundIsPaintedAndTakenIntoTheRecipe() throws Exception {
    assertThat(said()).isEqualTo("In this picture the ground is not held.");
    blend.edit("every", blend.recipe().withSelection(blend.recipe().selection().withEvery(2)));
    blend.setAlign(Align.STARS);
    blend.set(Care.GROUND, true);
    make();
    assertThat(model.isHeld()).isTrue();
    assertThat(said())
        .isEqualTo(
            "Sky is what moves as the stars do, its edge 1.5 px soft. The brush paints ground, 40"
                + " px wide.");
    FrameMask found = model.mask().orElseThrow();
    assertThat(found.at(480, 100)).isTrue();
    assertThat(found.at(100, 630)).isFalse();
    // The ridge leaves the picture there.
    assertThat(found.at(600, 630)).isTrue();
    set("brush", "20 px");
    model.paint(480, 100, 500, 100);
    assertThat(model.mask().orElseThrow().at(505, 100)).isFalse();
    assertThat(model.mask().orElseThrow().at(515, 100)).isTrue();
    set("paints", "sky");
    model.paint(480, 100, 480, 100);
    assertThat(model.mask().orElseThrow().at(480, 100)).isTrue();
    assertThat(model.isDecidedOtherwise()).isFalse();
    model.use(SkyModel.write(model.mask().orElseThrow(), model.home()));
    assertThat(said()).contains("Sky is what you have drawn");
    assertThat(model.isDecidedOtherwise()).isTrue();
    assertThat(model.file()).contains(folder.resolve("masks").resolve("sky-1.png"));
    set("edge", "6");
    assertThat(blend.recipe().ground().orElseThrow().edge()).isEqualTo(6);
    assertThat(model.file()).isPresent();
    set("sky-by", "what moves as the stars do");
    assertThat(model.file()).isEmpty();
    night.undo();
    assertThat(model.file()).isPresent();
    assertThat(setting(model.sentenceProperty().get(), "brush").tryOut().apply("0").possible())
        .isFalse();
  }

  @Test
  void theLastMasksAreKept() throws Exception {
    FrameMask mask = new FrameMask(4, 3, new BitSet());
    Path masks = Files.createDirectories(folder.resolve("masks"));
    Files.writeString(masks.resolve("mine.png"), "somebody's own");
    for (int i = 0; i < 44; i++) {
      SkyModel.write(mask, folder);
    }
    try (var files = Files.list(masks)) {
      assertThat(files).hasSize(41);
    }
    assertThat(masks.resolve("sky-44.png")).exists();
    assertThat(masks.resolve("sky-4.png")).doesNotExist();
    assertThat(masks.resolve("mine.png")).exists();
  }
}
