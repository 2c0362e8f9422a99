package zygonox.desktop.stage;

import java.time.Instant;

/**
 * Something written on the night band.
 *
 * @param from when it began
 * @param to when it ended; the same for a moment
 * @param text what it was, in a word or two
 */
public record BandNote(Instant from, Instant to, String text) {}
