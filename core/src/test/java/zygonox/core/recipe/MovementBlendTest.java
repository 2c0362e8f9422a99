package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.mend.Subject;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.night.NightRehearsal;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.rehearsal.HappeningKind;
import zygonox.core.rehearsal.Rehearsal;
import zygonox.core.rehearsal.Tracker;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/** What moves, found and laid in: a disc of known place, and a rehearsed rider. */
class MovementBlendTest {
  private static final PixelLayout LAYOUT = new PixelLayout(400, 240, 3, 8);
  private static final int COUNT = 7;
  private static final int SIDE = 40;
  private static final int TOP = 90;

  @TempDir Path folder;
  private Path frames;
  private final Raster[] shot = new Raster[COUNT];

  /** A slope of grey with noise, and a disc that goes from left to right, brighter each time. */
  @BeforeEach
  void shoot() throws Exception {
    frames = Files.createDirectory(folder.resolve("frames"));
    Random random = new Random(4);
    for (int f = 0; f < COUNT; f++) {
      shot[f] = Raster.blank(LAYOUT);
      for (int y = 0; y < LAYOUT.height(); y++) {
        for (int x = 0; x < LAYOUT.width(); x++) {
          boolean inside = Math.hypot(x - middle(f), y - TOP - SIDE / 2.0) < SIDE / 2.0;
          for (int c = 0; c < 3; c++) {
            double value = inside ? disc(f, c) : place(x);
            int sample = (int) Math.round(value + 3 * random.nextGaussian());
            shot[f].samples()[3 * (y * LAYOUT.width() + x) + c] = (short) sample;
          }
        }
      }
      TestPictures.write(
          frames.resolve("f" + f + ".tif"),
          shot[f],
          TestPictures.info("2026-10-14T18:00:0" + f, "+01:00"));
    }
  }

  private static double place(int x) {
    return 60 + x / 8.0;
  }

  private static double middle(int frame) {
    return 50 + 50 * frame;
  }

  private static double disc(int frame, int channel) {
    return channel == 1 ? 20 + 30 * frame : 200;
  }

  private BlendResult blend(Movement movement, Path out) {
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEDIAN).withMovement(Optional.of(movement)).checked();
    return TestRecipes.blend(recipe, frames, out);
  }

  private static double mean(Raster picture, double x, double y) {
    double sum = 0;
    for (int v = -3; v <= 3; v++) {
      for (int u = -3; u <= 3; u++) {
        sum += picture.at((int) x + u, (int) y + v, 1) / (double) picture.layout().white() * 255;
      }
    }
    return sum / 49;
  }

  @Test
  void whatMovesIsFoundWhereItIsAndLaidInFromEverySecondFrame() throws Exception {
    Path out = folder.resolve("r.tif");
    BlendResult done = blend(Movement.of(2), out);
    List<Subject> subjects = done.mended().subjects();
    assertThat(subjects).hasSize(COUNT);
    Raster picture = PictureReader.readWhole(Frame.look(out));
    double y = TOP + SIDE / 2.0;
    for (int f = 0; f < COUNT; f++) {
      Subject subject = subjects.get(f);
      assertThat(subject.file().getFileName()).hasToString("f" + f + ".tif");
      assertThat(subject.laidIn()).isEqualTo(f % 2 == 0);
      // A margin of a few cells of two pixels, for what is soft at its edge.
      assertThat((double) subject.left()).isBetween(middle(f) - SIDE / 2.0 - 14, middle(f) - 20);
      assertThat((double) subject.right()).isBetween(middle(f) + 18, middle(f) + SIDE / 2.0 + 14);
      assertThat(subject.top()).isBetween(TOP - 14, TOP);
      assertThat(subject.bottom()).isBetween(TOP + SIDE - 2, TOP + SIDE + 14);
      double expected = f % 2 == 0 ? disc(f, 1) : place((int) middle(f));
      assertThat(mean(picture, middle(f), y)).as("frame %d", f).isCloseTo(expected, within(2.0));
    }
    // Its rim is whole, and the place beside it has the median's quiet.
    assertThat(mean(picture, middle(2) + SIDE / 2.0 - 5, y)).isCloseTo(disc(2, 1), within(3.0));
    assertThat(mean(picture, middle(2), TOP + SIDE + 30)).isCloseTo(place(150), within(1.5));
    assertThat(done.recipe().movement()).isPresent();
    Recipe again = RecipeFile.read(out).recipe();
    assertThat(again.movement()).contains(Movement.of(2));
  }

  @Test
  void eachIsChosenOrLeftOut() throws Exception {
    Path out = folder.resolve("r.tif");
    Movement chosen =
        Movement.of(3)
            .deciding(frames.resolve("f1.tif"), true)
            .deciding(frames.resolve("f3.tif"), false);
    BlendResult done = blend(chosen, out);
    assertThat(done.mended().subjects())
        .extracting(Subject::laidIn)
        .containsExactly(true, true, false, false, false, false, true);
    assertThat(done.mended().laidIn()).isEqualTo(3);
  }

  @Test
  void laterEarlierOrBrighterIsSeenWhereTwoMeet() throws Exception {
    // Between the middles of the second and the third both reach.
    double x = (middle(1) + middle(2)) / 2;
    double y = TOP + SIDE / 2.0;
    Path out = folder.resolve("r.tif");
    blend(Movement.of(1).withOver(Movement.Over.LATER), out);
    Raster later = PictureReader.readWhole(Frame.look(out));
    blend(Movement.of(1).withOver(Movement.Over.EARLIER), out);
    Raster earlier = PictureReader.readWhole(Frame.look(out));
    blend(Movement.of(1).withOver(Movement.Over.BRIGHTER), out);
    Raster brighter = PictureReader.readWhole(Frame.look(out));
    // The first disc is darker than the place in its green: brighter leaves that as it is.
    assertThat(mean(brighter, middle(0), y)).isCloseTo(place(50), within(2.0));
    assertThat(mean(later, middle(0), y)).isCloseTo(disc(0, 1), within(2.0));
    assertThat(mean(earlier, middle(6), y)).isCloseTo(disc(6, 1), within(2.0));
    assertThat(mean(earlier, x, TOP - 40)).isCloseTo(mean(later, x, TOP - 40), within(0.1));
  }

  @Test
  void noiseAloneIsNothingThatMoves() throws Exception {
    Path still = Files.createDirectory(folder.resolve("still"));
    Random random = new Random(9);
    for (int f = 0; f < 5; f++) {
      Raster raster = Raster.blank(LAYOUT);
      for (int i = 0; i < raster.samples().length; i++) {
        raster.samples()[i] = (short) Math.round(90 + 8 * random.nextGaussian());
      }
      TestPictures.write(
          still.resolve("f" + f + ".tif"),
          raster,
          TestPictures.info("2026-10-14T18:00:0" + f, "+01:00"));
    }
    Recipe recipe = TestRecipes.usual(BlendMethod.MEDIAN).withMovement(Optional.of(Movement.of(1)));
    BlendResult done = TestRecipes.blend(recipe, still, folder.resolve("r.tif"));
    assertThat(done.mended().subjects()).isEmpty();
  }

  @Test
  void onlyAnEmptyPlaceTakesIt() {
    Recipe mean = TestRecipes.usual(BlendMethod.MEAN).withMovement(Optional.of(Movement.of(1)));
    assertThatThrownBy(mean::checked)
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("median or clipped-mean");
    Recipe cropped =
        TestRecipes.usual(BlendMethod.MEDIAN)
            .withMovement(Optional.of(Movement.of(1)))
            .withCrop(Crop.COMMON);
    assertThatThrownBy(cropped::checked).hasMessageContaining("crop");
    assertThatThrownBy(() -> Movement.of(0)).isInstanceOf(InvalidInput.class);
  }

  @Test
  void aRehearsedRiderIsFoundInEachFrame() throws Exception {
    Night night = NightFile.open(Path.of("..", "demo", "passing-rider")).night();
    Path into = folder.resolve("ride");
    new NightRehearsal(
            night,
            night.body().withPixels(600, 400),
            EnumSet.of(HappeningKind.RIDER),
            1,
            Tracker.USUAL,
            OptionalInt.empty(),
            Rehearsal.FileType.JPEG)
        .into(into, true, Progress.NONE, new Cancellation());
    JsonNode truth =
        new ObjectMapper().readTree(into.resolve(NightRehearsal.TRUTH).toFile()).get("frames");
    Recipe recipe = TestRecipes.usual(BlendMethod.MEDIAN).withMovement(Optional.of(Movement.of(1)));
    List<Subject> subjects =
        TestRecipes.blend(recipe, into, folder.resolve("r.png")).mended().subjects();
    for (JsonNode frame : truth) {
      JsonNode rider = frame.get("riders").path(0);
      double wide = rider.path("x2").asDouble() - rider.path("x1").asDouble();
      if (wide < 60) {
        // Hardly in the picture.
        continue;
      }
      Subject subject =
          subjects.stream()
              .filter(s -> s.file().endsWith(frame.get("file").asText()))
              .findFirst()
              .orElseThrow();
      assertThat((double) subject.left())
          .isBetween(rider.get("x1").asDouble() - 18, rider.get("x1").asDouble() + 2);
      assertThat((double) subject.right())
          .isBetween(rider.get("x2").asDouble() - 2, rider.get("x2").asDouble() + 18);
      assertThat((double) subject.top())
          .isBetween(rider.get("y1").asDouble() - 18, rider.get("y1").asDouble() + 2);
      assertThat((double) subject.bottom())
          .isBetween(rider.get("y2").asDouble() - 2, rider.get("y2").asDouble() + 18);
    }
  }
}
