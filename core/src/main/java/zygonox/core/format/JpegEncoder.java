package zygonox.core.format;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.stream.MemoryCacheImageOutputStream;
import org.w3c.dom.NodeList;

/** JPEG with EXIF and an sRGB profile. */
final class JpegEncoder implements ImageIoSink.Encoder {
  private static final int MOST_IN_SEGMENT = 65_000;

  private static final String FORMAT = "javax_imageio_jpeg_image_1.0";

  @Override
  public void encode(BufferedImage image, PictureHeader header, Path file) throws IOException {
    byte[] jpeg =
        TurboJpeg.isPresent()
            ? TurboJpeg.encode(
                ((DataBufferByte) image.getRaster().getDataBuffer()).getData(),
                header.width(),
                header.height(),
                header.channels(),
                header.jpeg())
            : encoded(image, header.jpeg());
    int body = afterJfif(jpeg);
    try (OutputStream out = Files.newOutputStream(file)) {
      out.write(jpeg, 0, 2);
      // EXIF asks to stand first, in place of the JFIF segment (CIPA DC-008, 4.5.4).
      out.write(segment(0xe1, "Exif\0\0", Exif.standingAlone(header)));
      Optional<byte[]> packet = Xmp.packet(header.recipe().get());
      for (byte[] part : packet.isPresent() ? Xmp.segments(packet.get()) : new byte[0][]) {
        out.write(segment(0xe1, "", part));
      }
      byte[] icc = header.info().colours().icc();
      // A longer one would need several segments; no camera writes such.
      if (header.channels() == 3 && icc.length < MOST_IN_SEGMENT) {
        out.write(segment(0xe2, "ICC_PROFILE\0\1\1", icc));
      }
      out.write(jpeg, body, jpeg.length - body);
    }
  }

  private static byte[] encoded(BufferedImage image, JpegQuality quality) throws IOException {
    ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (MemoryCacheImageOutputStream out = new MemoryCacheImageOutputStream(bytes)) {
      ImageWriteParam param = writer.getDefaultWriteParam();
      param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
      param.setCompressionQuality(quality.perCent() / 100f);
      writer.setOutput(out);
      writer.write(null, new IIOImage(image, null, metadata(writer, image, param, quality)), param);
    } finally {
      writer.dispose();
    }
    return bytes.toByteArray();
  }

  /** The writer would halve the colours; told of no subsampling it does not. */
  private static IIOMetadata metadata(
      ImageWriter writer, BufferedImage image, ImageWriteParam param, JpegQuality quality)
      throws IOException {
    IIOMetadata metadata =
        writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(image), param);
    if (quality.fullColour() && image.getRaster().getNumBands() == 3) {
      IIOMetadataNode root = (IIOMetadataNode) metadata.getAsTree(FORMAT);
      NodeList components = root.getElementsByTagName("componentSpec");
      for (int i = 0; i < components.getLength(); i++) {
        IIOMetadataNode component = (IIOMetadataNode) components.item(i);
        component.setAttribute("HsamplingFactor", "1");
        component.setAttribute("VsamplingFactor", "1");
      }
      metadata.setFromTree(FORMAT, root);
    }
    return metadata;
  }

  private static int afterJfif(byte[] jpeg) {
    boolean jfif = (jpeg[2] & 0xff) == 0xff && (jpeg[3] & 0xff) == 0xe0;
    return jfif ? 4 + ((jpeg[4] & 0xff) << 8 | jpeg[5] & 0xff) : 2;
  }

  private static byte[] segment(int marker, String name, byte[] data) {
    byte[] label = name.getBytes(StandardCharsets.ISO_8859_1);
    int length = 2 + label.length + data.length;
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(0xff);
    out.write(marker);
    out.write(length >> 8);
    out.write(length);
    out.writeBytes(label);
    out.writeBytes(data);
    return out.toByteArray();
  }
}
