package zygonox.core.motion;

import java.util.List;
import zygonox.core.quantity.InvalidInput;

/**
 * What is done about a clip's light.
 *
 * @param smoothRamp whether steps of exposure are taken out
 * @param deflicker whether what flickers is evened out
 * @param flickerWindow over how many frames light is taken to change evenly, 3 to 1000
 * @param heldBalance whether the white balance is kept from jumping and wavering
 * @param keys by how much a person wants it brighter where; between them it changes evenly
 */
public record Evenness(
    boolean smoothRamp,
    boolean deflicker,
    int flickerWindow,
    boolean heldBalance,
    List<LightKey> keys) {
  /** Common practice, no source: about a second of the clip. */
  public static final int USUAL_WINDOW = 25;

  /** As it was shot. */
  public static final Evenness NONE = new Evenness(false, false, USUAL_WINDOW, false, List.of());

  public Evenness {
    InvalidInput.check("flicker-window", "value.flicker-window", flickerWindow, 3, 1000);
    keys = List.copyOf(keys);
  }

  public Evenness withSmoothRamp(boolean other) {
    return new Evenness(other, deflicker, flickerWindow, heldBalance, keys);
  }

  public Evenness withDeflicker(boolean other) {
    return new Evenness(smoothRamp, other, flickerWindow, heldBalance, keys);
  }

  public Evenness withHeldBalance(boolean other) {
    return new Evenness(smoothRamp, deflicker, flickerWindow, other, keys);
  }

  public Evenness withKeys(List<LightKey> other) {
    return new Evenness(smoothRamp, deflicker, flickerWindow, heldBalance, other);
  }
}
