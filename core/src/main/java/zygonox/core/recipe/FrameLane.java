package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import zygonox.core.develop.Balance;
import zygonox.core.develop.Calibrator;
import zygonox.core.develop.LevelProbe;
import zygonox.core.develop.OwnLight;
import zygonox.core.develop.TonedLight;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/** What is done to each frame before it is moved: calibrated, evened out and developed. */
final class FrameLane {
  private static final float[] NOTHING = new float[3];
  private static final float[] EVEN = {1, 1, 1};

  private final Recipe recipe;
  private final Calibrator calibrator;
  private final PixelLayout layout;
  private final Map<Frame, float[]> offsets;
  private final Map<Frame, Float> shares;
  private final float[] balance;

  FrameLane(Recipe recipe, Calibrator calibrator, PixelLayout layout) {
    this(recipe, calibrator, layout, Map.of(), Map.of(), EVEN);
  }

  private FrameLane(
      Recipe recipe,
      Calibrator calibrator,
      PixelLayout layout,
      Map<Frame, float[]> offsets,
      Map<Frame, Float> shares,
      float[] balance) {
    this.recipe = recipe;
    this.calibrator = calibrator;
    this.layout = layout;
    this.offsets = offsets;
    this.shares = shares;
    this.balance = balance;
  }

  /**
   * The same with levels and balance found in the frames.
   *
   * @param reference what the others are held against
   */
  FrameLane levelled(List<Frame> frames, Frame reference, DecodeMemory memory, Workroom room) {
    try {
      Map<Frame, float[]> found =
          recipe.matchLight() ? offsets(frames, reference, memory, room) : Map.of();
      Map<Frame, Float> shares = new HashMap<>();
      for (int i = 0; i < frames.size(); i++) {
        shares.put(frames.get(i), recipe.taper().share(i, frames.size()));
      }
      return new FrameLane(recipe, calibrator, layout, found, shares, balance(reference, memory));
    } catch (UnreadableFrame e) {
      throw new WorkFailed(Phrasebook.say("refused.none-of-the-frames-could", e.file()), e);
    }
  }

  PixelLayout layout() {
    return layout;
  }

  private Map<Frame, float[]> offsets(
      List<Frame> frames, Frame reference, DecodeMemory memory, Workroom room)
      throws UnreadableFrame {
    LevelProbe level;
    try (LightSource source = calibrated(reference, memory)) {
      level = LevelProbe.of(source);
    }
    Map<Frame, float[]> found = new ConcurrentHashMap<>();
    try (Workers crew = Workers.perCore()) {
      crew.forEach(
          frames.size(),
          (i, worker) -> {
            room.cancellation().check();
            Frame frame = frames.get(i);
            try (LightSource source = calibrated(frame, memory)) {
              found.put(frame, LevelProbe.of(source).offsetsTo(level));
            } catch (UnreadableFrame e) {
              // Reading it will tell again, where the reason is kept.
              found.put(frame, NOTHING);
            }
          });
    }
    return new HashMap<>(found);
  }

  private float[] balance(Frame reference, DecodeMemory memory) throws UnreadableFrame {
    if (recipe.tone().isNone()) {
      // A frame that cannot be read is told where it is blended.
      return EVEN;
    }
    try (LightSource source = calibrated(reference, memory)) {
      return Balance.of(recipe.tone(), source);
    }
  }

  /** Opens a frame's light, ready to be moved. */
  LightSource open(Frame frame, DecodeMemory memory) throws UnreadableFrame {
    LightSource calibrated = calibrated(frame, memory);
    float share = shares.getOrDefault(frame, 1f);
    OwnLight own = own(frame);
    if (recipe.tone().isNone() && !recipe.matchLight() && share == 1 && own.isNone()) {
      return calibrated;
    }
    float[] gains = own.gains();
    for (int c = 0; c < gains.length; c++) {
      gains[c] *= share * balance[c];
    }
    return new TonedLight(calibrated, offsets.getOrDefault(frame, NOTHING), recipe.tone(), gains);
  }

  private OwnLight own(Frame frame) {
    Path file = frame.file().toAbsolutePath().normalize();
    return recipe.ownLight().entrySet().stream()
        .filter(e -> e.getKey().toAbsolutePath().normalize().equals(file))
        .map(Map.Entry::getValue)
        .findFirst()
        .orElse(OwnLight.NONE);
  }

  private LightSource calibrated(Frame frame, DecodeMemory memory) throws UnreadableFrame {
    return recipe.mono() && PictureReader.isMosaic(frame)
        ? PictureReader.grey(frame, memory, calibrator.step())
        : PictureReader.light(frame, layout.channels(), memory, calibrator.step());
  }
}
