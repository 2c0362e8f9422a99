package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.drew.imaging.ImageMetadataReader;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.jpeg.JpegDirectory;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.stream.StreamSupport;
import nom.tam.fits.Fits;
import nom.tam.fits.HeaderCard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.frame.Frame;
import zygonox.core.quantity.Place;
import zygonox.core.work.WholeFile;

/** What results carry along, read back by other libraries: metadata-extractor and nom.tam.fits. */
class MetadataOutTest {
  private static final Credits CREDITS =
      new Credits(
          Optional.of("Fellgate"),
          Optional.of("A. Nightwalker"),
          Optional.of("(c) 2026 A. Nightwalker"),
          Optional.of(new Place(-33.4568, 151.2093, 87.5)),
          OptionalInt.of(4));

  private static final String STORY =
      "lighten of 48 frames, every one of them taken beside the old pumping windmill above the reservoir, and nothing else";

  @TempDir Path folder;

  private static FrameInfo info(double iso) {
    return new FrameInfo(
        Optional.of(
            new CaptureTime(
                LocalDateTime.of(2026, 10, 14, 21, 10, 0, 250_000_000),
                Optional.of(ZoneOffset.ofHours(1)))),
        OptionalDouble.of(20),
        OptionalDouble.of(2.8),
        OptionalDouble.of(iso),
        OptionalDouble.of(24),
        OptionalDouble.of(-3.5),
        Optional.of("Wether 24"),
        Optional.empty(),
        Optional.of("Fellgate 24 mm f/1.8"),
        Optional.empty(),
        1,
        CREDITS);
  }

  private Path write(String name, double iso, JpegQuality quality) {
    Path file = folder.resolve(name);
    OutputFormat format = OutputFormat.of(file);
    Depth depth = format.nearest(Depth.SIXTEEN);
    PictureHeader header = new PictureHeader(32, 16, 3, depth, info(iso), quality, () -> STORY);
    short[] samples = new short[32 * 16 * 3];
    for (int i = 0; i < samples.length; i++) {
      samples[i] = (short) (i % 3 == 0 ? 200 : 20);
    }
    format.write(file, WholeFile.IfPresent.REFUSE, header, sink -> sink.rows(0, 16, samples));
    return file;
  }

  @ParameterizedTest
  @ValueSource(strings = {"a.tif", "a.png", "a.jpg"})
  void whoseAndWhereAndHowRatedIsCarriedAlong(String name) throws Exception {
    FrameInfo read = Frame.look(write(name, 1600, JpegQuality.USUAL)).info();
    Credits credits = read.credits();
    assertThat(credits.make()).isEqualTo(CREDITS.make());
    assertThat(credits.artist()).isEqualTo(CREDITS.artist());
    assertThat(credits.copyright()).isEqualTo(CREDITS.copyright());
    assertThat(credits.rating()).isEqualTo(CREDITS.rating());
    Place place = credits.place().orElseThrow();
    assertThat(place.latitudeDeg()).isCloseTo(-33.4568, within(1e-6));
    assertThat(place.longitudeDeg()).isCloseTo(151.2093, within(1e-6));
    assertThat(place.heightMetres()).isCloseTo(87.5, within(1e-3));
  }

  @ParameterizedTest
  @ValueSource(strings = {"a.tif", "a.png", "a.jpg"})
  void theTimeOfChangeIsWhenTheFileWasWritten(String name) throws Exception {
    long before = Instant.now().getEpochSecond();
    Path file = write(name, 1600, JpegQuality.USUAL);
    Metadata metadata = ImageMetadataReader.readMetadata(file.toFile());
    ExifIFD0Directory body = metadata.getFirstDirectoryOfType(ExifIFD0Directory.class);
    String changed = body.getString(ExifIFD0Directory.TAG_DATETIME);
    LocalDateTime said =
        LocalDateTime.parse(
            changed.replaceFirst(":", "-").replaceFirst(":", "-").replace(' ', 'T'));
    assertThat(said.atZone(ZoneId.systemDefault()).toEpochSecond()).isBetween(before, before + 120);
    assertThat(Frame.look(file).info().capturedAt()).isEqualTo(info(1600).capturedAt());
  }

  @ParameterizedTest
  @ValueSource(doubles = {100, 65_534, 65_535, 102_400, 409_600, 3_280_000})
  void isoSpeedsBeyondSixteenBitsAreKept(double iso) throws Exception {
    for (String name : List.of("b" + (int) iso + ".tif", "b" + (int) iso + ".jpg")) {
      FrameInfo read = Frame.look(write(name, iso, JpegQuality.USUAL)).info();
      assertThat(read.iso().orElseThrow()).isEqualTo(iso);
    }
  }

  @Test
  void aJpegKeepsItsColoursUnlessToldOtherwise() throws Exception {
    assertThat(sampling(write("full.jpg", 100, JpegQuality.USUAL))).containsOnly(1);
    assertThat(sampling(write("less.jpg", 100, new JpegQuality(94, false)))).contains(2);
    long fine = write("fine.jpg", 100, new JpegQuality(100, true)).toFile().length();
    long coarse = write("coarse.jpg", 100, new JpegQuality(10, true)).toFile().length();
    assertThat(coarse).isLessThan(fine);
  }

  private static List<Integer> sampling(Path file) throws Exception {
    JpegDirectory jpeg =
        ImageMetadataReader.readMetadata(file.toFile())
            .getFirstDirectoryOfType(JpegDirectory.class);
    return List.of(
        jpeg.getComponent(0).getHorizontalSamplingFactor(),
        jpeg.getComponent(1).getHorizontalSamplingFactor(),
        jpeg.getComponent(2).getVerticalSamplingFactor());
  }

  @Test
  void aFitsHeaderTellsWhenByWhatAndHow() throws Exception {
    try (Fits fits = new Fits(write("a.fits", 1600, JpegQuality.USUAL).toFile())) {
      var header = fits.readHDU().getHeader();
      assertThat(header.getStringValue("DATE-OBS")).isEqualTo("2026-10-14T20:10:00.250");
      assertThat(header.getStringValue("INSTRUME")).isEqualTo("Wether 24");
      assertThat(header.getDoubleValue("ISOSPEED")).isEqualTo(1600);
      assertThat(header.getDoubleValue("EXPTIME")).isEqualTo(20);
      Iterator<HeaderCard> cards = header.iterator();
      List<String> history =
          StreamSupport.stream(((Iterable<HeaderCard>) () -> cards).spliterator(), false)
              .filter(c -> "HISTORY".equals(c.getKey()))
              .map(HeaderCard::getComment)
              .toList();
      assertThat(history).hasSize(2);
      assertThat(String.join("", history)).isEqualTo(STORY);
    }
    FrameInfo read = Frame.look(folder.resolve("a.fits")).info();
    assertThat(read.iso().orElseThrow()).isEqualTo(1600);
    assertThat(read.camera()).contains("Wether 24");
    assertThat(read.celsius()).hasValue(-3.5);
  }
}
