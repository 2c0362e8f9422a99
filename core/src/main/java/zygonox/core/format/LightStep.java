package zygonox.core.format;

import zygonox.core.raster.PixelLayout;

/**
 * A frame's light with something done to it on its way: what a step does not say stays as it is.
 */
public abstract class LightStep implements LightSource {
  /** Where the light comes from; closed with this. */
  protected final LightSource from;

  protected LightStep(LightSource from) {
    this.from = from;
  }

  @Override
  public PixelLayout layout() {
    return from.layout();
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
  public int[] covered(int row) {
    return from.covered(row);
  }

  @Override
  public void close() {
    from.close();
  }
}
