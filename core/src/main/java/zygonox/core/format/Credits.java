package zygonox.core.format;

import java.util.Optional;
import java.util.OptionalInt;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;

/**
 * Whose a frame is, where it was taken, and how it was rated: carried along into results.
 *
 * @param make the body's maker
 * @param artist who took it
 * @param copyright who may use it
 * @param place where the body's satellite receiver stood
 * @param rating 1 to 5 stars, or 0
 */
public record Credits(
    Optional<String> make,
    Optional<String> artist,
    Optional<String> copyright,
    Optional<Place> place,
    OptionalInt rating) {
  public static final Credits NONE =
      new Credits(
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          OptionalInt.empty());

  public Credits {
    rating.ifPresent(r -> InvalidInput.check("value.rating", r, 0, 5));
  }
}
