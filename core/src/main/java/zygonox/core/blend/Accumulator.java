package zygonox.core.blend;

/**
 * Takes in one frame after another and holds only the result so far. Frames may come in any order
 * with the same outcome. Places are sample indexes inside the band of rows in work.
 */
interface Accumulator {
  /** Memory that one sample takes, in bytes. */
  int sampleBytes();

  /** Makes room for a band and starts it afresh. */
  void start(int samples);

  /**
   * Takes in one run of a frame's samples.
   *
   * @param from index in {@code samples} of the first
   * @param at place in the band of the first
   * @param count how many
   */
  void add(short[] samples, int from, int at, int count);

  /**
   * Whether {@link #addPacked} can be used: for whole strips of 8-bit samples. Such an accumulator
   * takes in nothing else.
   */
  default boolean isPacked() {
    return false;
  }

  /**
   * Takes in a strip of packed samples; see {@link zygonox.core.frame.PixelSource#readPacked}.
   *
   * @param at place in the band of the first sample, a multiple of eight
   * @param count samples
   */
  default void addPacked(long[] packed, int at, int count) {
    throw new IllegalStateException("samples are not taken in packed");
  }

  /**
   * Gives finished samples.
   *
   * @param at place in the band of the first
   * @param count how many
   * @param frames how many frames were taken in
   * @param covering for each sample how many of them cover it, or null when all do
   * @param result gets them from index 0 on
   */
  void finish(int at, int count, int frames, int[] covering, ResultRows result);

  /** The result so far at one place, 0..1 encoded, after {@code frames} frames: for looking at. */
  double glance(int at, int frames);
}
