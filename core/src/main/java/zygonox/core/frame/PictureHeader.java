package zygonox.core.frame;

import java.util.function.Supplier;

/**
 * What is known of a picture before its pixels are written.
 *
 * @param width pixels in a row
 * @param height rows
 * @param channels 1 or 3
 * @param depth how samples are stored
 * @param info the metadata to carry along
 * @param madeBy how the picture was made, in a few words, or an empty text; asked when all rows are
 *     written
 */
public record PictureHeader(
    int width, int height, int channels, Depth depth, FrameInfo info, Supplier<String> madeBy) {
  public String description() {
    return madeBy.get();
  }

  public int rowSamples() {
    return width * channels;
  }
}
