/**
 * The same development for every frame: calibration by darks, flats and hot pixels where samples
 * lie on the sensor; then levels, white balance, exposure and tone. Read {@link
 * zygonox.core.develop.Calibration} first, then {@link zygonox.core.develop.Calibrator} and {@link
 * zygonox.core.develop.Tone}.
 */
package zygonox.core.develop;
