package zygonox.core.site;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.sky.Skyline;

/**
 * Sites as waypoints of GPX 1.1 (topografix.com schema): name, height, notes as the description,
 * cautions as the comment, and what GPX has no word for as an extension.
 */
final class Gpx {
  private static final String GPX = "http://www.topografix.com/GPX/1/1";
  private static final String OWN = "urn:zygonox:site";

  private Gpx() {}

  static byte[] write(List<Site> sites) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(bytes, "UTF-8");
      xml.writeStartDocument("UTF-8", "1.0");
      xml.writeStartElement("gpx");
      xml.writeDefaultNamespace(GPX);
      xml.writeNamespace("zx", OWN);
      xml.writeAttribute("version", "1.1");
      xml.writeAttribute("creator", "Zygonox");
      for (Site site : sites) {
        writePoint(xml, site);
      }
      xml.writeEndDocument();
      xml.close();
    } catch (XMLStreamException e) {
      throw new IOException(e.getMessage(), e);
    }
    return bytes.toByteArray();
  }

  private static void writePoint(XMLStreamWriter xml, Site site) throws XMLStreamException {
    xml.writeCharacters("\n  ");
    xml.writeStartElement("wpt");
    xml.writeAttribute("lat", Double.toString(site.place().latitudeDeg()));
    xml.writeAttribute("lon", Double.toString(site.place().longitudeDeg()));
    // In the order the schema asks for.
    element(xml, "ele", Double.toString(site.place().heightMetres()));
    element(xml, "name", site.name());
    element(xml, "cmt", site.cautions());
    element(xml, "desc", site.notes());
    xml.writeStartElement("extensions");
    element(xml, "zx:zone", site.zone().getId());
    element(xml, "zx:skyline", site.skyline().text());
    element(xml, "zx:surroundings", site.surroundings().key());
    element(xml, "zx:skyMagnitude", Double.toString(site.brightness().magnitude()));
    xml.writeEndElement();
    xml.writeEndElement();
  }

  private static void element(XMLStreamWriter xml, String name, String text)
      throws XMLStreamException {
    if (!text.isEmpty()) {
      xml.writeStartElement(name);
      xml.writeCharacters(text);
      xml.writeEndElement();
    }
  }

  static List<Site> read(byte[] content) throws IOException {
    XMLInputFactory factory = XMLInputFactory.newFactory();
    // Nothing outside the file is ever fetched.
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    List<Site> sites = new ArrayList<>();
    try {
      XMLStreamReader xml = factory.createXMLStreamReader(new ByteArrayInputStream(content));
      boolean isGpx = false;
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT) {
          isGpx |= xml.getLocalName().equals("gpx");
          if (isGpx && xml.getLocalName().equals("wpt")) {
            sites.add(readPoint(xml, sites.size() + 1));
          }
        }
      }
      if (!isGpx) {
        throw new InvalidInput(Phrasebook.say("refused.it-has-no-gpx-element"));
      }
    } catch (XMLStreamException e) {
      throw new IOException(
          Phrasebook.say("refused.line-is-not-well-formed", e.getLocation().getLineNumber()), e);
    }
    return sites;
  }

  private static Site readPoint(XMLStreamReader xml, int number) throws XMLStreamException {
    double latitude = degrees(xml.getAttributeValue(null, "lat"));
    double longitude = degrees(xml.getAttributeValue(null, "lon"));
    Map<String, String> texts = new HashMap<>();
    String open = null;
    StringBuilder text = new StringBuilder();
    while (true) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        open = xml.getLocalName();
        text.setLength(0);
      } else if (event == XMLStreamConstants.CHARACTERS || event == XMLStreamConstants.CDATA) {
        text.append(xml.getText());
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        if (xml.getLocalName().equals("wpt")) {
          break;
        }
        if (xml.getLocalName().equals(open)) {
          texts.put(open, text.toString().strip());
        }
      }
    }
    String name = texts.getOrDefault("name", "");
    Place place =
        new Place(latitude, longitude, texts.containsKey("ele") ? degrees(texts.get("ele")) : 0);
    return new Site(
        name.isEmpty() ? "site " + number : name,
        place,
        texts.containsKey("zone") ? Zones.parse(texts.get("zone")) : ZoneMap.at(place),
        Skyline.parse(texts.getOrDefault("skyline", "")),
        Surroundings.named(texts.getOrDefault("surroundings", "")),
        texts.containsKey("skyMagnitude")
            ? SkyBrightness.parse(texts.get("skyMagnitude"))
            : SkyBrightness.USUAL,
        texts.getOrDefault("desc", ""),
        texts.getOrDefault("cmt", ""));
  }

  private static double degrees(String digits) {
    try {
      return Double.parseDouble(String.valueOf(digits));
    } catch (NumberFormatException e) {
      throw new InvalidInput(Phrasebook.say("refused.a-waypoint-s-lat-lon", digits), e);
    }
  }
}
