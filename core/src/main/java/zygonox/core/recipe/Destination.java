package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.Optional;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.OutputFormat;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.WholeFile;
import zygonox.core.work.Workroom;

/**
 * Where a result goes.
 *
 * @param picture its file; the name chooses the format
 * @param ifPresent what to do when a file is there
 * @param coverage where the number of frames at each pixel goes, as a grey picture; empty: nowhere
 * @param rejected where the number of frames that a clipped mean left out at each pixel goes, in
 *     the same way
 * @param isPart whether something else is put together of it: until that is done it may be wanted
 *     once more
 */
public record Destination(
    Path picture,
    WholeFile.IfPresent ifPresent,
    Optional<Path> coverage,
    Optional<Path> rejected,
    boolean isPart) {
  public Destination(Path picture, WholeFile.IfPresent ifPresent) {
    this(picture, ifPresent, Optional.empty(), Optional.empty());
  }

  public Destination(
      Path picture,
      WholeFile.IfPresent ifPresent,
      Optional<Path> coverage,
      Optional<Path> rejected) {
    this(picture, ifPresent, coverage, rejected, false);
  }

  /** For the part of a result that its counts are told of. */
  Destination part(Path of) {
    return new Destination(of, ifPresent, coverage, rejected, true);
  }

  /** What to do when the picture is there; a part that a killed run has left is made anew. */
  WholeFile.IfPresent ifPicturePresent() {
    return isPart ? WholeFile.IfPresent.REPLACE : ifPresent;
  }

  /** Where frames may lie decoded for as long as it takes: those of a part in its own folder. */
  Path scratch(Workroom room) {
    Path beside = picture.toAbsolutePath().getParent();
    return isPart ? beside : room.scratch().orElse(beside);
  }

  /** Refuses beforehand what could not be written at the end. */
  void check(BlendMethod method) {
    OutputFormat.of(picture);
    WholeFile.checkPlace(picture, ifPicturePresent());
    coverage.ifPresent(file -> CountPicture.check("coverage", file, ifPresent));
    rejected.ifPresent(file -> CountPicture.check("rejected", file, ifPresent));
    if (rejected.isPresent() && method != BlendMethod.CLIPPED_MEAN) {
      throw InvalidInput.about("rejected", Phrasebook.say("refused.rejected-method"));
    }
  }
}
