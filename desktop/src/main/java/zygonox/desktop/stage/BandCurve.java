package zygonox.desktop.stage;

import java.time.Instant;
import java.util.List;

/**
 * How bright frames are, along the night.
 *
 * @param times when they were taken
 * @param shot how bright they were shot, in stops, one for each time
 * @param shown how bright they are to be, likewise
 * @param steps where the exposure was changed
 */
public record BandCurve(
    List<Instant> times, List<Double> shot, List<Double> shown, List<Instant> steps) {
  public BandCurve {
    times = List.copyOf(times);
    shot = List.copyOf(shot);
    shown = List.copyOf(shown);
    steps = List.copyOf(steps);
  }
}
