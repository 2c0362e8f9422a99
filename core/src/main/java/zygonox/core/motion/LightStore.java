package zygonox.core.motion;

import java.io.IOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import zygonox.core.work.ContentKey;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.LogFile;

/**
 * The light of frames, kept by what is in their files: what the window has measured is not measured
 * again when the clip is made.
 *
 * @param kept where
 */
record LightStore(KeptFiles kept) {
  /** Goes up whenever another light would be told of the same frame. */
  private static final String PURPOSE = "light 2";

  /** The light of a frame, where it is known. */
  Optional<LightGrid> of(Path frame) {
    return name(frame).flatMap(kept::read).flatMap(LightStore::read);
  }

  /** Keeps the light of a frame. */
  void keep(Path frame, LightGrid light) {
    name(frame).ifPresent(name -> kept.write(name, bytes(light)));
  }

  private static Optional<String> name(Path frame) {
    try {
      return Optional.of("light-" + ContentKey.of(PURPOSE, List.of(frame)) + ".bin");
    } catch (IOException e) {
      LogFile.note(frame.toString(), e);
      return Optional.empty();
    }
  }

  private static byte[] bytes(LightGrid light) {
    ByteBuffer bytes = ByteBuffer.allocate(Double.BYTES + 3 * Float.BYTES * LightGrid.CELLS);
    bytes.putDouble(light.clippedShare());
    for (float[] values : List.of(light.cells(), light.reds(), light.blues())) {
      for (float value : values) {
        bytes.putFloat(value);
      }
    }
    return bytes.array();
  }

  /** A file cut short tells nothing: the frame is measured anew. */
  private static Optional<LightGrid> read(byte[] stored) {
    try {
      ByteBuffer bytes = ByteBuffer.wrap(stored);
      double clipped = bytes.getDouble();
      return Optional.of(new LightGrid(values(bytes), values(bytes), values(bytes), clipped));
    } catch (BufferUnderflowException e) {
      return Optional.empty();
    }
  }

  private static float[] values(ByteBuffer bytes) {
    float[] values = new float[LightGrid.CELLS];
    for (int i = 0; i < values.length; i++) {
      values[i] = bytes.getFloat();
    }
    return values;
  }
}
