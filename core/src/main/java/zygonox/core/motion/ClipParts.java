package zygonox.core.motion;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import zygonox.core.work.LogFile;
import zygonox.core.work.Temporary;
import zygonox.core.work.WholeFile;

/**
 * Stretches or pictures of a half-made clip on disk, beside its output. A run that was killed goes
 * on from them when it is run again; they are gone when the clip is done, cancelled or failed, and
 * when something else is made in its place.
 */
final class ClipParts {
  private static final String ENDING = ".begun";

  /** A stretch with more packets than this is none. */
  private static final int MOST_PACKETS = 1 << 20;

  private final Path folder;
  private final String output;
  private final Path own;

  /**
   * @param output the clip that is made
   * @param key tells the frames and all that is done with them
   */
  ClipParts(Path output, String key) {
    this.folder = output.toAbsolutePath().getParent();
    this.output = output.getFileName().toString();
    this.own = folder.resolve("." + this.output + "." + key + ENDING);
  }

  /** Removes what was begun of other clips under the same name. */
  void sweep() {
    try (DirectoryStream<Path> others =
        Files.newDirectoryStream(folder, f -> isOther(f.getFileName().toString()))) {
      others.forEach(Temporary::discard);
    } catch (IOException e) {
      LogFile.note(folder.toString(), e);
    }
  }

  private boolean isOther(String name) {
    return name.startsWith("." + output + ".")
        && name.endsWith(ENDING)
        && !name.equals(own.getFileName().toString());
  }

  private Path file(int part) {
    return own.resolve("%05d".formatted(part));
  }

  /**
   * The folder that numbered pictures are made in, to become the clip's own when it is done.
   *
   * @return how many pictures of it are made already; the last one that is there is made again
   */
  int pictures(StillFormat format) throws IOException {
    Files.createDirectories(own);
    int begun = 0;
    while (Files.exists(own.resolve(format.name(begun + 1)))) {
      begun++;
    }
    int kept = Math.max(0, begun - 1);
    Set<String> names =
        IntStream.rangeClosed(1, kept).mapToObj(format::name).collect(Collectors.toSet());
    try (DirectoryStream<Path> others =
        Files.newDirectoryStream(own, f -> !names.contains(f.getFileName().toString()))) {
      others.forEach(Temporary::discard);
    }
    return kept;
  }

  Path folder() {
    return own;
  }

  /** What was kept of a stretch; empty where it is not there, or not whole. */
  Optional<List<VideoPacket>> read(int part) {
    if (!Files.exists(file(part))) {
      return Optional.empty();
    }
    try (DataInputStream in =
        new DataInputStream(new BufferedInputStream(Files.newInputStream(file(part))))) {
      int count = in.readInt();
      if (count < 1 || count > MOST_PACKETS) {
        return Optional.empty();
      }
      List<VideoPacket> packets = new ArrayList<>();
      for (int i = 0; i < count; i++) {
        long shown = in.readLong();
        long decoded = in.readLong();
        int flags = in.readInt();
        int size = in.readInt();
        byte[] data = in.readNBytes(size);
        if (data.length < size) {
          return Optional.empty();
        }
        packets.add(new VideoPacket(shown, decoded, flags, data));
      }
      return Optional.of(packets);
    } catch (IOException | IllegalArgumentException e) {
      LogFile.note(file(part).toString(), e);
      return Optional.empty();
    }
  }

  /** Keeps a stretch; where there is no room for it the clip is made without. */
  void write(int part, List<VideoPacket> packets) {
    try {
      Files.createDirectories(own);
      WholeFile.write(
          file(part),
          WholeFile.IfPresent.REPLACE,
          path -> {
            try (DataOutputStream out =
                new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(path)))) {
              out.writeInt(packets.size());
              for (VideoPacket packet : packets) {
                out.writeLong(packet.shown());
                out.writeLong(packet.decoded());
                out.writeInt(packet.flags());
                out.writeInt(packet.data().length);
                out.write(packet.data());
              }
            }
          });
    } catch (IOException | RuntimeException e) {
      LogFile.note(own.toString(), e);
    }
  }

  /** The clip is done, or will not be. */
  void remove() {
    Temporary.discard(own);
  }
}
