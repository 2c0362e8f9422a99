package zygonox.core.motion;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;
import zygonox.core.work.ContentKey;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.LogFile;

/**
 * The small pictures of frames, kept by content as JPEG: a clip that is opened again plays at once.
 *
 * @param kept where
 */
record SmallPictureStore(KeptFiles kept) {
  /** Goes up whenever another picture would be made of the same frame. */
  private static final String PURPOSE = "small-picture 1";

  private static final float QUALITY = 0.94f;

  /**
   * A frame's picture, where it is known.
   *
   * @param side the length that was asked for
   */
  Optional<SmallPicture> of(Path frame, int side) {
    return name(frame, side).flatMap(kept::read).flatMap(SmallPictureStore::read);
  }

  /** Keeps the picture of a frame. */
  void keep(Path frame, int side, SmallPicture picture) {
    name(frame, side)
        .ifPresent(
            name -> {
              try {
                kept.write(name, bytes(picture));
              } catch (IOException e) {
                LogFile.note(frame.toString(), e);
              }
            });
  }

  private static Optional<String> name(Path frame, int side) {
    try {
      return Optional.of(
          "small-" + ContentKey.of(PURPOSE + " of " + side, List.of(frame)) + ".jpg");
    } catch (IOException e) {
      LogFile.note(frame.toString(), e);
      return Optional.empty();
    }
  }

  private static byte[] bytes(SmallPicture picture) throws IOException {
    int width = picture.width();
    BufferedImage image = new BufferedImage(width, picture.height(), BufferedImage.TYPE_INT_RGB);
    int[] row = new int[width];
    for (int y = 0; y < picture.height(); y++) {
      for (int x = 0, i = 3 * y * width; x < width; x++, i += 3) {
        row[x] =
            (picture.rgb()[i] & 0xff) << 16
                | (picture.rgb()[i + 1] & 0xff) << 8
                | picture.rgb()[i + 2] & 0xff;
      }
      image.setRGB(0, y, width, 1, row, 0, width);
    }
    ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (MemoryCacheImageOutputStream out = new MemoryCacheImageOutputStream(bytes)) {
      ImageWriteParam param = writer.getDefaultWriteParam();
      param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
      param.setCompressionQuality(QUALITY);
      writer.setOutput(out);
      writer.write(null, new IIOImage(image, null, null), param);
    } finally {
      writer.dispose();
    }
    return bytes.toByteArray();
  }

  /** A file cut short tells nothing: the picture is made anew. */
  private static Optional<SmallPicture> read(byte[] stored) {
    try {
      BufferedImage image = ImageIO.read(new ByteArrayInputStream(stored));
      if (image == null) {
        return Optional.empty();
      }
      int width = image.getWidth();
      byte[] rgb = new byte[3 * width * image.getHeight()];
      int[] row = new int[width];
      for (int y = 0; y < image.getHeight(); y++) {
        image.getRGB(0, y, width, 1, row, 0, width);
        for (int x = 0, i = 3 * y * width; x < width; x++, i += 3) {
          rgb[i] = (byte) (row[x] >> 16);
          rgb[i + 1] = (byte) (row[x] >> 8);
          rgb[i + 2] = (byte) row[x];
        }
      }
      return Optional.of(new SmallPicture(width, image.getHeight(), rgb));
    } catch (IOException e) {
      LogFile.note("a small picture", e);
      return Optional.empty();
    }
  }
}
