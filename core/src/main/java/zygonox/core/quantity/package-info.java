/**
 * Angles, places, times and sizes: immutable values, checked once, where they are made; and the one
 * bundle of texts. Read {@link zygonox.core.quantity.InvalidInput} first, then {@link
 * zygonox.core.quantity.Notation} and {@link zygonox.core.quantity.Seconds} for how values are
 * typed, {@link zygonox.core.quantity.Phrasebook} for how they are told.
 */
package zygonox.core.quantity;
