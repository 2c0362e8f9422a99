package zygonox.core.camera;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;
import zygonox.core.gear.CameraModel;
import zygonox.core.program.Interval;
import zygonox.core.program.Take;
import zygonox.core.work.Cancellation;

/**
 * A remote timer at work: releases a camera at the times of a program, one frame after the other,
 * and writes a log. A frame that the camera does not take is left out and the next one tried, as
 * long as that may help. Pausing and stopping wait for the frame that is open.
 */
public final class TimerRun {
  /** How often a waiting timer looks whether a key was pressed, in ms of its own time. */
  private static final long LOOK_MILLIS = 200;

  private final CameraPort camera;
  private final CameraModel model;
  private final Pace pace;
  private final Consumer<TimerLine> log;
  private boolean paused;
  private boolean stopped;

  /**
   * @param log hears of each line when it is written, from the thread that runs
   */
  public TimerRun(CameraPort camera, CameraModel model, Pace pace, Consumer<TimerLine> log) {
    this.camera = camera;
    this.model = model;
    this.pace = pace;
    this.log = log;
  }

  /** Lets the frame that is open end, then waits. The frames to come move on by the pause. */
  public synchronized void pause() {
    paused = true;
  }

  public synchronized void resume() {
    paused = false;
  }

  /** Lets the frame that is open end, then ends the run. */
  public synchronized void stop() {
    stopped = true;
  }

  private synchronized boolean isPaused() {
    return paused && !stopped;
  }

  private synchronized boolean isStopped() {
    return stopped;
  }

  /**
   * Runs; returns when the last frame has closed.
   *
   * @param takes in order
   * @return how many frames were taken
   */
  public int run(List<Take> takes, Cancellation cancellation) {
    int of = takes.size();
    int taken = 0;
    Duration moved = Duration.ZERO;
    CameraSettings set = null;
    write(TimerLine.Kind.STARTED, 0, of, null);
    for (int i = 0; i < of; i++) {
      Take take = takes.get(i);
      moved = moved.plus(waitFor(take.shot().opensAt().plus(moved), of, cancellation));
      if (isStopped()) {
        write(TimerLine.Kind.STOPPED, i + 1, of, null);
        return taken;
      }
      try {
        CameraSettings wanted = CameraSettings.of(take, model);
        if (!wanted.equals(set)) {
          camera.set(wanted);
          set = wanted;
        }
        take(take, wanted, cancellation);
        taken++;
        write(TimerLine.Kind.TOOK, i + 1, of, null);
      } catch (CameraFault fault) {
        if (!fault.kind().mayPass()) {
          write(TimerLine.Kind.GAVE_UP, i + 1, of, fault.kind());
          return taken;
        }
        // Whatever went wrong, what the camera is set to is no longer certain.
        set = null;
        write(TimerLine.Kind.MISSED, i + 1, of, fault.kind());
      }
    }
    write(TimerLine.Kind.DONE, 0, of, null);
    return taken;
  }

  private void take(Take take, CameraSettings settings, Cancellation cancellation)
      throws CameraFault {
    Instant closes = pace.now().plus(Interval.duration(take.shot().exposureSeconds()));
    if (settings.shutterSeconds().isPresent()) {
      camera.release();
      pace.await(closes, cancellation);
      return;
    }
    camera.openBulb();
    try {
      pace.await(closes, cancellation);
    } finally {
      // A shutter is never left open, not even when the work is ended.
      camera.closeBulb();
    }
  }

  /** Waits for a moment, and through pauses; tells by how much they have moved it. */
  private Duration waitFor(Instant moment, int of, Cancellation cancellation) {
    Instant due = moment;
    while (!isStopped() && (isPaused() || pace.now().isBefore(due))) {
      if (isPaused()) {
        write(TimerLine.Kind.PAUSED, 0, of, null);
        while (isPaused()) {
          pace.await(pace.now().plusMillis(LOOK_MILLIS), cancellation);
        }
        // A pause that ends before the frame's time was part of its waiting and moves nothing.
        due = pace.now().isAfter(due) ? pace.now() : due;
        if (!isStopped()) {
          write(TimerLine.Kind.RESUMED, 0, of, null);
        }
      } else {
        Instant look = pace.now().plusMillis(LOOK_MILLIS);
        pace.await(look.isBefore(due) ? look : due, cancellation);
      }
    }
    return Duration.between(moment, due);
  }

  private void write(TimerLine.Kind kind, int shot, int of, CameraFault.Kind fault) {
    log.accept(new TimerLine(pace.now(), kind, shot, of, fault));
  }
}
