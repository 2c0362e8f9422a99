package zygonox.core.night;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NightFolderTest {
  @TempDir Path home;

  private static Night called(String name) {
    return TestNights.demo().withName(name);
  }

  @ParameterizedTest
  @CsvSource({
    "The old pump, 2026-10-14 The old pump",
    "'a/b\\c:d', 2026-10-14 a b c d",
    "'Trails...', 2026-10-14 Trails",
    "'???', 2026-10-14 night",
    "Sjøen 星, 2026-10-14 Sjøen 星"
  })
  void aFolderCarriesDateAndName(String name, String folder) {
    assertThat(NightFolder.name(called(name))).isEqualTo(folder);
  }

  @Test
  void aSecondNightOfTheNameGetsANumber() throws IOException {
    Path first = NightFolder.free(home, called("Pump"));
    Files.createDirectory(first);
    assertThat(NightFolder.free(home, called("Pump"))).hasFileName("2026-10-14 Pump 2");
  }

  @Test
  void theFolderFollowsNameAndDateWithWhatIsInIt() throws IOException {
    Path folder = Files.createDirectory(NightFolder.free(home, called("Pump")));
    Files.writeString(folder.resolve("night.json"), "{}");
    Night renamed = called("Windmill").withDate(LocalDate.of(2026, 11, 9));
    Path now = NightFolder.follow(folder, renamed, home);
    assertThat(now).isEqualTo(home.resolve("2026-11-09 Windmill"));
    assertThat(now.resolve("night.json")).hasContent("{}");
    assertThat(folder).doesNotExist();
    assertThat(NightFolder.follow(now, renamed, home)).isEqualTo(now);
  }

  @Test
  void itNeverReplacesAnotherNight() throws IOException {
    Path folder = Files.createDirectory(home.resolve("2026-10-14 Pump"));
    Path other = Files.createDirectory(home.resolve("2026-10-14 Windmill"));
    Files.writeString(other.resolve("night.json"), "theirs");
    assertThat(NightFolder.follow(folder, called("Windmill"), home))
        .hasFileName("2026-10-14 Windmill 2");
    assertThat(other.resolve("night.json")).hasContent("theirs");
  }

  @ParameterizedTest
  @CsvSource({"my own name, true", "2026-10-14 Pump, false"})
  void whatAPersonNamedOrPutElsewhereStays(String name, boolean isInHome) throws IOException {
    Path parent = isInHome ? home : Files.createDirectory(home.resolve("elsewhere"));
    Path folder = Files.createDirectory(parent.resolve(name));
    assertThat(NightFolder.follow(folder, called("Windmill"), home)).isEqualTo(folder);
  }
}
