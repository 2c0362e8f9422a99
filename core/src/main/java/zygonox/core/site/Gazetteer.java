package zygonox.core.site;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;
import zygonox.core.quantity.Coordinates;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;

/**
 * Towns and villages by name, from a table that ships along (see ATTRIBUTION.md beside it). Case
 * and accents do not matter; a country or region behind a comma tells places of one name apart.
 */
public final class Gazetteer {
  private static final Pattern MARKS = Pattern.compile("\\p{M}");
  private static final Pattern BETWEEN_WORDS = Pattern.compile("[^\\p{L}\\p{N}]+");

  private Gazetteer() {}

  /**
   * A town or village.
   *
   * @param name in its own letters where they are Latin
   * @param country its ISO 3166 code
   * @param region its code of the first administrative division; may be empty
   */
  public record Town(
      String name, String country, String region, double latitudeDeg, double longitudeDeg) {
    /** The country's English name. */
    public String countryName() {
      return new Locale("", country).getDisplayCountry(Locale.ENGLISH);
    }

    /** Name and country, as {@link #find} reads them. */
    public String text() {
      return name + ", " + countryName();
    }

    public Place place(double heightMetres) {
      return new Place(latitudeDeg, longitudeDeg, heightMetres);
    }
  }

  /** Read once, when first asked. */
  private static final class Table {
    static final List<Town> TOWNS = read();
    static final List<String> PLAIN = TOWNS.stream().map(t -> plain(t.name())).toList();

    private static List<Town> read() {
      List<Town> towns = new ArrayList<>();
      try (BufferedReader lines =
          new BufferedReader(
              new InputStreamReader(
                  new GZIPInputStream(Gazetteer.class.getResourceAsStream("places.tsv.gz")),
                  StandardCharsets.UTF_8))) {
        for (String line = lines.readLine(); line != null; line = lines.readLine()) {
          String[] f = line.split("\t", -1);
          towns.add(
              new Town(
                  f[0],
                  f[1].intern(),
                  f[2].intern(),
                  Double.parseDouble(f[3]),
                  Double.parseDouble(f[4])));
        }
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
      return List.copyOf(towns);
    }
  }

  /**
   * Everything of a name, the largest first: {@code Kendal}, {@code Perth, Canada}, {@code
   * Springfield, IL}.
   */
  public static List<Town> find(String typed) {
    int comma = typed.indexOf(',');
    String name = plain(comma < 0 ? typed : typed.substring(0, comma));
    String within = comma < 0 ? "" : typed.substring(comma + 1).strip();
    List<Town> found = new ArrayList<>();
    if (name.isEmpty()) {
      return found;
    }
    for (int i = 0; i < Table.PLAIN.size(); i++) {
      Town town = Table.TOWNS.get(i);
      if (Table.PLAIN.get(i).equals(name) && (within.isEmpty() || isIn(town, within))) {
        found.add(town);
      }
    }
    return found;
  }

  private static boolean isIn(Town town, String within) {
    return within.equalsIgnoreCase(town.country())
        || within.equalsIgnoreCase(town.region())
        || within.equalsIgnoreCase("UK") && town.country().equals("GB")
        || plain(within).equals(plain(town.countryName()));
  }

  private static String plain(String name) {
    String letters = MARKS.matcher(Normalizer.normalize(name, Normalizer.Form.NFD)).replaceAll("");
    String spelt = letters.replace('ø', 'o').replace('Ø', 'o').replace("ß", "ss");
    return BETWEEN_WORDS.matcher(spelt).replaceAll(" ").strip().toLowerCase(Locale.ROOT);
  }

  /**
   * A place by its coordinates or by the name of the largest town of that name.
   *
   * @param heightMetres goes into the place as it is
   * @throws InvalidInput when it is neither
   */
  public static Place parse(String typed, double heightMetres) {
    boolean isName = typed.codePoints().noneMatch(Character::isDigit);
    if (!isName) {
      return Coordinates.parse(typed, heightMetres);
    }
    List<Town> found = find(typed);
    if (found.isEmpty()) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-a-town-that", typed.strip()));
    }
    return found.get(0).place(heightMetres);
  }
}
