package zygonox.core.motion;

import java.io.IOException;

/** Takes the pictures of one clip in their order. */
interface ClipSink extends AutoCloseable {
  /** How many pictures it has already, from an earlier run that was broken off. */
  default long begun() {
    return 0;
  }

  /**
   * @param rgb rows of pixels, red, green and blue of each, 16 bits unsigned, encoded as sRGB
   */
  void picture(short[] rgb) throws IOException;

  /** Completes the clip after the last picture. */
  void finish() throws IOException;

  @Override
  void close();
}
