package zygonox.core.align;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import zygonox.core.work.ContentKey;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.LogFile;

/**
 * How frames lie on others by their scene, kept by what is in the frames' files: two frames are
 * matched once, however often and by whatever method they are blended.
 *
 * @param kept where
 */
record KnownScenes(KeptFiles kept) {
  /** Goes up whenever the same frames would be matched otherwise. */
  private static final String PURPOSE = "scene 1 ";

  private static final int MATRIX = 9;

  /** Writes, or reads, what is kept. */
  @FunctionalInterface
  private interface Writing {
    void to(DataOutputStream out) throws IOException;
  }

  @FunctionalInterface
  private interface Reading<T> {
    T from(DataInputStream in) throws IOException;
  }

  /** How much fine detail a frame has, where it is known. */
  OptionalDouble detail(Path frame) {
    Optional<Double> known =
        name("detail", List.of(frame)).flatMap(n -> read(n, DataInputStream::readDouble));
    return known.isPresent() ? OptionalDouble.of(known.get()) : OptionalDouble.empty();
  }

  void keep(Path frame, double detail) {
    name("detail", List.of(frame)).ifPresent(n -> write(n, out -> out.writeDouble(detail)));
  }

  /**
   * How a frame lies on another one.
   *
   * @return empty where that is not known; an empty match where it is known that there is none
   */
  Optional<Optional<SceneMatcher.Match>> match(
      Path reference, Path frame, SceneMatcher.Freedom freedom) {
    return name(freedom.name(), List.of(reference, frame))
        .flatMap(n -> read(n, KnownScenes::match));
  }

  void keep(
      Path reference,
      Path frame,
      SceneMatcher.Freedom freedom,
      Optional<SceneMatcher.Match> match) {
    name(freedom.name(), List.of(reference, frame))
        .ifPresent(n -> write(n, out -> write(match, out)));
  }

  private static Optional<String> name(String what, List<Path> frames) {
    try {
      return Optional.of("scene-" + ContentKey.of(PURPOSE + what, frames) + ".bin");
    } catch (IOException e) {
      LogFile.note(frames.toString(), e);
      return Optional.empty();
    }
  }

  private void write(String name, Writing writing) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (DataOutputStream out = new DataOutputStream(bytes)) {
      writing.to(out);
    } catch (IOException e) {
      throw new IllegalStateException("memory takes every byte", e);
    }
    kept.write(name, bytes.toByteArray());
  }

  /** A file cut short is none: the frames are matched anew. */
  private <T> Optional<T> read(String name, Reading<T> reading) {
    Optional<byte[]> bytes = kept.read(name);
    if (bytes.isEmpty()) {
      return Optional.empty();
    }
    try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes.get()))) {
      return Optional.of(reading.from(in));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static void write(Optional<SceneMatcher.Match> match, DataOutputStream out)
      throws IOException {
    out.writeBoolean(match.isPresent());
    if (match.isEmpty()) {
      return;
    }
    for (double number : match.get().map().rowMajor()) {
      out.writeDouble(number);
    }
    out.writeInt(match.get().compared());
    out.writeInt(match.get().agreeing());
    out.writeInt(match.get().misses().size());
    for (Miss miss : match.get().misses()) {
      out.writeDouble(miss.x());
      out.writeDouble(miss.y());
      out.writeDouble(miss.dx());
      out.writeDouble(miss.dy());
    }
  }

  private static Optional<SceneMatcher.Match> match(DataInputStream in) throws IOException {
    if (!in.readBoolean()) {
      return Optional.empty();
    }
    double[] map = new double[MATRIX];
    for (int i = 0; i < MATRIX; i++) {
      map[i] = in.readDouble();
    }
    int compared = in.readInt();
    int agreeing = in.readInt();
    int count = in.readInt();
    List<Miss> misses = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      misses.add(new Miss(in.readDouble(), in.readDouble(), in.readDouble(), in.readDouble()));
    }
    return Optional.of(
        new SceneMatcher.Match(new Homography(map), compared, agreeing, List.copyOf(misses)));
  }
}
