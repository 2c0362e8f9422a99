package zygonox.core.format;

import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.DataBufferUShort;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.IOException;
import java.nio.file.Path;
import zygonox.core.quantity.Phrasebook;

/** Gathers a picture in memory and hands it to an ImageIO writer at the end. */
final class ImageIoSink implements PictureSink {
  /** Turns the gathered picture into a file. */
  interface Encoder {
    void encode(BufferedImage image, PictureHeader header, Path file) throws IOException;
  }

  private final Path file;
  private final PictureHeader header;
  private final Encoder encoder;
  private final BufferedImage image;

  ImageIoSink(Path file, PictureHeader header, Encoder encoder) {
    this.file = file;
    this.header = header;
    this.encoder = encoder;
    this.image = blank(header);
  }

  private static BufferedImage blank(PictureHeader header) {
    boolean bytes = header.depth() == Depth.EIGHT;
    int type = bytes ? DataBuffer.TYPE_BYTE : DataBuffer.TYPE_USHORT;
    if (header.channels() == 1) {
      return new BufferedImage(
          header.width(),
          header.height(),
          bytes ? BufferedImage.TYPE_BYTE_GRAY : BufferedImage.TYPE_USHORT_GRAY);
    }
    ComponentColorModel model =
        new ComponentColorModel(
            ColorSpace.getInstance(ColorSpace.CS_sRGB), false, false, Transparency.OPAQUE, type);
    WritableRaster raster =
        Raster.createInterleavedRaster(type, header.width(), header.height(), 3, null);
    return new BufferedImage(model, raster, false, null);
  }

  @Override
  public PictureHeader header() {
    return header;
  }

  @Override
  public void rows(int firstRow, int rows, short[] samples) {
    int at = firstRow * header.rowSamples();
    int count = rows * header.rowSamples();
    DataBuffer data = image.getRaster().getDataBuffer();
    if (data instanceof DataBufferUShort shorts) {
      System.arraycopy(samples, 0, shorts.getData(), at, count);
    } else {
      byte[] bytes = ((DataBufferByte) data).getData();
      for (int i = 0; i < count; i++) {
        bytes[at + i] = (byte) samples[i];
      }
    }
  }

  @Override
  public void rows(int firstRow, int rows, float[] samples) throws IOException {
    throw new IOException(Phrasebook.say("refused.this-format-holds-no-floating"));
  }

  @Override
  public void finish() throws IOException {
    encoder.encode(image, header, file);
  }

  @Override
  public void close() {
    image.flush();
  }
}
