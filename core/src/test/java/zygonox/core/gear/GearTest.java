package zygonox.core.gear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;

class GearTest {
  private static final Kit KIT =
      Kit.usual(new Body("own body", 23.5, 15.6, 6000, 4000), new Lens("own lens", 16, 1.4));

  @TempDir Path folder;

  @Test
  void batteriesGiveLessInTheCold() {
    Battery battery = new Battery(800, 4, 0.6);
    assertThat(battery.shareAt(25)).isEqualTo(1);
    assertThat(battery.shareAt(0)).isCloseTo(0.6, within(1e-9));
    assertThat(battery.shareAt(10)).isCloseTo(0.8, within(1e-9));
    assertThat(battery.shareAt(-60)).isEqualTo(0.1);
    // By shots for short frames, by open hours for long ones.
    assertThat(battery.needed(800, 800, 20)).isCloseTo(1, within(1e-9));
    assertThat(battery.needed(100, 8 * 3600, 20)).isCloseTo(2, within(1e-9));
    assertThat(battery.needed(100, 8 * 3600, 0)).isCloseTo(2 / 0.6, within(1e-9));
  }

  @Property
  void colderNeverTakesFewerBatteries(
      @ForAll @DoubleRange(min = -40, max = 30) double celsius,
      @ForAll @DoubleRange(min = 0.1, max = 20) double colderBy) {
    Battery battery = KIT.camera().battery();
    assertThat(battery.needed(300, 6000, celsius - colderBy))
        .isGreaterThanOrEqualTo(battery.needed(300, 6000, celsius));
  }

  @Test
  void aFifthOfTheCardStaysFree() {
    Kit kit = KIT.withCard(new ByteSize(10L * KIT.camera().rawBytes()));
    assertThat(kit.framesOnCard()).isEqualTo(8);
    assertThat(kit.shortestGapSeconds()).isEqualTo(1);
    assertThat(kit.withCamera(kit.camera().withWriteSeconds(3)).shortestGapSeconds()).isEqualTo(3);
  }

  @Test
  void timersMeanDifferentThingsByTheirInterval() {
    RemoteTimer closed = KIT.timer().withMeaning(RemoteTimer.IntervalMeans.CLOSED_TIME);
    RemoteTimer period = KIT.timer().withMeaning(RemoteTimer.IntervalMeans.START_TO_START);
    assertThat(closed.interval(20, 2)).isEqualTo(2);
    assertThat(period.interval(20, 2)).isEqualTo(22);
  }

  @Test
  void theMadeUpShelfHoldsWholePieces() {
    Shelf shelf = Shelf.made();
    assertThat(shelf.cameras()).hasSizeGreaterThan(2);
    assertThat(shelf.lenses()).hasSizeGreaterThan(3);
    assertThat(shelf.timers()).hasSizeGreaterThan(1);
    assertThat(shelf.cameras()).extracting(c -> c.body().name()).doesNotHaveDuplicates();
    assertThat(shelf.lenses()).extracting(Lens::name).doesNotHaveDuplicates();
  }

  @Test
  void ownGearIsKeptAndComesFirst() {
    Path file = folder.resolve("gear.json");
    Shelf.with(file).keeping(KIT).write(file);
    Shelf back = Shelf.with(file);
    assertThat(back.cameras().get(0)).isEqualTo(KIT.camera());
    assertThat(back.lenses().get(0)).isEqualTo(KIT.lens());
    assertThat(back.cameras()).hasSize(Shelf.made().cameras().size() + 1);
    Kit changed = KIT.withCamera(KIT.camera().withLongestTimed(60));
    back.keeping(changed).write(file);
    assertThat(Shelf.with(file).cameras()).hasSameSizeAs(back.cameras());
    assertThat(Shelf.with(file).cameras().get(0).longestTimedSeconds()).isEqualTo(60);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{",
        "{\"cameras\":[{}]}",
        "{\"lenses\":[{\"name\":\"a\",\"shortestMm\":0,\"widestAperture\":2}]}",
        "{\"timers\":[{\"interval\":\"sometimes\"}]}"
      })
  void aDamagedShelfIsToldByItsFile(String content) throws IOException {
    Path file = Files.writeString(folder.resolve("gear.json"), content);
    assertThatThrownBy(() -> Shelf.with(file))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("gear.json");
  }

  @Test
  void gearThatCannotBeIsRefused() {
    CameraModel camera = KIT.camera();
    assertThatThrownBy(() -> camera.withIso(800, 400)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> camera.withLongestTimed(0)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> KIT.withBatteries(0)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> new Lens("z", 70, 24, 2.8, 4, 0)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> new Battery(0, 1, 0.5)).isInstanceOf(InvalidInput.class);
    assertThat(new Lens("z", 24, 70, 2.8, 4, 0).nearest(100)).isEqualTo(70);
    assertThat(new Lens("z", 24, 70, 2.8, 4, 0).reaches(35)).isTrue();
  }
}
