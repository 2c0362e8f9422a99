package zygonox.core.program;

/** What a program is for. */
public enum Job {
  STAR_TRAILS_SHORT(Stars.TRAILS, Light.DARK),
  STAR_TRAILS_LONG(Stars.TRAILS, Light.DARK),
  MILKY_WAY_SKY(Stars.POINTS, Light.DARK),
  MILKY_WAY_GROUND(Stars.ANY, Light.DARK),
  TRACKED(Stars.FOLLOWED, Light.DARK),
  LIGHT_TRAILS(Stars.ANY, Light.ANY),
  TIME_LAPSE(Stars.ANY, Light.ANY),
  DAY_INTO_NIGHT(Stars.ANY, Light.ANY),
  SMOOTH_WATER(Stars.ANY, Light.DAY),
  NOISE_BURST(Stars.ANY, Light.ANY),
  RESOLUTION_BURST(Stars.ANY, Light.DAY),
  MOVEMENT_BURST(Stars.ANY, Light.DAY),
  PANORAMA(Stars.POINTS, Light.DARK),
  LIT_FOREGROUND(Stars.ANY, Light.DARK),
  DARKS(Stars.NONE, Light.NONE),
  /** An even white light fills the frame. */
  FLATS(Stars.NONE, Light.NONE),
  /** Anything else. */
  OWN(Stars.ANY, Light.ANY);

  /** What the stars are to do. */
  public enum Stars {
    /** Draw lines without breaks. */
    TRAILS,
    /** Stay points on a camera that stands still. */
    POINTS,
    /** Stay points, for the camera follows them. */
    FOLLOWED,
    /** Whatever they like. */
    ANY,
    /** The lens is capped. */
    NONE
  }

  /** What light it is shot in. */
  public enum Light {
    /** After the end of twilight. */
    DARK,
    /** While the sun is up. */
    DAY,
    ANY,
    /** The lens is capped. */
    NONE
  }

  private final Stars stars;
  private final Light light;

  Job(Stars stars, Light light) {
    this.stars = stars;
    this.light = light;
  }

  public Stars stars() {
    return stars;
  }

  public Light light() {
    return light;
  }

  /** Whether it wants the night's target in its frames, well up. */
  public boolean aimsAtTarget() {
    return stars == Stars.POINTS || stars == Stars.FOLLOWED;
  }

  /** Whether the camera is held in the hand. */
  public boolean isHandheld() {
    return this == NOISE_BURST || this == RESOLUTION_BURST;
  }

  /** Whether its frames show no scene, but what the sensor or the lens does by itself. */
  public boolean calibrates() {
    return light == Light.NONE;
  }

  /** Whether its frames become a clip. */
  public boolean isClip() {
    return this == TIME_LAPSE || this == DAY_INTO_NIGHT;
  }
}
