/**
 * What lens, sensor and exposure do together. Read {@link zygonox.core.optics.Exposure} and {@link
 * zygonox.core.optics.Sensor} first, then {@link zygonox.core.optics.Projection}.
 */
package zygonox.core.optics;
