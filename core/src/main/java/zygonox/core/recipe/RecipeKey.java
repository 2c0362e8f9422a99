package zygonox.core.recipe;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import zygonox.core.frame.Frame;
import zygonox.core.work.ContentKey;

/** Tells what is made by all that makes it: the frames' contents, and what is done with them. */
final class RecipeKey {
  private RecipeKey() {}

  /**
   * @param how what is done, with its version
   * @param recipe whose masks, darks and flats count by their contents
   */
  static String of(String how, Recipe recipe, List<Frame> frames) {
    try {
      List<Path> files = new ArrayList<>(frames.stream().map(Frame::file).toList());
      recipe.masks().values().forEach(p -> files.add(p.mask()));
      for (Path masters : recipe.calibration().darks()) {
        files.addAll(files(masters));
      }
      for (Path masters : recipe.calibration().flats()) {
        files.addAll(files(masters));
      }
      return ContentKey.of(how, files);
    } catch (IOException e) {
      // A frame that cannot be read is told where it is decoded; nobody goes on from this one.
      return "unread" + Long.toString(System.nanoTime(), 36);
    }
  }

  /** A file, or those of a folder in order. */
  private static List<Path> files(Path path) throws IOException {
    if (!Files.isDirectory(path)) {
      return List.of(path);
    }
    try (Stream<Path> within = Files.list(path)) {
      return within.filter(Files::isRegularFile).sorted().toList();
    }
  }
}
