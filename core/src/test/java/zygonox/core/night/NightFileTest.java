package zygonox.core.night;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.gear.Battery;
import zygonox.core.gear.Kit;
import zygonox.core.gear.RemoteTimer;
import zygonox.core.optics.Lens;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.PointStarRule;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.sky.Skyline;

class NightFileTest {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path folder;
  private Path file;

  @BeforeEach
  void demoNight() throws IOException {
    Path demo = Path.of("..", "demo", "windmill-night", "night.json");
    file = Files.copy(demo, folder.resolve("night.json"));
  }

  private ObjectNode tree() throws IOException {
    return (ObjectNode) JSON.readTree(file.toFile());
  }

  @Test
  void aNightComesBackAsItWasWritten() {
    Night night = NightFile.open(folder).night();
    assertThat(night.programs()).hasSize(2);
    Night changed =
        night.withProgram(
            1,
            night.programs().get(1).withInterval(night.programs().get(1).interval().withCount(9)));
    NightFile.open(file).write(changed);
    assertThat(NightFile.open(folder).night()).isEqualTo(changed);
  }

  @Test
  void everythingPlannedComesBack() {
    Night night = NightFile.open(folder).night();
    for (Job job : Job.values()) {
      Program program =
          night
              .startingPrograms()
              .of(job, "a " + job, Optional.empty())
              .withOrientation(Orientation.PORTRAIT);
      List<Program> all = new ArrayList<>(night.programs());
      all.add(program);
      night = night.withPrograms(all);
    }
    Kit kit =
        night
            .kit()
            .withLens(new Lens("zoom", 24, 70, 2.8, 4, 0))
            .withTimer(new RemoteTimer("timer", 2, RemoteTimer.IntervalMeans.START_TO_START))
            .withCard(new ByteSize(32L << 30))
            .withBatteries(4)
            .withCamera(
                night
                    .kit()
                    .camera()
                    .withBulb(false)
                    .withLongestTimed(60)
                    .withIso(64, 12_800)
                    .withRawBytes(40_000_000)
                    .withWriteSeconds(1.5)
                    .withBattery(new Battery(500, 2.5, 0.4)));
    Night full =
        night
            .withKit(kit)
            .withAssumptions(
                new Assumptions(PointStarRule.OWN_WIDTH, "M31", -7.5, true, 0.4, 2, 24))
            .withSite(
                night
                    .site()
                    .withNotes("a note")
                    .withBrightness(SkyBrightness.ofBortle(2))
                    .withSkyline(Skyline.parse("10 5, 200 12.5")))
            .withTick("1:raw", true);
    NightFile.open(folder).write(full);
    assertThat(NightFile.open(folder).night()).isEqualTo(full);
  }

  @Test
  void unknownKeysSurvive() throws IOException {
    ObjectNode tree = tree();
    tree.put("weather", "clear until two");
    ((ObjectNode) tree.at("/programs/0")).put("tracker", "off");
    ((ObjectNode) tree.at("/place")).putObject("parking").put("gate", "shut it");
    JSON.writeValue(file.toFile(), tree);
    NightFile opened = NightFile.open(file);
    opened.write(opened.night().withProgram(0, opened.night().programs().get(0).withIso(1600)));
    JsonNode back = tree();
    assertThat(back.get("weather").asText()).isEqualTo("clear until two");
    assertThat(back.at("/programs/0/tracker").asText()).isEqualTo("off");
    assertThat(back.at("/place/parking/gate").asText()).isEqualTo("shut it");
    assertThat(back.at("/programs/0/iso").asInt()).isEqualTo(1600);
  }

  @Test
  void unknownKeysOfAProgramGoWithIt() throws IOException {
    NightFile demo = NightFile.open(file);
    Night night = demo.night();
    List<Program> two = List.of(night.programs().get(0), night.programs().get(0).withIso(1250));
    demo.write(night.withPrograms(two));
    ObjectNode tree = tree();
    ((ObjectNode) tree.at("/programs/0")).put("tracker", "off");
    ((ObjectNode) tree.at("/programs/1")).put("tracker", "on");
    JSON.writeValue(file.toFile(), tree);
    NightFile opened = NightFile.open(file);
    opened.write(opened.night().withPrograms(List.of(opened.night().programs().get(1))));
    assertThat(tree().at("/programs")).hasSize(1);
    assertThat(tree().at("/programs/0/tracker").asText()).isEqualTo("on");
  }

  @Test
  void aNewerVersionIsRefusedAndLeftUntouched() throws IOException {
    ObjectNode tree = tree();
    tree.put("version", 99);
    JSON.writeValue(file.toFile(), tree);
    byte[] before = Files.readAllBytes(file);
    assertThatThrownBy(() -> NightFile.open(file))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("newer")
        .hasMessageContaining("99");
    assertThat(Files.readAllBytes(file)).isEqualTo(before);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "/place;latitudeDeg;91;latitude",
        "/;zone;\"Mars/Olympus\";Mars/Olympus",
        "/;date;\"1850-01-01\";year",
        "/;date;\"someday\";someday",
        "/programs/0;count;0;count",
        "/programs/0;focalMm;0;focal length",
        "/gear/lens;focalMm;\"long\";focalMm",
        "/gear/body;pixelsWide;-5;pixels"
      })
  void aWrongValueIsNamedWithItsFile(String at, String key, String value, String said)
      throws IOException {
    ObjectNode tree = tree();
    ObjectNode node = at.equals("/") ? tree : (ObjectNode) tree.at(at);
    node.set(key, JSON.readTree(value));
    JSON.writeValue(file.toFile(), tree);
    assertThatThrownBy(() -> NightFile.open(file).night())
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("night.json")
        .hasMessageContaining(said);
  }

  @Test
  void damagedAndForeignFilesAreTold() throws IOException {
    Files.writeString(file, "{ \"format\": \"zygonox-night\", ");
    assertThatThrownBy(() -> NightFile.open(file))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("damaged");
    Files.writeString(file, "{ \"format\": \"shopping\" }");
    assertThatThrownBy(() -> NightFile.open(file))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("not a night");
    Files.write(file, new byte[] {'I', 'I', 42, 0, 8, 0, 0, 0});
    assertThatThrownBy(() -> NightFile.open(file))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("is not a night");
    assertThatThrownBy(() -> NightFile.open(folder.resolve("gone")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("gone");
  }
}
