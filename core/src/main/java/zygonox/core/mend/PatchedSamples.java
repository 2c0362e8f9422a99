package zygonox.core.mend;

import java.util.List;
import zygonox.core.format.ByteStep;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.ToneEncoder;

/** A frame of 8-bit samples with patches on it. */
final class PatchedSamples extends ByteStep {
  private final List<Patch> patches;
  private final ToneEncoder encoder;

  PatchedSamples(PixelSource from, List<Patch> patches, ToneEncoder encoder) {
    super(from);
    this.patches = patches;
    this.encoder = encoder;
  }

  @Override
  public void readBytes(int firstRow, int rows, byte[] into) throws UnreadableFrame {
    from.readBytes(firstRow, rows, into);
    for (int y = 0; y < rows; y++) {
      for (Patch patch : patches) {
        patch.paste(firstRow + y, into, y * layout().rowSamples(), layout().channels(), encoder);
      }
    }
  }
}
