package zygonox.core.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Element;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.sky.Skyline;
import zygonox.core.work.WholeFile.IfPresent;

class SiteFileTest {
  private static final ZoneId ZONE = ZoneId.of("Europe/London");
  private static final Site MILL =
      new Site(
          "Mill & \"water\" <east>",
          new Place(54.42, -2.31, 312),
          ZONE,
          Skyline.parse("340 4, 352 18, 5 4"),
          Surroundings.VILLAGE,
          new SkyBrightness(21.4),
          "Park at the gate; 15 min. Überhang.",
          "Wet stones");
  private static final Site ISLAND =
      Site.of("island", new Place(-18.125, 178.5, 3), ZoneId.of("Pacific/Fiji"));

  @TempDir Path folder;

  @ParameterizedTest
  @ValueSource(strings = {"sites.geojson", "sites.gpx", "SITES.GPX"})
  void sitesComeBackAsTheyWereWritten(String name) {
    Path file = folder.resolve(name);
    SiteFile.write(List.of(MILL, ISLAND), file, IfPresent.REFUSE);
    assertThat(SiteFile.read(file)).containsExactly(MILL, ISLAND);
    assertThatThrownBy(() -> SiteFile.write(List.of(MILL), file, IfPresent.REFUSE))
        .isInstanceOf(InvalidInput.class);
  }

  @Test
  void geoJsonIsAsItsStandardHasIt() throws IOException {
    Path file = folder.resolve("sites.geojson");
    SiteFile.write(List.of(MILL), file, IfPresent.REFUSE);
    JsonNode root = new ObjectMapper().readTree(file.toFile());
    assertThat(root.path("type").asText()).isEqualTo("FeatureCollection");
    JsonNode feature = root.path("features").get(0);
    assertThat(feature.path("type").asText()).isEqualTo("Feature");
    // RFC 7946, 3.1.1: longitude, latitude, height.
    JsonNode at = feature.at("/geometry/coordinates");
    assertThat(at.get(0).asDouble()).isEqualTo(-2.31);
    assertThat(at.get(1).asDouble()).isEqualTo(54.42);
    assertThat(at.get(2).asDouble()).isEqualTo(312);
  }

  @Test
  void gpxIsAsItsSchemaHasIt() throws Exception {
    Path file = folder.resolve("sites.gpx");
    SiteFile.write(List.of(MILL), file, IfPresent.REFUSE);
    DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
    factory.setNamespaceAware(true);
    Element root = factory.newDocumentBuilder().parse(file.toFile()).getDocumentElement();
    assertThat(root.getNamespaceURI()).isEqualTo("http://www.topografix.com/GPX/1/1");
    assertThat(root.getLocalName()).isEqualTo("gpx");
    assertThat(root.getAttribute("version")).isEqualTo("1.1");
    assertThat(root.getAttribute("creator")).isNotBlank();
    Element point = (Element) root.getElementsByTagNameNS("*", "wpt").item(0);
    assertThat(Double.parseDouble(point.getAttribute("lat"))).isEqualTo(54.42);
    assertThat(Double.parseDouble(point.getAttribute("lon"))).isEqualTo(-2.31);
    assertThat(point.getElementsByTagNameNS("*", "name").item(0).getTextContent())
        .isEqualTo(MILL.name());
  }

  @Test
  void filesOfOthersAreReadForWhatTheyHold() throws IOException {
    Path gpx =
        Files.writeString(
            folder.resolve("other.gpx"),
            """
            <?xml version="1.0"?>
            <gpx version="1.1" creator="a watch" xmlns="http://www.topografix.com/GPX/1/1">
              <wpt lat="47.5" lon="11.1"><ele>1234.5</ele><name>Ridge</name><desc>Windy</desc></wpt>
              <wpt lat="47.6" lon="11.2"/>
              <trk><trkseg><trkpt lat="1" lon="2"/></trkseg></trk>
            </gpx>
            """);
    List<Site> sites = SiteFile.read(gpx);
    assertThat(sites).hasSize(2);
    assertThat(sites.get(0).name()).isEqualTo("Ridge");
    assertThat(sites.get(0).notes()).isEqualTo("Windy");
    assertThat(sites.get(0).place().heightMetres()).isEqualTo(1234.5);
    // Nothing names it: it is the place's own.
    assertThat(sites.get(0).zone()).isEqualTo(ZoneId.of("Europe/Berlin"));
    assertThat(sites.get(1).name()).isNotBlank();
    Path json =
        Files.writeString(
            folder.resolve("one.json"),
            "{\"type\":\"Feature\",\"geometry\":{\"type\":\"Point\",\"coordinates\":[11,47]},"
                + "\"properties\":null}");
    assertThat(SiteFile.read(json)).hasSize(1);
  }

  @ParameterizedTest
  @CsvSource({
    "a.gpx, <gpx",
    "b.gpx, ''",
    "c.geojson, '{\"type\":'",
    "d.geojson, '[1,2]'",
    "e.geojson, '{}'",
    "f.txt, anything",
    "g.geojson, '{\"type\":\"Feature\",\"geometry\":{\"type\":\"Point\",\"coordinates\":[0,91]},\"properties\":{}}'",
    "h.gpx, '<gpx><wpt lat=\"x\" lon=\"2\"/></gpx>'"
  })
  void whatIsNoFileOfSitesIsToldInOneSentence(String name, String content) throws IOException {
    Path file = Files.writeString(folder.resolve(name), content);
    assertThatThrownBy(() -> SiteFile.read(file))
        .isInstanceOf(InvalidInput.class)
        .message()
        .contains(name)
        .doesNotContain("\n");
  }

  @Test
  void aFileThatReachesOutIsRefused() throws IOException {
    Path secret = Files.writeString(folder.resolve("secret.txt"), "secret");
    Path file =
        Files.writeString(
            folder.resolve("x.gpx"),
            "<!DOCTYPE gpx [<!ENTITY s SYSTEM \""
                + secret.toUri()
                + "\">]>"
                + "<gpx><wpt lat=\"1\" lon=\"2\"><name>&s;</name></wpt></gpx>");
    assertThatThrownBy(() -> SiteFile.read(file)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> SiteFile.read(folder.resolve("none.gpx")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("not there");
  }

  @ParameterizedTest
  @CsvSource({
    "Europe/London, Europe/London",
    "london, Europe/London",
    "UTC+1, UTC+01:00",
    "america/new york, America/New_York"
  })
  void zonesAreTypedAsTheyCome(String typed, String zone) {
    assertThat(Zones.parse(typed).getId()).isEqualTo(zone);
  }

  @Test
  void aZoneThatIsNoneIsToldAndAnOddOneIsNoticed() {
    assertThatThrownBy(() -> Zones.parse("Atlantis"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("Europe/London");
    Instant time = Instant.parse("2026-10-14T20:00:00Z");
    assertThat(MILL.hasOddClock(time)).isFalse();
    assertThat(MILL.withZone(ZoneId.of("Asia/Tokyo")).hasOddClock(time)).isTrue();
    // The widest zone there is, west to east, is no fault.
    assertThat(
            Site.of("far west", new Place(39.5, 75.9, 1200), ZoneId.of("Asia/Shanghai"))
                .hasOddClock(time))
        .isFalse();
    assertThatThrownBy(() -> MILL.withName(" ")).isInstanceOf(InvalidInput.class);
  }
}
