package zygonox.core.measure;

import java.util.List;
import java.util.Optional;
import zygonox.core.frame.Frame;
import zygonox.core.stars.StarShape;

/**
 * What was measured of a frame.
 *
 * @param frame which
 * @param sky its background and noise
 * @param stars how many stars were found, up to {@link RunMeter#MOST_STARS}
 * @param shape how wide stars are; empty where too few can be measured
 * @param sharpness fine detail as a share of the sharpest frame's in its run, 0 to 1
 * @param shift how far the fixed scene lies from where it lay in the run's first frame
 * @param streaks lines of light that its neighbours do not have
 * @param lamp a part that is brighter than in the frames before and after
 */
public record FrameMeasure(
    Frame frame,
    SkyLevel sky,
    int stars,
    Optional<StarShape> shape,
    double sharpness,
    StillScene.Shift shift,
    List<Streak> streaks,
    Optional<Brightening> lamp) {}
