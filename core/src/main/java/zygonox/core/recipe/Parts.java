package zygonox.core.recipe;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Temporary;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

/** The pictures that a result is put together from, in a folder that goes when it is closed. */
final class Parts implements AutoCloseable {
  private final Path folder;

  private Parts(Path folder) {
    this.folder = folder;
  }

  /** A folder beside the result, or in the scratch folder: a killed run's, to go on with. */
  static Parts of(Path picture, Workroom room) {
    Path beside = room.scratch().orElse(picture.toAbsolutePath().getParent());
    String name = picture.getFileName() + ".parts";
    Path folder = Temporary.in(beside, name);
    boolean left = Temporary.takeOver(beside, name, folder);
    Temporary.sweep(beside, name);
    if (!left) {
      try {
        Files.createDirectory(folder);
      } catch (IOException e) {
        throw new WorkFailed(Phrasebook.say("refused.no-room-for-parts", beside), e);
      }
    }
    return new Parts(folder);
  }

  /**
   * Makes a part, unless a killed run has made it of the same frames in the same way.
   *
   * @param making puts it into its file
   */
  void once(String name, Recipe recipe, FrameSet set, Runnable making) {
    String key = RecipeKey.of(name + " 1 " + recipe, recipe, set.frames());
    Path made = folder.resolve(name + ".made");
    try {
      if (Files.exists(made) && Files.readString(made).equals(key)) {
        return;
      }
      Files.deleteIfExists(made);
      making.run();
      Files.writeString(made, key);
    } catch (IOException e) {
      throw new WorkFailed(Phrasebook.say("refused.no-room-for-parts", folder.getParent()), e);
    }
  }

  Path file(String name) {
    return folder.resolve(name + ".tif");
  }

  Destination to(String name) {
    return new Destination(file(name), WholeFile.IfPresent.REPLACE).part(file(name));
  }

  Raster read(String name) {
    try {
      return PictureReader.readWhole(Frame.look(file(name)));
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.no-room-for-parts", folder.getParent()), e);
    }
  }

  /** To be read by rows. */
  PixelSource open(String name) {
    try {
      return PictureReader.open(Frame.look(file(name)));
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.no-room-for-parts", folder.getParent()), e);
    }
  }

  ToneCurve curve(String name) {
    try {
      return Frame.look(file(name)).info().colours().curve();
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.no-room-for-parts", folder.getParent()), e);
    }
  }

  @Override
  public void close() {
    try {
      Temporary.remove(folder);
    } catch (IOException e) {
      throw new WorkFailed(Phrasebook.say("refused.no-room-for-parts", folder.getParent()), e);
    }
  }
}
