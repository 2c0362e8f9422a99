package zygonox.core.format;

import java.time.OffsetDateTime;
import java.util.function.Supplier;

/**
 * What is known of a picture before its pixels are written.
 *
 * @param width pixels in a row
 * @param height rows
 * @param channels 1 or 3
 * @param depth how samples are stored
 * @param info the metadata to carry along
 * @param jpeg how much is kept where it becomes a JPEG
 * @param changedAt when the file came to be what it is; asked when all rows are written
 * @param madeBy how the picture was made, in a few words, or an empty text; asked when all rows are
 *     written
 * @param recipe how it can be made again, as JSON, or an empty text; asked when all rows are
 *     written
 */
public record PictureHeader(
    int width,
    int height,
    int channels,
    Depth depth,
    FrameInfo info,
    JpegQuality jpeg,
    Supplier<OffsetDateTime> changedAt,
    Supplier<String> madeBy,
    Supplier<String> recipe) {
  /** Written now, with the usual quality of a JPEG. */
  public PictureHeader(
      int width, int height, int channels, Depth depth, FrameInfo info, Supplier<String> madeBy) {
    this(width, height, channels, depth, info, JpegQuality.USUAL, madeBy);
  }

  /** Written now. */
  public PictureHeader(
      int width,
      int height,
      int channels,
      Depth depth,
      FrameInfo info,
      JpegQuality jpeg,
      Supplier<String> madeBy) {
    this(width, height, channels, depth, info, jpeg, OffsetDateTime::now, madeBy, () -> "");
  }

  /** A camera's own frame: nobody has changed it since it was taken. */
  public PictureHeader asTaken(OffsetDateTime takenAt) {
    return new PictureHeader(
        width, height, channels, depth, info, jpeg, () -> takenAt, madeBy, recipe);
  }

  /** The same, telling how it can be made again. */
  public PictureHeader withRecipe(Supplier<String> json) {
    return new PictureHeader(width, height, channels, depth, info, jpeg, changedAt, madeBy, json);
  }

  public String description() {
    return madeBy.get();
  }

  public int rowSamples() {
    return width * channels;
  }
}
