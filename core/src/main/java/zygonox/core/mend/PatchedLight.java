package zygonox.core.mend;

import java.util.List;
import zygonox.core.format.LightSource;
import zygonox.core.format.LightStep;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** A frame with patches on it. */
final class PatchedLight extends LightStep {
  private final List<Patch> patches;

  PatchedLight(LightSource from, List<Patch> patches) {
    super(from);
    this.patches = patches;
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    from.read(firstRow, rows, into);
    PixelLayout layout = layout();
    for (int y = 0; y < rows; y++) {
      for (Patch patch : patches) {
        patch.paste(firstRow + y, into, y * layout.rowSamples(), layout.width(), layout.channels());
      }
    }
  }
}
