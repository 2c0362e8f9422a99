package zygonox.core.format;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Optional;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.stream.ImageOutputStream;
import zygonox.core.work.Product;

/** PNG with an sRGB profile, EXIF and text about its making. */
final class PngEncoder implements ImageIoSink.Encoder {
  private static final String FORMAT = "javax_imageio_png_1.0";

  /** The JDK maps this to deflate level 3: noise does not shrink, however long one tries. */
  private static final float COMPRESSION = 0.67f;

  @Override
  public void encode(BufferedImage image, PictureHeader header, Path file) throws IOException {
    ImageWriter writer = ImageIO.getImageWritersByFormatName("png").next();
    try (ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile())) {
      ImageWriteParam param = writer.getDefaultWriteParam();
      param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
      param.setCompressionQuality(COMPRESSION);
      IIOMetadata metadata =
          writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(image), param);
      IIOMetadataNode root = new IIOMetadataNode(FORMAT);
      if (header.channels() == 3) {
        root.appendChild(profile(header.info().colours()));
      }
      root.appendChild(texts(header));
      Optional<byte[]> packet = Xmp.packet(header.recipe().get());
      if (packet.isPresent()) {
        root.appendChild(xmp(new String(packet.get(), StandardCharsets.UTF_8)));
      }
      root.appendChild(exif(header));
      metadata.mergeTree(FORMAT, root);
      writer.setOutput(out);
      writer.write(null, new IIOImage(image, null, metadata), param);
    } finally {
      writer.dispose();
    }
  }

  private static IIOMetadataNode profile(ColourProfile colours) throws IOException {
    ByteArrayOutputStream deflated = new ByteArrayOutputStream();
    try (DeflaterOutputStream out = new DeflaterOutputStream(deflated)) {
      out.write(colours.icc());
    }
    IIOMetadataNode node = new IIOMetadataNode("iCCP");
    node.setAttribute("profileName", colours.toString());
    node.setAttribute("compressionMethod", "deflate");
    node.setUserObject(deflated.toByteArray());
    return node;
  }

  private static IIOMetadataNode texts(PictureHeader header) {
    IIOMetadataNode texts = new IIOMetadataNode("tEXt");
    texts.appendChild(text("Software", Product.signature()));
    if (!header.description().isEmpty()) {
      texts.appendChild(text("Description", header.description()));
    }
    return texts;
  }

  private static IIOMetadataNode xmp(String packet) {
    IIOMetadataNode entry = new IIOMetadataNode("iTXtEntry");
    entry.setAttribute("keyword", "XML:com.adobe.xmp");
    entry.setAttribute("compressionFlag", "FALSE");
    entry.setAttribute("compressionMethod", "0");
    entry.setAttribute("languageTag", "");
    entry.setAttribute("translatedKeyword", "");
    entry.setAttribute("text", packet);
    IIOMetadataNode texts = new IIOMetadataNode("iTXt");
    texts.appendChild(entry);
    return texts;
  }

  private static IIOMetadataNode text(String keyword, String value) {
    IIOMetadataNode entry = new IIOMetadataNode("tEXtEntry");
    entry.setAttribute("keyword", keyword);
    entry.setAttribute("value", value);
    return entry;
  }

  private static IIOMetadataNode exif(PictureHeader header) {
    IIOMetadataNode chunk = new IIOMetadataNode("UnknownChunk");
    chunk.setAttribute("type", "eXIf");
    chunk.setUserObject(Exif.standingAlone(header));
    IIOMetadataNode chunks = new IIOMetadataNode("UnknownChunks");
    chunks.appendChild(chunk);
    return chunks;
  }
}
