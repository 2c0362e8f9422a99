package zygonox.core.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import zygonox.core.quantity.Phrasebook;

/**
 * Uncompressed TIFF 6.0 with EXIF and an sRGB profile. Rows go straight to their place in the file;
 * the directory follows them.
 */
final class TiffSink implements PictureSink {
  private static final long DATA_START = 8;
  private static final long MOST_BYTES = (1L << 32) - (1 << 20);
  private static final int STRIP_BYTES = 1 << 18;
  private static final int XMP = 700;

  private final PictureHeader header;
  private final FileChannel channel;
  private final long rowBytes;

  TiffSink(Path file, PictureHeader header) throws IOException {
    this.header = header;
    this.rowBytes = (long) header.rowSamples() * header.depth().bits() / 8;
    if (rowBytes * header.height() > MOST_BYTES) {
      throw new IOException(Phrasebook.say("refused.a-tiff-holds-at-most"));
    }
    this.channel = FileChannel.open(file, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
  }

  @Override
  public PictureHeader header() {
    return header;
  }

  @Override
  public void rows(int firstRow, int rows, short[] samples) throws IOException {
    int count = rows * header.rowSamples();
    byte[] stored = new byte[(int) (rows * rowBytes)];
    ByteBuffer bytes = ByteBuffer.wrap(stored).order(Ifd.ORDER);
    if (header.depth() == Depth.SIXTEEN) {
      bytes.asShortBuffer().put(samples, 0, count);
    } else {
      for (int i = 0; i < count; i++) {
        stored[i] = (byte) samples[i];
      }
    }
    put(bytes, DATA_START + firstRow * rowBytes);
  }

  @Override
  public void rows(int firstRow, int rows, float[] samples) throws IOException {
    ByteBuffer bytes = ByteBuffer.allocate((int) (rows * rowBytes)).order(Ifd.ORDER);
    bytes.asFloatBuffer().put(samples, 0, rows * header.rowSamples());
    put(bytes, DATA_START + firstRow * rowBytes);
  }

  private void put(ByteBuffer bytes, long at) throws IOException {
    long position = at;
    while (bytes.hasRemaining()) {
      position += channel.write(bytes, position);
    }
  }

  @Override
  public void finish() throws IOException {
    int rowsPerStrip = (int) Math.max(1, Math.min(header.height(), STRIP_BYTES / rowBytes));
    int strips = (header.height() + rowsPerStrip - 1) / rowsPerStrip;
    long[] offsets = new long[strips];
    long[] sizes = new long[strips];
    for (int s = 0; s < strips; s++) {
      int rows = Math.min(rowsPerStrip, header.height() - s * rowsPerStrip);
      offsets[s] = DATA_START + (long) s * rowsPerStrip * rowBytes;
      sizes[s] = rows * rowBytes;
    }
    int[] bits = new int[header.channels()];
    int[] format = new int[header.channels()];
    Arrays.fill(bits, header.depth().bits());
    Arrays.fill(format, header.depth() == Depth.FLOAT ? 3 : 1);
    Ifd ifd =
        new Ifd()
            .longs(256, header.width())
            .longs(257, header.height())
            .shorts(258, bits)
            .shorts(259, 1)
            .shorts(262, header.channels() == 1 ? TiffStructure.BLACK_IS_ZERO : TiffStructure.RGB)
            .longs(273, offsets)
            .shorts(277, header.channels())
            .longs(278, rowsPerStrip)
            .longs(279, sizes)
            .shorts(284, 1)
            .shorts(339, format);
    if (header.channels() == 3) {
      ifd.bytes(34675, header.info().colours().icc());
    }
    Xmp.packet(header.recipe().get()).ifPresent(packet -> ifd.octets(XMP, packet));
    long end = DATA_START + header.height() * rowBytes;
    long directory = end + (end & 1);
    put(ByteBuffer.wrap(Exif.into(ifd, header).at(directory)), directory);
    ByteBuffer start = ByteBuffer.allocate(8).order(Ifd.ORDER);
    start.putShort((short) 0x4949).putShort((short) 42).putInt((int) directory).flip();
    put(start, 0);
  }

  @Override
  public void close() throws IOException {
    channel.close();
  }
}
