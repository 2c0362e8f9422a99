/**
 * What is put right in single frames: masks that leave parts of them out, and where the sky ends.
 * Read {@link zygonox.core.mend.FrameMask} first, then {@link zygonox.core.mend.MaskedLight} and
 * {@link zygonox.core.mend.SkylineFinder}.
 */
package zygonox.core.mend;
