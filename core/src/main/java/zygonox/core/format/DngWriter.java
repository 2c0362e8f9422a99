package zygonox.core.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.stream.IntStream;
import zygonox.core.raw.BayerPattern;
import zygonox.core.raw.CameraColour;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/**
 * Writes a raw file: an uncompressed Bayer mosaic of 16 bits as Digital Negative 1.4, for which the
 * specification asks fewer readers' patience than for later ones.
 */
public final class DngWriter {
  private static final long DATA_START = 8;

  private DngWriter() {}

  /**
   * What a reader must know of the sensor.
   *
   * @param pattern which colour each pixel sees
   * @param black the value without light, 0 to 65,534
   * @param white the value from which on a pixel is full
   * @param neutral what the three channels give for grey, green at 1
   */
  public record Sensor(BayerPattern pattern, int black, int white, double[] neutral) {}

  /** Gives the rows of a mosaic. */
  @FunctionalInterface
  public interface Rows {
    /**
     * @param into gets the unsigned values of some rows, from index 0 on
     */
    void read(int firstRow, int rows, short[] into);
  }

  /**
   * Writes the file, whole or not at all.
   *
   * @param header its width and height are the mosaic's; its channels and depth do not matter
   * @param rowsAtOnce how many rows are asked for at a time
   * @throws WorkFailed when writing fails
   */
  public static void write(
      Path target,
      WholeFile.IfPresent present,
      PictureHeader header,
      Sensor sensor,
      int rowsAtOnce,
      Rows rows) {
    WholeFile.write(
        target,
        present,
        temporary -> {
          try (FileChannel channel =
              FileChannel.open(
                  temporary, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
            int width = header.width();
            short[] samples = new short[rowsAtOnce * width];
            ByteBuffer bytes = ByteBuffer.allocate(2 * samples.length).order(Ifd.ORDER);
            MosaicPreview preview = new MosaicPreview(sensor, width, header.height());
            for (int row = 0; row < header.height(); row += rowsAtOnce) {
              int count = Math.min(rowsAtOnce, header.height() - row);
              rows.read(row, count, samples);
              preview.add(row, count, samples);
              bytes.clear();
              bytes.asShortBuffer().put(samples, 0, count * width);
              bytes.limit(2 * count * width);
              put(channel, bytes, DATA_START + 2L * row * width);
            }
            long small = DATA_START + 2L * width * header.height();
            put(channel, ByteBuffer.wrap(preview.rgb()), small);
            // A directory begins at an even place.
            long end = small + preview.rgb().length + 1 & ~1L;
            Ifd ifd = directory(header, sensor, rowsAtOnce).below(330, directory(preview, small));
            put(channel, ByteBuffer.wrap(ifd.at(end)), end);
            ByteBuffer start = ByteBuffer.allocate(8).order(Ifd.ORDER);
            start.putShort((short) 0x4949).putShort((short) 42).putInt((int) end).flip();
            put(channel, start, 0);
          }
        });
  }

  private static void put(FileChannel channel, ByteBuffer bytes, long at) throws IOException {
    long position = at;
    while (bytes.hasRemaining()) {
      position += channel.write(bytes, position);
    }
  }

  private static Ifd directory(MosaicPreview preview, long at) {
    return new Ifd()
        .longs(254, 1)
        .longs(256, preview.width())
        .longs(257, preview.height())
        .shorts(258, 8, 8, 8)
        .shorts(259, 1)
        .shorts(262, 2)
        .longs(273, at)
        .shorts(277, 3)
        .longs(278, preview.height())
        .longs(279, 3L * preview.width() * preview.height())
        .shorts(284, 1);
  }

  private static Ifd directory(PictureHeader header, Sensor sensor, int rowsPerStrip) {
    int width = header.width();
    int height = header.height();
    int strips = (height + rowsPerStrip - 1) / rowsPerStrip;
    long stripBytes = 2L * rowsPerStrip * width;
    BayerPattern p = sensor.pattern();
    String camera = header.info().camera().orElse("a camera");
    Ifd ifd =
        new Ifd()
            .longs(254, 0)
            .longs(256, width)
            .longs(257, height)
            .shorts(258, 16)
            .shorts(259, 1)
            .shorts(262, 32803)
            .text(271, camera.split(" ")[0])
            .longs(
                273,
                IntStream.range(0, strips).mapToLong(s -> DATA_START + s * stripBytes).toArray())
            .shorts(277, 1)
            .longs(278, rowsPerStrip)
            .longs(
                279,
                IntStream.range(0, strips)
                    .mapToLong(s -> Math.min(stripBytes, 2L * width * height - s * stripBytes))
                    .toArray())
            .shorts(284, 1)
            .shorts(33421, 2, 2)
            .octets(33422, p.topLeft(), p.topRight(), p.bottomLeft(), p.bottomRight())
            .octets(50706, 1, 4, 0, 0)
            .octets(50707, 1, 1, 0, 0)
            .text(50708, camera)
            .octets(50710, 0, 1, 2)
            .shorts(50711, 1)
            .shorts(50713, 1, 1)
            .longs(50714, sensor.black())
            .longs(50717, sensor.white())
            .signedRationals(50721, CameraColour.matrixOfPlain(sensor.neutral()))
            .rationals(50728, sensor.neutral())
            .shorts(50778, 21)
            .longs(50829, 0, 0, height, width);
    return Exif.into(ifd, header);
  }
}
