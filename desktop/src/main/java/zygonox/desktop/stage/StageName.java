package zygonox.desktop.stage;

import zygonox.core.words.Words;

/** The stages of a night's work, in order. */
public enum StageName {
  SKY(Words.say("stage.sky")),
  PROGRAM(Words.say("stage.program")),
  REHEARSE(Words.say("stage.rehearse")),
  FRAMES(Words.say("stage.frames")),
  BLEND(Words.say("stage.blend")),
  MOTION(Words.say("stage.motion"));

  private final String title;

  StageName(String title) {
    this.title = title;
  }

  public String title() {
    return title;
  }
}
