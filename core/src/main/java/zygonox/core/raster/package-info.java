/**
 * Layouts, rasters and tone curves: the only place that owns pixel arrays. Read {@link
 * zygonox.core.raster.PixelLayout} first, then {@link zygonox.core.raster.ToneCurve}.
 */
package zygonox.core.raster;
