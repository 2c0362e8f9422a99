package zygonox.core.format;

import com.adobe.internal.xmp.XMPException;
import com.adobe.internal.xmp.XMPMeta;
import com.adobe.internal.xmp.XMPMetaFactory;
import com.adobe.internal.xmp.options.SerializeOptions;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Optional;

/**
 * The recipe of a picture as metadata of XMP (ISO 16684-1): one property that holds the recipe's
 * JSON as text.
 */
final class Xmp {
  static final String NAMESPACE = "urn:zygonox:recipe:1";
  static final String PROPERTY = "recipe";

  private static final String NOTE = "http://ns.adobe.com/xmp/note/";
  private static final String MAIN_LABEL = "http://ns.adobe.com/xap/1.0/\0";
  private static final String EXTENSION_LABEL = "http://ns.adobe.com/xmp/extension/\0";

  /** Most that a segment of a JPEG takes beside its labels. */
  private static final int MOST_IN_SEGMENT = 65_000;

  private Xmp() {}

  /** A packet that holds a recipe; empty where there is none. */
  static Optional<byte[]> packet(String recipe) throws IOException {
    return recipe.isEmpty() ? Optional.empty() : Optional.of(packet(NAMESPACE, PROPERTY, recipe));
  }

  private static byte[] packet(String namespace, String property, String value) throws IOException {
    try {
      XMPMetaFactory.getSchemaRegistry().registerNamespace(NAMESPACE, "zygonox");
      XMPMeta meta = XMPMetaFactory.create();
      meta.setProperty(namespace, property, value);
      SerializeOptions plain =
          new SerializeOptions().setUseCompactFormat(true).setOmitPacketWrapper(true);
      return XMPMetaFactory.serializeToBuffer(meta, plain);
    } catch (XMPException e) {
      throw new IOException(e.getMessage(), e);
    }
  }

  /**
   * The packet as segments of a JPEG, the label of each before its data: one, or where it does not
   * fit one that points to others (XMP specification part 3, 1.1.3.1).
   */
  static byte[][] segments(byte[] packet) throws IOException {
    byte[] main = MAIN_LABEL.getBytes(StandardCharsets.ISO_8859_1);
    if (packet.length <= MOST_IN_SEGMENT) {
      return new byte[][] {joined(main, packet)};
    }
    String digest = md5(packet);
    int parts = (packet.length + MOST_IN_SEGMENT - 1) / MOST_IN_SEGMENT;
    byte[][] segments = new byte[1 + parts][];
    segments[0] = joined(main, packet(NOTE, "HasExtendedXMP", digest));
    byte[] label = (EXTENSION_LABEL + digest).getBytes(StandardCharsets.ISO_8859_1);
    for (int part = 0; part < parts; part++) {
      int from = part * MOST_IN_SEGMENT;
      int to = Math.min(packet.length, from + MOST_IN_SEGMENT);
      byte[] place = ByteBuffer.allocate(8).putInt(packet.length).putInt(from).array();
      segments[1 + part] = joined(label, place, Arrays.copyOfRange(packet, from, to));
    }
    return segments;
  }

  private static String md5(byte[] packet) {
    try {
      byte[] digest = MessageDigest.getInstance("MD5").digest(packet);
      return HexFormat.of().formatHex(digest).toUpperCase(Locale.ROOT);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has MD5", e);
    }
  }

  private static byte[] joined(byte[]... parts) {
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    for (byte[] part : parts) {
      all.writeBytes(part);
    }
    return all.toByteArray();
  }
}
