package zygonox.core.format;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.imaging.tiff.TiffMetadataReader;
import com.drew.lang.GeoLocation;
import com.drew.lang.Rational;
import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifDirectoryBase;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.ExifSubIFDDirectory;
import com.drew.metadata.exif.GpsDirectory;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;

/** Reads EXIF (CIPA DC-008) out of any of the formats. */
final class FrameInfoReader {
  private static final DateTimeFormatter EXIF_TIME =
      DateTimeFormatter.ofPattern("uuuu:MM:dd HH:mm:ss");

  private static final int MOST_IN_SHORT = 65_535;

  private FrameInfoReader() {}

  /** What the file says; {@link FrameInfo#UNKNOWN} where it has no metadata or broken ones. */
  static FrameInfo read(Path file, PictureFormat format) throws IOException, UnreadableFrame {
    if (format == PictureFormat.FITS) {
      return FitsStructure.read(file).info();
    }
    FrameInfo known = format == PictureFormat.RAW ? LibRaw.info(file) : FrameInfo.UNKNOWN;
    Metadata metadata;
    try {
      // From a stream, a TIFF would be read whole to reach a directory at its end.
      metadata =
          format == PictureFormat.TIFF || format == PictureFormat.DNG
              ? TiffMetadataReader.readMetadata(file.toFile())
              : ImageMetadataReader.readMetadata(file.toFile());
    } catch (ImageProcessingException | RuntimeException e) {
      // Broken metadata do not make a picture unreadable.
      return known;
    }
    Directory exposure = firstWith(metadata, ExifDirectoryBase.TAG_EXPOSURE_TIME);
    Directory body = metadata.getFirstDirectoryOfType(ExifIFD0Directory.class);
    return new FrameInfo(
        captureTime(metadata, body),
        or(number(exposure, ExifDirectoryBase.TAG_EXPOSURE_TIME), known.exposureSeconds()),
        or(number(exposure, ExifDirectoryBase.TAG_FNUMBER), known.aperture()),
        or(iso(exposure), known.iso()),
        or(number(exposure, ExifDirectoryBase.TAG_FOCAL_LENGTH), known.focalMm()),
        celsius(exposure),
        text(body, ExifDirectoryBase.TAG_MODEL).or(known::camera),
        text(exposure, ExifDirectoryBase.TAG_BODY_SERIAL_NUMBER),
        text(exposure, ExifDirectoryBase.TAG_LENS_MODEL),
        ProfileReader.read(file, format),
        format == PictureFormat.RAW ? known.orientation() : orientation(body),
        credits(metadata, body));
  }

  /** EXIF 2.32, table 8; of unknown temperature the denominator is all ones. */
  private static OptionalDouble celsius(Directory exposure) {
    Rational told =
        exposure == null ? null : exposure.getRational(ExifDirectoryBase.TAG_TEMPERATURE);
    return told == null || told.getDenominator() == 0 || told.getDenominator() == -1
        ? OptionalDouble.empty()
        : OptionalDouble.of(told.doubleValue());
  }

  /** 65535 says that the speed is above it and stands in a tag of its own (EXIF 2.32, 4.6.5). */
  private static OptionalDouble iso(Directory exposure) {
    OptionalDouble iso = number(exposure, ExifDirectoryBase.TAG_ISO_EQUIVALENT);
    if (iso.isEmpty() || iso.getAsDouble() < MOST_IN_SHORT) {
      return iso;
    }
    OptionalDouble further = number(exposure, Exif.ISO_SPEED);
    return or(further, or(number(exposure, Exif.RECOMMENDED_EXPOSURE_INDEX), iso));
  }

  private static Credits credits(Metadata metadata, Directory body) {
    Integer stars = body == null ? null : body.getInteger(Exif.RATING);
    return new Credits(
        text(body, ExifDirectoryBase.TAG_MAKE),
        text(body, ExifDirectoryBase.TAG_ARTIST),
        text(body, ExifDirectoryBase.TAG_COPYRIGHT),
        place(metadata.getFirstDirectoryOfType(GpsDirectory.class)),
        stars != null && stars >= 0 && stars <= 5 ? OptionalInt.of(stars) : OptionalInt.empty());
  }

  private static Optional<Place> place(GpsDirectory gps) {
    GeoLocation at = gps == null ? null : gps.getGeoLocation();
    if (at == null || at.isZero()) {
      return Optional.empty();
    }
    Double metres = gps.getDoubleObject(GpsDirectory.TAG_ALTITUDE);
    Integer below = gps.getInteger(GpsDirectory.TAG_ALTITUDE_REF);
    double height = metres == null ? 0 : below != null && below == 1 ? -metres : metres;
    try {
      return Optional.of(new Place(at.getLatitude(), at.getLongitude(), height));
    } catch (InvalidInput e) {
      // A receiver without a fix writes anything.
      return Optional.empty();
    }
  }

  private static OptionalDouble or(OptionalDouble first, OptionalDouble second) {
    return first.isPresent() ? first : second;
  }

  private static Directory firstWith(Metadata metadata, int tag) {
    Directory any = null;
    for (Directory d : metadata.getDirectoriesOfType(ExifSubIFDDirectory.class)) {
      if (d.containsTag(tag)) {
        return d;
      }
      any = any == null ? d : any;
    }
    return any;
  }

  private static Optional<CaptureTime> captureTime(Metadata metadata, Directory body) {
    Directory taken = firstWith(metadata, ExifDirectoryBase.TAG_DATETIME_ORIGINAL);
    String clock = taken == null ? null : taken.getString(ExifDirectoryBase.TAG_DATETIME_ORIGINAL);
    if (clock == null && body != null) {
      clock = body.getString(ExifDirectoryBase.TAG_DATETIME);
    }
    if (clock == null) {
      return Optional.empty();
    }
    try {
      LocalDateTime time = LocalDateTime.parse(clock.strip(), EXIF_TIME);
      return Optional.of(
          new CaptureTime(
              time.plusNanos(fraction(text(taken, ExifDirectoryBase.TAG_SUBSECOND_TIME_ORIGINAL))),
              text(taken, ExifDirectoryBase.TAG_TIME_ZONE_ORIGINAL)
                  .flatMap(FrameInfoReader::offset)));
    } catch (DateTimeException e) {
      // "0000:00:00 00:00:00" is what a camera writes whose clock was never set.
      return Optional.empty();
    }
  }

  /** Sub-seconds are the digits behind the decimal point: "07" is 70 ms. */
  private static long fraction(Optional<String> digits) {
    String d = digits.map(String::strip).filter(s -> s.matches("\\d{1,9}")).orElse("0");
    return Math.round(Double.parseDouble("0." + d) * 1e9);
  }

  private static Optional<ZoneOffset> offset(String text) {
    try {
      return Optional.of(ZoneOffset.of(text.strip()));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  private static OptionalDouble number(Directory directory, int tag) {
    Double value = directory == null ? null : directory.getDoubleObject(tag);
    return value == null || !Double.isFinite(value) || value <= 0
        ? OptionalDouble.empty()
        : OptionalDouble.of(value);
  }

  private static Optional<String> text(Directory directory, int tag) {
    String value = directory == null ? null : directory.getString(tag);
    return Optional.ofNullable(value).map(String::strip).filter(s -> !s.isEmpty());
  }

  private static int orientation(Directory body) {
    Integer value = body == null ? null : body.getInteger(ExifDirectoryBase.TAG_ORIENTATION);
    return value != null && value >= 1 && value <= 8 ? value : 1;
  }
}
