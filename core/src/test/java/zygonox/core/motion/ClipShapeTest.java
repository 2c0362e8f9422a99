package zygonox.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.develop.WhiteBalance;
import zygonox.core.format.CaptureTime;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.work.Cancellation;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.Workroom;

/** Which frames a clip's pictures show, which part of them, and in what light. */
class ClipShapeTest {
  private static final int WIDTH = 240;
  private static final int HEIGHT = 160;

  @TempDir static Path folder;

  private static Path frames;

  /** Eight of ten frames five seconds apart, ever brighter, brighter to the right. */
  @BeforeAll
  static void shoot() throws Exception {
    frames = Files.createDirectory(folder.resolve("frames"));
    for (int i = 0; i < 10; i++) {
      if (i != 4 && i != 5) {
        shoot(i);
      }
    }
  }

  private static double light(int frame) {
    return 0.04 + 0.01 * frame;
  }

  private static void shoot(int frame) throws Exception {
    Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 3, 8));
    int i = 0;
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        double shade = light(frame) * (1 + (x + 0.5) / WIDTH);
        for (int c = 0; c < 3; c++) {
          raster.samples()[i++] = (short) Math.round(255 * Srgb.toEncoded(shade));
        }
      }
    }
    FrameInfo none = FrameInfo.UNKNOWN;
    LocalDateTime at = LocalDateTime.of(2026, 10, 14, 21, 0).plusSeconds(5L * frame);
    FrameInfo info =
        new FrameInfo(
            Optional.of(new CaptureTime(at, Optional.empty())),
            OptionalDouble.of(4),
            OptionalDouble.of(4),
            OptionalDouble.of(400),
            none.focalMm(),
            none.camera(),
            none.lens(),
            1);
    TestPictures.write(frames.resolve("f" + frame + ".png"), raster, info);
  }

  private static ClipRecipe plain() {
    return ClipRecipe.of(FrameRate.parse("25"), Codec.STILLS);
  }

  private record Made(ClipResult result, List<Raster> pictures) {
    /** Mean light of a picture, as a multiple of what its left edge has. */
    double light(int picture) {
      return light(picture, 1);
    }

    double light(int picture, int channel) {
      Raster raster = pictures.get(picture);
      double sum = 0;
      for (int i = channel; i < raster.samples().length; i += 3) {
        sum += Srgb.toLight((raster.samples()[i] & 0xffff) / 65_535.0);
      }
      return sum / (raster.samples().length / 3.0) / 1.5;
    }
  }

  private static Made make(ClipRecipe recipe, String name) throws Exception {
    Path out = folder.resolve(name);
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    ClipResult result =
        new ClipMaker(recipe, StillFormat.TIFF)
            .make(
                set,
                out,
                Optional.of(folder.resolve(name + "-last.tif")),
                WholeFile.IfPresent.REPLACE,
                Workroom.unwatched(Workroom.usualMemory()));
    List<Raster> pictures = new ArrayList<>();
    for (int i = 1; i <= result.pictures(); i++) {
      pictures.add(PictureReader.readWhole(Frame.look(out.resolve("%06d.tif".formatted(i)))));
    }
    Raster last = PictureReader.readWhole(Frame.look(folder.resolve(name + "-last.tif")));
    assertThat(last.samples()).isEqualTo(pictures.get(pictures.size() - 1).samples());
    return new Made(result, pictures);
  }

  @Test
  void timeThatIsMissingIsCutBridgedOrKept() throws Exception {
    Made cut = make(plain(), "cut");
    assertThat(cut.result.pictures()).isEqualTo(8);
    assertThat(cut.light(4)).isCloseTo(light(6), within(5e-4));
    Made bridged = make(plain().withPace(Pace.USUAL.withGaps(Pace.Gaps.BRIDGED)), "bridged");
    assertThat(bridged.result.frames()).isEqualTo(8);
    assertThat(bridged.result.pictures()).isEqualTo(10);
    assertThat(bridged.result.clipSeconds()).isEqualTo(0.4);
    for (int k = 0; k < 10; k++) {
      // This light rises evenly, so what is mixed in light is what would have been shot.
      assertThat(bridged.light(k)).isCloseTo(light(k), within(5e-4));
    }
    Made kept = make(plain().withPace(Pace.USUAL.withGaps(Pace.Gaps.KEPT)), "kept");
    assertThat(kept.result.pictures()).isEqualTo(10);
    assertThat(kept.light(5)).isCloseTo(light(3), within(5e-4));
    assertThat(kept.light(6)).isCloseTo(light(6), within(5e-4));
  }

  @Test
  void speedChangesEvenlyAndSlowPicturesAreMixed() throws Exception {
    Made fast = make(plain().withPace(Pace.USUAL.withSpeed("2")), "fast");
    assertThat(fast.result.pictures()).isEqualTo(4);
    assertThat(fast.light(1)).isCloseTo(light(2), within(5e-4));
    Made slow = make(plain().withPace(Pace.USUAL.withSpeed("0.5")), "slow");
    assertThat(slow.result.pictures()).isEqualTo(15);
    assertThat(slow.light(1)).isCloseTo((light(0) + light(1)) / 2, within(5e-4));
    Timeline ramped = Timeline.of(nights(301, 10), Pace.USUAL.withSpeed("1:5"));
    double[] places = ramped.places();
    assertThat(places.length).isEqualTo(101);
    assertThat(places[100]).isEqualTo(300);
    assertThat(places[1] - places[0]).isEqualTo(1);
    assertThat(places[100] - places[99]).isEqualTo(5);
    // Half way through the clip it goes at the mean speed, having gone at 2 on the average.
    assertThat(places[50]).isEqualTo(100);
  }

  private static List<Optional<Instant>> nights(int frames, long seconds) {
    List<Optional<Instant>> taken = new ArrayList<>();
    for (int i = 0; i < frames; i++) {
      taken.add(Optional.of(Instant.parse("2026-10-14T20:00:00Z").plusSeconds(i * seconds)));
    }
    return taken;
  }

  @Test
  void timesInWholeSecondsMakeNoGapsAndGapsAreCountedInUsualSteps() {
    List<Optional<Instant>> taken = new ArrayList<>();
    for (int i = 0; i < 60; i++) {
      if (i < 30 || i > 32) {
        long whole = (long) Math.floor(1.4 * i);
        taken.add(Optional.of(Instant.parse("2026-10-14T20:00:00Z").plusSeconds(whole)));
      }
    }
    assertThat(Timeline.missing(taken)).containsExactly(new Timeline.Missing(29, 3));
    assertThat(Timeline.of(taken, Pace.USUAL.withGaps(Pace.Gaps.BRIDGED)).count()).isEqualTo(60);
    taken.set(3, Optional.empty());
    assertThat(Timeline.missing(taken)).isEmpty();
  }

  @Test
  void aPauseOfADayIsNoClip() {
    List<Optional<Instant>> taken = nights(20, 2);
    taken.add(Optional.of(Instant.parse("2026-11-14T20:00:00Z")));
    assertThatThrownBy(() -> Timeline.of(taken, Pace.USUAL.withGaps(Pace.Gaps.KEPT)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("at most 216000");
    assertThat(Timeline.of(taken, Pace.USUAL).count()).isEqualTo(21);
    assertThat(Timeline.missing(taken)).hasSize(1);
  }

  @Test
  void picturesAreTheMeanOfSeveralFrames() throws Exception {
    Made made = make(plain().withPace(Pace.USUAL.withAveraged(3)), "mean");
    assertThat(made.result.pictures()).isEqualTo(8);
    assertThat(made.light(2)).isCloseTo((light(1) + light(2) + light(3)) / 3, within(5e-4));
    assertThat(made.light(7)).isCloseTo((light(8) + light(9)) / 2, within(5e-4));
  }

  @Test
  void aMoveGoesFromOnePartToAnotherAndEnlargingIsSaid() throws Exception {
    Move move = Move.parse("0,0.5,2:1,0.5,2", false);
    Made made =
        make(
            plain()
                .withSize(Optional.of(new PictureSize(120, 80)))
                .withView(View.WHOLE.withMove(Optional.of(move))),
            "moved");
    // The left half is 1.25 of the left edge in the mean, the right half 1.75.
    assertThat(1.5 * made.light(0) / light(0)).isCloseTo(1.25, within(0.01));
    assertThat(1.5 * made.light(7) / light(9)).isCloseTo(1.75, within(0.01));
    assertThat(made.result.enlarged()).isEqualTo(1);
    assertThat(
            make(plain().withView(View.WHOLE.withMove(Optional.of(move))), "near")
                .result
                .enlarged())
        .isGreaterThan(1.9);
    Move soft = Move.parse("0.5,0.5,1:0.5,0.5,4", true);
    assertThat(soft.at(0.5).zoom()).isCloseTo(2, within(1e-9));
    assertThat(soft.at(0.1).zoom()).isLessThan(Math.pow(4, 0.1));
    assertThat(Move.parse(soft.term(), true)).isEqualTo(soft);
  }

  @Test
  void theWhiteBalanceDriftsFromOneEndToTheOther() throws Exception {
    Made made = make(plain().withDrift(Optional.of(new WarmthDrift(9000, 4000))), "drift");
    for (int end : new int[] {0, 7}) {
      float[] gains = new WhiteBalance(end == 0 ? 9000 : 4000, 0).gains();
      assertThat(made.light(end, 0) / made.light(end, 1)).isCloseTo(gains[0], within(0.01));
      assertThat(made.light(end, 2) / made.light(end, 1)).isCloseTo(gains[2], within(0.01));
    }
  }

  /** Frames of an even scene whose red and blue waver and jump as an automatic balance does. */
  @Test
  void aBalanceThatJumpsIsHeldAndTheEveningsOwnColourStays() throws Exception {
    Path wavering = Files.createDirectory(folder.resolve("wavering"));
    int count = 40;
    double[] red = new double[count];
    for (int i = 0; i < count; i++) {
      double course = -0.4 * i / count;
      red[i] = course + (i >= 22 ? 0.3 : 0) + 0.05 * Math.sin(2.1 * i);
      Raster raster = Raster.blank(new PixelLayout(96, 64, 3, 8));
      for (int k = 0; k < raster.samples().length; k++) {
        double light = 0.08 + 0.1 * (k / 3 % 96) / 96.0;
        double gain = k % 3 == 0 ? Math.pow(2, red[i]) : k % 3 == 2 ? Math.pow(2, -red[i]) : 1;
        raster.samples()[k] = (short) Math.round(255 * Srgb.toEncoded(light * gain));
      }
      TestPictures.write(wavering.resolve("w%02d.png".formatted(i)), raster, FrameInfo.UNKNOWN);
    }
    FrameSet set = FrameFinder.find(List.of(wavering), Progress.NONE, new Cancellation());
    ClipLight light =
        ClipLight.of(set.frames(), new ArrayList<>(), Workroom.unwatched(Workroom.usualMemory()));
    LightCourse held = LightCourse.of(light, Evenness.NONE.withHeldBalance(true));
    LightCourse followed = LightCourse.of(light, Evenness.NONE);
    assertThat(followed.reds()).containsOnly(0);
    double before = 0;
    double after = 0;
    for (int i = 1; i < count; i++) {
      double was = red[i] - red[i - 1];
      double is = was + held.reds()[i] - held.reds()[i - 1];
      before = Math.max(before, Math.abs(was));
      after = Math.max(after, Math.abs(is));
      // Blue is the other way round, and so is what is done about it.
      assertThat(held.blues()[i] - held.blues()[0])
          .isCloseTo(held.reds()[0] - held.reds()[i], within(0.03));
    }
    assertThat(before).isGreaterThan(0.3);
    assertThat(after).isLessThan(0.06);
    double course = red[count - 1] - red[0] + held.reds()[count - 1] - held.reds()[0];
    assertThat(course).isBetween(-0.6, -0.25);
    assertThat(held.corrections()).containsOnly(0);
  }

  @Test
  void lightIsBentWhereAPersonWantsItAndSoftlyBetween() throws Exception {
    Evenness bent =
        Evenness.NONE.withKeys(
            List.of(LightKey.parse("f1.png=0"), new LightKey("f6.png", 1), new LightKey("x", 3)));
    Made made = make(plain().withEvenness(bent), "bent");
    assertThat(made.light(0)).isCloseTo(light(0), within(5e-4));
    // f6 is the fifth frame, f2 the third: a quarter of the way between the two.
    assertThat(made.light(4)).isCloseTo(2 * light(6), within(1e-3));
    assertThat(made.light(7)).isCloseTo(2 * light(9), within(1e-3));
    assertThat(made.light(2)).isBetween(1.05 * light(2), 1.4 * light(2));
    assertThatThrownBy(() -> LightKey.parse("f1.png")).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> LightKey.parse("f1.png=9")).isInstanceOf(InvalidInput.class);
  }

  @Test
  void aPreviewShowsWhatWillBeMade() throws Exception {
    ClipRecipe recipe =
        plain()
            .withPace(Pace.USUAL.withGaps(Pace.Gaps.BRIDGED))
            .withDrift(Optional.of(new WarmthDrift(9000, 4000)))
            .withView(View.WHOLE.withMove(Optional.of(Move.parse("0,0.5,2:1,0.5,2", true))));
    Made made = make(recipe, "seen");
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    List<Frame> all = set.frames();
    SmallPicture[] small = new SmallPicture[all.size()];
    KeptFiles kept = new KeptFiles(folder.resolve("kept"));
    for (int i = 0; i < small.length; i++) {
      small[i] = SmallPicture.of(all.get(i), small.length, kept);
    }
    Timeline timeline = Timeline.of(all.stream().map(set::takenAt).toList(), recipe.pace());
    ClipPreview preview =
        new ClipPreview(
            all,
            small,
            recipe,
            Collections.nCopies(all.size(), Correction.NONE).toArray(Correction[]::new),
            timeline,
            Steady.AS_SHOT);
    assertThat(preview.count()).isEqualTo(10);
    for (int k = 0; k < 10; k++) {
      Raster seen = preview.at(k);
      double[] sums = new double[3];
      for (int i = 0; i < seen.samples().length; i++) {
        sums[i % 3] += Srgb.toLight((seen.samples()[i] & 0xff) / 255.0);
      }
      for (int c = 0; c < 3; c++) {
        double mean = sums[c] / (seen.samples().length / 3.0) / 1.5;
        assertThat(mean).isCloseTo(made.light(k, c), within(0.04 * made.light(k, c) + 5e-4));
      }
    }
  }
}
