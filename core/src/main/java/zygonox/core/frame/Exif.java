package zygonox.core.frame;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.format.DateTimeFormatter;
import zygonox.core.work.Product;

/** Writes what is known of a picture as EXIF 2.32 (CIPA DC-008-2019). */
final class Exif {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("uuuu:MM:dd HH:mm:ss");
  private static final DateTimeFormatter FRACTION = DateTimeFormatter.ofPattern("SSS");
  private static final int EXIF_DIRECTORY = 34665;

  private Exif() {}

  /** Adds the tags to a picture's first directory. */
  static Ifd into(Ifd ifd, PictureHeader header) {
    FrameInfo info = header.info();
    ifd.text(305, Product.signature()).shorts(274, 1);
    if (!header.description().isEmpty()) {
      ifd.text(270, header.description());
    }
    info.camera().ifPresent(c -> ifd.text(272, c));
    Ifd exif =
        new Ifd()
            .bytes(36864, "0232".getBytes(StandardCharsets.US_ASCII))
            .shorts(40961, 1)
            .longs(40962, header.width())
            .longs(40963, header.height());
    info.exposureSeconds().ifPresent(v -> exif.rational(33434, v));
    info.aperture().ifPresent(v -> exif.rational(33437, v));
    info.iso().ifPresent(v -> exif.shorts(34855, (int) Math.min(65535, Math.round(v))));
    info.focalMm().ifPresent(v -> exif.rational(37386, v));
    info.lens().ifPresent(l -> exif.text(42036, l));
    info.capturedAt()
        .ifPresent(
            t -> {
              ifd.text(306, CLOCK.format(t.clock()));
              exif.text(36867, CLOCK.format(t.clock())).text(37521, FRACTION.format(t.clock()));
              t.offset().ifPresent(o -> exif.text(36881, o.getId().replace("Z", "+00:00")));
            });
    return ifd.below(EXIF_DIRECTORY, exif);
  }

  /** A TIFF header and directory by themselves, as JPEG and PNG carry them. */
  static byte[] standingAlone(PictureHeader header) {
    byte[] directory = into(new Ifd(), header).at(8);
    return ByteBuffer.allocate(8 + directory.length)
        .order(Ifd.ORDER)
        .putShort((short) 0x4949)
        .putShort((short) 42)
        .putInt(8)
        .put(directory)
        .array();
  }
}
