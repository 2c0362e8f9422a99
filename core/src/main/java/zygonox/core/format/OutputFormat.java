package zygonox.core.format;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.DiskFault;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/** The formats results are written in, chosen by the file's name. The one way out for pictures. */
public enum OutputFormat {
  TIFF(List.of("tif", "tiff"), EnumSet.allOf(Depth.class)) {
    @Override
    PictureSink open(Path file, PictureHeader header) throws IOException {
      return new TiffSink(file, header);
    }
  },
  PNG(List.of("png"), EnumSet.of(Depth.EIGHT, Depth.SIXTEEN)) {
    @Override
    PictureSink open(Path file, PictureHeader header) {
      return new ImageIoSink(file, header, new PngEncoder());
    }
  },
  JPEG(List.of("jpg", "jpeg"), EnumSet.of(Depth.EIGHT)) {
    @Override
    PictureSink open(Path file, PictureHeader header) {
      return new ImageIoSink(file, header, new JpegEncoder());
    }
  },
  FITS(List.of("fits", "fit"), EnumSet.of(Depth.SIXTEEN, Depth.FLOAT)) {
    @Override
    PictureSink open(Path file, PictureHeader header) {
      return new FitsSink(file, header);
    }
  };

  private final List<String> extensions;
  private final Set<Depth> depths;

  OutputFormat(List<String> extensions, Set<Depth> depths) {
    this.extensions = extensions;
    this.depths = depths;
  }

  abstract PictureSink open(Path file, PictureHeader header) throws IOException;

  /** The format that a file's name asks for. */
  public static OutputFormat of(Path file) {
    String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
    return Arrays.stream(values())
        .filter(f -> f.extensions.stream().anyMatch(e -> name.endsWith("." + e)))
        .findFirst()
        .orElseThrow(
            () -> new InvalidInput(Phrasebook.say("refused.names-no-format-that-is", file)));
  }

  public boolean holds(Depth depth) {
    return depths.contains(depth);
  }

  /** The depth nearest to {@code wanted} that this format holds. */
  public Depth nearest(Depth wanted) {
    if (holds(wanted)) {
      return wanted;
    }
    return this == JPEG ? Depth.EIGHT : Depth.SIXTEEN;
  }

  /** Memory that writing such a picture holds until it is finished, in bytes. */
  public long heldBytes(int samples, Depth depth) {
    // A TIFF's rows go straight to their place; the others are gathered first.
    return this == TIFF ? 0 : (long) samples * depth.bits() / 8;
  }

  /** Gives all rows of a picture to the sink. */
  @FunctionalInterface
  public interface Rows {
    void into(PictureSink sink) throws IOException;
  }

  /**
   * Writes a picture, whole or not at all.
   *
   * @throws InvalidInput when the format cannot hold the depth or the place is wrong
   * @throws zygonox.core.work.WorkFailed when writing fails
   */
  public void write(Path target, WholeFile.IfPresent ifPresent, PictureHeader header, Rows rows) {
    if (!holds(header.depth())) {
      throw InvalidInput.about(
          "depth", Phrasebook.say("refused.holds-no-samples-of-bits", this, header.depth().bits()));
    }
    WholeFile.write(
        target,
        ifPresent,
        temporary -> {
          try (PictureSink sink = open(temporary, header)) {
            rows.into(sink);
            sink.finish();
          } catch (IOException e) {
            if (DiskFault.isFull(e)) {
              throw new WorkFailed(full(target, header), e);
            }
            throw e;
          }
        });
  }

  private String full(Path target, PictureHeader header) {
    long need = (long) header.rowSamples() * header.height() * header.depth().bits() / 8;
    Path folder = target.toAbsolutePath().getParent();
    return Phrasebook.say(
        this == TIFF ? "refused.disk-full" : "refused.disk-full-at-most",
        target,
        new ByteSize(need),
        new ByteSize(folder.toFile().getUsableSpace()));
  }
}
