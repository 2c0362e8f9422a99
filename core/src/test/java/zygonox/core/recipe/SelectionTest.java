package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

class SelectionTest {
  @TempDir Path folder;
  private FrameSet found;

  @BeforeEach
  void makeFrames() {
    for (int i = 0; i < 9; i++) {
      // The last three are wider, and so another run.
      TestPictures.write(
          folder.resolve("f" + i + ".tif"),
          TestPictures.random(new PixelLayout(i < 6 ? 20 : 30, 20, 1, 8), i),
          TestPictures.info("2026-10-14T22:00:0" + i, "+01:00"));
    }
    found = FrameFinder.find(List.of(folder), Progress.NONE, new Cancellation());
  }

  private Selection selection(
      OptionalInt run, Optional<FrameKind> kind, String from, String to, int every, int... drop) {
    return Selection.of(List.of(folder))
        .withRun(run)
        .withKind(kind)
        .withFrom(Optional.ofNullable(from).map(OffsetDateTime::parse))
        .withTo(Optional.ofNullable(to).map(OffsetDateTime::parse))
        .withEvery(every)
        .withDrop(
            java.util.Arrays.stream(drop).mapToObj(i -> folder.resolve("f" + i + ".tif")).toList());
  }

  private List<String> names(Selection selection) {
    return selection.choose(found).frames().stream()
        .map(f -> f.file().getFileName().toString().substring(1, 2))
        .toList();
  }

  @Test
  void takesPartByThePositionOfTheHead() {
    Selection all = Selection.of(List.of(folder)).withRun(OptionalInt.of(1));
    assertThat(all.positions(found)).isEqualTo(1);
    assertThat(names(all.withPosition(OptionalInt.of(1)))).hasSize(6);
    assertThatThrownBy(() -> all.withPosition(OptionalInt.of(2)).choose(found))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("There is no position 2 among the frames")
        .hasMessageContaining("one position");
  }

  @Test
  void takesPartByRunTimeStepAndName() {
    assertThat(found.runs()).hasSize(2);
    assertThat(Selection.of(List.of(folder)).choose(found)).isSameAs(found);
    assertThat(names(selection(OptionalInt.of(2), Optional.empty(), null, null, 1)))
        .containsExactly("6", "7", "8");
    assertThat(names(selection(OptionalInt.empty(), Optional.empty(), null, null, 3)))
        .containsExactly("0", "3", "6");
    assertThat(
            names(
                selection(
                    OptionalInt.empty(),
                    Optional.empty(),
                    "2026-10-14T21:00:03Z",
                    "2026-10-14T22:00:06+01:00",
                    1)))
        .containsExactly("3", "4", "5", "6");
    // What is dropped is gone before every second one is counted.
    assertThat(names(selection(OptionalInt.of(1), Optional.empty(), null, null, 2, 1, 2)))
        .containsExactly("0", "4");
  }

  @Test
  void whatIsNotThereIsToldWithThePartItIsAbout() {
    assertThatThrownBy(() -> names(selection(OptionalInt.of(3), Optional.empty(), null, null, 1)))
        .isInstanceOf(InvalidInput.class)
        .hasMessage("There is no run 3 among the frames; they have 2")
        .satisfies(e -> assertThat(((InvalidInput) e).about()).isEqualTo("run"));
    assertThatThrownBy(
            () -> names(selection(OptionalInt.empty(), Optional.of(FrameKind.FLAT), null, null, 1)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("No frame is of the kind flat; there are frames of the kinds ");
    assertThatThrownBy(
            () -> names(selection(OptionalInt.empty(), Optional.empty(), null, null, 1, 77)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("f77.tif is not among the frames");
  }
}
