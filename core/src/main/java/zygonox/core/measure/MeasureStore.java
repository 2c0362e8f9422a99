package zygonox.core.measure;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import zygonox.core.frame.Frame;
import zygonox.core.frame.ReadFault;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Folders;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;

/**
 * Remembers what was measured of runs, by what is in their files: a second look costs nothing, and
 * a file that has moved or is called otherwise is known again. It may be thrown away at any time.
 *
 * @param folder holds one file for each run
 */
public record MeasureStore(Path folder) {
  /** Goes up whenever the same frame would be measured otherwise. */
  private static final int VERSION = 3;

  private static final ObjectMapper JSON = new ObjectMapper();

  /** Of a file this much is read at its start, its middle and its end, beside its size. */
  private static final int SAMPLE_BYTES = 1 << 15;

  /** Where the system wants such things. */
  public static MeasureStore usual() {
    return new MeasureStore(Folders.cache());
  }

  private record KeptFrame(
      SkyLevel sky,
      int stars,
      StarShape shape,
      double sharpness,
      StillScene.Shift shift,
      List<Streak> streaks,
      Brightening lamp) {}

  private record KeptRun(List<KeptFrame> frames, List<Spot> hotPixels) {}

  /**
   * The same as {@link RunMeter#measure}, from memory where the run was measured before. A run of
   * which a frame could not be decoded is not remembered: it may only have been a loose card.
   */
  public RunMeasure measure(
      List<Frame> frames,
      Progress progress,
      Cancellation cancellation,
      BiConsumer<Frame, ReadFault> onUnreadable) {
    Optional<Path> file = key(frames).map(k -> folder.resolve("run-" + k + ".json"));
    Optional<RunMeasure> known = file.flatMap(f -> read(f, frames));
    if (known.isPresent()) {
      progress.step(frames.size(), frames.size());
      return known.get();
    }
    RunMeasure measured = RunMeter.measure(frames, progress, cancellation, onUnreadable);
    if (measured.frames().size() == frames.size()) {
      file.ifPresent(f -> write(f, measured));
    }
    return measured;
  }

  private static Optional<RunMeasure> read(Path file, List<Frame> frames) {
    if (!Files.exists(file)) {
      return Optional.empty();
    }
    try {
      KeptRun kept = JSON.readValue(file.toFile(), KeptRun.class);
      if (kept.frames.size() != frames.size()) {
        return Optional.empty();
      }
      List<FrameMeasure> measures = new ArrayList<>();
      for (int i = 0; i < frames.size(); i++) {
        KeptFrame k = kept.frames.get(i);
        measures.add(
            new FrameMeasure(
                frames.get(i),
                k.sky,
                k.stars,
                Optional.ofNullable(k.shape),
                k.sharpness,
                k.shift,
                k.streaks,
                Optional.ofNullable(k.lamp)));
      }
      return Optional.of(new RunMeasure(measures, kept.hotPixels));
    } catch (IOException | RuntimeException e) {
      // A damaged memory is no memory: the run is measured anew.
      return Optional.empty();
    }
  }

  private void write(Path file, RunMeasure run) {
    List<KeptFrame> kept =
        run.frames().stream()
            .map(
                m ->
                    new KeptFrame(
                        m.sky(),
                        m.stars(),
                        m.shape().orElse(null),
                        m.sharpness(),
                        m.shift(),
                        m.streaks(),
                        m.lamp().orElse(null)))
            .toList();
    try {
      Files.createDirectories(folder);
      WholeFile.write(
          file,
          WholeFile.IfPresent.REPLACE,
          path -> JSON.writeValue(path.toFile(), new KeptRun(kept, run.hotPixels())));
    } catch (IOException | RuntimeException e) {
      // Nowhere to remember: the next look is slower, and nothing else.
      return;
    }
  }

  /** Tells a run by its files' contents; empty where one cannot be read. */
  private static Optional<String> key(List<Frame> frames) {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      digest.update((byte) VERSION);
      for (Frame frame : frames) {
        update(digest, frame.file());
      }
      return Optional.of(HexFormat.of().formatHex(digest.digest(), 0, 16));
    } catch (IOException e) {
      return Optional.empty();
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }

  private static void update(MessageDigest digest, Path file) throws IOException {
    try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
      long size = in.length();
      digest.update(Long.toString(size).getBytes(StandardCharsets.US_ASCII));
      byte[] sample = new byte[(int) Math.min(size, SAMPLE_BYTES)];
      for (int part = 0; part < 3; part++) {
        in.seek(part * (size - sample.length) / 2);
        in.readFully(sample);
        digest.update(sample);
      }
    }
  }
}
