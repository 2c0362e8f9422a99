package zygonox.core.site;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.sky.Skyline;

/** Sites as the points of a GeoJSON feature collection (RFC 7946). */
final class GeoJson {
  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  private GeoJson() {}

  static byte[] write(List<Site> sites) throws IOException {
    ObjectNode root = JSON.createObjectNode().put("type", "FeatureCollection");
    ArrayNode features = root.putArray("features");
    for (Site site : sites) {
      ObjectNode feature = features.addObject().put("type", "Feature");
      // Longitude first (RFC 7946, 3.1.1), height last.
      feature
          .putObject("geometry")
          .put("type", "Point")
          .putArray("coordinates")
          .add(site.place().longitudeDeg())
          .add(site.place().latitudeDeg())
          .add(site.place().heightMetres());
      feature
          .putObject("properties")
          .put("name", site.name())
          .put("zone", site.zone().getId())
          .put("skyline", site.skyline().text())
          .put("surroundings", site.surroundings().key())
          .put("skyMagnitude", site.brightness().magnitude())
          .put("notes", site.notes())
          .put("cautions", site.cautions());
    }
    return JSON.writeValueAsBytes(root);
  }

  static List<Site> read(byte[] content) throws IOException {
    JsonNode root = tree(content);
    List<Site> sites = new ArrayList<>();
    if (root != null && "Feature".equals(root.path("type").asText())) {
      addPoint(sites, root);
      return sites;
    }
    if (root == null || !root.path("features").isArray()) {
      throw new InvalidInput(Phrasebook.say("refused.it-holds-no-features-it"));
    }
    for (JsonNode feature : root.path("features")) {
      addPoint(sites, feature);
    }
    return sites;
  }

  private static JsonNode tree(byte[] content) throws IOException {
    try {
      return JSON.readTree(content);
    } catch (JsonProcessingException e) {
      long line = e.getLocation() == null ? 1 : e.getLocation().getLineNr();
      throw new InvalidInput(Phrasebook.say("refused.it-is-damaged-at-line", line), e);
    }
  }

  /** Lines and areas are no sites: they are passed over. */
  private static void addPoint(List<Site> sites, JsonNode feature) {
    JsonNode at = feature.at("/geometry/coordinates");
    if (!"Point".equals(feature.at("/geometry/type").asText()) || at.size() < 2) {
      return;
    }
    JsonNode about = feature.path("properties");
    String name = about.path("name").asText("").strip();
    Place place =
        new Place(
            at.path(1).asDouble(Double.NaN),
            at.path(0).asDouble(Double.NaN),
            at.path(2).asDouble(0));
    sites.add(
        new Site(
            name.isEmpty() ? "site " + (sites.size() + 1) : name,
            place,
            about.hasNonNull("zone") ? Zones.parse(about.path("zone").asText()) : ZoneMap.at(place),
            Skyline.parse(about.path("skyline").asText("")),
            Surroundings.named(about.path("surroundings").asText("")),
            about.path("skyMagnitude").isNumber()
                ? new SkyBrightness(about.path("skyMagnitude").asDouble())
                : SkyBrightness.USUAL,
            about.path("notes").asText(about.path("desc").asText("")),
            about.path("cautions").asText("")));
  }
}
