/**
 * Each file format in and out: its structure, its samples or light, what it says of itself, and
 * small pictures. Read {@link zygonox.core.format.PictureReader}, the one way in, first, then
 * {@link zygonox.core.format.PixelSource} and {@link zygonox.core.format.LightSource}, the two
 * lanes, and {@link zygonox.core.format.OutputFormat}, the one way out.
 */
package zygonox.core.format;
