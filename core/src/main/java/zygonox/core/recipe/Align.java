package zygonox.core.recipe;

/** How frames are brought onto each other. */
public enum Align {
  /** Not at all: a tripod, and the sky's motion is wanted. */
  NONE,
  /** Star on star. */
  STARS
}
