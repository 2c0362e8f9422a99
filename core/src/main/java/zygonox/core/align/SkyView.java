package zygonox.core.align;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zygonox.core.optics.Body;
import zygonox.core.optics.Projection;
import zygonox.core.optics.Sensor;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;
import zygonox.core.raster.PixelLayout;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Vector;

/**
 * What of the sky a level camera on a tripod sees: with it, how far the sky turns in its pictures
 * is known before any star is.
 *
 * @param latitudeDeg of the place, north positive, -90 to 90
 * @param facing where the middle of the picture looks
 * @param widthDeg angle from the middle of its left edge to that of its right one, 0.1 to 150
 */
public record SkyView(double latitudeDeg, Direction facing, double widthDeg) {
  private static final int NUMBERS = 4;

  /** As exact as a direction is told. */
  private static final double HUNDREDTHS = 100;

  /** Any evening: only how long it lasts counts. */
  private static final Instant BEGIN = Instant.parse("2000-01-01T00:00:00Z");

  /** A sensor of some width; lens and pixels go by it. */
  private static final double SENSOR_MM = 36;

  /** Places along and down at which it is asked where the sky goes. */
  private static final int PLACES = 5;

  public SkyView {
    InvalidInput.check("sky-view", "value.latitude-in-degrees", latitudeDeg, -90, 90);
    InvalidInput.check("sky-view", "value.width-in-degrees", widthDeg, 0.1, 150);
  }

  /**
   * Of a camera that is held level.
   *
   * @param sensor as it is held, and its lens
   */
  public static SkyView of(double latitudeDeg, Direction facing, Sensor sensor) {
    double width = sensor.fieldOfViewDeg(sensor.body().sensorWidthMm());
    return new SkyView(latitudeDeg, facing, Math.round(HUNDREDTHS * width) / HUNDREDTHS);
  }

  /**
   * Reads what {@link #term} writes.
   *
   * @throws InvalidInput when it is not latitude, azimuth, altitude and width, separated by commas
   */
  public static SkyView parse(String typed) {
    String[] parts = typed.split(",", -1);
    if (parts.length != NUMBERS) {
      throw InvalidInput.about("sky-view", Phrasebook.say("refused.sky-view", typed));
    }
    double[] numbers = new double[NUMBERS];
    for (int i = 0; i < NUMBERS; i++) {
      try {
        numbers[i] = Notation.NUMBER.parse(parts[i].strip());
      } catch (InvalidInput e) {
        throw InvalidInput.about("sky-view", Phrasebook.say("refused.sky-view", typed));
      }
    }
    try {
      return new SkyView(numbers[0], new Direction(numbers[1], numbers[2]), numbers[3]);
    } catch (InvalidInput e) {
      throw InvalidInput.about("sky-view", e.getMessage());
    }
  }

  /** As it is typed: latitude, azimuth, altitude and width in degrees. */
  public String term() {
    return String.join(
        ",",
        List.of(
            Notation.text(latitudeDeg),
            Notation.text(facing.azimuthDeg()),
            Notation.text(facing.altitudeDeg()),
            Notation.text(widthDeg)));
  }

  /**
   * Where the sky of one picture lies in another.
   *
   * @param layout of both
   * @param seconds by how much the other was taken later; less than 0 for earlier
   * @return empty where too little of it is in both
   */
  Optional<Homography> carried(PixelLayout layout, double seconds) {
    double halfWidth = Math.tan(Math.toRadians(widthDeg / 2));
    double high = SENSOR_MM * layout.height() / layout.width();
    Body body = new Body("", SENSOR_MM, high, layout.width(), layout.height());
    Projection lens = new Projection(body, SENSOR_MM / 2 / halfWidth, facing);
    Place place = new Place(latitudeDeg, 0, 0);
    LocalSky before = new LocalSky(place, BEGIN);
    LocalSky after = new LocalSky(place, BEGIN.plus(Duration.ofMillis(Math.round(1000 * seconds))));
    List<HomographyFit.Pair> pairs = new ArrayList<>();
    for (int i = 0; i < PLACES * PLACES; i++) {
      double x = (layout.width() - 1.0) * (i % PLACES) / (PLACES - 1);
      double y = (layout.height() - 1.0) * (i / PLACES) / (PLACES - 1);
      Vector carried = after.towards(before.j2000Of(lens.towards(x, y)));
      if (lens.sees(carried)) {
        pairs.add(new HomographyFit.Pair(x, y, lens.x(carried), lens.y(carried)));
      }
    }
    return pairs.size() < HomographyFit.FEWEST_PAIRS
        ? Optional.empty()
        : Optional.ofNullable(HomographyFit.through(pairs));
  }

  @Override
  public String toString() {
    return String.format(Locale.ROOT, "SkyView[%s]", term());
  }
}
