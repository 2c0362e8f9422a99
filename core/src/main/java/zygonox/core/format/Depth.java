package zygonox.core.format;

import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/** How an output stores its samples. */
public enum Depth {
  /** Unsigned, white is 255. */
  EIGHT(8),
  /** Unsigned, white is 65535. */
  SIXTEEN(16),
  /** Floating point, white is 1. */
  FLOAT(32);

  private final int bits;

  Depth(int bits) {
    this.bits = bits;
  }

  public int bits() {
    return bits;
  }

  public static Depth ofBits(int bits) {
    for (Depth depth : values()) {
      if (depth.bits == bits) {
        return depth;
      }
    }
    throw InvalidInput.about("depth", Phrasebook.say("refused.a-depth-of-bits-is", bits));
  }
}
