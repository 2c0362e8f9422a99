package zygonox.desktop.blend;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.recipe.RecipeFile;
import zygonox.core.work.LogFile;
import zygonox.core.work.Temporary;

/**
 * The pictures made of a night's frames, the newest first: kept in the night's folder until a
 * seventh is made, so that they can be held against each other, and saved, whatever is made next.
 */
final class VariantsModel {
  /** Each takes as much of the disk as the picture itself. */
  static final int MOST = 6;

  private static final String FOLDER = "variants";

  private final ObservableList<Variant> all = FXCollections.observableArrayList();
  private final ObjectProperty<Variant> shown = new SimpleObjectProperty<>();
  private final ReadOnlyObjectWrapper<Variant> against = new ReadOnlyObjectWrapper<>();
  private final BooleanProperty map = new SimpleBooleanProperty();
  private Path folder;

  ObservableList<Variant> all() {
    return all;
  }

  /** The one that is looked at, and saved; null where there is none. */
  ReadOnlyObjectProperty<Variant> shownProperty() {
    return shown;
  }

  /** The one that was looked at before; null where there is none. */
  ReadOnlyObjectProperty<Variant> againstProperty() {
    return against.getReadOnlyProperty();
  }

  /** Whether what was rejected is looked at in place of the picture, where that is known. */
  BooleanProperty mapProperty() {
    return map;
  }

  /** What lies in a night's folder, read from the disk; may be called off the window's thread. */
  static List<Variant> in(Path home) {
    Path folder = home.resolve(FOLDER);
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder)) {
      List<Variant> found = new ArrayList<>();
      for (Path file : files.filter(f -> f.toString().endsWith(".tif")).toList()) {
        read(file, found);
      }
      found.sort(Comparator.comparing((Variant v) -> made(v.file())).reversed());
      return found;
    } catch (IOException e) {
      LogFile.note(folder.toString(), e);
      return List.of();
    }
  }

  private static void read(Path file, List<Variant> into) {
    try {
      into.add(Variant.of(RecipeFile.read(file)));
    } catch (InvalidInput e) {
      // Somebody's own picture: it stays where it is.
      LogFile.note(file.toString(), e);
    }
  }

  private static FileTime made(Path file) {
    try {
      return Files.getLastModifiedTime(file);
    } catch (IOException e) {
      return FileTime.fromMillis(0);
    }
  }

  /** Another night, with what lies in its folder. */
  void open(Path home, List<Variant> found) {
    folder = home.resolve(FOLDER);
    all.setAll(found);
    against.set(null);
    shown.set(null);
  }

  /** A place for the next one. */
  Path next(Path home, String name) throws IOException {
    Path into = Files.createDirectories(home.resolve(FOLDER));
    String start = name.substring(0, name.lastIndexOf('.'));
    int number = 1;
    Path file = into.resolve(start + "-1.tif");
    while (Files.exists(file)) {
      file = into.resolve(start + "-" + ++number + ".tif");
    }
    Temporary.sweepOthers(into, file.getFileName().toString());
    return file;
  }

  /**
   * One was made: it takes the place of one made alike; the oldest goes where there are too many.
   */
  void add(Variant made) {
    if (folder == null || !made.file().startsWith(folder)) {
      // Of a night that was left meanwhile: it is there when that is opened again.
      return;
    }
    all.stream().filter(made::isMadeAs).findFirst().ifPresent(this::forget);
    all.add(0, made);
    show(made);
    while (all.size() > MOST) {
      forget(all.get(all.size() - 1));
    }
  }

  /** Looks at one; the one before is what it is held against. */
  void show(Variant wanted) {
    Variant before = shown.get();
    if (wanted != before) {
      against.set(before);
      shown.set(wanted);
    }
  }

  /** Turns to the one that was looked at before. */
  void swap() {
    if (against.get() != null) {
      show(against.get());
    }
  }

  /** Throws one away. */
  void forget(Variant variant) {
    all.remove(variant);
    if (against.get() == variant) {
      against.set(null);
    }
    if (shown.get() == variant) {
      shown.set(all.isEmpty() ? null : all.get(0));
      against.set(null);
    }
    try {
      Files.deleteIfExists(variant.rejected());
      Files.deleteIfExists(variant.file());
    } catch (IOException e) {
      LogFile.note(variant.file().toString(), e);
    }
  }
}
