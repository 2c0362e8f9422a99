package zygonox.core.develop;

import java.nio.file.Path;
import java.util.List;

/**
 * What is taken off each frame before its colours are filled in: (light - median of the darks) /
 * (mean of the flats, divided by its own mean in each channel), in linear light; hot pixels from
 * their neighbours of like colour.
 *
 * @param darks files and folders of frames taken with the lens capped; may be empty
 * @param flats files and folders of frames of an evenly lit surface; may be empty
 * @param hotPixels which are repaired
 */
public record Calibration(List<Path> darks, List<Path> flats, HotPixelRepair hotPixels) {
  public static final Calibration NONE = new Calibration(List.of(), List.of(), HotPixelRepair.NONE);

  public Calibration {
    darks = List.copyOf(darks);
    flats = List.copyOf(flats);
  }

  public boolean isNone() {
    return equals(NONE);
  }
}
