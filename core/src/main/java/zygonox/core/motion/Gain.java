package zygonox.core.motion;

/**
 * Light made brighter or darker so that nothing is clipped that was not: what would go beyond white
 * is pressed together below it.
 */
final class Gain {
  /** Above this share of white lights are pressed together. */
  private static final float KNEE = 0.7f;

  private final float gain;
  private final float from;
  private final float slope;

  /**
   * @param stops by which frames become brighter
   */
  Gain(double stops) {
    this.gain = (float) Math.pow(2, stops);
    this.from = KNEE / gain;
    this.slope = (gain - KNEE) / (1 - KNEE);
  }

  boolean isNone() {
    return gain == 1;
  }

  void apply(float[] light) {
    if (gain <= 1) {
      for (int i = 0; i < light.length; i++) {
        light[i] *= gain;
      }
      return;
    }
    for (int i = 0; i < light.length; i++) {
      light[i] = light[i] <= from ? light[i] * gain : pressed(light[i]);
    }
  }

  private float pressed(float light) {
    float t = Math.min(1, (light - from) / (1 - from));
    return KNEE + (1 - KNEE) * slope * t / (1 + (slope - 1) * t);
  }
}
