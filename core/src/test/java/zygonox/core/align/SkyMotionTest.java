package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.spy;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoMoreInteractions;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureFormat;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.StarList;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.Workroom;

class SkyMotionTest {
  @TempDir Path folder;

  private static final int WIDTH = 6000;
  private static final int HEIGHT = 4000;
  private static final double FOCAL = 4000;

  /** The sky's turn in radians a second: one in a sidereal day of 86,164.0905 s (IAU). */
  private static final double TURN = 2 * Math.PI / 86_164.0905;

  /** How a lens that looks 40 degrees off the pole sees the sky turned, by the rotation itself. */
  private static Homography turned(double radians) {
    double tilt = Math.toRadians(40);
    double[] axis = {0, -Math.sin(tilt), Math.cos(tilt)};
    double c = Math.cos(radians);
    double s = Math.sin(radians);
    double[] r = new double[9];
    double[][] cross = {{0, -axis[2], axis[1]}, {axis[2], 0, -axis[0]}, {-axis[1], axis[0], 0}};
    for (int i = 0; i < 3; i++) {
      for (int k = 0; k < 3; k++) {
        r[3 * i + k] = (i == k ? c : 0) + s * cross[i][k] + (1 - c) * axis[i] * axis[k];
      }
    }
    Homography camera =
        new Homography(new double[] {FOCAL, 0, WIDTH / 2.0, 0, FOCAL, HEIGHT / 2.0, 0, 0, 1});
    return camera.after(new Homography(r)).after(camera.inverse());
  }

  private static double apart(Homography a, Homography b) {
    double most = 0;
    for (int x = 0; x <= WIDTH; x += WIDTH / 2) {
      for (int y = 0; y <= HEIGHT; y += HEIGHT / 2) {
        most = Math.max(most, Math.hypot(a.x(x, y) - b.x(x, y), a.y(x, y) - b.y(x, y)));
      }
    }
    return most;
  }

  @ParameterizedTest
  @ValueSource(doubles = {-1, 0.25, 0.5, 2})
  void aPartOfATurnIsTheTurnByAPartOfTheAngle(double share) {
    // Half a minute, and a pause of ten.
    for (double seconds : new double[] {30, 600}) {
      Homography part = turned(seconds * TURN).power(share);
      assertThat(apart(part, turned(share * seconds * TURN))).isLessThan(1e-6);
    }
  }

  @Test
  void whatIsNoSmallTurnHasNoPower() {
    assertThatThrownBy(() -> turned(1.5).power(0.5)).isInstanceOf(IllegalArgumentException.class);
  }

  private static Frame frame(int index) {
    return new Frame(
        Path.of("f" + index + ".tif"),
        PictureFormat.TIFF,
        new PixelLayout(WIDTH, HEIGHT, 3, 16),
        FrameInfo.UNKNOWN);
  }

  /** A run of which frames 7 and later were bumped aside, and frame 3 shows no stars. */
  private static SkyMotion run(int count) {
    List<Frame> all = new ArrayList<>();
    List<Alignment> alignments = new ArrayList<>();
    Homography bump = new Homography(new double[] {1, 0, 12, 0, 1, -5, 0, 0, 1});
    for (int i = 0; i < count; i++) {
      all.add(frame(i));
      if (i != 3) {
        Homography onto = turned(-31 * i * TURN);
        alignments.add(
            new Alignment(
                all.get(i).file(),
                50,
                50,
                0.1,
                0.1,
                new Placement(i < 7 ? onto : onto.after(bump.inverse())),
                List.of()));
      }
    }
    Aligned aligned = new Aligned(all.get(0), List.of(), all, alignments, List.of(), List.of());
    return SkyMotion.of(aligned, all, f -> 31.0 * all.indexOf(f)).orElseThrow();
  }

  @Test
  void theRunTellsTheMotionAlsoWhereAFrameDoesNot() {
    SkyMotion motion = run(20);
    Homography one = turned(31 * TURN);
    assertThat(apart(motion.between(frame(0), frame(1)).orElseThrow(), one)).isLessThan(1e-6);
    // Pairs of frames with the bump between them are among those that tell it.
    assertThat(apart(motion.between(frame(2), frame(3)).orElseThrow(), one)).isLessThan(0.06);
    assertThat(motion.seconds(frame(2), frame(5))).isEqualTo(93);
    assertThat(motion.pixelsPerSecond()).isCloseTo(0.35, within(0.15));
  }

  @Test
  void overABumpThereIsNoMotionAndAfterItThereIs() {
    SkyMotion motion = run(20);
    assertThat(motion.between(frame(6), frame(7))).isEmpty();
    assertThat(motion.between(frame(7), frame(8))).isPresent();
  }

  @Test
  void aFrameThatWasMatchedWronglyIsNotBelieved() {
    List<Frame> all = new ArrayList<>();
    List<Alignment> alignments = new ArrayList<>();
    Homography wrong = new Homography(new double[] {1, 0, 9, 0, 1, 9, 0, 0, 1});
    for (int i = 0; i < 12; i++) {
      all.add(frame(i));
      Homography onto = turned(-31 * i * TURN);
      alignments.add(
          new Alignment(
              all.get(i).file(),
              50,
              50,
              0.1,
              0.1,
              new Placement(i == 5 ? onto.after(wrong) : onto),
              List.of()));
    }
    Aligned aligned = new Aligned(all.get(0), List.of(), all, alignments, List.of(), List.of());
    SkyMotion motion = SkyMotion.of(aligned, all, f -> 31.0 * all.indexOf(f)).orElseThrow();
    for (int i = 4; i < 6; i++) {
      assertThat(motion.between(all.get(i), all.get(i + 1)))
          .hasValueSatisfying(m -> assertThat(apart(m, turned(31 * TURN))).isLessThan(0.05));
    }
  }

  /**
   * A run of frames whose files say nothing: where their stars lie is kept beforehand.
   *
   * @param turns how the camera sees the sky turned in each of them
   */
  private List<Frame> kept(List<Homography> turns) throws Exception {
    Random random = new Random(4);
    double[][] sky = new double[80][];
    for (int i = 0; i < sky.length; i++) {
      sky[i] = new double[] {WIDTH * random.nextDouble(), HEIGHT * random.nextDouble()};
    }
    List<Frame> frames = new ArrayList<>();
    for (int i = 0; i < turns.size(); i++) {
      Path file = Files.writeString(folder.resolve("f" + i + ".tif"), "no picture " + i);
      frames.add(
          new Frame(
              file, PictureFormat.TIFF, new PixelLayout(WIDTH, HEIGHT, 3, 16), FrameInfo.UNKNOWN));
      List<FoundStar> stars = new ArrayList<>();
      for (int k = 0; k < sky.length; k++) {
        double x = turns.get(i).x(sky[k][0], sky[k][1]);
        double y = turns.get(i).y(sky[k][0], sky[k][1]);
        stars.add(new FoundStar(x, y, 1e6 - 1000 * k, 1e5));
      }
      new StarList(new KeptFiles(folder.resolve("kept"))).keep(file, stars);
    }
    return frames;
  }

  private static StarAligner aligner() {
    return spy(new StarAligner(Optional.empty()));
  }

  private Workroom room() {
    return Workroom.unwatched(Workroom.usualMemory())
        .keeping(new KeptFiles(folder.resolve("kept")));
  }

  @Test
  void ofALongRunTheStarsOfSomeFramesTellWhereTheOthersLie() throws Exception {
    List<Frame> frames = kept(IntStream.range(0, 27).mapToObj(i -> turned(31 * i * TURN)).toList());
    StarAligner aligner = aligner();
    // A clock of whole seconds, and a period that is none.
    SkyMotion motion =
        SkyMotion.find(aligner, frames, f -> Math.floor(31.4 * frames.indexOf(f)), room())
            .orElseThrow();
    verify(aligner).align(argThat(list -> list.size() == 6), any());
    verify(aligner).align(argThat(list -> list.size() == 6), any(), any());
    verifyNoMoreInteractions(aligner);
    for (int i = 0; i + 1 < frames.size(); i++) {
      Homography next = motion.between(frames.get(i), frames.get(i + 1)).orElseThrow();
      assertThat(apart(next, turned(31 * TURN))).as("frame %d", i).isLessThan(0.02);
    }
  }

  @Test
  void whereTheCameraMovedEachFrameIsLookedAt() throws Exception {
    Homography bump = new Homography(new double[] {1, 0, 5, 0, 1, -4, 0, 0, 1});
    List<Homography> turns = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      turns.add(i < 21 ? turned(31 * i * TURN) : bump.after(turned(31 * i * TURN)));
    }
    List<Frame> frames = kept(turns);
    StarAligner aligner = aligner();
    SkyMotion motion =
        SkyMotion.find(aligner, frames, f -> 31.0 * frames.indexOf(f), room()).orElseThrow();
    verify(aligner).align(argThat(list -> list.size() == 8), any());
    verify(aligner).align(argThat(list -> list.size() == 13), any());
    for (int i = 0; i + 1 < frames.size(); i++) {
      assertThat(motion.between(frames.get(i), frames.get(i + 1)).isEmpty())
          .as("after frame %d", i)
          .isEqualTo(i == 20);
    }
  }

  @Test
  void whereFramesDidNotFollowEvenlyEachIsLookedAt() throws Exception {
    // A pause of two minutes after frame 14.
    List<Double> times =
        IntStream.range(0, 26).mapToObj(i -> 31.0 * i + (i > 14 ? 120 : 0)).toList();
    List<Frame> frames = kept(times.stream().map(t -> turned(t * TURN)).toList());
    StarAligner aligner = aligner();
    SkyMotion motion =
        SkyMotion.find(aligner, frames, f -> times.get(frames.indexOf(f)), room()).orElseThrow();
    verify(aligner).align(argThat(list -> list.size() == 11), any());
    for (int i = 0; i + 1 < frames.size(); i++) {
      Homography next = motion.between(frames.get(i), frames.get(i + 1)).orElseThrow();
      double turn = TURN * (times.get(i + 1) - times.get(i));
      assertThat(apart(next, turned(turn))).as("frame %d", i).isLessThan(0.02);
    }
  }

  @Test
  void ofOneAlignedFrameNothingIsKnown() {
    Aligned alone =
        new Aligned(
            frame(0),
            List.of(),
            List.of(frame(0)),
            List.of(new Alignment(frame(0).file(), 9, 9, 0, 0, Placement.AS_IT_IS, List.of())),
            List.of(),
            List.of());
    assertThat(SkyMotion.of(alone, List.of(frame(0), frame(1)), f -> 0))
        .isEqualTo(Optional.empty());
  }
}
