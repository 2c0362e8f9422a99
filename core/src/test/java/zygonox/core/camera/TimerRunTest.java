package zygonox.core.camera;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.InOrder;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.gear.Battery;
import zygonox.core.gear.Kit;
import zygonox.core.night.Night;
import zygonox.core.night.PlanMatch;
import zygonox.core.night.TestNights;
import zygonox.core.optics.Body;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.quantity.ByteSize;
import zygonox.core.rehearsal.HappeningKind;
import zygonox.core.rehearsal.Happenings;
import zygonox.core.rehearsal.Scene;
import zygonox.core.rehearsal.SimulatedCamera;
import zygonox.core.rehearsal.SimulatedPort;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Cancelled;
import zygonox.core.work.Progress;

/** The timer on a mocked port and on the stand-in, in a time that jumps from wait to wait. */
class TimerRunTest {
  private static final Night NIGHT = TestNights.demo();

  @TempDir Path folder;

  private final List<TimerLine> log = new ArrayList<>();

  /** Time that passes only when it is waited for. */
  private static final class JumpingPace implements Pace {
    private Instant now;
    private final List<Consumer<Instant>> watchers = new ArrayList<>();

    JumpingPace(Instant now) {
      this.now = now;
    }

    @Override
    public Instant now() {
      return now;
    }

    @Override
    public void await(Instant moment, Cancellation cancellation) {
      cancellation.check();
      now = moment.isAfter(now) ? moment : now;
      List.copyOf(watchers).forEach(w -> w.accept(now));
    }
  }

  private static Program program(double exposure, double gap, int count) {
    return NIGHT.programs().get(0).withInterval(new Interval(2, exposure, gap, count));
  }

  private static List<Take> takes(Program program) {
    return Take.of(program, NIGHT.conditions(program));
  }

  private JumpingPace paceFor(Program program) {
    return new JumpingPace(program.start().toInstant());
  }

  private TimerRun timer(CameraPort port, Pace pace) {
    return new TimerRun(port, NIGHT.kit().camera(), pace, log::add);
  }

  private List<TimerLine.Kind> kinds() {
    return log.stream().map(TimerLine::kind).toList();
  }

  @Test
  void itSetsTheCameraOnceAndReleasesItAtTheProgramsTimes() throws Exception {
    CameraPort port = mock(CameraPort.class);
    Program program = program(20, 1, 4);
    JumpingPace pace = paceFor(program);
    List<Instant> released = new ArrayList<>();
    doAnswer(i -> released.add(pace.now())).when(port).release();
    assertThat(timer(port, pace).run(takes(program), new Cancellation())).isEqualTo(4);
    InOrder order = inOrder(port);
    order.verify(port).set(any());
    order.verify(port, times(4)).release();
    verify(port, never()).openBulb();
    assertThat(released)
        .containsExactlyElementsOf(program.shots().stream().map(s -> s.opensAt()).toList());
    assertThat(kinds())
        .containsExactly(
            TimerLine.Kind.STARTED,
            TimerLine.Kind.TOOK,
            TimerLine.Kind.TOOK,
            TimerLine.Kind.TOOK,
            TimerLine.Kind.TOOK,
            TimerLine.Kind.DONE);
  }

  @Test
  void longExposuresAreHeldOpenAndAlwaysClosed() throws Exception {
    CameraPort port = mock(CameraPort.class);
    Program program = program(120, 2, 2);
    JumpingPace pace = paceFor(program);
    List<Instant> opened = new ArrayList<>();
    List<Instant> closed = new ArrayList<>();
    doAnswer(i -> opened.add(pace.now())).when(port).openBulb();
    doAnswer(i -> closed.add(pace.now())).when(port).closeBulb();
    timer(port, pace).run(takes(program), new Cancellation());
    assertThat(Duration.between(opened.get(1), closed.get(1))).hasSeconds(120);

    CameraPort ended = mock(CameraPort.class);
    Cancellation cancellation = new Cancellation();
    doAnswer(
            i -> {
              cancellation.request();
              return null;
            })
        .when(ended)
        .openBulb();
    assertThatThrownBy(() -> timer(ended, pace).run(takes(program), cancellation))
        .isInstanceOf(Cancelled.class);
    verify(ended).closeBulb();
  }

  @Test
  void aFrameThatIsRefusedIsLeftOutAndTheNextOneTried() throws Exception {
    CameraPort port = mock(CameraPort.class);
    Program program = program(20, 1, 4);
    doAnswer(i -> null)
        .doThrow(new CameraFault(CameraFault.Kind.BUSY))
        .doAnswer(i -> null)
        .when(port)
        .release();
    assertThat(timer(port, paceFor(program)).run(takes(program), new Cancellation())).isEqualTo(3);
    assertThat(log.get(2).kind()).isEqualTo(TimerLine.Kind.MISSED);
    assertThat(log.get(2).fault()).isEqualTo(CameraFault.Kind.BUSY);
    assertThat(log.get(2).shot()).isEqualTo(2);
    // After a fault it is set anew: nobody knows what it lost.
    verify(port, times(2)).set(any());
  }

  @Test
  void itGivesUpWhenTheCameraCanTakeNoMore() throws Exception {
    CameraPort port = mock(CameraPort.class);
    Program program = program(20, 1, 9);
    doAnswer(i -> null).doThrow(new CameraFault(CameraFault.Kind.CARD_FULL)).when(port).release();
    assertThat(timer(port, paceFor(program)).run(takes(program), new Cancellation())).isEqualTo(1);
    assertThat(log.get(log.size() - 1))
        .extracting(TimerLine::kind, TimerLine::shot, TimerLine::fault)
        .containsExactly(TimerLine.Kind.GAVE_UP, 2, CameraFault.Kind.CARD_FULL);
    doThrow(new CameraFault(CameraFault.Kind.REFUSED)).when(port).set(any());
    assertThat(timer(port, paceFor(program)).run(takes(program), new Cancellation())).isZero();
  }

  @Test
  void aPauseMovesTheFramesToComeAndAStopEndsTheRun() throws Exception {
    CameraPort port = mock(CameraPort.class);
    Program program = program(20, 1, 5);
    JumpingPace pace = paceFor(program);
    TimerRun timer = timer(port, pace);
    List<Instant> released = new ArrayList<>();
    doAnswer(i -> released.add(pace.now())).when(port).release();
    Instant start = program.shots().get(0).opensAt();
    pace.watchers.add(
        now -> {
          long after = Duration.between(start, now).toSeconds();
          if (after >= 41 && after < 60) {
            timer.pause();
          } else if (after >= 100 && after < 150) {
            timer.resume();
          } else if (after >= 150) {
            timer.stop();
          }
        });
    int taken = timer.run(takes(program), new Cancellation());
    List<Long> seconds =
        released.stream().map(t -> Duration.between(start, t).toSeconds()).toList();
    assertThat(seconds).containsExactly(0L, 21L, 100L, 121L, 142L);
    assertThat(taken).isEqualTo(5);
    assertThat(kinds()).contains(TimerLine.Kind.PAUSED, TimerLine.Kind.RESUMED);

    log.clear();
    timer.stop();
    assertThat(timer.run(takes(program), new Cancellation())).isZero();
    assertThat(kinds()).containsExactly(TimerLine.Kind.STARTED, TimerLine.Kind.STOPPED);
  }

  private SimulatedPort standIn(
      Program program, Kit kit, Set<HappeningKind> kinds, Pace pace, Path into) {
    Body body = NIGHT.body().withPixels(240, 160);
    SimulatedCamera camera =
        new SimulatedCamera(
            body,
            NIGHT.lens(),
            NIGHT.site(),
            new Scene(0),
            1,
            Happenings.of(kinds, List.of(program), body, 1),
            5);
    return new SimulatedPort(
        camera,
        program,
        kit,
        5,
        pace,
        i -> into.resolve("f-%04d.jpg".formatted(i + 1)),
        new Cancellation());
  }

  private FrameSet shoot(Program program, Kit kit, Set<HappeningKind> kinds) {
    JumpingPace pace = paceFor(program);
    try (SimulatedPort port = standIn(program, kit, kinds, pace, folder)) {
      Happenings happenings =
          Happenings.of(kinds, List.of(program), NIGHT.body().withPixels(240, 160), 1);
      timer(port, pace).run(happenings.timed(program, takes(program)), new Cancellation());
    }
    return FrameFinder.find(List.of(folder), Progress.NONE, new Cancellation());
  }

  @Test
  void theStandInStoresFramesWithTheTimesTheTimerGaveThem() {
    Program program = program(20, 1, 5);
    FrameSet set = shoot(program, NIGHT.kit(), Set.of());
    assertThat(set.frames()).hasSize(5);
    for (int i = 0; i < 5; i++) {
      assertThat(set.takenAt(set.frames().get(i))).contains(program.shots().get(i).opensAt());
    }
    PlanMatch match = PlanMatch.of(NIGHT.withPrograms(List.of(program)), set).get(0);
    assertThat(match.timing()).isEqualTo(PlanMatch.Timing.AS_PLANNED);
    assertThat(match.missing()).isEmpty();
  }

  @Test
  void aMissetTimerShowsAtTheSecondFrame() {
    Program program = program(20, 1, 6);
    FrameSet set = shoot(program, NIGHT.kit(), EnumSet.of(HappeningKind.TIMER));
    PlanMatch match = PlanMatch.of(NIGHT.withPrograms(List.of(program)), set).get(0);
    assertThat(match.timing()).isEqualTo(PlanMatch.Timing.PERIOD_TAKEN_FOR_GAP);
    assertThat(match.stepSeconds()).isEqualTo(41);
    assertThat(match.missetAt()).contains(set.frames().get(1));
  }

  @Test
  void theCardAndTheBatteryRunDown() {
    Program program = program(20, 1, 12);
    Kit small = NIGHT.kit().withCard(new ByteSize(NIGHT.kit().camera().rawBytes() * 4));
    assertThat(shoot(program, small, Set.of()).frames()).hasSize(3);
    assertThat(log.get(log.size() - 1).fault()).isEqualTo(CameraFault.Kind.CARD_FULL);
    Kit tired =
        NIGHT
            .kit()
            .withBatteries(1)
            .withCamera(NIGHT.kit().camera().withBattery(new Battery(6, 5, 1)));
    shoot(program, tired, Set.of());
    assertThat(log.get(log.size() - 1).fault()).isEqualTo(CameraFault.Kind.BATTERY_EMPTY);
    shoot(program, NIGHT.kit(), EnumSet.of(HappeningKind.BATTERY));
    assertThat(log.get(log.size() - 1).fault()).isEqualTo(CameraFault.Kind.BATTERY_EMPTY);
    shoot(program, NIGHT.kit(), EnumSet.of(HappeningKind.CARD));
    assertThat(log.get(log.size() - 1).fault()).isEqualTo(CameraFault.Kind.CARD_FULL);
  }

  @Test
  void theStandInRefusesWhatACameraWould() throws Exception {
    Program program = program(20, 1, 2);
    JumpingPace pace = paceFor(program);
    try (SimulatedPort port = standIn(program, NIGHT.kit(), Set.of(), pace, folder)) {
      assertThatThrownBy(port::release).hasMessage("REFUSED");
      assertThatThrownBy(port::closeBulb).hasMessage("REFUSED");
      port.set(CameraSettings.of(takes(program).get(0), NIGHT.kit().camera()));
      port.release();
      assertThat(port.status().busy()).isTrue();
      assertThatThrownBy(port::release).hasMessage("BUSY");
      pace.await(pace.now().plusSeconds(60), new Cancellation());
      assertThat(port.status().busy()).isFalse();
      assertThat(port.taken()).hasSize(1);
    }
  }

  @Test
  void theClockRunsAsFastAsItIsTold() {
    Instant start = Instant.parse("2026-10-14T20:00:00Z");
    ClockPace pace = new ClockPace(start, 600);
    pace.await(start.plusSeconds(30), new Cancellation());
    assertThat(pace.now()).isAfterOrEqualTo(start.plusSeconds(30));
    Cancellation cancelled = new Cancellation();
    cancelled.request();
    assertThatThrownBy(() -> pace.await(start.plusSeconds(90_000), cancelled))
        .isInstanceOf(Cancelled.class);
  }
}
