package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.align.Aligned;
import zygonox.core.align.Alignment;
import zygonox.core.align.SceneAligner;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.night.NightRehearsal;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workroom;

/** What people do in rehearsed nights: hold the camera, paint with a lamp, walk by. */
class PeopleTest {
  private static final int WIDTH = 600;
  private static final int HEIGHT = 400;

  @TempDir Path folder;

  private JsonNode rehearsed(String demo, HappeningKind kind, int count) throws Exception {
    Night night = NightFile.open(Path.of("..", "demo", demo)).night();
    new NightRehearsal(
            night,
            night.body().withPixels(WIDTH, HEIGHT),
            EnumSet.of(kind),
            1,
            Tracker.USUAL,
            OptionalInt.of(count),
            Rehearsal.FileType.TIFF)
        .into(folder, true, Progress.NONE, new Cancellation());
    return new ObjectMapper().readTree(folder.resolve(NightRehearsal.TRUTH).toFile()).get("frames");
  }

  private List<Frame> frames(JsonNode truth) throws Exception {
    List<Frame> frames = new ArrayList<>();
    for (JsonNode one : truth) {
      frames.add(Frame.look(folder.resolve(one.get("file").asText())));
    }
    return frames;
  }

  @Test
  void aHandStraysFromFrameToFrameAndTheWholeSceneWithIt() throws Exception {
    JsonNode truth = rehearsed("from-the-hand", HappeningKind.HANDS, 4);
    Set<Double> azimuths = new HashSet<>();
    for (JsonNode one : truth) {
      azimuths.add(one.get("facing").get("azimuth").asDouble());
      assertThat(one.get("facing").get("azimuth").asDouble()).isCloseTo(352, within(2.0));
    }
    assertThat(azimuths).hasSize(4);
    Workroom room =
        new Workroom(Workroom.usualMemory(), Optional.empty(), Progress.NONE, new Cancellation());
    List<Frame> frames = frames(truth);
    Aligned aligned = SceneAligner.scene(Optional.of(frames.get(0).file())).align(frames, room);
    assertThat(aligned.alignments()).hasSize(4);
    for (int i = 1; i < 4; i++) {
      Alignment one = aligned.alignments().get(i);
      // On the far ridge, where there is something to hold on to.
      double[] here = pixel(truth.get(i), 352, 2);
      double[] there = pixel(truth.get(0), 352, 2);
      assertThat(one.matrix().x(here[0], here[1])).isCloseTo(there[0], within(0.6));
      assertThat(one.matrix().y(here[0], here[1])).isCloseTo(there[1], within(0.6));
    }
  }

  /** Of a tripod that is tapped every frame falls between the pixels of the others. */
  @Test
  void tapsMoveThePictureByAPixelOrTwo() throws Exception {
    JsonNode truth = rehearsed("from-the-hand", HappeningKind.TAPS, 8);
    double[] first = pixel(truth.get(0), 352, 2);
    double sum = 0;
    for (int i = 1; i < 8; i++) {
      double[] here = pixel(truth.get(i), 352, 2);
      double off = Math.hypot(here[0] - first[0], here[1] - first[1]);
      assertThat(off).isBetween(0.01, 9.0);
      sum += off / 7;
    }
    assertThat(sum).isBetween(0.8, 5.0);
  }

  /** Where a direction falls, by what the truth says of the frame's mapping. */
  private static double[] pixel(JsonNode frame, double azimuthDeg, double altitudeDeg) {
    JsonNode map = frame.get("mapping");
    double a = Math.toRadians(azimuthDeg);
    double h = Math.toRadians(altitudeDeg);
    double[] v = {Math.cos(h) * Math.cos(a), Math.cos(h) * Math.sin(a), Math.sin(h)};
    double depth = dot(map.get("forward"), v);
    double focal = map.get("focalPixels").asDouble();
    return new double[] {
      map.get("centreX").asDouble() + focal * dot(map.get("right"), v) / depth,
      map.get("centreY").asDouble() - focal * dot(map.get("up"), v) / depth
    };
  }

  private static double dot(JsonNode axis, double[] v) {
    return axis.get(0).asDouble() * v[0]
        + axis.get(1).asDouble() * v[1]
        + axis.get(2).asDouble() * v[2];
  }

  @Test
  void aPainterLightsOnePartAfterTheOtherAndNothingThatIsFar() throws Exception {
    JsonNode truth = rehearsed("painted-mill", HappeningKind.PAINTER, 12);
    List<Raster> pictures = new ArrayList<>();
    for (Frame frame : frames(truth)) {
      pictures.add(PictureReader.readWhole(frame));
    }
    assertThat(truth.get(0).get("torch").asBoolean()).isFalse();
    List<Double> bank = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      assertThat(truth.get(i).get("torch").asBoolean()).isEqualTo(i > 0);
      bank.add(mean(pictures.get(i), pixel(truth.get(i), 352, -14)));
      // The far ridge lies beside the painted bank, and stays as dark as it was.
      double ridge = mean(pictures.get(i), pixel(truth.get(i), 340, 2));
      assertThat(ridge)
          .isCloseTo(mean(pictures.get(0), pixel(truth.get(0), 340, 2)), within(0.004));
    }
    // In the middle of the picture it is bright in the middle of the run, and dark at its ends.
    assertThat(bank.get(6)).isGreaterThan(5 * bank.get(0));
    assertThat(bank.get(11)).isLessThan(0.3 * bank.get(6));
  }

  private static double mean(Raster picture, double[] at) {
    double sum = 0;
    for (int dy = -3; dy <= 3; dy++) {
      for (int dx = -3; dx <= 3; dx++) {
        int index = (((int) at[1] + dy) * WIDTH + (int) at[0] + dx) * 3 + 1;
        sum += (picture.samples()[index] & 0xffff) / 65535.0;
      }
    }
    return sum / 49;
  }

  @Test
  void aWalkerWithALampDrawsALowLineInSomeFrames() throws Exception {
    JsonNode truth = rehearsed("painted-mill", HappeningKind.WALKER, 12);
    int seen = 0;
    for (JsonNode one : truth) {
      for (JsonNode line : one.get("streaks")) {
        seen++;
        assertThat(line.get("kind").asText()).isEqualTo("walker");
        assertThat(line.get("y1").asDouble()).isGreaterThan(HEIGHT / 2.0);
      }
    }
    assertThat(seen).isGreaterThan(3);
  }
}
