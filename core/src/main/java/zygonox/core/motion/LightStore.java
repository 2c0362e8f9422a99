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
  private static final String PURPOSE = "light 1";

  /** Where the system wants such things. */
  static LightStore usual() {
    return new LightStore(KeptFiles.usual());
  }

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
    ByteBuffer bytes = ByteBuffer.allocate(Double.BYTES + Float.BYTES * light.cells().length);
    bytes.putDouble(light.clippedShare());
    for (float cell : light.cells()) {
      bytes.putFloat(cell);
    }
    return bytes.array();
  }

  /** A file cut short tells nothing: the frame is measured anew. */
  private static Optional<LightGrid> read(byte[] stored) {
    try {
      ByteBuffer bytes = ByteBuffer.wrap(stored);
      double clipped = bytes.getDouble();
      float[] cells = new float[LightGrid.CELLS];
      for (int i = 0; i < cells.length; i++) {
        cells[i] = bytes.getFloat();
      }
      return Optional.of(new LightGrid(cells, clipped));
    } catch (BufferUnderflowException e) {
      return Optional.empty();
    }
  }
}
