package zygonox.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.work.KeptFiles;

class SmallPictureStoreTest {
  @TempDir Path folder;
  private SmallPictureStore store;
  private Path frame;
  private SmallPicture picture;

  @BeforeEach
  void make() throws IOException {
    store = new SmallPictureStore(new KeptFiles(folder.resolve("kept")));
    frame = Files.writeString(folder.resolve("a.jpg"), "one frame");
    byte[] rgb = new byte[3 * 32 * 20];
    for (int i = 0; i < rgb.length; i += 3) {
      rgb[i] = (byte) (i / 8);
      rgb[i + 1] = (byte) 200;
      rgb[i + 2] = 20;
    }
    picture = new SmallPicture(32, 20, rgb);
  }

  @Test
  void aPictureIsKeptByContentAndSize() throws Exception {
    assertThat(store.of(frame, 320)).isEmpty();
    store.keep(frame, 320, picture);
    Path moved = Files.move(frame, folder.resolve("b.jpg"));
    SmallPicture back = store.of(moved, 320).orElseThrow();
    assertThat(back.width()).isEqualTo(32);
    assertThat(back.height()).isEqualTo(20);
    for (int i = 0; i < picture.rgb().length; i++) {
      assertThat(back.rgb()[i] & 0xff).isCloseTo(picture.rgb()[i] & 0xff, within(8));
    }
    assertThat(store.of(moved, 480)).isEmpty();
    Files.writeString(moved, "another frame");
    assertThat(store.of(moved, 320)).isEmpty();
  }

  @Test
  void whatWasCutShortIsNone() throws Exception {
    store.keep(frame, 320, picture);
    try (Stream<Path> kept = Files.list(folder.resolve("kept"))) {
      Files.write(kept.findFirst().orElseThrow(), new byte[] {1, 2, 3});
    }
    assertThat(store.of(frame, 320)).isEmpty();
  }
}
