package zygonox.desktop.stage;

/** The stages of a night's work, in order. */
public enum StageName {
  SKY("Sky"),
  PROGRAM("Program"),
  REHEARSE("Rehearse"),
  FRAMES("Frames"),
  BLEND("Blend");

  private final String title;

  StageName(String title) {
    this.title = title;
  }

  public String title() {
    return title;
  }
}
