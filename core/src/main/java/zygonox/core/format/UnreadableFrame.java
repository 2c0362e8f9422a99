package zygonox.core.format;

import java.nio.file.Path;

/** Carries a {@link ReadFault} out of a decoder; the list of frames turns it into a value. */
public final class UnreadableFrame extends Exception {
  private static final long serialVersionUID = 1L;

  private final transient Path file;
  private final transient ReadFault fault;

  public UnreadableFrame(Path file, ReadFault fault) {
    super(
        file + ": " + fault.kind() + (fault.detail().isEmpty() ? "" : " (" + fault.detail() + ")"));
    this.file = file;
    this.fault = fault;
  }

  /**
   * What a decoder says of its own is for the log: its words name classes and offsets, and tell a
   * person nothing.
   */
  public UnreadableFrame(Path file, ReadFault.Kind kind, Throwable cause) {
    this(file, new ReadFault(kind, ""));
    initCause(cause);
  }

  public Path file() {
    return file;
  }

  public ReadFault fault() {
    return fault;
  }
}
