package zygonox.core.recipe;

import java.nio.file.Path;
import zygonox.core.combine.CoverageMap;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.Raster;
import zygonox.core.work.WholeFile;

/** A number of frames at each pixel, as a grey picture of 16 bits. */
final class CountPicture {
  private CountPicture() {}

  /** Refuses beforehand what could not be written at the end. */
  static void check(String option, Path file, WholeFile.IfPresent ifPresent) {
    OutputFormat format = OutputFormat.of(file);
    if (format != OutputFormat.PNG && format != OutputFormat.TIFF) {
      throw InvalidInput.about(option, Phrasebook.say("refused.coverage-format", file));
    }
    WholeFile.checkPlace(file, ifPresent);
  }

  static void write(
      CoverageMap coverage, CoverageMap.Area area, Path file, WholeFile.IfPresent ifPresent) {
    OutputFormat.of(file)
        .write(
            file,
            ifPresent,
            header(area.width(), area.height()),
            sink -> {
              int[] counts = new int[coverage.whole().width()];
              short[] row = new short[area.width()];
              for (int y = 0; y < area.height(); y++) {
                coverage.row(area.top() + y, counts);
                for (int x = 0; x < area.width(); x++) {
                  row[x] = (short) counts[area.left() + x];
                }
                sink.rows(y, 1, row);
              }
            });
  }

  /**
   * The same of counts that are a picture already.
   *
   * @param counts grey, of the whole
   */
  static void write(
      Raster counts, CoverageMap.Area area, Path file, WholeFile.IfPresent ifPresent) {
    short[] row = new short[area.width()];
    OutputFormat.of(file)
        .write(
            file,
            ifPresent,
            header(area.width(), area.height()),
            sink -> {
              for (int y = 0; y < area.height(); y++) {
                int from = (area.top() + y) * counts.layout().width() + area.left();
                System.arraycopy(counts.samples(), from, row, 0, row.length);
                sink.rows(y, 1, row);
              }
            });
  }

  private static PictureHeader header(int width, int height) {
    return new PictureHeader(
        width, height, 1, Depth.SIXTEEN, FrameInfo.UNKNOWN, () -> "number of frames at each pixel");
  }
}
