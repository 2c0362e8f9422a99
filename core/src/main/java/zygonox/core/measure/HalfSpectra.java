package zygonox.core.measure;

import java.util.OptionalDouble;

/**
 * What of a picture on a finer grid lies beyond the finest waves that one frame's pixels can tell
 * apart, of two halves of its frames. Noise of the one is not in the other, so that only what both
 * show remains of the product of their spectra (as in the ring correlation of W. Saxton and W.
 * Baumeister, J. Microscopy 127, 127, 1982, here by rows and by columns). Samples that merely stand
 * in blocks repeat coarser waves; how much of these both halves show alike follows from where their
 * frames fall on the pixel, and is taken off.
 */
public final class HalfSpectra {
  /** The finest that a frame holds, and what is just beyond, in its own finest waves. */
  private static final double FINE_FROM = 0.5;

  private static final double BEYOND_FROM = 1.05;
  private static final double BEYOND_TO = 1.6;

  /** Standard deviations by which something is there; our choice. */
  private static final double PLAIN = 4;

  private final int side;
  private final int whole;
  private final int from;
  private final int to;
  private final float[][] cos;
  private final float[][] sin;
  private final Band fine = new Band();
  private final Band beyond = new Band();

  /** What of the light beyond is coarser waves that blocks repeat. */
  private double repeated;

  /**
   * @param side of the squares that are looked at, in pixels of the finer grid
   * @param scale how many of them a frame's pixel is wide
   */
  public HalfSpectra(int side, int scale) {
    this.side = side;
    // Waves over a square that are as long as one of the frame's pixels.
    this.whole = side / scale;
    this.from = (int) Math.ceil((1 - BEYOND_TO / 2) * whole);
    this.to = (int) (BEYOND_TO / 2 * whole);
    this.cos = new float[to + 1][side];
    this.sin = new float[to + 1][side];
    for (int wave = Math.min(from, whole / 4); wave <= to; wave++) {
      for (int i = 0; i < side; i++) {
        double angle = 2 * Math.PI * wave * i / side;
        // Hann's window, for so the ends of a row make no waves of their own.
        double window = Math.pow(Math.sin(Math.PI * (i + 0.5) / side), 2);
        cos[wave][i] = (float) (window * Math.cos(angle));
        sin[wave][i] = (float) (window * Math.sin(angle));
      }
    }
  }

  /** Light that both halves show, and how uncertain that is. */
  private static final class Band {
    private double power;
    private double square;

    void add(double common, double size) {
      power += common;
      square += size / 2;
    }

    boolean isPlain() {
      return power > PLAIN * Math.sqrt(square);
    }
  }

  /**
   * Takes a square.
   *
   * @param one light of the one half of the frames, row by row
   * @param other of the other half
   * @param along which share of a coarser wave's light both show alike as a finer one along rows
   * @param down the same along columns
   */
  public void add(float[] one, float[] other, double along, double down) {
    float[] a = new float[side];
    float[] b = new float[side];
    for (int line = 0; line < side; line++) {
      System.arraycopy(one, line * side, a, 0, side);
      System.arraycopy(other, line * side, b, 0, side);
      addLine(a, b, along);
      for (int i = 0; i < side; i++) {
        a[i] = one[i * side + line];
        b[i] = other[i * side + line];
      }
      addLine(a, b, down);
    }
  }

  private void addLine(float[] a, float[] b, double alias) {
    level(a);
    level(b);
    for (int wave = Math.min(from, whole / 4); wave <= to; wave++) {
      double re = dot(a, cos[wave]);
      double im = dot(a, sin[wave]);
      double otherRe = dot(b, cos[wave]);
      double otherIm = dot(b, sin[wave]);
      double common = re * otherRe + im * otherIm;
      double size = (re * re + im * im) * (otherRe * otherRe + otherIm * otherIm);
      double place = 2.0 * wave / whole;
      if (place >= FINE_FROM && place <= 1) {
        fine.add(common, size);
      }
      if (place >= BEYOND_FROM) {
        beyond.add(common, size);
      }
      if (2 - place >= BEYOND_FROM && 2 - place <= BEYOND_TO) {
        repeated += alias * common;
      }
    }
  }

  private static void level(float[] line) {
    double sum = 0;
    for (float v : line) {
      sum += v;
    }
    float mean = (float) (sum / line.length);
    for (int i = 0; i < line.length; i++) {
      line[i] -= mean;
    }
  }

  private static double dot(float[] a, float[] b) {
    float sum = 0;
    for (int i = 0; i < a.length; i++) {
      sum += a[i] * b[i];
    }
    return sum;
  }

  /**
   * Contrast of waves just too fine for a frame's pixels, as a share of that of the finest that
   * these can tell.
   *
   * @return 0 where there are none that can be told from noise; empty where there are hardly any of
   *     those either, as in a clear sky
   */
  public OptionalDouble contrast() {
    if (!fine.isPlain()) {
      return OptionalDouble.empty();
    }
    double light = beyond.power - Math.max(0, repeated);
    boolean there = beyond.isPlain() && light > 0;
    double waves = (1 - FINE_FROM) / (BEYOND_TO - BEYOND_FROM);
    return OptionalDouble.of(there ? Math.sqrt(light * waves / fine.power) : 0);
  }
}
