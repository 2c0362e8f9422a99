package zygonox.core.format;

import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.ByteRaster;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.SampleTone;
import zygonox.core.raster.Samples;
import zygonox.core.raw.Mosaic;
import zygonox.core.raw.MosaicRows;
import zygonox.core.raw.MosaicStep;

/** The one way in for pictures. */
public final class PictureReader {
  /** Rows that are read at a time where they are copied. */
  private static final int STRIP_ROWS = 64;

  private record Looked(Path file, PictureFormat format, PixelLayout layout, FrameInfo info)
      implements PictureFile {}

  private PictureReader() {}

  /**
   * Looks at a file without decoding it: format, shape, metadata, and whether it ends where its
   * picture does.
   *
   * @throws UnreadableFrame with the reason, for whatever cannot be used
   */
  public static PictureFile look(Path file) throws UnreadableFrame {
    try {
      PictureFormat format = format(file);
      PixelLayout stored = storedLayout(file, format);
      FrameInfo info = FrameInfoReader.read(file, format);
      return new Looked(
          file, format, OrientedSource.uprightLayout(stored, info.orientation()), info);
    } catch (NoSuchFileException e) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.MISSING));
    } catch (AccessDeniedException e) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.NO_PERMISSION));
    } catch (IOException | RuntimeException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
  }

  private static PictureFormat format(Path file) throws IOException, UnreadableFrame {
    byte[] start;
    try (InputStream in = Files.newInputStream(file)) {
      start = in.readNBytes(PictureFormat.SIGNATURE_BYTES);
    }
    if (start.length == 0) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.EMPTY));
    }
    PictureFormat format =
        PictureFormat.of(start)
            .orElseThrow(
                () -> new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.NOT_A_PICTURE)));
    if (format != PictureFormat.TIFF) {
      return format;
    }
    if (TiffTags.endsBeforeItsDirectory(file)) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
    }
    if (DngStructure.read(file).isPresent()) {
      return PictureFormat.DNG;
    }
    return DngStructure.hasMosaic(file) ? PictureFormat.RAW : format;
  }

  private static PixelLayout storedLayout(Path file, PictureFormat format)
      throws IOException, UnreadableFrame {
    return switch (format) {
      case JPEG -> JpegStructure.read(file);
      case PNG -> PngStructure.read(file);
      case DNG, RAW -> raw(file, format).layout();
      case FITS -> FitsStructure.read(file).layout();
      case TIFF -> {
        Optional<TiffStructure> structure = TiffStructure.read(file);
        if (structure.isPresent() && structure.get().isTruncated()) {
          throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
        }
        yield structure.isPresent() && structure.get().isPlain()
            ? structure.get().layout(file)
            : layoutByReader(file);
      }
    };
  }

  private static boolean isRaw(PictureFormat format) {
    return format == PictureFormat.DNG || format == PictureFormat.RAW;
  }

  private static RawFile raw(PictureFile frame) throws UnreadableFrame {
    return raw(frame.file(), frame.format());
  }

  private static RawFile raw(Path file, PictureFormat format) throws UnreadableFrame {
    if (format == PictureFormat.RAW) {
      return MakerRaw.look(file);
    }
    try {
      return DngStructure.read(file)
          .orElseThrow(() -> new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.DAMAGED)));
    } catch (IOException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
  }

  /** The shape of a TIFF that is compressed, tiled or otherwise out of the plain. */
  private static PixelLayout layoutByReader(Path file) throws IOException, UnreadableFrame {
    ImageReader reader = ImageIoDecoder.reader(PictureFormat.TIFF);
    try (ImageInputStream stream = ImageIO.createImageInputStream(file.toFile())) {
      reader.setInput(stream, true, true);
      int width = reader.getWidth(0);
      int height = reader.getHeight(0);
      var type = reader.getRawImageType(0);
      if (type == null) {
        return PictureLimits.layout(file, width, height, 3, 8);
      }
      int bits = type.getSampleModel().getSampleSize(0);
      boolean floating = type.getSampleModel().getDataType() == DataBuffer.TYPE_FLOAT;
      if (bits > 16 || floating) {
        throw new UnreadableFrame(
            file,
            new ReadFault(
                ReadFault.Kind.UNSUPPORTED, Phrasebook.say("refused.samples-of-bits-in-a", bits)));
      }
      boolean grey =
          type.getColorModel() instanceof ComponentColorModel
              && type.getNumBands() <= 2
              && bits >= 8;
      return PictureLimits.layout(file, width, height, grey ? 1 : 3, bits == 16 ? 16 : 8);
    } finally {
      reader.dispose();
    }
  }

  /** Opens a frame's pixels, upright. */
  public static PixelSource open(PictureFile frame) throws UnreadableFrame {
    return open(frame, DecodeMemory.unshared());
  }

  /**
   * Opens one of many frames' pixels, upright.
   *
   * @param memory where the frames of one piece of work share what decoders hold
   */
  public static PixelSource open(PictureFile frame, DecodeMemory memory) throws UnreadableFrame {
    return open(frame, memory, UnaryOperator.identity());
  }

  /**
   * Opens one of many frames' 8-bit pixels, upright, put right where they lie on the sensor.
   *
   * @param step what is put right
   * @param tone of the frame's samples
   */
  public static PixelSource open(
      PictureFile frame, DecodeMemory memory, SensorStep step, SampleTone tone)
      throws UnreadableFrame {
    return open(frame, memory, stored -> step.samples(stored, tone));
  }

  private static PixelSource open(
      PictureFile frame, DecodeMemory memory, UnaryOperator<PixelSource> onSensor)
      throws UnreadableFrame {
    try {
      int orientation = frame.info().orientation();
      PixelSource source = onSensor.apply(openStored(frame, onSensor(frame), memory));
      return orientation == 1 ? source : new OrientedSource(source, orientation);
    } catch (NoSuchFileException e) {
      throw new UnreadableFrame(frame.file(), ReadFault.of(ReadFault.Kind.MISSING));
    } catch (IOException e) {
      throw new UnreadableFrame(frame.file(), ReadFault.Kind.DAMAGED, e);
    }
  }

  /**
   * Opens one of many frames' pixels, upright, to find places in: of a JPEG in colour the
   * brightness that it stores, which takes a little over half the time; of any other its samples.
   *
   * @param memory where the frames of one piece of work share what decoders hold
   */
  public static PixelSource brightness(PictureFile frame, DecodeMemory memory)
      throws UnreadableFrame {
    if (frame.format() != PictureFormat.JPEG || !TurboJpeg.isPresent()) {
      return open(frame, memory);
    }
    int orientation = frame.info().orientation();
    PixelLayout stored = OrientedSource.uprightLayout(frame.layout(), orientation);
    PixelLayout grey = new PixelLayout(stored.width(), stored.height(), 1, stored.bits());
    PixelSource source = new TurboJpegSource(frame.file(), grey, memory);
    return orientation == 1 ? source : new OrientedSource(source, orientation);
  }

  private static PixelSource openStored(PictureFile frame, PixelLayout stored, DecodeMemory memory)
      throws IOException, UnreadableFrame {
    Path file = frame.file();
    if (frame.format() == PictureFormat.FITS) {
      return FitsSource.open(file, memory);
    }
    if (isRaw(frame.format())) {
      RawFile raw = raw(frame);
      return new DevelopedSource(stored, raw.heldBytes(), () -> raw.decode(MosaicStep.NONE));
    }
    if (frame.format() == PictureFormat.TIFF) {
      Optional<TiffStructure> structure = TiffStructure.read(file);
      if (structure.isPresent() && structure.get().isPlain()) {
        return new PlainTiffSource(file, structure.get());
      }
      if (structure.isPresent() && structure.get().photometric() == TiffStructure.WHITE_IS_ZERO) {
        return new WholeSource(
            stored, () -> inverted(ImageIoDecoder.decode(file, frame.format(), stored)));
      }
    }
    if (frame.format() == PictureFormat.JPEG && TurboJpeg.isPresent()) {
      return new TurboJpegSource(file, stored, memory);
    }
    return new WholeSource(stored, () -> ImageIoDecoder.decode(file, frame.format(), stored));
  }

  /**
   * Opens one of many frames' light, upright. What is light already comes as it is; other samples
   * by their profile's curve.
   *
   * @param channels 1 or 3; a grey picture may be asked for three like channels
   * @param memory where the frames of one piece of work share what decoders hold
   */
  public static LightSource light(PictureFile frame, int channels, DecodeMemory memory)
      throws UnreadableFrame {
    return light(frame, channels, memory, SensorStep.NONE);
  }

  /**
   * The same, put right where the samples lie on the sensor.
   *
   * @param step what is put right
   */
  public static LightSource light(
      PictureFile frame, int channels, DecodeMemory memory, SensorStep step)
      throws UnreadableFrame {
    int orientation = frame.info().orientation();
    LightSource source = onSensor(frame, channels, memory, step);
    return orientation == 1 ? source : new OrientedLight(source, orientation);
  }

  /**
   * Opens a frame's light for a picture smaller than it: reduced while it is decoded, where its
   * format can.
   *
   * @param leastWidth the width that is wanted at the least, upright
   * @param leastHeight the height that is wanted at the least
   * @return in three channels, no smaller than wanted unless the frame is
   */
  public static LightSource reduced(
      PictureFile frame, int leastWidth, int leastHeight, DecodeMemory memory)
      throws UnreadableFrame {
    if (frame.format() != PictureFormat.JPEG || !TurboJpeg.isPresent()) {
      return light(frame, 3, memory);
    }
    int orientation = frame.info().orientation();
    boolean across = orientation >= 5;
    PixelSource source =
        ReducedJpegSource.of(
            frame.file(),
            onSensor(frame),
            across ? leastHeight : leastWidth,
            across ? leastWidth : leastHeight);
    PixelSource upright = orientation == 1 ? source : new OrientedSource(source, orientation);
    return new CurvedLight(
        upright, 3, memory.light(frame.info().colours().curve(), upright.layout().bits()));
  }

  private static LightSource onSensor(
      PictureFile frame, int channels, DecodeMemory memory, SensorStep step)
      throws UnreadableFrame {
    PixelLayout stored = onSensor(frame);
    try {
      if (frame.format() == PictureFormat.FITS && channels == stored.channels()) {
        return FitsSource.light(frame.file(), memory, step);
      }
      if (isRaw(frame.format())) {
        RawFile raw = raw(frame);
        long held = raw.heldBytes();
        return raw.isMosaic()
            ? new DevelopedLight(stored, held, () -> raw.decode(step.mosaic()))
            : step.light(new DevelopedLight(stored, held, () -> raw.decode(MosaicStep.NONE)));
      }
      float[] table = memory.light(frame.info().colours().curve(), stored.bits());
      return step.light(new CurvedLight(openStored(frame, stored, memory), channels, table));
    } catch (NoSuchFileException e) {
      throw new UnreadableFrame(frame.file(), ReadFault.of(ReadFault.Kind.MISSING));
    } catch (IOException e) {
      throw new UnreadableFrame(frame.file(), ReadFault.Kind.DAMAGED, e);
    }
  }

  /** The shape of a frame as its sensor lay; turning is its own inverse as far as that goes. */
  private static PixelLayout onSensor(PictureFile frame) {
    return OrientedSource.uprightLayout(frame.layout(), frame.info().orientation());
  }

  /** Whether a frame's colours are yet to be filled in: what lies on its sensor can be had. */
  public static boolean isMosaic(PictureFile frame) throws UnreadableFrame {
    return switch (frame.format()) {
      case DNG, RAW -> raw(frame).isMosaic();
      case FITS -> FitsStructure.read(frame.file()).mosaic().isPresent();
      default -> false;
    };
  }

  /** The counts of a frame that {@link #isMosaic}, as they lie on the sensor. */
  public static Mosaic mosaic(PictureFile frame, DecodeMemory memory) throws UnreadableFrame {
    return frame.format() == PictureFormat.FITS
        ? FitsSource.mosaic(frame.file(), memory)
        : raw(frame).mosaic();
  }

  private static long mosaicBytes(PictureFile frame) throws UnreadableFrame {
    return frame.format() == PictureFormat.FITS
        ? DevelopedLight.heldBytes(frame.layout())
        : raw(frame).heldBytes();
  }

  /**
   * Opens a frame as it lies on the sensor, not turned upright: a mosaic as its counts' light in
   * one channel, anything else as its light.
   */
  public static LightSource sensorLight(PictureFile frame, DecodeMemory memory)
      throws UnreadableFrame {
    PixelLayout stored = onSensor(frame);
    return isMosaic(frame)
        ? new MosaicLight(
            stored,
            mosaicBytes(frame),
            () -> new MosaicRows(mosaic(frame, memory), MosaicStep.NONE))
        : onSensor(frame, stored.channels(), memory, SensorStep.NONE);
  }

  /**
   * Opens a mosaic as one grey picture, upright, no colours filled in.
   *
   * @param step what is put right first
   */
  public static LightSource grey(PictureFile frame, DecodeMemory memory, SensorStep step)
      throws UnreadableFrame {
    MosaicLight light =
        new MosaicLight(
            onSensor(frame),
            mosaicBytes(frame),
            () -> {
              Mosaic mosaic = mosaic(frame, memory);
              step.mosaic().repair(mosaic);
              return new MosaicRows(mosaic, step.mosaic());
            });
    int orientation = frame.info().orientation();
    return orientation == 1 ? light : new OrientedLight(light, orientation);
  }

  /** A negative's samples the usual way round: the decoder gives them as they are stored. */
  private static Raster inverted(Raster raster) {
    short[] samples = raster.samples();
    int white = raster.layout().white();
    for (int i = 0; i < samples.length; i++) {
      samples[i] = (short) (white - (samples[i] & 0xffff));
    }
    return raster;
  }

  /** Reads a whole frame into memory. */
  public static Raster readWhole(PictureFile frame) throws UnreadableFrame {
    Raster raster = Raster.blank(frame.layout());
    readWhole(frame, DecodeMemory.unshared(), raster);
    return raster;
  }

  /**
   * Reads one of many whole frames.
   *
   * @param memory where they share what decoders hold
   * @param into room of the frame's shape
   */
  public static void readWhole(PictureFile frame, DecodeMemory memory, Samples into)
      throws UnreadableFrame {
    try (PixelSource source = open(frame, memory)) {
      if (into instanceof ByteRaster bytes) {
        readBytes(source, bytes);
      } else if (into instanceof Raster raster) {
        source.read(0, frame.layout().height(), raster.samples());
      }
    }
  }

  /** By strips: sources that do not hold bytes make them of wider samples. */
  private static void readBytes(PixelSource source, ByteRaster into) throws UnreadableFrame {
    PixelLayout layout = into.layout();
    byte[] strip = new byte[STRIP_ROWS * layout.rowSamples()];
    for (int row = 0; row < layout.height(); row += STRIP_ROWS) {
      int rows = Math.min(STRIP_ROWS, layout.height() - row);
      source.readBytes(row, rows, strip);
      int from = row * layout.rowSamples();
      System.arraycopy(strip, 0, into.samples(), from, rows * layout.rowSamples());
    }
  }
}
