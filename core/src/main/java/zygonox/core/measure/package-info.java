/**
 * What is measured of frames and what is thought of it: background, noise, sharpness, shift, lines
 * of light, verdicts. Read {@link zygonox.core.measure.RunMeter} first, then {@link
 * zygonox.core.measure.Judge}.
 */
package zygonox.core.measure;
