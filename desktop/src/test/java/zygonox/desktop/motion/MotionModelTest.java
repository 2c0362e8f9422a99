package zygonox.desktop.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static zygonox.desktop.stage.TestNight.setting;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.motion.ClipLight;
import zygonox.core.motion.Codec;
import zygonox.core.motion.Evenness;
import zygonox.core.motion.FrameRate;
import zygonox.core.motion.LightCourse;
import zygonox.core.motion.SmallPicture;
import zygonox.core.motion.Trails;
import zygonox.core.night.NightFile;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.Workroom;
import zygonox.desktop.sentence.Part;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.stage.BandCurve;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class MotionModelTest {
  @TempDir Path folder;
  private OpenNight night;
  private MotionModel model;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    model = new MotionModel(night);
  }

  private String sentence() {
    return model.sentenceProperty().get().text();
  }

  private void set(String key, String typed) {
    setting(model.sentenceProperty().get(), key).accept().accept(typed);
  }

  private void load() {
    night.framesProperty().set(TestNight.frames());
  }

  private void measure() {
    List<Frame> of = model.frames();
    model.lit(of, ClipLight.of(of, new ArrayList<>(), Workroom.unwatched(Workroom.usualMemory())));
  }

  @Test
  void withoutFramesThereIsNoClip() {
    assertThat(sentence()).isEqualTo("Without frames there is nothing to make a clip of.");
    assertThat(model.canMake()).isFalse();
    model.step(1);
    assertThat(model.positionProperty().get()).isZero();
  }

  @Test
  void theLongestRunBecomesAClip() {
    load();
    assertThat(sentence())
        .isEqualTo(
            "Make a clip of 48 frames from 20:40 at 30 a second, 1.6 s long, 960 by 640, take out"
                + " the steps of exposure and the flicker, and save it as VP9, and ...");
  }

  @Test
  void theNameAndTheSentenceTellTheSame() {
    load();
    model.named("night.mp4");
    assertThat(sentence()).contains("save it as VP9");
    model.edit(model.recipe().withCodec(Codec.H264));
    assertThat(sentence()).contains("save it as H.264");
    assertThat(Codec.H264.named("results/night.webm")).isEqualTo("results/night.mp4");
    model.named("night.webm");
    assertThat(sentence()).contains("save it as VP9");
    model.named("night");
    assertThat(sentence()).contains("save it as numbered pictures");
    assertThat(Codec.STILLS.named("a.b/night.webm")).isEqualTo("a.b/night");
    model.named("night.tiffany");
    assertThat(sentence()).contains("save it as numbered pictures");
    model.edit(model.recipe().withQuality(90));
    assertThat(sentence()).contains("numbered pictures at a quality of 90, and");
  }

  @Test
  void theBandHasTheLightOnceItIsMeasured() {
    load();
    assertThat(model.onBand()).isEmpty();
    measure();
    BandCurve curve = model.onBand().orElseThrow();
    FrameSet set = night.framesProperty().get();
    assertThat(curve.times())
        .isSorted()
        .containsExactlyElementsOf(
            model.frames().stream().map(f -> set.takenAt(f).orElseThrow()).toList());
    double[] shot = model.courseProperty().get().shot();
    double[] shown = model.courseProperty().get().shown();
    for (int i = 0; i < shot.length; i++) {
      assertThat(curve.shot().get(i)).isEqualTo(shot[i]);
      assertThat(curve.shown().get(i)).isEqualTo(shown[i]);
    }
    assertThat(curve.steps()).isEmpty();
  }

  @Test
  void whatIsShownCanBeTypedBack() {
    load();
    for (Part part : model.sentenceProperty().get().parts()) {
      if (part instanceof Setting one) {
        assertThat(one.tryOut().apply(one.editText()).possible()).as(one.key()).isTrue();
      }
    }
    set("fps", "23.976");
    assertThat(model.recipe().rate()).isEqualTo(new FrameRate(24_000, 1001));
    assertThat(sentence()).contains("at 23.976 a second, 2.0 s long");
    set("size", "1280 by 720");
    assertThat(sentence()).contains("1280 by 720");
    assertThat(setting(model.sentenceProperty().get(), "size").tryOut().apply("641x480").possible())
        .isFalse();
    set("steps", "leave the steps of exposure in");
    assertThat(sentence()).contains("leave the steps of exposure in and take out the flicker");
  }

  @Test
  void trailsAreAddedMeasuredInFramesAndTakenAway() {
    load();
    Part.Offers offers =
        model.sentenceProperty().get().parts().stream()
            .filter(p -> p instanceof Part.Offers)
            .map(Part.Offers.class::cast)
            .findFirst()
            .orElseThrow();
    offers.all().stream()
        .filter(o -> o.text().contains("fade"))
        .findFirst()
        .orElseThrow()
        .take()
        .run();
    assertThat(sentence()).contains("trails that fade behind the stars over 30 frames");
    set("trail-frames", "12 frames");
    assertThat(model.recipe().trails()).isEqualTo(new Trails(Trails.Kind.FADE, 12));
    set("trails", "no trails");
    assertThat(model.recipe().trails()).isEqualTo(Trails.NONE);
  }

  @Test
  void droppedFramesAreNotInItAndThatIsSaid() {
    load();
    Frame one = model.frames().get(3);
    night.decide(one, Verdict.DROP);
    assertThat(model.frames()).hasSize(47).doesNotContain(one);
    assertThat(model.obstaclesProperty().get())
        .anyMatch(o -> o.sentence().contains("its time is kept"));
    assertThat(model.pictures()).isEqualTo(48);
    set("gaps", "leave the gaps out");
    assertThat(model.pictures()).isEqualTo(47);
    assertThat(model.obstaclesProperty().get())
        .anyMatch(o -> o.sentence().contains("time jumps there"));
  }

  private SmallPicture small(List<Frame> of, int index) throws Exception {
    return SmallPicture.of(of.get(index), of.size(), new KeptFiles(folder.resolve("kept")));
  }

  @Test
  void whatIsPlayedHasTheLightOfTheClip() throws Exception {
    load();
    assertThat(model.picture(0)).isEmpty();
    List<Frame> of = model.frames();
    model.arrived(of, 0, small(of, 0));
    model.edit(model.recipe());
    // Until its own is there the one before stands in.
    assertThat(model.picture(20)).isPresent();
    measure();
    LightCourse course = model.courseProperty().get();
    assertThat(course.shot()).hasSize(48);
    Raster first = model.picture(0).orElseThrow();
    assertThat((double) first.layout().width() / first.layout().height()).isBetween(1.49, 1.51);
    model.edit(model.recipe().withEvenness(Evenness.NONE));
    assertThat(model.courseProperty().get().corrections()).containsOnly(0);
  }

  @Test
  void trailsArePlayedAsTheyWillBe() throws Exception {
    load();
    List<Frame> of = model.frames();
    for (int i = 0; i < 12; i++) {
      model.arrived(of, i, small(of, i));
    }
    model.edit(model.recipe().withTrails(Trails.GROW));
    Raster start = model.picture(0).orElseThrow();
    Raster grown = model.picture(11).orElseThrow();
    long brighter = 0;
    for (int i = 0; i < start.samples().length; i++) {
      assertThat(grown.samples()[i]).isGreaterThanOrEqualTo(start.samples()[i]);
      brighter += grown.samples()[i] > start.samples()[i] + 10 ? 1 : 0;
    }
    assertThat(brighter).isPositive();
  }

  private void take(String offer) {
    model.sentenceProperty().get().parts().stream()
        .filter(p -> p instanceof Part.Offers)
        .map(Part.Offers.class::cast)
        .flatMap(o -> o.all().stream())
        .filter(o -> o.text().equals(offer))
        .findFirst()
        .orElseThrow()
        .take()
        .run();
  }

  @Test
  void whatIsOfferedCanBeTypedAnewAndTakenAway() {
    load();
    take("change the speed");
    take("average frames");
    take("pan or zoom");
    take("hold it still");
    take("let the white balance drift");
    assertThat(sentence())
        .contains("balanced from 6500 K to 4500 K")
        .contains("going through 1:3 frames a picture, each the mean of 3 frames, held still")
        .contains("seen from 0.5,0.5,1:0.5,0.5,1.25 softly");
    for (Part part : model.sentenceProperty().get().parts()) {
      if (part instanceof Setting one) {
        assertThat(one.tryOut().apply(one.editText()).possible()).as(one.key()).isTrue();
      }
    }
    assertThat(model.pictures()).isEqualTo(24);
    assertThat(sentence()).contains("0.8 s long");
    set("speed", "1");
    set("average", "1");
    set("move", "all of it");
    set("steady", "as it shook");
    set("balance", "as shot");
    assertThat(sentence())
        .isEqualTo(
            "Make a clip of 48 frames from 20:40 at 30 a second, 1.6 s long, 960 by 640, take out"
                + " the steps of exposure and the flicker, and save it as VP9, and ...");
  }

  @Test
  void lightIsBentByHandAndStraightenedAgain() {
    load();
    measure();
    double before = model.courseProperty().get().corrections()[20];
    model.bend(20, 0.33, false);
    assertThat(model.courseProperty().get().corrections()[20] - before)
        .isCloseTo(0.33, within(1e-9));
    // Not kept until the hand lets go, and then one step of undo.
    assertThat(NightFile.open(folder).night().clip()).isEmpty();
    model.bend(20, 0.5, true);
    model.bend(40, -0.5, true);
    assertThat(sentence()).contains("bent by hand at 2 frames");
    assertThat(model.bentAt(30)).isCloseTo(0, within(1e-9));
    assertThat(model.isKey(20)).isTrue();
    model.unbend(40);
    model.unbend(41);
    assertThat(sentence()).contains("bent by hand at one frame");
    set("bend", "not bent");
    assertThat(sentence()).doesNotContain("bent");
    night.undo();
    assertThat(sentence()).contains("bent by hand");
  }

  @Test
  void howAClipIsMadeIsKeptWithTheNightAndUndone() {
    load();
    String usual = model.sentenceProperty().get().text();
    model.edit(
        model
            .recipe()
            .withTrails(Trails.GROW)
            .withEvenness(model.recipe().evenness().withDeflicker(false)));
    String said = model.sentenceProperty().get().text();
    assertThat(said).isNotEqualTo(usual);
    assertThat(NightFile.open(folder).night().clip()).contains(model.recipe());
    MotionModel later = new MotionModel(night);
    assertThat(later.sentenceProperty().get().text()).isEqualTo(said);
    night.undo();
    assertThat(model.sentenceProperty().get().text()).isEqualTo(usual);
    night.redo();
    assertThat(model.sentenceProperty().get().text()).isEqualTo(said);
  }

  @Test
  void playingGoesRound() {
    load();
    model.step(-1);
    assertThat(model.positionProperty().get()).isEqualTo(47);
    model.step(1);
    assertThat(model.positionProperty().get()).isZero();
  }

  @Test
  void aNameWithAnUnknownEndingIsRefused() {
    load();
    assertThat(model.job(folder.resolve("clip.avi"), false))
        .satisfies(
            job ->
                assertThatThrownBy(
                        () ->
                            job.run(WholeFile.IfPresent.REFUSE, Progress.NONE, new Cancellation()))
                    .isInstanceOf(InvalidInput.class)
                    .hasMessageContaining(".webm"));
  }
}
