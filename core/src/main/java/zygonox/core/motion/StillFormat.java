package zygonox.core.motion;

import java.util.Locale;
import zygonox.core.format.Depth;
import zygonox.core.format.OutputFormat;

/** How the numbered pictures of a clip are kept. */
public enum StillFormat {
  JPEG(OutputFormat.JPEG, Depth.EIGHT, "jpg"),
  PNG(OutputFormat.PNG, Depth.EIGHT, "png"),
  /** With 16 bits. */
  TIFF(OutputFormat.TIFF, Depth.SIXTEEN, "tif");

  private final OutputFormat format;
  private final Depth depth;
  private final String ending;

  StillFormat(OutputFormat format, Depth depth, String ending) {
    this.format = format;
    this.depth = depth;
    this.ending = ending;
  }

  OutputFormat format() {
    return format;
  }

  Depth depth() {
    return depth;
  }

  /**
   * The file of one picture.
   *
   * @param number counted from 1
   */
  String name(int number) {
    return "%06d.%s".formatted(number, ending);
  }

  /** As it is typed. */
  public String term() {
    return name().toLowerCase(Locale.ROOT);
  }
}
