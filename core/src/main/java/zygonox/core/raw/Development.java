package zygonox.core.raw;

/**
 * From a sensor's counts to light. The missing colours are put in by the linear filters of H.
 * Malvar, L. He and R. Cutler, "High-quality linear interpolation for demosaicing of
 * Bayer-patterned color images" (ICASSP 2004): each is a mean of its neighbours, corrected by how
 * the colour that was counted bends there.
 */
public final class Development implements DevelopedRows {
  /** Rows and columns that the filters reach out. */
  private static final int REACH = 2;

  private final Mosaic mosaic;
  private final CameraColour colour;
  private final MosaicStep step;
  private final int stride;
  private final float[][] rows = new float[2 * REACH + 1][];
  private final int[] held = {-9, -9, -9, -9, -9};

  /**
   * @param mosaic of 4 by 4 pixels or more
   */
  public Development(Mosaic mosaic, CameraColour colour) {
    this(mosaic, colour, MosaicStep.NONE);
  }

  /**
   * @param step what is put right first; has repaired the mosaic already
   */
  public Development(Mosaic mosaic, CameraColour colour, MosaicStep step) {
    this.mosaic = mosaic;
    this.colour = colour;
    this.step = step;
    this.stride = mosaic.width() + 2 * REACH;
    for (int i = 0; i < rows.length; i++) {
      rows[i] = new float[stride];
    }
  }

  @Override
  public void light(int y, float[] into) {
    row(y, into);
    toSrgb(into, mosaic.width(), colour);
  }

  /**
   * Turns a camera's channels, multiplied, into light of sRGB. A channel that is full counts as
   * white: beyond it nothing is known, and highlights would turn to the colour of the others.
   */
  public static void toSrgb(float[] light, int pixels, CameraColour colour) {
    float[][] m = colour.matrix();
    for (int x = 0, i = 0; x < pixels; x++, i += 3) {
      float r = Math.min(1, light[i]);
      float g = Math.min(1, light[i + 1]);
      float b = Math.min(1, light[i + 2]);
      light[i] = m[0][0] * r + m[0][1] * g + m[0][2] * b;
      light[i + 1] = m[1][0] * r + m[1][1] * g + m[1][2] * b;
      light[i + 2] = m[2][0] * r + m[2][1] * g + m[2][2] * b;
    }
  }

  private static int mirrored(int i, int size) {
    int inside = Math.abs(i);
    return inside >= size ? 2 * (size - 1) - inside : inside;
  }

  /** A row of counts less black, multiplied, with a margin at both ends. */
  private float[] counted(int row) {
    int slot = Math.floorMod(row, rows.length);
    if (held[slot] == row) {
      return rows[slot];
    }
    held[slot] = row;
    int y = mirrored(row, mosaic.height());
    int width = mosaic.width();
    float[] into = rows[slot];
    for (int odd = 0; odd < 2; odd++) {
      float black = mosaic.blackAt(odd, y);
      float scale = 1 / (mosaic.white() - black);
      for (int x = odd; x < width; x += 2) {
        into[x + REACH] = (mosaic.at(x, y) - black) * scale;
      }
    }
    step.row(y, into, REACH);
    for (int odd = 0; odd < 2; odd++) {
      float gain = colour.gain()[mosaic.pattern().at(odd, y)];
      for (int x = odd; x < width; x += 2) {
        into[x + REACH] *= gain;
      }
    }
    // Mirrored at the edges, so that colours keep their places in the pattern.
    for (int k = 1; k <= REACH; k++) {
      into[REACH - k] = into[REACH + k];
      into[REACH + width - 1 + k] = into[REACH + width - 1 - k];
    }
    return into;
  }

  private void row(int y, float[] into) {
    float[] up2 = counted(y - 2);
    float[] up = counted(y - 1);
    float[] here = counted(y);
    float[] down = counted(y + 1);
    float[] down2 = counted(y + 2);
    BayerPattern pattern = mosaic.pattern();
    for (int odd = 0; odd < 2; odd++) {
      int own = pattern.at(odd, y);
      if (own == 1) {
        green(odd, pattern.at(odd + 1, y), up2, up, here, down, down2, into);
      } else {
        coloured(odd, own, up2, up, here, down, down2, into);
      }
    }
  }

  /**
   * Every second pixel of a row, where they are green.
   *
   * @param beside the colour of their neighbours in the row; the other stands above and below
   */
  private void green(
      int first,
      int beside,
      float[] up2,
      float[] up,
      float[] here,
      float[] down,
      float[] down2,
      float[] into) {
    int above = 2 - beside;
    for (int x = first; x < mosaic.width(); x += 2) {
      int k = x + REACH;
      float c = 5 * here[k];
      float sides = here[k - 1] + here[k + 1];
      float ends = up[k] + down[k];
      float farSides = here[k - 2] + here[k + 2];
      float farEnds = up2[k] + down2[k];
      float corners = up[k - 1] + up[k + 1] + down[k - 1] + down[k + 1];
      into[3 * x + beside] = (c + 4 * sides - corners - farSides + 0.5f * farEnds) / 8;
      into[3 * x + 1] = here[k];
      into[3 * x + above] = (c + 4 * ends - corners - farEnds + 0.5f * farSides) / 8;
    }
  }

  /** Every second pixel of a row, where they are red or blue. */
  private void coloured(
      int first,
      int own,
      float[] up2,
      float[] up,
      float[] here,
      float[] down,
      float[] down2,
      float[] into) {
    int opposite = 2 - own;
    for (int x = first; x < mosaic.width(); x += 2) {
      int k = x + REACH;
      float c = here[k];
      float near = here[k - 1] + here[k + 1] + up[k] + down[k];
      float far = here[k - 2] + here[k + 2] + up2[k] + down2[k];
      float corners = up[k - 1] + up[k + 1] + down[k - 1] + down[k + 1];
      into[3 * x + own] = c;
      into[3 * x + 1] = (4 * c + 2 * near - far) / 8;
      into[3 * x + opposite] = (6 * c + 2 * corners - 1.5f * far) / 8;
    }
  }
}
