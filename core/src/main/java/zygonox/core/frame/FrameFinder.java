package zygonox.core.frame;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import zygonox.core.format.ReadFault;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;

/** Finds the frames among files and folders. */
public final class FrameFinder {
  private FrameFinder() {}

  /**
   * Looks at every file named and at every picture in the folders named (not in folders below
   * them). In a folder, files that are not meant as pictures are passed over in silence; what looks
   * like a picture by name or content and cannot be read is listed as unreadable.
   *
   * @param paths files, folders or both; a file reached twice counts once
   * @throws InvalidInput when a path is not there
   */
  public static FrameSet find(List<Path> paths, Progress progress, Cancellation cancellation) {
    List<Candidate> candidates = List.copyOf(candidates(paths).values());
    Object[] seen = new Object[candidates.size()];
    try (Workers workers = Workers.perCore()) {
      AtomicInteger done = new AtomicInteger();
      workers.forEach(
          candidates.size(),
          (i, worker) -> {
            cancellation.check();
            seen[i] = look(candidates.get(i).file());
            progress.step(done.incrementAndGet(), candidates.size());
          });
    }
    List<Frame> frames = new ArrayList<>();
    List<FrameSet.Unreadable> unreadable = new ArrayList<>();
    for (int i = 0; i < seen.length; i++) {
      Candidate candidate = candidates.get(i);
      if (seen[i] instanceof Frame frame) {
        frames.add(frame);
      } else if (seen[i] instanceof ReadFault fault
          && (candidate.named() || !isBystander(candidate.file(), fault))) {
        unreadable.add(new FrameSet.Unreadable(candidate.file(), fault, candidate.named()));
      }
    }
    return RunPeek.refine(FrameSet.of(frames, unreadable));
  }

  /** A file to look at, as it was reached, and whether it was named itself. */
  private record Candidate(Path file, boolean named) {}

  private static Object look(Path file) {
    try {
      return Frame.look(file);
    } catch (UnreadableFrame e) {
      return e.fault();
    }
  }

  /** Files to look at, by their real path so that one reached twice counts once. */
  private static Map<Path, Candidate> candidates(List<Path> paths) {
    Map<Path, Candidate> candidates = new LinkedHashMap<>();
    for (Path path : paths) {
      if (Files.isDirectory(path)) {
        for (Path file : inFolder(path)) {
          candidates.putIfAbsent(real(file), new Candidate(file, false));
        }
      } else if (Files.exists(path)) {
        candidates.put(real(path), new Candidate(path, true));
      } else {
        throw new InvalidInput(Phrasebook.say("refused.is-not-there-name-a", path));
      }
    }
    return candidates;
  }

  private static Path real(Path path) {
    try {
      return path.toRealPath();
    } catch (IOException e) {
      return path.toAbsolutePath().normalize();
    }
  }

  private static List<Path> inFolder(Path folder) {
    try (Stream<Path> entries = Files.list(folder)) {
      return entries
          .filter(p -> Files.isRegularFile(p) && !p.getFileName().toString().startsWith("."))
          .sorted((a, b) -> NaturalOrder.INSTANCE.compare(a.toString(), b.toString()))
          .toList();
    } catch (IOException e) {
      throw new WorkFailed(Phrasebook.say("refused.the-folder-cannot-be-read", folder), e);
    }
  }

  /** A note, a truth file, a list: a file beside the frames that nobody meant as one. */
  private static boolean isBystander(Path file, ReadFault fault) {
    boolean noPicture =
        fault.kind() == ReadFault.Kind.NOT_A_PICTURE || fault.kind() == ReadFault.Kind.EMPTY;
    return noPicture
        && !file.getFileName()
            .toString()
            .toLowerCase()
            .matches(
                ".*\\.(jpe?g|png|tiff?|dng|fits?|cr[23w]|nef|arw|orf|rw2|raf|pef|srw|x3f|3fr|iiq)");
  }
}
