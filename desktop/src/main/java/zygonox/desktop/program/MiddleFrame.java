package zygonox.desktop.program;

import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.raster.Raster;
import zygonox.core.rehearsal.Scene;
import zygonox.core.rehearsal.SimulatedCamera;
import zygonox.core.work.Cancellation;

/** What a program's middle frame will look like. */
final class MiddleFrame {
  private static final int PREVIEW_WIDTH = 1200;
  private static final long PREVIEW_SEED = 1;

  private MiddleFrame() {}

  static Raster of(Night night, Program program, Cancellation cancellation) {
    Body body = night.body();
    Body small =
        body.withPixels(PREVIEW_WIDTH, PREVIEW_WIDTH * body.pixelsHigh() / body.pixelsWide());
    SimulatedCamera camera =
        new SimulatedCamera(
            small, night.lens(), night.site(), Scene.of(night.site()), PREVIEW_SEED);
    var takes = Take.of(program, night.conditions(program));
    Take middle = takes.get(takes.size() / 2);
    return camera.preview(middle.settings(), middle.shot(), cancellation);
  }
}
