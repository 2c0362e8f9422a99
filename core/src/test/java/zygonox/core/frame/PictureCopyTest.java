package zygonox.core.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.JpegQuality;
import zygonox.core.format.PictureReader;
import zygonox.core.format.ReadFault;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Cancelled;
import zygonox.core.work.WholeFile.IfPresent;

class PictureCopyTest {
  @TempDir Path folder;

  private Frame original() throws UnreadableFrame {
    Raster raster = TestPictures.random(new PixelLayout(50, 170, 3, 16), 3);
    Path file =
        TestPictures.write(
            folder.resolve("a.tif"), raster, TestPictures.info("2026-10-14T22:00:00", "+01:00"));
    return Frame.look(file);
  }

  private void copy(Frame from, String name) {
    PictureCopy.write(
        from,
        folder.resolve(name),
        IfPresent.REFUSE,
        Optional.empty(),
        JpegQuality.USUAL,
        "mean of 5 frames",
        "",
        new Cancellation());
  }

  @ParameterizedTest
  @ValueSource(strings = {"b.tif", "b.png", "b.fits"})
  void sixteenBitsStayWhereTheFormatHoldsThem(String name) throws Exception {
    Frame from = original();
    copy(from, name);
    Path copy = folder.resolve(name);
    Frame back = Frame.look(copy);
    assertThat(PictureReader.readWhole(back).samples())
        .isEqualTo(PictureReader.readWhole(from).samples());
    if (name.endsWith("fits")) {
      // Of the metadata FITS takes the exposure along.
      assertThat(back.info().exposureSeconds()).isEqualTo(from.info().exposureSeconds());
    } else {
      assertThat(back.info()).isEqualTo(from.info());
    }
  }

  @Test
  void eightBitsAreRoundedNotCut() throws Exception {
    Raster raster = Raster.blank(new PixelLayout(256, 1, 1, 16));
    for (int i = 0; i < 256; i++) {
      raster.samples()[i] = (short) (i * 257 + (i < 255 ? 128 : 0));
    }
    Path file = TestPictures.write(folder.resolve("r.tif"), raster, FrameInfo.UNKNOWN);
    // A JPEG cannot be compared sample by sample; the same rounding serves an 8-bit TIFF's way.
    copy(Frame.look(file), "r.jpg");
    Raster back = PictureReader.readWhole(Frame.look(folder.resolve("r.jpg")));
    assertThat(back.layout().bits()).isEqualTo(8);
    assertThat(back.at(0, 0, 0)).isLessThan(6);
    assertThat(back.at(255, 0, 0)).isGreaterThan(249);
  }

  @Test
  void whatIsThereStaysAndACancelledCopyLeavesNothing() throws Exception {
    Frame from = original();
    Files.writeString(folder.resolve("b.tif"), "mine");
    assertThatThrownBy(() -> copy(from, "b.tif")).isInstanceOf(InvalidInput.class);
    assertThat(folder.resolve("b.tif")).hasContent("mine");
    Cancellation cancelled = new Cancellation();
    cancelled.request();
    assertThatThrownBy(
            () ->
                PictureCopy.write(
                    from,
                    folder.resolve("c.tif"),
                    IfPresent.REFUSE,
                    Optional.empty(),
                    JpegQuality.USUAL,
                    "",
                    "",
                    cancelled))
        .isInstanceOf(Cancelled.class);
    assertThat(folder.resolve("c.tif")).doesNotExist();
  }

  /** Declares far more than it holds: the reader must not believe it. */
  @ParameterizedTest
  @ValueSource(ints = {65_000, Integer.MAX_VALUE})
  void hugeDeclaredSizesAreNotBelieved(int side) throws IOException {
    ByteBuffer tiff = ByteBuffer.allocate(8 + 2 + 12 * 9 + 4).order(ByteOrder.LITTLE_ENDIAN);
    tiff.putShort((short) 0x4949).putShort((short) 42).putInt(8).putShort((short) 9);
    int[][] entries = {
      {256, 4, side},
      {257, 4, side},
      {258, 3, 16},
      {259, 3, 1},
      {262, 3, 1},
      {273, 4, 8},
      {277, 3, 1},
      {278, 4, side},
      {279, 4, 100}
    };
    for (int[] entry : entries) {
      tiff.putShort((short) entry[0]).putShort((short) entry[1]).putInt(1).putInt(entry[2]);
    }
    Path file = folder.resolve("huge.tif");
    Files.write(file, tiff.array());
    assertThatThrownBy(() -> Frame.look(file))
        .isInstanceOfSatisfying(
            UnreadableFrame.class,
            e -> assertThat(e.fault().kind()).isEqualTo(ReadFault.Kind.TOO_LARGE));
  }
}
