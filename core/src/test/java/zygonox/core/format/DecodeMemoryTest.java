package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.jna.Memory;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Workers;

class DecodeMemoryTest {
  private static final PixelLayout LAYOUT = new PixelLayout(40, 30, 3, 8);

  private final List<Path> decoded = new ArrayList<>();

  private Memory read(DecodeMemory memory, int frame) throws UnreadableFrame {
    Path file = Path.of("f" + frame + ".jpg");
    return memory.decoded(
        file,
        LAYOUT,
        into -> {
          synchronized (decoded) {
            decoded.add(file);
          }
          into.setByte(0, (byte) frame);
        });
  }

  private static void release(DecodeMemory memory, int frame) {
    memory.release(Path.of("f" + frame + ".jpg"), LAYOUT);
  }

  @Test
  void aFrameThatIsBeingReadIsDecodedOnce() throws Exception {
    try (DecodeMemory memory = new DecodeMemory()) {
      Memory one = read(memory, 1);
      assertThat(read(memory, 1)).isSameAs(one);
      assertThat(read(memory, 2).getByte(0)).isEqualTo((byte) 2);
      release(memory, 1);
      assertThat(one.getByte(0)).isEqualTo((byte) 1);
      release(memory, 1);
      assertThat(decoded).hasSize(2);
      // Nobody reads it any more: its memory serves the next frame.
      assertThat(read(memory, 3)).isSameAs(one);
      assertThat(read(memory, 1).getByte(0)).isEqualTo((byte) 1);
      assertThat(decoded).hasSize(4);
    }
  }

  @Test
  void thoseReadLastAreKeptForWhoComesNext() throws Exception {
    try (DecodeMemory memory = new DecodeMemory(2)) {
      for (int frame = 1; frame <= 3; frame++) {
        read(memory, frame);
        release(memory, frame);
      }
      read(memory, 2);
      read(memory, 3);
      assertThat(decoded).hasSize(3);
      read(memory, 1);
      assertThat(decoded).hasSize(4);
    }
  }

  @Test
  void framesAreHeldUntilTheyAreReadOnceMore() throws Exception {
    try (DecodeMemory memory = new DecodeMemory()) {
      memory.hold(2);
      for (int frame = 1; frame <= 3; frame++) {
        read(memory, frame);
        release(memory, frame);
      }
      assertThat(memory.heldBytes()).isEqualTo(2 * LAYOUT.samples());
      memory.hold(0);
      assertThat(read(memory, 1).getByte(0)).isEqualTo((byte) 1);
      release(memory, 1);
      assertThat(memory.heldBytes()).isEqualTo(LAYOUT.samples());
      assertThat(read(memory, 2).getByte(0)).isEqualTo((byte) 2);
      assertThat(decoded).hasSize(3);
      // Only those that were held are still there, and only once.
      read(memory, 3);
      read(memory, 1);
      assertThat(decoded).hasSize(5);
    }
  }

  @Test
  void whereDecodingFailsTheNextReaderTriesAgain() throws Exception {
    Path file = Path.of("f1.jpg");
    try (DecodeMemory memory = new DecodeMemory(2)) {
      assertThatThrownBy(
              () ->
                  memory.decoded(
                      file,
                      LAYOUT,
                      into -> {
                        throw new UnreadableFrame(file, new ReadFault(ReadFault.Kind.DAMAGED, ""));
                      }))
          .isInstanceOf(UnreadableFrame.class);
      assertThat(read(memory, 1).getByte(0)).isEqualTo((byte) 1);
    }
  }

  @Test
  void readersAtTheSameTimeShareOneFrame() {
    try (DecodeMemory memory = new DecodeMemory(1);
        Workers crew = Workers.perCore()) {
      crew.forEach(
          200,
          (i, worker) -> {
            try {
              int frame = i / 20;
              assertThat(read(memory, frame).getByte(0)).isEqualTo((byte) frame);
              release(memory, frame);
            } catch (UnreadableFrame e) {
              throw new IllegalStateException(e);
            }
          });
    }
    assertThat(decoded).hasSizeLessThan(30).hasSizeGreaterThanOrEqualTo(10);
  }
}
