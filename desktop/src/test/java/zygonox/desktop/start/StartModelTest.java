package zygonox.desktop.start;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.TestNight;

class StartModelTest {
  private static final Path DEMO = Path.of("..", "demo", "windmill-night");

  @TempDir Path folder;
  private Home home;
  private RecentNights recent;

  @BeforeEach
  void begin() {
    home = new Home(folder.resolve("home"), folder.resolve("state"));
    recent = new RecentNights(home.recent());
  }

  private StartModel at(String time) {
    return new StartModel(recent, home, Clock.fixed(Instant.parse(time), ZoneOffset.UTC));
  }

  private StartModel model() {
    return at("2026-10-15T20:00:00Z");
  }

  @Test
  void theLastNightComesFirstAndEachStandsOnce() throws IOException {
    assertThat(recent.folders()).isEmpty();
    Path night = Files.createDirectory(folder.resolve("pump"));
    TestNight.in(night);
    recent.remember(DEMO);
    recent.remember(night);
    recent.remember(DEMO);
    assertThat(new RecentNights(home.recent()).folders()).containsExactly(DEMO, night);
    StartModel.Recent first = model().nights().get(0);
    assertThat(first.name()).isEqualTo("The old pump at Harrowmere");
    assertThat(first.about()).isEqualTo("14 October 2026, Harrowmere Head, upper Lennock valley");
    assertThat(first.isThere()).isTrue();
    model().forget(DEMO);
    assertThat(recent.folders()).containsExactly(night);
  }

  @Test
  void onlySoManyAreKept() {
    for (int i = 0; i < 30; i++) {
      recent.remember(folder.resolve("night " + i));
    }
    assertThat(recent.folders()).hasSize(12).first().isEqualTo(folder.resolve("night 29"));
  }

  @Test
  void whatIsGoneOrCannotBeReadIsListedAndSaidToBeSo() throws IOException {
    Path damaged = Files.createDirectory(folder.resolve("damaged"));
    Files.writeString(damaged.resolve(NightFile.FILE_NAME), "{\"format\": ");
    recent.remember(damaged);
    recent.remember(folder.resolve("gone"));
    List<StartModel.Recent> nights = model().nights();
    assertThat(nights).extracting(StartModel.Recent::isThere).containsExactly(false, false);
    assertThat(nights.get(0).about()).isEqualTo("not there any more");
    assertThat(nights.get(1).about()).isEqualTo("cannot be read");
    assertThat(model().tonight().site()).isEqualTo(Night.anySite());
  }

  @Test
  void aDamagedListIsNoMoreThanAConvenienceLost() throws IOException {
    Files.createDirectories(home.state());
    Files.writeString(home.recent(), "[\"/a\", ");
    assertThat(recent.folders()).isEmpty();
    recent.remember(DEMO);
    assertThat(recent.folders()).containsExactly(DEMO);
  }

  @Test
  void tonightIsBegunWhereOneWasLast() {
    recent.remember(DEMO);
    Night plan = model().tonight();
    assertThat(plan.site().name()).isEqualTo("Harrowmere Head, upper Lennock valley");
    assertThat(plan.date()).isEqualTo(LocalDate.of(2026, 10, 15));
    assertThat(at("2026-10-15T23:30:00Z").tonight().date()).isEqualTo(LocalDate.of(2026, 10, 16));
    assertThat(model().folder(plan)).isEqualTo(home.folder().resolve("2026-10-15 A night"));
  }

  @Test
  void aNightsPictureIsOneOfItsFrames() throws IOException {
    assertThat(StartModel.picture(DEMO)).isPresent();
    assertThat(StartModel.picture(folder)).isEmpty();
    Path frames = Files.createDirectories(folder.resolve("frames"));
    Files.writeString(frames.resolve("notes.jpg"), "no picture");
    assertThat(StartModel.picture(folder)).isEmpty();
  }
}
