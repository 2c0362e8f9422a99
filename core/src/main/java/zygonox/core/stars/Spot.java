package zygonox.core.stars;

/**
 * A pixel with light of its own.
 *
 * @param x column, 0 for the leftmost
 * @param y row, 0 for the topmost
 */
public record Spot(int x, int y) {}
