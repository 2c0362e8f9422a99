package zygonox.core.stars;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zygonox.core.work.ContentKey;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.LogFile;

/**
 * Stars that were found in frames, kept by what is in the frames' files: a frame is searched once,
 * whether it is measured or aligned first, and however often.
 *
 * @param kept where
 */
public record StarList(KeptFiles kept) {
  /** So many of a frame are wanted to align it. */
  public static final int MOST = 600;

  /** Goes up whenever other stars would be found in the same frame. */
  private static final String PURPOSE = "stars 4";

  /** The stars of a frame, where they are known. */
  public Optional<List<FoundStar>> of(Path frame) {
    return name(frame).flatMap(kept::read).flatMap(StarList::read);
  }

  /** Keeps the stars of a frame. */
  public void keep(Path frame, List<FoundStar> stars) {
    name(frame).ifPresent(name -> kept.write(name, bytes(stars)));
  }

  private static Optional<String> name(Path frame) {
    try {
      return Optional.of("stars-" + ContentKey.of(PURPOSE, List.of(frame)) + ".bin");
    } catch (IOException e) {
      LogFile.note(frame.toString(), e);
      return Optional.empty();
    }
  }

  private static byte[] bytes(List<FoundStar> stars) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (DataOutputStream out = new DataOutputStream(bytes)) {
      out.writeInt(stars.size());
      for (FoundStar star : stars) {
        out.writeDouble(star.x());
        out.writeDouble(star.y());
        out.writeDouble(star.flux());
        out.writeDouble(star.peak());
      }
    } catch (IOException e) {
      throw new IllegalStateException("memory takes every byte", e);
    }
    return bytes.toByteArray();
  }

  /** A file cut short is no list: the frame is searched anew. */
  private static Optional<List<FoundStar>> read(byte[] bytes) {
    List<FoundStar> stars = new ArrayList<>();
    try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes))) {
      int count = in.readInt();
      for (int i = 0; i < count; i++) {
        stars.add(
            new FoundStar(in.readDouble(), in.readDouble(), in.readDouble(), in.readDouble()));
      }
      return Optional.of(List.copyOf(stars));
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
