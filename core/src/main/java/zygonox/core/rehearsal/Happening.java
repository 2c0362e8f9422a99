package zygonox.core.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.Random;
import zygonox.core.quantity.Direction;

/** Something that goes wrong, or by, in a rehearsed night. */
sealed interface Happening {
  /**
   * Cloud that comes, drifts over and goes.
   *
   * @param thickest share of the starlight that it takes at its thickest, 0 to 1
   * @param broken whether clear sky shows between its banks
   */
  record Cloud(Instant from, Instant to, double thickest, boolean broken) implements Happening {
    /** How thick it is on the whole: nothing at its ends, most in the middle. */
    double at(Instant time) {
      double share = share(from, to, time);
      return share <= 0 || share >= 1 ? 0 : thickest * Math.pow(Math.sin(Math.PI * share), 0.5);
    }
  }

  /**
   * A light that crosses the sky along a great circle at an even pace.
   *
   * @param kind which
   * @param a where it is at {@code from}
   * @param b where it is at {@code to}
   * @param magnitude how bright
   */
  record Flight(
      HappeningKind kind, Instant from, Instant to, Direction a, Direction b, double magnitude)
      implements Happening {}

  /** The tripod is kicked: the lens looks elsewhere from then on. */
  record Bump(Instant at, double azimuthByDeg, double altitudeByDeg) implements Happening {}

  /**
   * The lens fogs over, slowly.
   *
   * @param perHour by how much of their width stars grow in an hour
   */
  record Dew(Instant from, double perHour) implements Happening {
    double factor(Instant time) {
      double hours = Duration.between(from, time).toMillis() / 3.6e6;
      return 1 + perHour * Math.max(0, hours);
    }
  }

  /**
   * Somebody paints the ground with a lamp.
   *
   * @param azimuthDeg where its light falls
   * @param radiusDeg how wide
   * @param brightness light on the ground, as a multiple of what the sky gives it
   * @param near whether it only reaches what is near: a lamp in the hand, not a beam
   */
  record Torch(
      Instant from,
      Instant to,
      double azimuthDeg,
      double radiusDeg,
      double brightness,
      boolean near)
      implements Happening {}

  /**
   * The camera is held in the hand, or its tripod tapped: each frame looks a little elsewhere.
   *
   * @param sigmaDeg how far, each way
   */
  record Hands(Instant from, Instant to, double sigmaDeg) implements Happening {
    /** Where a frame that opens at a moment looks, from where it was meant to. */
    Direction strayed(Direction facing, Instant time, long seed) {
      if (time.isBefore(from) || time.isAfter(to)) {
        return facing;
      }
      Random random = new Random(Grain.mix(seed ^ Grain.mix(time.toEpochMilli())));
      return new Direction(
          facing.azimuthDeg() + sigmaDeg * random.nextGaussian(),
          facing.altitudeDeg() + sigmaDeg * random.nextGaussian());
    }
  }

  /**
   * Gusts: each frame that is open meanwhile is shaken, one more than another.
   *
   * @param most how many times as wide as usual stars are at the worst
   */
  record Wind(Instant from, Instant to, double most) implements Happening {
    double factor(Instant time, long seed) {
      if (time.isBefore(from) || time.isAfter(to)) {
        return 1;
      }
      long draw = Grain.mix(seed ^ Grain.mix(time.toEpochMilli())) >>> 40;
      return 1 + (most - 1) * (0.5 + 0.5 * draw / (1 << 24));
    }
  }

  /** The lens is out of focus: stars are so many times as wide from then on. */
  record Unfocused(Instant from, double factor) implements Happening {}

  /**
   * A lamp stands there and shines into the lens.
   *
   * @param magnitude how bright
   */
  record Lamp(Instant from, Instant to, Direction at, double magnitude) implements Happening {
    /** As bright as one some hundred metres away. */
    static final double GLARING = -9;
  }

  /** Grains of dust on the sensor. */
  record Dust() implements Happening {}

  /** Ripples on the water. */
  record Ripples() implements Happening {}

  /** Somebody rides along the near bank. */
  record Ride(Instant from, Instant to, double fromAzimuthDeg, double toAzimuthDeg)
      implements Happening {}

  /** No frame that opens later is taken. */
  record End(HappeningKind kind, Instant at) implements Happening {}

  /** The timer counts the time from start to start as closed time. */
  record MissetTimer() implements Happening {}

  /** Where a moment lies between two others, 0 to 1; beyond them less or more. */
  static double share(Instant from, Instant to, Instant time) {
    return (double) Duration.between(from, time).toMillis()
        / Math.max(1, Duration.between(from, to).toMillis());
  }
}
