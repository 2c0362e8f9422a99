package zygonox.core.align;

/** How the light between pixels is told from the samples around it when a frame is moved. */
public enum Kernel {
  /**
   * Cubic convolution of four samples (R. Keys, IEEE Trans. ASSP 29, 1153, 1981, a = -1/2): fast,
   * and swings little beside bright stars.
   */
  CUBIC(4) {
    @Override
    public void weights(double t, float[] into) {
      into[0] = (float) (0.5 * t * (-1 + t * (2 - t)));
      into[1] = (float) (1 + 0.5 * t * t * (3 * t - 5));
      into[2] = (float) (0.5 * t * (1 + t * (4 - 3 * t)));
      into[3] = (float) (0.5 * t * t * (t - 1));
    }
  },
  /**
   * C. Lanczos's window over three lobes (C. Duchon, J. Appl. Meteor. 18, 1016, 1979), its weights
   * made to sum up to one: six samples, which leave fine detail and narrow stars nearly as they
   * were.
   */
  LANCZOS(6) {
    @Override
    public void weights(double t, float[] into) {
      double[] own = new double[into.length];
      double whole = 0;
      for (int k = 0; k < own.length; k++) {
        double x = k - LOBES + 1 - t;
        own[k] = Math.abs(x) < LOBES ? lobe(x) * lobe(x / LOBES) : 0;
        whole += own[k];
      }
      for (int k = 0; k < own.length; k++) {
        into[k] = (float) (own[k] / whole);
      }
    }
  };

  private static final int LOBES = 3;

  private final int taps;

  Kernel(int taps) {
    this.taps = taps;
  }

  /** How many samples are mixed along each axis: as many on either side of the place. */
  public int taps() {
    return taps;
  }

  /**
   * The weights of the samples around a place, in their order.
   *
   * @param t how far it lies from the middle two's first towards the second, 0 to 1
   * @param into as many as there are taps
   */
  public abstract void weights(double t, float[] into);

  /**
   * The weights at places in even steps, for those that fall anywhere.
   *
   * @param steps from 0 to 1
   * @return one more than that
   */
  public float[][] table(int steps) {
    float[][] table = new float[steps + 1][taps];
    for (int i = 0; i <= steps; i++) {
      weights((double) i / steps, table[i]);
    }
    return table;
  }

  private static double lobe(double x) {
    return Math.abs(x) < 1e-9 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
  }
}
