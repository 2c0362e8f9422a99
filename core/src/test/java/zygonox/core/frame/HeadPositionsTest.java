package zygonox.core.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import zygonox.core.format.PictureFormat;
import zygonox.core.raster.PixelLayout;

class HeadPositionsTest {
  private static final DateTimeFormatter FORM =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss");

  /** Frames that opened at so many seconds. */
  private static FrameSet at(int... seconds) {
    List<Frame> frames = new ArrayList<>();
    for (int i = 0; i < seconds.length; i++) {
      String time = LocalDateTime.of(2026, 10, 14, 22, 0).plusSeconds(seconds[i]).format(FORM);
      frames.add(
          new Frame(
              Path.of("f" + i + ".jpg"),
              PictureFormat.JPEG,
              new PixelLayout(60, 40, 3, 8),
              TestPictures.info(time, "+01:00")));
    }
    return FrameSet.of(frames, List.of());
  }

  private static List<Integer> sizes(FrameSet set) {
    return HeadPositions.of(set.frames(), set).stream().map(List::size).toList();
  }

  @Test
  void pausesTellPositions() {
    FrameSet three = at(0, 11, 22, 41, 52, 63, 83, 94, 105);
    assertThat(sizes(three)).containsExactly(3, 3, 3);
    // Of two each, nearly half of the times between frames are pauses.
    assertThat(sizes(at(0, 11, 30, 41, 61, 72, 90, 101))).containsExactly(2, 2, 2, 2);
    // Clocks of whole seconds stagger.
    assertThat(sizes(at(0, 10, 21, 31, 42, 52))).containsExactly(6);
    assertThat(sizes(at(0))).containsExactly(1);
    assertThat(HeadPositions.of(List.of(), three)).isEmpty();
  }

  @Test
  void aPauseInALongRunIsNoPanorama() {
    FrameSet pause = at(0, 11, 22, 33, 64, 75);
    assertThat(HeadPositions.areAlike(HeadPositions.of(pause.frames(), pause))).isFalse();
    FrameSet brokenOff = at(0, 11, 22, 41, 52, 63, 83, 94);
    assertThat(HeadPositions.areAlike(HeadPositions.of(brokenOff.frames(), brokenOff))).isTrue();
    FrameSet one = at(0, 11, 22);
    assertThat(HeadPositions.areAlike(HeadPositions.of(one.frames(), one))).isFalse();
    FrameSet single = at(0, 20, 40);
    assertThat(HeadPositions.areAlike(HeadPositions.of(single.frames(), single))).isFalse();
  }
}
