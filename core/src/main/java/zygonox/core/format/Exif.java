package zygonox.core.format;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import zygonox.core.quantity.Place;
import zygonox.core.work.Product;

/** Writes what is known of a picture as EXIF 2.32 (CIPA DC-008-2019). */
final class Exif {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("uuuu:MM:dd HH:mm:ss");
  private static final DateTimeFormatter FRACTION = DateTimeFormatter.ofPattern("SSS");
  private static final int EXIF_DIRECTORY = 34665;
  private static final int GPS_DIRECTORY = 34853;

  static final int RATING = 18246;
  static final int RECOMMENDED_EXPOSURE_INDEX = 34866;
  static final int ISO_SPEED = 34867;

  /** Of the sensitivity types: the ISO speed alone. */
  private static final int ISO_SPEED_TYPE = 3;

  private static final int MOST_IN_SHORT = 65_535;

  private Exif() {}

  /** Adds the tags to a picture's first directory. */
  static Ifd into(Ifd ifd, PictureHeader header) {
    FrameInfo info = header.info();
    OffsetDateTime changedAt = header.changedAt().get();
    ifd.text(305, Product.signature()).shorts(274, 1).text(306, CLOCK.format(changedAt));
    if (!header.description().isEmpty()) {
      ifd.text(270, header.description());
    }
    info.camera().ifPresent(c -> ifd.text(272, c));
    Credits credits = info.credits();
    credits.make().ifPresent(m -> ifd.text(271, m));
    credits.artist().ifPresent(a -> ifd.text(315, a));
    credits.copyright().ifPresent(c -> ifd.text(33432, c));
    credits.rating().ifPresent(r -> ifd.shorts(RATING, r));
    credits.place().ifPresent(p -> ifd.below(GPS_DIRECTORY, gps(p)));
    return ifd.below(EXIF_DIRECTORY, taken(header, changedAt));
  }

  private static Ifd taken(PictureHeader header, OffsetDateTime changedAt) {
    FrameInfo info = header.info();
    Ifd exif =
        new Ifd()
            .bytes(36864, "0232".getBytes(StandardCharsets.US_ASCII))
            .text(36880, offset(changedAt.getOffset()))
            .shorts(40961, 1)
            .longs(40962, header.width())
            .longs(40963, header.height());
    info.exposureSeconds().ifPresent(v -> exif.rational(33434, v));
    info.aperture().ifPresent(v -> exif.rational(33437, v));
    info.iso().ifPresent(v -> putIso(exif, Math.round(v)));
    info.focalMm().ifPresent(v -> exif.rational(37386, v));
    info.celsius().ifPresent(v -> exif.signedRationals(37888, v));
    info.lens().ifPresent(l -> exif.text(42036, l));
    info.capturedAt()
        .ifPresent(
            t -> {
              exif.text(36867, CLOCK.format(t.clock())).text(37521, FRACTION.format(t.clock()));
              t.offset().ifPresent(o -> exif.text(36881, offset(o)));
            });
    return exif;
  }

  private static String offset(ZoneOffset offset) {
    return offset.getId().replace("Z", "+00:00");
  }

  /** What is beyond 16 bits goes into the tag for ISO speed, named by the sensitivity's type. */
  private static void putIso(Ifd exif, long iso) {
    exif.shorts(34855, (int) Math.min(MOST_IN_SHORT, iso));
    if (iso > MOST_IN_SHORT) {
      exif.shorts(34864, ISO_SPEED_TYPE).longs(ISO_SPEED, iso);
    }
  }

  private static Ifd gps(Place place) {
    return new Ifd()
        .octets(0, 2, 3, 0, 0)
        .text(1, place.latitudeDeg() < 0 ? "S" : "N")
        .rationals(2, sexagesimal(place.latitudeDeg()))
        .text(3, place.longitudeDeg() < 0 ? "W" : "E")
        .rationals(4, sexagesimal(place.longitudeDeg()))
        .octets(5, place.heightMetres() < 0 ? 1 : 0)
        .rationals(6, Math.abs(place.heightMetres()));
  }

  private static double[] sexagesimal(double degrees) {
    double size = Math.abs(degrees);
    double minutes = (size - Math.floor(size)) * 60;
    return new double[] {
      Math.floor(size), Math.floor(minutes), (minutes - Math.floor(minutes)) * 60
    };
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
