package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.align.SkyView;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.develop.OwnLight;
import zygonox.core.format.CaptureTime;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureFormat;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.raster.PixelLayout;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.FramePart;
import zygonox.core.recipe.Mending;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.RedLight;
import zygonox.core.recipe.Selection;
import zygonox.core.work.Cancellation;
import zygonox.desktop.sentence.Part;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class BlendModelTest {
  @TempDir Path folder;
  private OpenNight night;
  private BlendModel model;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    model = new BlendModel(night);
  }

  private String sentence() {
    return model.sentenceProperty().get().text();
  }

  private void set(String key, String typed) {
    setting(model.sentenceProperty().get(), key).accept().accept(typed);
  }

  @Test
  void withoutFramesThereIsNothingToBlend() {
    assertThat(sentence()).isEqualTo("Without frames there is nothing to blend.");
    assertThat(model.canBlend()).isFalse();
  }

  @Test
  void theLargestRunOfTheSkyIsOffered() {
    night.framesProperty().set(TestNight.frames());
    assertThat(sentence())
        .isEqualTo(
            "For trails of every light, take the 48 frames of 1 min 15 s (run 1) and blend them by"
                + " lighten, and ...");
    assertThat(model.canBlend()).isTrue();
    assertThat(model.obstaclesProperty().get()).isEmpty();
  }

  private void take(String begin) {
    model.sentenceProperty().get().parts().stream()
        .filter(p -> p instanceof Part.Offers)
        .flatMap(p -> ((Part.Offers) p).all().stream())
        .filter(o -> o.text().startsWith(begin))
        .findFirst()
        .orElseThrow()
        .take()
        .run();
  }

  @Test
  void whatIsUsualIsSilentAndWhatIsAddedIsSaid() {
    night.framesProperty().set(TestNight.frames());
    set("method", "mean");
    assertThat(sentence()).endsWith("and blend them by mean, and ...");
    take("average the values");
    assertThat(sentence()).contains("by mean of the stored values");
    // Aligned, light is averaged: what has no meaning any more is let go of.
    take("align them");
    assertThat(sentence()).contains(", align them on the stars, and blend them by mean, and");
    take("let the better");
    take("trim");
    assertThat(sentence())
        .contains("mean, let the better frames count more, trim to what all of them cover, and");
    set("method", "median");
    assertThat(sentence()).doesNotContain("count more").contains("trim to what all");
    night.undo();
    assertThat(sentence()).contains("mean, let the better frames count more");
    set("align", "leave");
    assertThat(sentence()).doesNotContain("trim").doesNotContain("align");
  }

  @Test
  void lightTrailsAndSizeAreSaidTypedAndLetGoOf() {
    night.framesProperty().set(TestNight.frames());
    take("develop them");
    take("let trails swell in");
    take("take out the lines");
    assertThat(sentence())
        .contains(
            ", develop them by exposure=1, and blend them by lighten, trails swelling in and");
    assertThat(BlendModel.fileName(model.recipe()))
        .isEqualTo("lighten-clean-developed-tapered.tif");
    set("develop", "exposure=0.5, temperature=4200");
    assertThat(sentence()).contains("develop them by temperature=4200, exposure=0.5");
    setting(model.sentenceProperty().get(), "develop").step().accept(1);
    assertThat(sentence()).contains("develop them by temperature=4200, exposure=0.83");
    assertThat(
            setting(model.sentenceProperty().get(), "develop").tryOut().apply("glow=3").possible())
        .isFalse();
    set("develop", "not at all");
    set("taper", "fading out");
    assertThat(sentence()).doesNotContain("develop").contains("lighten, trails fading out, and");
    // Trails have ends where the brightest is kept; a finer grid wants frames that are aligned.
    set("method", "mean");
    assertThat(sentence()).doesNotContain("trails");
    take("align them on the stars");
    take("make it twice as wide");
    assertThat(sentence()).contains("by mean, 2 times as wide and high");
    set("scale", "3 times as wide and high");
    assertThat(BlendModel.fileName(model.recipe())).isEqualTo("mean-aligned-clean-times-3.tif");
    take("sharpen it");
    assertThat(sentence()).contains("3 times as wide and high, sharpened by 50 %");
    setting(model.sentenceProperty().get(), "sharpen").step().accept(1);
    assertThat(model.recipe().sharpen()).isEqualTo(0.6);
    assertThat(setting(model.sentenceProperty().get(), "sharpen").tryOut().apply("120").possible())
        .isFalse();
    set("sharpen", "0 %");
    assertThat(sentence()).doesNotContain("sharpen");
    take("hold the ground");
    assertThat(model.recipe().scale()).isEqualTo(1);
  }

  @Test
  void thePastRecipeComesBackAsItWasWhateverIsUsualNow() {
    night.framesProperty().set(TestNight.frames());
    take("align them on the stars");
    take("not guided by the plan");
    Recipe made = model.job(Path.of("made.tif")).recipe();
    set("align", "leave");
    assertThat(model.goBackTo(made)).isEmpty();
    assertThat(model.recipe().align()).isEqualTo(Align.STARS);
    assertThat(model.recipe().skyView()).isEmpty();
    assertThat(model.recipe().selection().paths()).isEmpty();
    // Of fewer frames: what is taken stays as it stands, and that is told.
    Recipe fewer = made.withSelection(Selection.of(made.selection().paths().subList(0, 2)));
    assertThat(model.goBackTo(fewer)).hasValue(2);
    assertThat(model.keptFrames()).hasSizeGreaterThan(2);
  }

  /** What the plan tells of the camera is usual, and so only said where it is not so. */
  @Test
  void starsAreGuidedByThePlanUnlessSaidOtherwise() {
    night.framesProperty().set(TestNight.frames());
    take("align them on the stars");
    SkyView planned = model.recipe().skyView().orElseThrow();
    assertThat(planned.latitudeDeg()).isEqualTo(night.night().place().latitudeDeg());
    assertThat(sentence()).doesNotContain("plan");
    take("not guided by the plan");
    assertThat(model.recipe().skyView()).isEmpty();
    take("guided by the plan");
    assertThat(model.recipe().skyView()).contains(planned);
    model.edit("other", model.recipe().withSkyView(Optional.of(SkyView.parse("10,20,30,40"))));
    assertThat(sentence()).contains("on the stars, guided by another plan");
    set("sky-view", "guided by the plan");
    assertThat(model.recipe().skyView()).contains(planned);
    take("resample by Lanczos's kernel");
    assertThat(sentence()).contains("resample by Lanczos's kernel");
    set("align", "leave");
    assertThat(model.recipe().skyView()).isEmpty();
    assertThat(sentence()).doesNotContain("Lanczos");
  }

  @Test
  void anotherRunsLightIsNeverItsOwn() {
    night.framesProperty().set(TestNight.frames());
    set("purpose", "a sky with another run's narrow-band light");
    List<FrameRun> runs = night.framesProperty().get().runs();
    Path first = runs.get(0).frames().get(0).file();
    Path second = runs.get(1).frames().get(0).file();
    assertThat(model.recipe().red().orElseThrow().frames()).contains(second).doesNotContain(first);
    model.setRun(1);
    assertThat(model.recipe().red().orElseThrow().frames()).contains(first).doesNotContain(second);
    assertThat(sentence())
        .startsWith("For a sky with another run's narrow-band light, take the 16");
  }

  @Test
  void whatARecipeBringsAlongIsSaidAndCanBeGivenUp() {
    night.framesProperty().set(TestNight.frames());
    Path frame = TestNight.frames().frames().get(0).file();
    model.edit(
        "read",
        model
            .recipe()
            .withMono(true)
            .withMasks(Map.of(frame, FramePart.hard(frame)))
            .withRed(Optional.of(new RedLight(List.of(frame), 1))));
    assertThat(sentence())
        .contains("take each as one grey picture")
        .contains("count only the white parts of their masks")
        .contains("add the light of the other frames to the red");
    set("care-mono", "fill in their colours");
    set("care-masks", "count all of every frame");
    take("add more of that light to the red");
    assertThat(sentence()).contains("to the red times 1.25");
    set("red-share", "1.5");
    assertThat(model.recipe().red().orElseThrow().share()).isEqualTo(1.5);
    set("care-red", "add nothing to the red");
    assertThat(sentence())
        .isEqualTo(
            "For trails of every light, take the 48 frames of 1 min 15 s (run 1) and blend them by"
                + " lighten, and ...");
  }

  @Test
  void whatIsDoneToAllFramesIsOnOrOff() {
    night.framesProperty().set(TestNight.frames());
    take("repair their hot pixels");
    take("bring their skies");
    assertThat(sentence())
        .contains(
            ", repair their hot pixels, bring their skies to one brightness, and blend them by");
    assertThat(model.recipe().calibration().hotPixels().auto()).isTrue();
    take("align them on the stars");
    take("hold the ground");
    assertThat(sentence()).contains("align them on the stars").contains("hold the ground");
    assertThat(BlendModel.fileName(model.recipe()))
        .isEqualTo("lighten-aligned-calibrated-over-ground.tif");
    // The ground is held only under a sky that is aligned.
    set("align", "align them on the scene");
    assertThat(sentence()).contains("align them on the scene").doesNotContain("hold the ground");
    set("care-hot-pixels", "leave hot pixels in");
    assertThat(sentence()).doesNotContain("hot pixels");
    night.undo();
    assertThat(sentence()).contains("repair their hot pixels");
  }

  @Test
  void theRecipeIsKeptWithTheNight() {
    night.framesProperty().set(TestNight.frames());
    set("method", "clipped-mean");
    take("choose how far");
    set("kappa", "2");
    assertThat(sentence()).contains("by clipped-mean of those within 2 sigma");
    OpenNight again =
        new OpenNight(
            e -> {
              throw e;
            },
            () -> 0);
    again.open(night.folder().orElseThrow());
    assertThat(again.night().recipe().orElseThrow().kappa()).isEqualTo(2);
    BlendModel later = new BlendModel(again);
    again.framesProperty().set(TestNight.frames());
    assertThat(later.sentenceProperty().get().text()).isEqualTo(sentence());
  }

  @Test
  void whatGoesAgainstThePurposeIsSaid() {
    night.framesProperty().set(TestNight.frames());
    take("align them");
    assertThat(model.obstaclesProperty().get()).first().asString().contains("draws no trails");
    FrameSet one =
        new FrameSet(TestNight.frames().frames().subList(0, 1), List.of(), ZoneOffset.UTC);
    night.framesProperty().set(one);
    assertThat(model.obstaclesProperty().get())
        .anySatisfy(o -> assertThat(o.sentence()).contains("One frame"));
  }

  @Test
  void onlySomeFramesOrAShorterArcTakePart() {
    night.framesProperty().set(TestNight.frames());
    int all = model.keptFrames().size();
    take("only some of the frames");
    assertThat(sentence()).contains("only every 2nd frame");
    assertThat(model.keptFrames()).hasSize((all + 1) / 2);
    set("every", "only every 7th frame");
    assertThat(model.keptFrames()).hasSize((all + 6) / 7);
    set("every", "every frame");
    assertThat(sentence()).doesNotContain("only every");
    take("only the sharpest");
    assertThat(sentence()).contains(", the " + (all + 1) / 2 + " sharpest of them");
    set("sharpest", "the 7 sharpest of them");
    assertThat(model.recipe().sharpest()).hasValue(7);
    assertThat(BlendModel.fileName(model.recipe())).contains("-sharpest-7");
    set("sharpest", "1");
    assertThat(sentence()).contains(", the sharpest one of them");
    Setting one = setting(model.sentenceProperty().get(), "sharpest");
    assertThat(one.tryOut().apply("5 blurred").possible()).isFalse();
    assertThat(one.tryOut().apply(Integer.toString(all + 1)).possible()).isFalse();
    set("sharpest", Integer.toString(all));
    assertThat(sentence()).doesNotContain("sharpest");
    take("shorter arcs");
    String arcs = setting(model.sentenceProperty().get(), "arc").editText();
    assertThat(sentence()).contains(", arcs of " + arcs);
    int half = model.keptFrames().size();
    assertThat(half).isBetween(all / 2 - 2, all / 2 + 2);
    set("arc", "3°");
    // The sky turns by 15.041 degrees an hour; frames are opened every 76 s, for 75.
    double seconds = 3 / 15.041 * 3600;
    assertThat(model.keptFrames().size()).isBetween((int) (seconds / 76), (int) (seconds / 76) + 1);
    assertThat(BlendModel.fileName(model.recipe())).isEqualTo("lighten-shorter.tif");
    assertThat(setting(model.sentenceProperty().get(), "arc").tryOut().apply("80").possible())
        .isFalse();
    // Another run is taken whole.
    model.setRun(1);
    assertThat(sentence()).doesNotContain("arcs");
    night.undo();
    assertThat(sentence()).containsPattern(", arcs of [23](\\.\\d)?°");
  }

  @Test
  void theLightOfTheFrameThatWasLookedAtIsChangedByItself() {
    night.framesProperty().set(TestNight.frames());
    Frame third = TestNight.frames().frames().get(2);
    night.selectedProperty().set(third);
    model.setMethod(BlendMethod.MEAN);
    take("the light of star-trails-0003.jpg by itself");
    assertThat(sentence())
        .contains(", change star-trails-0003.jpg by -1 stops at 6504 K, and blend them by mean");
    set("own-stops-star-trails-0003.jpg", "-0.5 stops");
    set("own-kelvin-star-trails-0003.jpg", "4200 K");
    assertThat(model.recipe().ownLight())
        .containsExactly(Map.entry(third.file(), new OwnLight(-0.5, 4200)));
    set("own-stops-star-trails-0003.jpg", "0");
    set("own-kelvin-star-trails-0003.jpg", "6504");
    assertThat(sentence()).doesNotContain("star-trails-0003");
  }

  @Test
  void onePositionOfATurnedHeadIsTakenByItself() {
    // Three positions of two frames, the head turned in 20 s.
    List<Frame> frames = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      int second = 11 * (i % 2) + 31 * (i / 2);
      frames.add(
          new Frame(
              Path.of("f" + i + ".jpg"),
              PictureFormat.JPEG,
              new PixelLayout(60, 40, 3, 8),
              FrameInfo.UNKNOWN.withCapturedAt(
                  new CaptureTime(
                      LocalDateTime.of(2026, 10, 14, 22, 0).plusSeconds(second),
                      Optional.empty()))));
    }
    night.framesProperty().set(new FrameSet(frames, List.of(), ZoneOffset.UTC));
    take("only one position of the head");
    assertThat(sentence()).contains(", at position 1 of 3");
    assertThat(model.keptFrames()).containsExactlyElementsOf(frames.subList(0, 2));
    set("position", "position 3 of 3");
    assertThat(model.keptFrames()).containsExactlyElementsOf(frames.subList(4, 6));
    set("position", "all positions of the head");
    assertThat(sentence()).doesNotContain("position");
    assertThat(model.keptFrames()).hasSize(6);
  }

  @Test
  void aJobDoesWhatTheSentenceSays() throws Exception {
    night.framesProperty().set(TestNight.frames());
    model.setRun(1);
    model.setMethod(BlendMethod.MEAN);
    model.setAlign(Align.STARS);
    assertThat(BlendModel.fileName(model.recipe())).isEqualTo("mean-aligned.tif");
    BlendJob job = model.job(folder.resolve("r.tif"));
    assertThat(job.title())
        .isEqualTo(
            "Take 16 frames, align them on the stars (guided by the plan) and blend them by mean.");
    assertThat(job.width()).isEqualTo(960);
    BlendResult result = job.run(BlendWatcher.NONE, new Cancellation());
    assertThat(result.used()).isEqualTo(16);
    // An average of 8-bit frames is worth 16 bits.
    assertThat(Frame.look(result.output()).layout().bits()).isEqualTo(16);
    model.finished(result);
    assertThat(BlendModel.outcome(result))
        .startsWith("mean of 16 frames in")
        .contains("noise fell");
  }

  @Test
  void roomOnTheDiskCanBeHadElsewhere(@TempDir Path elsewhere) {
    night.framesProperty().set(TestNight.frames());
    set("method", "median");
    List<Obstacle> told = model.obstaclesProperty().get();
    assertThat(told).hasSize(1);
    assertThat(told.get(0).mends()).hasSize(1);
    model.onChoosingScratch(() -> model.setScratch(elsewhere));
    model.obstaclesProperty().get().get(0).mends().get(0).act().run();
    assertThat(model.obstaclesProperty().get().get(0).sentence()).contains(elsewhere.toString());
    assertThat(model.job(Path.of("a.tif")).scratch()).contains(elsewhere);
  }

  @Test
  void aRoughLookTakesAFewFramesAndNothingThatTakesLong() {
    assertThat(model.canBeRough()).isFalse();
    night.framesProperty().set(TestNight.frames());
    List<Frame> kept = model.keptFrames();
    assertThat(model.canBeRough()).isTrue();
    Path first = kept.get(0).file();
    Path second = kept.get(1).file();
    model.edit(
        "rough",
        model
            .recipe()
            .withMending(model.recipe().mending().withStreaks(true))
            .withMasks(
                Map.of(
                    first,
                    FramePart.hard(Path.of("a.png")),
                    second,
                    FramePart.hard(Path.of("b.png"))))
            .withAlign(Align.STARS, Optional.of(second)));
    assertThat(BlendModel.fileName(model.recipe())).contains("-clean");
    assertThat(model.roughName()).isEqualTo("rough-lighten-aligned-half.tif");
    BlendJob job = model.roughJob(Path.of("rough.tif"));
    assertThat(job.frames().frames()).hasSize(8).startsWith(kept.get(0));
    assertThat(job.frames().frames()).endsWith(kept.get(kept.size() - 1)).doesNotHaveDuplicates();
    assertThat(job.recipe().mending()).isEqualTo(Mending.NONE);
    assertThat(job.recipe().masks()).containsOnlyKeys(first);
    assertThat(job.recipe().reference()).isEmpty();
    assertThat(job.title()).startsWith("Take 8 frames");
    // What is set stays as it was.
    assertThat(model.recipe().mending().removesStreaks()).isTrue();
    model.edit("every", model.recipe().withSelection(model.recipe().selection().withEvery(4)));
    assertThat(model.canBeRough()).isFalse();
  }
}
