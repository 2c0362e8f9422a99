package zygonox.core.recipe;

/** How frames are brought onto each other. */
public enum Align {
  /** Not at all: a tripod, and the sky's motion is wanted. */
  NONE,
  /** Along and down, scene on scene. */
  SHIFT,
  /** Scene on scene, turned and seen at an angle: from the hand or the air. */
  SCENE,
  /** Star on star. */
  STARS
}
