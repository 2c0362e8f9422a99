package zygonox.core.combine;

import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** Gives grey as RGB and 8-bit samples as 16-bit ones (times 257), for sets that mix them. */
public final class AdaptedSource implements PixelSource {
  private static final int EIGHT_TO_SIXTEEN = 257;

  private final PixelSource from;
  private final PixelLayout layout;
  private short[] strip = new short[0];

  private AdaptedSource(PixelSource from, PixelLayout layout) {
    this.from = from;
    this.layout = layout;
  }

  /** A source in a layout of more channels or bits; itself where it has that already. */
  public static PixelSource to(PixelLayout layout, PixelSource from) {
    return from.layout().equals(layout) ? from : new AdaptedSource(from, layout);
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return from.anyRowsCheaply();
  }

  @Override
  public long heldBytes() {
    return from.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
    int given = rows * from.layout().rowSamples();
    if (strip.length < given) {
      strip = new short[given];
    }
    from.read(firstRow, rows, strip);
    int factor = from.layout().bits() == layout.bits() ? 1 : EIGHT_TO_SIXTEEN;
    int copies = layout.channels() / from.layout().channels();
    int at = 0;
    for (int i = 0; i < given; i++) {
      short value = (short) ((strip[i] & 0xffff) * factor);
      for (int c = 0; c < copies; c++) {
        into[at++] = value;
      }
    }
  }

  @Override
  public int[] covered(int row) {
    return from.covered(row);
  }

  @Override
  public void close() {
    from.close();
  }
}
