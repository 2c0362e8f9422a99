package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.Calibration;
import zygonox.core.develop.HotPixelRepair;
import zygonox.core.format.FrameInfo;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workroom;

class PartsTest {
  private static final PixelLayout LAYOUT = new PixelLayout(8, 6, 3, 16);

  /** No process has it: Linux and others count to 2^22 at the most. */
  private static final long NOBODY = 99_999_999;

  @TempDir Path folder;
  private Path picture;
  private Path frames;
  private Workroom room;

  @BeforeEach
  void shoot() throws Exception {
    frames = Files.createDirectory(folder.resolve("frames"));
    picture = Files.createDirectory(folder.resolve("results")).resolve("out.tif");
    room = TestRecipes.room("64m");
    TestPictures.write(frames.resolve("a.tif"), TestPictures.random(LAYOUT, 1), FrameInfo.UNKNOWN);
  }

  private FrameSet set() {
    return FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
  }

  private void make(Parts parts, BlendMethod method, String text) {
    make(parts, TestRecipes.usual(method), text);
  }

  private void make(Parts parts, Recipe recipe, String text) {
    parts.once(
        "ground",
        recipe,
        set(),
        () -> {
          try {
            Files.writeString(parts.file("ground"), text);
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }

  /** As a run leaves its parts that was killed: in the name of a process that is no more. */
  private void kill() throws Exception {
    Files.move(left().get(0), picture.resolveSibling(".out.tif.parts." + NOBODY + "-1a.part"));
  }

  private List<Path> left() throws IOException {
    try (Stream<Path> files = Files.list(picture.getParent())) {
      return files.toList();
    }
  }

  @Test
  void whatAKilledRunHasMadeIsNotMadeAgain() throws Exception {
    make(Parts.of(picture, room), BlendMethod.MEAN, "first");
    kill();
    Parts parts = Parts.of(picture, room);
    make(parts, BlendMethod.MEAN, "second");
    assertThat(parts.file("ground")).hasContent("first");
    parts.close();
    assertThat(left()).isEmpty();
  }

  @Test
  void butInAnotherWayOrOfOtherFramesItIs() throws Exception {
    make(Parts.of(picture, room), BlendMethod.MEAN, "first");
    kill();
    Parts parts = Parts.of(picture, room);
    make(parts, BlendMethod.MEDIAN, "second");
    assertThat(parts.file("ground")).hasContent("second");
    kill();
    TestPictures.write(frames.resolve("b.tif"), TestPictures.random(LAYOUT, 2), FrameInfo.UNKNOWN);
    parts = Parts.of(picture, room);
    make(parts, BlendMethod.MEDIAN, "third");
    assertThat(parts.file("ground")).hasContent("third");
    parts.close();
    assertThat(left()).isEmpty();
  }

  @Test
  void aDarkMoreInTheFolderIsAnotherWayToo() throws Exception {
    Path darks = Files.createDirectory(folder.resolve("darks"));
    Files.writeString(darks.resolve("a.dng"), "dark");
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withCalibration(new Calibration(List.of(darks), List.of(), HotPixelRepair.NONE));
    make(Parts.of(picture, room), recipe, "first");
    kill();
    Files.writeString(darks.resolve("b.dng"), "another");
    try (Parts parts = Parts.of(picture, room)) {
      make(parts, recipe, "second");
      assertThat(parts.file("ground")).hasContent("second");
    }
  }
}
