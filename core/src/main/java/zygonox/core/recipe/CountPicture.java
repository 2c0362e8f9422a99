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

  /** How many frames cover each pixel of an area. */
  static void write(
      CoverageMap coverage, CoverageMap.Area area, Path file, WholeFile.IfPresent ifPresent) {
    int[] counts = new int[coverage.whole().width()];
    write(
        area,
        file,
        ifPresent,
        (y, row) -> {
          coverage.row(area.top() + y, counts);
          for (int x = 0; x < row.length; x++) {
            row[x] = (short) counts[area.left() + x];
          }
        });
  }

  /**
   * An area of counts that are a picture already.
   *
   * @param counts grey, of the whole
   */
  static void write(
      Raster counts, CoverageMap.Area area, Path file, WholeFile.IfPresent ifPresent) {
    write(
        area,
        file,
        ifPresent,
        (y, row) -> {
          int from = (area.top() + y) * counts.layout().width() + area.left();
          System.arraycopy(counts.samples(), from, row, 0, row.length);
        });
  }

  /** Gives the counts of a row of the area. */
  @FunctionalInterface
  private interface Rows {
    void fill(int y, short[] row);
  }

  private static void write(
      CoverageMap.Area area, Path file, WholeFile.IfPresent ifPresent, Rows rows) {
    OutputFormat.of(file)
        .write(
            file,
            ifPresent,
            header(area.width(), area.height()),
            sink -> {
              short[] row = new short[area.width()];
              for (int y = 0; y < area.height(); y++) {
                rows.fill(y, row);
                sink.rows(y, 1, row);
              }
            });
  }

  private static PictureHeader header(int width, int height) {
    return new PictureHeader(
        width, height, 1, Depth.SIXTEEN, FrameInfo.UNKNOWN, () -> "number of frames at each pixel");
  }
}
