package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.BlendResult;
import zygonox.core.work.Cancellation;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class VariantsModelTest {
  @TempDir Path folder;
  private BlendModel model;
  private VariantsModel variants;

  @BeforeEach
  void open() throws Exception {
    OpenNight night = TestNight.in(folder);
    night.framesProperty().set(TestNight.frames());
    model = new BlendModel(night);
    model.setRun(1);
    variants = new VariantsModel();
    variants.open(model.folder(), VariantsModel.in(model.folder()));
  }

  private Variant blend(BlendMethod method, Align align) throws Exception {
    model.setMethod(method);
    model.setAlign(align);
    Path next = variants.next(model.folder(), BlendModel.fileName(model.recipe()));
    BlendResult done = model.job(next).run(BlendWatcher.NONE, new Cancellation());
    Variant made = Variant.of(done);
    variants.add(made);
    return made;
  }

  @Test
  void eachIsNamedByItsSentenceAndHeldAgainstTheOneBefore() throws Exception {
    Variant mean = blend(BlendMethod.MEAN, Align.NONE);
    assertThat(variants.shownProperty().get()).isEqualTo(mean);
    assertThat(variants.againstProperty().get()).isNull();
    Variant lighten = blend(BlendMethod.LIGHTEN, Align.NONE);
    assertThat(variants.all()).containsExactly(lighten, mean);
    assertThat(lighten.sentence()).isEqualTo("Take 16 frames and blend them by lighten.");
    assertThat(variants.againstProperty().get()).isEqualTo(mean);
    variants.swap();
    assertThat(variants.shownProperty().get()).isEqualTo(mean);
    assertThat(variants.againstProperty().get()).isEqualTo(lighten);
  }

  @Test
  void theyAreThereAgainWhenTheNightIsAndTheOldestGoesFirst() throws Exception {
    model.edit("every", model.recipe().withSelection(model.recipe().selection().withEvery(4)));
    for (int i = 0; i <= VariantsModel.MOST; i++) {
      model.edit("kappa", model.recipe().withMethod(BlendMethod.CLIPPED_MEAN).withKappa(2 + i));
      blend(BlendMethod.CLIPPED_MEAN, Align.NONE);
    }
    assertThat(variants.all()).hasSize(VariantsModel.MOST);
    List<Variant> found = VariantsModel.in(model.folder());
    assertThat(found).hasSize(VariantsModel.MOST);
    assertThat(found).extracting(Variant::frames).containsOnly(4);
    assertThat(found.get(0).recipe().method()).isNotNull();
    // Somebody's own picture in the folder is neither listed nor thrown away.
    Path own = model.folder().resolve("variants/mine.tif");
    Files.copy(TestNight.frames().frames().get(0).file(), own);
    assertThat(VariantsModel.in(model.folder())).hasSize(VariantsModel.MOST);
    variants.forget(variants.all().get(0));
    assertThat(variants.all()).hasSize(VariantsModel.MOST - 1);
    assertThat(own).exists();
  }

  @Test
  void oneMadeAlikeTakesThePlaceOfTheOther() throws Exception {
    Variant first = blend(BlendMethod.LIGHTEN, Align.NONE);
    Variant mean = blend(BlendMethod.MEAN, Align.NONE);
    Variant again = blend(BlendMethod.LIGHTEN, Align.NONE);
    assertThat(variants.all()).containsExactly(again, mean);
    assertThat(variants.shownProperty().get()).isEqualTo(again);
    assertThat(variants.againstProperty().get()).isEqualTo(mean);
    assertThat(first.file()).doesNotExist();
    assertThat(again.file()).exists();
  }

  @Test
  void oneOfANightThatWasLeftIsNotShownInAnother() throws Exception {
    Path elsewhere = Files.createDirectory(folder.resolve("another"));
    model.setMethod(BlendMethod.LIGHTEN);
    Path next = variants.next(model.folder(), "lighten.tif");
    BlendResult done = model.job(next).run(BlendWatcher.NONE, new Cancellation());
    variants.open(elsewhere, List.of());
    variants.add(Variant.of(done));
    assertThat(variants.all()).isEmpty();
    assertThat(next).exists();
  }

  @Test
  void framesAreRankedAsReferencesWithReasons() throws Exception {
    StarsModel stars = new StarsModel(blend(BlendMethod.MEAN, Align.STARS).result().orElseThrow());
    List<StarsModel.Candidate> ranked = stars.candidates();
    assertThat(ranked).hasSize(16);
    assertThat(stars.isReference(ranked.get(0).file())).isTrue();
    assertThat(ranked.get(0).reason()).contains("in the middle of the run");
    assertThat(stars.sentence())
        .startsWith("Stars lie on each other within 0.")
        .contains("the sky moved by");
    assertThat(ranked.get(3).alignment().misses()).isNotEmpty();
  }

  @Test
  void theMapOfWhatAClippedMeanRejectedGoesWithIt() throws Exception {
    Variant clipped = blend(BlendMethod.CLIPPED_MEAN, Align.NONE);
    assertThat(clipped.rejected()).exists();
    RejectedMap map = RejectedMap.read(clipped.rejected());
    assertThat(map.most())
        .isEqualTo(clipped.result().orElseThrow().rejected().orElseThrow().most());
    assertThat(map.pixels().levels().get(0).argb()).contains(0xffffffff, 0xff000000);
    assertThat(clipped.caption()).contains("of all values were rejected");
    variants.forget(clipped);
    assertThat(clipped.rejected()).doesNotExist();
    assertThat(blend(BlendMethod.MEAN, Align.NONE).rejected()).doesNotExist();
  }
}
