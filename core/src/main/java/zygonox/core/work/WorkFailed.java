package zygonox.core.work;

/**
 * The work was asked for rightly but could not be done: unreadable frames, a full disk, an output
 * that cannot be written. The message is one sentence for a person: what failed, where, and what
 * would help.
 */
public final class WorkFailed extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public WorkFailed(String sentence) {
    super(sentence);
  }

  public WorkFailed(String sentence, Throwable cause) {
    super(sentence, cause);
  }
}
