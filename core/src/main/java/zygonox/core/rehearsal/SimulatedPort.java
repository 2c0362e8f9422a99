package zygonox.core.rehearsal;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import java.util.function.IntFunction;
import zygonox.core.camera.CameraEvent;
import zygonox.core.camera.CameraFault;
import zygonox.core.camera.CameraPort;
import zygonox.core.camera.CameraSettings;
import zygonox.core.camera.CameraStatus;
import zygonox.core.camera.Pace;
import zygonox.core.gear.Kit;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;

/**
 * The stand-in on the end of a cable: battery and card run down as the kit says and as it happens
 * to them, a frame is refused while another is open or being stored. Its frames are drawn beside
 * the timer, in their own time.
 */
public final class SimulatedPort implements CameraPort {
  private final SimulatedCamera camera;
  private final Program program;
  private final Kit kit;
  private final double celsius;
  private final Pace pace;
  private final IntFunction<Path> files;
  private final Cancellation cancellation;
  private final Workers drawing = Workers.perCore();
  private final List<Consumer<CameraEvent>> listeners = new CopyOnWriteArrayList<>();
  private final List<Rehearsal.Planned> taken = new CopyOnWriteArrayList<>();
  private double batteries;
  private long framesLeft;
  private Instant ready = Instant.MIN;
  private CameraSettings settings;
  private Instant bulbSince;

  /**
   * @param program where the lens points, and what its frames are for
   * @param celsius the night's temperature: cold takes from the battery
   * @param files where the frame of a number, counting from 0, is to be stored
   */
  public SimulatedPort(
      SimulatedCamera camera,
      Program program,
      Kit kit,
      double celsius,
      Pace pace,
      IntFunction<Path> files,
      Cancellation cancellation) {
    this.camera = camera;
    this.program = program;
    this.kit = kit;
    this.celsius = celsius;
    this.pace = pace;
    this.files = files;
    this.cancellation = cancellation;
    this.batteries = kit.batteries();
    this.framesLeft = kit.framesOnCard();
  }

  private boolean hasEnded(HappeningKind kind) {
    Optional<Happening.End> end = camera.happenings().end(program);
    return end.isPresent() && end.get().kind() == kind && !pace.now().isBefore(end.get().at());
  }

  @Override
  public CameraStatus status() {
    return new CameraStatus(
        hasEnded(HappeningKind.BATTERY) ? 0 : Math.max(0, batteries / kit.batteries()),
        hasEnded(HappeningKind.CARD) ? 0 : framesLeft,
        bulbSince != null || pace.now().isBefore(ready));
  }

  @Override
  public void set(CameraSettings wanted) throws CameraFault {
    check();
    OptionalDouble shutter = wanted.shutterSeconds();
    boolean tooLong =
        shutter.isPresent() && shutter.getAsDouble() > kit.camera().longestTimedSeconds();
    boolean noBulb = shutter.isEmpty() && !kit.camera().bulb();
    if (tooLong || noBulb || wanted.aperture() < kit.lens().widestAperture() - 0.01) {
      throw new CameraFault(CameraFault.Kind.REFUSED);
    }
    settings = wanted;
  }

  @Override
  public void release() throws CameraFault {
    check();
    if (settings == null || settings.shutterSeconds().isEmpty()) {
      throw new CameraFault(CameraFault.Kind.REFUSED);
    }
    expose(pace.now(), settings.shutterSeconds().getAsDouble());
  }

  @Override
  public void openBulb() throws CameraFault {
    check();
    if (settings == null || settings.shutterSeconds().isPresent()) {
      throw new CameraFault(CameraFault.Kind.REFUSED);
    }
    bulbSince = pace.now();
  }

  @Override
  public void closeBulb() throws CameraFault {
    if (bulbSince == null) {
      throw new CameraFault(CameraFault.Kind.REFUSED);
    }
    Instant opened = bulbSince;
    bulbSince = null;
    double seconds = Duration.between(opened, pace.now()).toMillis() / 1e3;
    expose(opened, Math.max(1e-3, seconds));
  }

  private void check() throws CameraFault {
    CameraStatus status = status();
    if (status.batteryShare() <= 0) {
      throw new CameraFault(CameraFault.Kind.BATTERY_EMPTY);
    }
    if (status.framesLeft() <= 0) {
      throw new CameraFault(CameraFault.Kind.CARD_FULL);
    }
    if (status.busy()) {
      throw new CameraFault(CameraFault.Kind.BUSY);
    }
  }

  private void expose(Instant opened, double seconds) {
    Instant closes = opened.plus(Interval.duration(seconds));
    ready = closes.plus(Interval.duration(kit.camera().writeSeconds()));
    batteries -= kit.camera().battery().needed(1, seconds, celsius);
    framesLeft--;
    Shot shot = new Shot(taken.size(), opened, seconds);
    Program as = program.withAperture(settings.aperture()).withIso(settings.iso());
    Rehearsal.Planned frame = new Rehearsal.Planned(as, shot, files.apply(shot.index()));
    taken.add(frame);
    tell(CameraEvent.Kind.OPENED, opened, Optional.empty());
    tell(CameraEvent.Kind.CLOSED, closes, Optional.empty());
    drawing.start(() -> store(frame));
  }

  private void store(Rehearsal.Planned frame) {
    try {
      camera.shoot(frame.program(), frame.shot(), frame.file(), cancellation);
      tell(CameraEvent.Kind.STORED, pace.now(), Optional.of(frame.file()));
    } catch (WorkFailed e) {
      tell(CameraEvent.Kind.LOST, pace.now(), Optional.of(frame.file()));
    }
  }

  private void tell(CameraEvent.Kind kind, Instant at, Optional<Path> file) {
    listeners.forEach(l -> l.accept(new CameraEvent(kind, at, file)));
  }

  @Override
  public void listen(Consumer<CameraEvent> listener) {
    listeners.add(listener);
  }

  /** The frames taken so far, for their truth. */
  public List<Rehearsal.Planned> taken() {
    return List.copyOf(taken);
  }

  /** Frames that are still being drawn. */
  public int waiting() {
    return drawing.waiting();
  }

  @Override
  public void close() {
    drawing.finish();
    drawing.close();
  }
}
