package zygonox.core.motion;

import java.util.ArrayDeque;
import java.util.Deque;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/** Lets trails grow from picture to picture: each is the brightest of those before it. */
final class TrailGrower {
  /** Light of a trail that fades, as a share of its star's, after as many frames as it is long. */
  private static final double FADED = 0.1;

  /** Memory for the pictures that a trail is long. */
  private static final long MOST_BYTES = 480L << 20;

  private final Trails trails;
  private final float fading;
  private short[] grown;

  /** The newer part of a window that is being gathered, and the brightest of it. */
  private final Deque<short[]> newer = new ArrayDeque<>();

  private short[] brightestNewer;

  /** Of the older part, the brightest from each picture on; the oldest is last. */
  private final Deque<short[]> older = new ArrayDeque<>();

  /**
   * @param samples of a picture
   * @throws InvalidInput when trails are so long that their pictures do not fit into memory
   */
  TrailGrower(Trails trails, int samples) {
    this.trails = trails;
    this.fading = trails.frames() == 0 ? 1 : (float) Math.pow(FADED, 1.0 / trails.frames());
    long most = MOST_BYTES / (2L * samples);
    if (trails.kind() == Trails.Kind.WINDOW && trails.frames() > most) {
      throw InvalidInput.about(
          "trails",
          Phrasebook.say(
              "refused.trails-too-long",
              trails.frames(),
              new ByteSize(2L * samples * trails.frames()),
              most));
    }
  }

  /**
   * @param frame the next picture; may be kept, and must not be changed afterwards
   * @return what is shown with it
   */
  short[] next(short[] frame) {
    return switch (trails.kind()) {
      case NONE -> frame;
      case GROW -> grow(frame, 1);
      case FADE -> grow(frame, fading);
      case WINDOW -> wander(frame);
    };
  }

  private short[] grow(short[] frame, float kept) {
    short[] next = frame.clone();
    if (grown != null) {
      for (int i = 0; i < next.length; i++) {
        int before = (int) ((grown[i] & 0xffff) * kept);
        next[i] = (short) Math.max(next[i] & 0xffff, before);
      }
    }
    grown = next;
    return next;
  }

  /**
   * The brightest of the last so many, by two stacks: each picture is looked at three times,
   * however long the trails are.
   */
  private short[] wander(short[] frame) {
    if (newer.size() + older.size() == trails.frames()) {
      if (older.isEmpty()) {
        short[] brightest = null;
        while (!newer.isEmpty()) {
          brightest = brighter(newer.pop(), brightest);
          older.push(brightest);
        }
        brightestNewer = null;
      }
      older.pop();
    }
    newer.push(frame);
    brightestNewer = brighter(frame, brightestNewer);
    return brighter(brightestNewer, older.peek());
  }

  private static short[] brighter(short[] one, short[] other) {
    if (other == null) {
      return one;
    }
    short[] brighter = new short[one.length];
    for (int i = 0; i < one.length; i++) {
      brighter[i] = (short) Math.max(one[i] & 0xffff, other[i] & 0xffff);
    }
    return brighter;
  }
}
