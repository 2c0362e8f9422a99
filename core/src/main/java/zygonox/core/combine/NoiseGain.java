package zygonox.core.combine;

import java.util.OptionalDouble;

/**
 * @param single noise of one frame, as a share of white
 * @param stacked noise of the result
 * @param gain how many times it fell; empty where there was none
 * @param expected how many times independent noise falls; empty for lighten, darken and sum
 */
public record NoiseGain(
    double single, double stacked, OptionalDouble gain, OptionalDouble expected) {}
