package zygonox.core.format;

import com.sun.jna.Memory;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;
import zygonox.core.raster.PixelLayout;

/** A JPEG frame through {@link TurboJpeg}: decoded at the first read, held outside the heap. */
final class TurboJpegSource implements PixelSource {
  /** Rows that are made wider together: as bytes they are still at hand. */
  private static final int STRIP_ROWS = 8;

  private final Path file;
  private final PixelLayout layout;
  private final DecodeMemory memory;
  private Memory pixels;
  private byte[] strip = new byte[0];

  /**
   * @param layout 8 bits; of one channel, the brightness of a picture in colour
   */
  TurboJpegSource(Path file, PixelLayout layout, DecodeMemory memory) {
    this.file = file;
    this.memory = memory;
    this.layout = layout;
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return layout.samples() + file.toFile().length();
  }

  @Override
  public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
    if (strip.length == 0) {
      strip = new byte[STRIP_ROWS * layout.rowSamples()];
    }
    for (int row = 0; row < rows; row += STRIP_ROWS) {
      int count = Math.min(STRIP_ROWS, rows - row);
      readBytes(firstRow + row, count, strip);
      widen(strip, into, row * layout.rowSamples(), count * layout.rowSamples());
    }
  }

  private static void widen(byte[] from, short[] into, int at, int count) {
    for (int i = 0; i < count; i++) {
      into[at + i] = (short) (from[i] & 0xff);
    }
  }

  @Override
  public void readBytes(int firstRow, int rows, byte[] into) throws UnreadableFrame {
    if (pixels == null) {
      decode();
    }
    pixels.read((long) firstRow * layout.rowSamples(), into, 0, rows * layout.rowSamples());
  }

  @Override
  public void readPacked(int firstRow, int rows, long[] into) throws UnreadableFrame {
    if (pixels == null) {
      decode();
    }
    int samples = rows * layout.rowSamples();
    long at = (long) firstRow * layout.rowSamples();
    ByteBuffer bytes = pixels.getByteBuffer(at, samples).order(ByteOrder.LITTLE_ENDIAN);
    bytes.asLongBuffer().get(into, 0, samples / 8);
    if (samples % 8 != 0) {
      long last = 0;
      for (int i = samples / 8 * 8; i < samples; i++) {
        last |= (long) (bytes.get(i) & 0xff) << 8 * (i & 7);
      }
      into[samples / 8] = last;
    }
  }

  private void decode() throws UnreadableFrame {
    pixels = memory.decoded(file, layout, this::decode);
  }

  private void decode(Memory into) throws UnreadableFrame {
    try {
      TurboJpeg.decode(file, layout.width(), layout.height(), layout.channels(), into);
    } catch (TurboJpeg.DecodeFailed e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    } catch (IOException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
  }

  @Override
  public void close() {
    if (pixels != null) {
      memory.release(file, layout);
      pixels = null;
    }
  }
}
