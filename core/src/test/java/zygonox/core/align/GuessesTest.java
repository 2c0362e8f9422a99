package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zygonox.core.format.CaptureTime;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureFormat;
import zygonox.core.frame.Frame;
import zygonox.core.quantity.Direction;
import zygonox.core.raster.PixelLayout;

/** Where the next frame may lie. */
class GuessesTest {
  private static final PixelLayout LAYOUT = new PixelLayout(6000, 4000, 3, 8);
  private static final LocalDateTime BEGIN = LocalDateTime.of(2027, 3, 5, 22, 0);
  private static final SkyView VIEW = new SkyView(52, new Direction(180, 30), 74);

  private static Frame at(long seconds) {
    FrameInfo info =
        FrameInfo.UNKNOWN.withCapturedAt(
            new CaptureTime(BEGIN.plus(Duration.ofSeconds(seconds)), Optional.empty()));
    return new Frame(Path.of("f" + seconds + ".jpg"), PictureFormat.JPEG, LAYOUT, info);
  }

  /** How a frame taken so many seconds after the first lies on it. */
  private static Homography onto(double seconds) {
    return VIEW.carried(LAYOUT, -seconds).orElseThrow();
  }

  private static void isNear(Placement guess, Homography truth, double pixels) {
    for (double x : new double[] {500, 3000, 5500}) {
      for (double y : new double[] {500, 2000, 3500}) {
        assertThat(guess.onto(x, y)[0]).isCloseTo(truth.x(x, y), within(pixels));
        assertThat(guess.onto(x, y)[1]).isCloseTo(truth.y(x, y), within(pixels));
      }
    }
  }

  @Test
  void thePaceOfTheLastTwoIsCarriedOnOverALongGap() {
    Guesses guesses = new Guesses(Optional.empty(), at(0));
    assertThat(guesses.of(at(30))).hasSize(1);
    guesses.matched(at(30), new Placement(onto(30)));
    guesses.matched(at(60), new Placement(onto(60)));
    List<Placement> next = guesses.of(at(960));
    isNear(next.get(0), onto(960), 3);
    isNear(next.get(1), onto(60), 1e-6);
  }

  @Test
  void thePlanTellsTheFirstStep() {
    List<Placement> next = new Guesses(Optional.of(VIEW), at(0)).of(at(600));
    isNear(next.get(0), onto(600), 1e-6);
    assertThat(next).hasSize(2);
  }

  @Test
  void withoutTimesOnlyWhereTheLastOneLayIsTried() {
    Frame timeless = new Frame(Path.of("x.jpg"), PictureFormat.JPEG, LAYOUT, FrameInfo.UNKNOWN);
    assertThat(new Guesses(Optional.of(VIEW), at(0)).of(timeless)).hasSize(1);
    Guesses guesses = new Guesses(Optional.empty(), at(0));
    guesses.matched(at(30), new Placement(onto(30)));
    assertThat(guesses.of(timeless)).hasSize(1);
    // Nor is a pace carried on for days.
    assertThat(guesses.of(at(200_000))).hasSize(1);
  }
}
