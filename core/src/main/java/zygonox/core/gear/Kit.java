package zygonox.core.gear;

import zygonox.core.gear.RemoteTimer.IntervalMeans;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;

/**
 * What is carried out into the night.
 *
 * @param camera the camera
 * @param lens the lens
 * @param timer what releases the shutter
 * @param card room on the card
 * @param batteries full batteries at hand, 1 or more
 */
public record Kit(CameraModel camera, Lens lens, RemoteTimer timer, ByteSize card, int batteries) {
  /** A timer of which nothing is known: one second is the shortest on many [common practice]. */
  public static final RemoteTimer USUAL_TIMER =
      new RemoteTimer("a remote timer", 1, IntervalMeans.CLOSED_TIME);

  public static final ByteSize USUAL_CARD = new ByteSize(64_000_000_000L);

  /** A fifth of the card is kept in reserve [common practice]. */
  private static final double USABLE_CARD = 0.8;

  public Kit {
    InvalidInput.check("value.count-of-batteries", batteries, 1, 100);
  }

  /** A kit of which only body and lens are known. */
  public static Kit usual(Body body, Lens lens) {
    return new Kit(CameraModel.usual(body), lens, USUAL_TIMER, USUAL_CARD, 1);
  }

  /** Frames that the card takes with its reserve left free. */
  public long framesOnCard() {
    return (long) (card.bytes() * USABLE_CARD / camera.rawBytes());
  }

  /** The shortest closed time between two stored frames, in s. */
  public double shortestGapSeconds() {
    return Math.max(camera.writeSeconds(), timer.shortestGapSeconds());
  }

  public Kit withCamera(CameraModel other) {
    return new Kit(other, lens, timer, card, batteries);
  }

  public Kit withLens(Lens other) {
    return new Kit(camera, other, timer, card, batteries);
  }

  public Kit withTimer(RemoteTimer other) {
    return new Kit(camera, lens, other, card, batteries);
  }

  public Kit withCard(ByteSize other) {
    return new Kit(camera, lens, timer, other, batteries);
  }

  public Kit withBatteries(int count) {
    return new Kit(camera, lens, timer, card, count);
  }
}
