package zygonox.core.measure;

import zygonox.core.quantity.InvalidInput;

/** By how much a stack of frames is quieter than one of them. */
public enum StackGain {
  /** The square root of the count. */
  MEAN {
    @Override
    public double of(int frames) {
      return Math.sqrt(check(frames));
    }
  },
  /** The same, less what a median gives away (see {@link MedianEfficiency}). */
  MEDIAN {
    @Override
    public double of(int frames) {
      return Math.sqrt(check(frames) * MedianEfficiency.of(frames));
    }
  };

  private static final int MOST_FRAMES = 100_000;

  private static int check(int frames) {
    return InvalidInput.check("value.count-of-frames", frames, 1, MOST_FRAMES);
  }

  /** How many times lower the noise of a stack is, 1 or more. */
  public abstract double of(int frames);

  /**
   * The fewest frames that reach a gain.
   *
   * @throws InvalidInput when it takes more than 100,000 of them
   */
  public int framesFor(double gain) {
    InvalidInput.check("value.gain", gain, 1, of(MOST_FRAMES));
    int low = 1;
    int high = MOST_FRAMES;
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (of(middle) >= gain - 1e-9) {
        high = middle;
      } else {
        low = middle + 1;
      }
    }
    // An even count's median gives away a little less: one or two fewer may do as well.
    while (low > 2 && Math.max(of(low - 1), of(low - 2)) >= gain - 1e-9) {
      low--;
    }
    return low;
  }

  /** Stops of a neutral filter that a mean of frames stands for: it gathers as much movement. */
  public static double filterStops(int frames) {
    return Math.log(check(frames)) / Math.log(2);
  }
}
