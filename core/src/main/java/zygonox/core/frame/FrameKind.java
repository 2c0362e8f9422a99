package zygonox.core.frame;

/** What a run of frames was taken for. */
public enum FrameKind {
  SKY,
  FOREGROUND,
  DARK,
  FLAT,
  TEST,
  BURST,
  UNKNOWN
}
