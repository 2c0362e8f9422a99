package zygonox.core.format;

import com.sun.jna.Memory;
import java.io.IOException;
import java.nio.file.Path;
import zygonox.core.raster.PixelLayout;

/** A JPEG decoded at so many eighths of its size, which costs a fraction of the whole. */
final class ReducedJpegSource implements PixelSource {
  private static final int EIGHTHS = 8;

  private final Path file;
  private final PixelLayout layout;
  private byte[] pixels;

  private ReducedJpegSource(Path file, PixelLayout layout) {
    this.file = file;
    this.layout = layout;
  }

  /**
   * @param stored the shape of the whole picture
   * @param leastWidth what it must have at the least, if the whole has
   * @param leastHeight the same
   */
  static ReducedJpegSource of(Path file, PixelLayout stored, int leastWidth, int leastHeight) {
    int eighths = 1;
    while (eighths < EIGHTHS
        && (reduced(stored.width(), eighths) < leastWidth
            || reduced(stored.height(), eighths) < leastHeight)) {
      eighths++;
    }
    return new ReducedJpegSource(
        file,
        new PixelLayout(
            reduced(stored.width(), eighths),
            reduced(stored.height(), eighths),
            stored.channels(),
            stored.bits()));
  }

  private static int reduced(int length, int eighths) {
    return (length * eighths + EIGHTHS - 1) / EIGHTHS;
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
    return 2L * layout.samples();
  }

  @Override
  public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
    if (pixels == null) {
      decode();
    }
    int from = firstRow * layout.rowSamples();
    for (int i = 0; i < rows * layout.rowSamples(); i++) {
      into[i] = (short) (pixels[from + i] & 0xff);
    }
  }

  private void decode() throws UnreadableFrame {
    try (Memory memory = new Memory(layout.samples())) {
      TurboJpeg.decode(file, layout.width(), layout.height(), layout.channels(), memory);
      pixels = memory.getByteArray(0, layout.samples());
    } catch (TurboJpeg.DecodeFailed | IOException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
  }

  @Override
  public void close() {
    pixels = null;
  }
}
