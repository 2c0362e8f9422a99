package zygonox.core.work;

import java.nio.file.Path;
import zygonox.core.quantity.InvalidInput;

/** A file is there already and may not be replaced unasked. */
public final class AlreadyThere extends InvalidInput {
  private static final long serialVersionUID = 1L;

  private final transient Path file;

  public AlreadyThere(Path file, String sentence) {
    super(sentence);
    this.file = file;
  }

  public Path file() {
    return file;
  }
}
