package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.format.ReadFault;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.Spot;
import zygonox.core.stars.StarFinder;
import zygonox.core.stars.StarList;
import zygonox.core.stars.StarShape;
import zygonox.core.work.Cancellation;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.Progress;
import zygonox.core.work.Workroom;

/** Measures kept by content, and what they hold of hot pixels. */
class MeasureStoreTest {
  private static final int FRAMES = 5;
  private static final Spot HOT = new Spot(77, 41);

  @TempDir Path folder;
  private KeptFiles kept;
  private List<Path> files;

  @BeforeEach
  void makeFrames() {
    kept = new KeptFiles(folder.resolve("kept"));
    files = new ArrayList<>();
    for (int i = 0; i < FRAMES; i++) {
      files.add(
          TestPictures.write(
              folder.resolve("f" + i + ".tif"),
              sky(i),
              TestPictures.info("2026-10-14T22:00:%02d".formatted(10 * i), "+01:00")));
    }
  }

  /** Stars that move on, over noise, and one pixel that glows. */
  private static Raster sky(int frame) {
    PixelLayout layout = new PixelLayout(300, 200, 1, 16);
    Raster raster = Raster.blank(layout);
    Random noise = new Random(100 + frame);
    for (int i = 0; i < layout.samples(); i++) {
      raster.samples()[i] = (short) (6000 + 150 * noise.nextGaussian());
    }
    Random places = new Random(5);
    for (int s = 0; s < 40; s++) {
      double x = 15 + 255 * places.nextDouble() + 2.3 * frame;
      double y = 15 + 170 * places.nextDouble();
      for (int dy = -5; dy <= 5; dy++) {
        for (int dx = -5; dx <= 5; dx++) {
          int column = (int) x + dx;
          int row = (int) y + dy;
          double off = Math.pow(column - x, 2) + Math.pow(row - y, 2);
          int at = row * 300 + column;
          raster.samples()[at] += (short) (9000 * Math.exp(-off / (2 * 1.3 * 1.3)));
        }
      }
    }
    raster.samples()[HOT.y() * 300 + HOT.x()] += 20_000;
    return raster;
  }

  private List<Frame> frames() throws Exception {
    List<Frame> frames = new ArrayList<>();
    for (Path file : files) {
      frames.add(Frame.look(file));
    }
    return frames;
  }

  private RunMeasure measure(List<Frame> frames, List<ReadFault> faults) {
    return MeasureStore.measure(
        frames,
        Workroom.usual(Progress.NONE, new Cancellation()).keeping(kept),
        (f, e) -> faults.add(e));
  }

  /** Runs that are kept; their stars are beside them. */
  private List<Path> kept() throws Exception {
    if (!Files.exists(kept.folder())) {
      return List.of();
    }
    try (Stream<Path> entries = Files.list(kept.folder())) {
      return entries.filter(f -> f.getFileName().toString().startsWith("run-")).toList();
    }
  }

  /** What was measured need not be searched again to be aligned, and lies where it would lie. */
  @Test
  void theStarsToAlignByAreKeptAsASearchFindsThem() throws Exception {
    List<Frame> frames = new ArrayList<>();
    for (Path file : files) {
      frames.add(Frame.look(file));
    }
    MeasureStore.measure(
        frames, Workroom.usual(Progress.NONE, new Cancellation()).keeping(kept), (f, e) -> {});
    StarList stars = new StarList(kept);
    for (Frame frame : frames) {
      try (PixelSource source = PictureReader.open(frame)) {
        List<FoundStar> found = new StarFinder(StarList.MOST).find(source, new Cancellation());
        assertThat(found).hasSizeGreaterThan(20);
        assertThat(stars.of(frame.file())).contains(found);
      }
    }
  }

  @Test
  void thePixelThatGlowsIsFoundAndNoStar() throws Exception {
    RunMeasure run = measure(frames(), new ArrayList<>());
    assertThat(run.hotPixels()).containsExactly(HOT);
    assertThat(run.frames()).allMatch(m -> m.stars() >= 30);
    assertThat(measure(frames().subList(0, 3), new ArrayList<>()).hotPixels()).isEmpty();
  }

  @Test
  void aSecondVisitReadsTheSameWithoutDecoding() throws Exception {
    RunMeasure first = measure(frames(), new ArrayList<>());
    assertThat(kept()).hasSize(1);
    // Another name, another place: still the same frames.
    Path moved = Files.createDirectory(folder.resolve("moved"));
    List<Frame> elsewhere = new ArrayList<>();
    for (Path file : files) {
      elsewhere.add(Frame.look(Files.move(file, moved.resolve("x" + file.getFileName()))));
    }
    RunMeasure second = measure(elsewhere, new ArrayList<>());
    assertThat(kept()).hasSize(1);
    assertThat(second.hotPixels()).isEqualTo(first.hotPixels());
    for (int i = 0; i < FRAMES; i++) {
      FrameMeasure a = first.frames().get(i);
      FrameMeasure b = second.frames().get(i);
      assertThat(b.frame()).isEqualTo(elsewhere.get(i));
      assertThat(b).usingRecursiveComparison().ignoringFields("frame").isEqualTo(a);
    }
  }

  /** With all that a run may have, which few do. */
  @Test
  void whatPassesByIsKeptToo() throws Exception {
    List<Frame> frames = frames().subList(0, 1);
    FrameMeasure frame =
        new FrameMeasure(
            frames.get(0),
            new SkyLevel(0.1, 0.01, 0.001),
            12,
            Optional.of(new StarShape(3.1, 1.2, -12, 9)),
            0.9,
            new StillScene.Shift(0.4, 0.1),
            List.of(new Streak(1, 2, 250, 120, 4, 0.5)),
            Optional.of(new Brightening(10, 20, 60, 90, 0.3)));
    RunMeasure run =
        new RunMeasure(
            List.of(frame),
            List.of(HOT),
            Optional.of(new Filling(0.25)),
            Optional.of(new CloudPart(32, 10, 7, List.of(3, 4, 14))));
    assertThat(MeasureStore.read(MeasureStore.bytes(run), frames)).contains(run);
  }

  @Test
  void whatIsReadIsWhatWasKeptAndNotMeasuredAgain() throws Exception {
    measure(frames(), new ArrayList<>());
    Path file = kept().get(0);
    String text = Files.readString(file);
    Files.writeString(file, text.replaceAll("\"stars\":\\d+,\"shape\"", "\"stars\":7,\"shape\""));
    assertThat(measure(frames(), new ArrayList<>()).frames()).allMatch(m -> m.stars() == 7);
  }

  @Test
  void changedContentIsMeasuredAnewAndDamagedMemoryIsNone() throws Exception {
    measure(frames(), new ArrayList<>());
    Files.writeString(kept().get(0), "{");
    assertThat(measure(frames(), new ArrayList<>()).frames()).hasSize(FRAMES);
    try (RandomAccessFile frame = new RandomAccessFile(files.get(2).toFile(), "rw")) {
      frame.seek(frame.length() / 2);
      frame.write(new byte[64]);
    }
    measure(frames(), new ArrayList<>());
    assertThat(kept()).hasSize(2);
  }

  @Test
  void aCardPulledOutInTheMiddleIsToldAndNotKept() throws Exception {
    List<Frame> frames = frames();
    Files.delete(files.get(3));
    Files.delete(files.get(4));
    List<ReadFault> faults = new ArrayList<>();
    assertThat(measure(frames, faults).frames()).hasSize(3);
    assertThat(faults).hasSize(2).allMatch(f -> f.kind() == ReadFault.Kind.MISSING);
    assertThat(kept()).isEmpty();
  }

  @Test
  void aFolderThatCannotBeMadeCostsNothingButTime() throws Exception {
    kept = new KeptFiles(files.get(0).resolve("below a file"));
    assertThat(measure(frames(), new ArrayList<>()).frames()).hasSize(FRAMES);
  }
}
