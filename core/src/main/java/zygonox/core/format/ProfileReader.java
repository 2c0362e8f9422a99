package zygonox.core.format;

import com.drew.imaging.jpeg.JpegProcessingException;
import com.drew.imaging.jpeg.JpegSegmentReader;
import com.drew.imaging.jpeg.JpegSegmentType;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/** Finds the ICC profile in a picture's file (ISO 15076-1, annex B). */
final class ProfileReader {
  private static final String JPEG_MARK = "ICC_PROFILE\0";
  private static final int TIFF_TAG = 34_675;
  private static final int PNG_SIGNATURE = 8;

  /** Larger ones are for printers. */
  private static final int MOST_BYTES = 4 << 20;

  private ProfileReader() {}

  /** Empty where the file carries none that can be read, or that of sRGB. */
  static Optional<ColourProfile> read(Path file, PictureFormat format) throws IOException {
    Optional<byte[]> icc =
        switch (format) {
          case JPEG -> jpeg(file);
          case TIFF -> tiff(file);
          case PNG -> png(file);
          // Raw files are developed to sRGB, and FITS knows no profiles.
          case DNG, FITS, RAW -> Optional.empty();
        };
    return icc.filter(b -> b.length > 128)
        .map(ColourProfile::new)
        .filter(p -> p.space() != ColourProfile.Space.SRGB);
  }

  /** A long one lies in several segments, each with its number. */
  private static Optional<byte[]> jpeg(Path file) throws IOException {
    TreeMap<Integer, byte[]> parts = new TreeMap<>();
    try {
      for (byte[] segment :
          JpegSegmentReader.readSegments(file.toFile(), List.of(JpegSegmentType.APP2))
              .getSegments(JpegSegmentType.APP2)) {
        int head = JPEG_MARK.length() + 2;
        boolean isProfile =
            segment.length > head
                && new String(segment, 0, JPEG_MARK.length(), StandardCharsets.ISO_8859_1)
                    .equals(JPEG_MARK);
        if (isProfile) {
          parts.put(
              segment[JPEG_MARK.length()] & 0xff,
              Arrays.copyOfRange(segment, head, segment.length));
        }
      }
    } catch (JpegProcessingException e) {
      return Optional.empty();
    }
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    for (byte[] part : parts.values()) {
      all.write(part);
    }
    return Optional.of(all.toByteArray());
  }

  private static Optional<byte[]> tiff(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      List<TiffTags> directories = TiffTags.read(channel);
      if (directories.isEmpty()) {
        return Optional.empty();
      }
      double[] numbers = directories.get(0).numbers(TIFF_TAG);
      byte[] icc = new byte[numbers.length];
      for (int i = 0; i < icc.length; i++) {
        icc[i] = (byte) (int) numbers[i];
      }
      return Optional.of(icc);
    }
  }

  private static Optional<byte[]> png(Path path) throws IOException {
    try (RandomAccessFile file = new RandomAccessFile(path.toFile(), "r")) {
      for (long at = PNG_SIGNATURE; at + 12 <= file.length(); ) {
        file.seek(at);
        long length = Integer.toUnsignedLong(file.readInt());
        byte[] name = new byte[4];
        file.readFully(name);
        String type = new String(name, StandardCharsets.US_ASCII);
        if (type.equals("IDAT") || length > MOST_BYTES || at + 12 + length > file.length()) {
          return Optional.empty();
        }
        if (type.equals("iCCP")) {
          byte[] chunk = new byte[(int) length];
          file.readFully(chunk);
          return inflated(chunk);
        }
        at += 12 + length;
      }
      return Optional.empty();
    }
  }

  /** A name, a zero, the kind of compression, then the profile. */
  private static Optional<byte[]> inflated(byte[] chunk) {
    int start = 0;
    while (start < chunk.length && chunk[start] != 0) {
      start++;
    }
    start += 2;
    if (start >= chunk.length) {
      return Optional.empty();
    }
    Inflater inflater = new Inflater();
    try {
      inflater.setInput(chunk, start, chunk.length - start);
      ByteArrayOutputStream all = new ByteArrayOutputStream();
      byte[] buffer = new byte[8192];
      int count;
      while (all.size() < MOST_BYTES && (count = inflater.inflate(buffer)) > 0) {
        all.write(buffer, 0, count);
      }
      return Optional.of(all.toByteArray());
    } catch (DataFormatException e) {
      return Optional.empty();
    } finally {
      inflater.end();
    }
  }
}
