package zygonox.core.sky;

import java.time.Instant;
import java.util.Locale;
import java.util.OptionalDouble;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;

/** Something on the sky that can be asked for. */
public sealed interface SkyBody {
  /** The galaxy's centre, Sagittarius A* (M. Reid and A. Brunthaler 2004), J2000. */
  Equatorial GALACTIC_CENTRE = new Equatorial(266.4168, -29.0078);

  /** Polaris, J2000 (Hipparcos). */
  Equatorial POLARIS = new Equatorial(37.9546, 89.2641);

  /**
   * Where it stands.
   *
   * @param ofDate apparent place of date, from the Earth's centre
   * @param direction from the place, without refraction
   * @param illuminatedFraction of the moon; empty for others
   */
  record Position(Equatorial ofDate, Direction direction, OptionalDouble illuminatedFraction) {}

  Position at(Place place, Instant time);

  /** How high its centre is, in degrees without refraction, when it rises and sets. */
  double horizonDeg(Place place, Instant time);

  /** The sun. */
  record TheSun() implements SkyBody {
    @Override
    public Position at(Place place, Instant time) {
      return new Position(Sun.at(time), Sun.from(place, time).direction(), OptionalDouble.empty());
    }

    @Override
    public double horizonDeg(Place place, Instant time) {
      return Twilight.DAY.lowestDeg();
    }
  }

  /** The moon. */
  record TheMoon() implements SkyBody {
    @Override
    public Position at(Place place, Instant time) {
      Moon moon = Moon.at(time);
      return new Position(
          moon.place(),
          Moon.from(place, time).vector().direction(),
          OptionalDouble.of(moon.illuminatedFraction()));
    }

    @Override
    public double horizonDeg(Place place, Instant time) {
      return HORIZON_LIFT_DEG - Moon.from(place, time).semidiameterDeg();
    }
  }

  /**
   * A fixed place of the sky.
   *
   * @param j2000 without proper motion
   */
  record Fixed(Equatorial j2000) implements SkyBody {
    @Override
    public Position at(Place place, Instant time) {
      Equatorial ofDate = LocalSky.apparent(j2000, time);
      return new Position(
          ofDate, new LocalSky(place, time).directionOfDate(ofDate), OptionalDouble.empty());
    }

    @Override
    public double horizonDeg(Place place, Instant time) {
      return HORIZON_LIFT_DEG;
    }
  }

  /** What refraction lifts to the horizon: 34 arcmin (Meeus ch. 15). */
  double HORIZON_LIFT_DEG = -34 / 60.0;

  /**
   * Reads a name or a place: {@code sun}, {@code moon}, {@code polaris}, {@code galactic-centre} or
   * {@code the Milky Way} (its bright middle), a target's name such as {@code M31}, or right
   * ascension and declination of J2000 in degrees, {@code 83.82,-5.39}.
   */
  static SkyBody parse(String text) {
    String name = text.strip().toLowerCase(Locale.ROOT);
    switch (name) {
      case "sun":
        return new TheSun();
      case "moon":
        return new TheMoon();
      case "polaris":
        return new Fixed(POLARIS);
      case "galactic-centre":
      case "galactic centre":
      case "galactic center":
      case "centre of the galaxy":
      case "milky way":
      case "the milky way":
        return new Fixed(GALACTIC_CENTRE);
      default:
        break;
    }
    var listed = DeepSky.find(name);
    if (listed.isPresent()) {
      return listed.get().body();
    }
    String[] parts = name.split(",");
    try {
      if (parts.length == 2) {
        double rightAscension = Double.parseDouble(parts[0]);
        InvalidInput.check("value.right-ascension-in-degrees", rightAscension, -360, 360);
        return new Fixed(new Equatorial(rightAscension, Double.parseDouble(parts[1])));
      }
    } catch (NumberFormatException e) {
      throw new InvalidInput(unknown(text), e);
    }
    throw new InvalidInput(unknown(text));
  }

  private static String unknown(String text) {
    return Phrasebook.say("refused.body-is-not-known", text);
  }
}
