package zygonox.core.handout;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/**
 * A typeface of a card, with a second one for letters the first has not got: names may be in any
 * script. What neither has becomes a question mark.
 */
final class CardFont {
  private static final String WIDE = "DroidSansFallback.ttf";

  private final PDDocument document;
  private final PDFont own;

  /** The second face, read when it is first needed; one for all of a document's fonts. */
  private final PDFont[] wide;

  /** Letters that follow each other in one face. */
  private record Stretch(PDFont font, String text) {}

  CardFont(PDDocument document, String name, PDFont[] wide) {
    this.document = document;
    this.own = load(name);
    this.wide = wide;
  }

  private PDFont load(String name) {
    try (InputStream in = CardFont.class.getResourceAsStream(name)) {
      return PDType0Font.load(document, in);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Breaks a text into lines no wider than a width, at spaces. */
  List<String> lines(String text, float size, float width) throws IOException {
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : text.split("\\s+")) {
      String longer = line.isEmpty() ? word : line + " " + word;
      if (!line.isEmpty() && width(longer, size) > width) {
        lines.add(line.toString());
        line.setLength(0);
        line.append(word);
      } else {
        line.setLength(0);
        line.append(longer);
      }
    }
    lines.add(line.toString());
    return lines;
  }

  private float width(String text, float size) throws IOException {
    float width = 0;
    for (Stretch stretch : stretches(text)) {
      width += stretch.font().getStringWidth(stretch.text()) * size / 1000;
    }
    return width;
  }

  /** Writes a line. */
  void show(PDPageContentStream page, String line, float size, float x, float y)
      throws IOException {
    page.beginText();
    page.newLineAtOffset(x, y);
    for (Stretch stretch : stretches(line)) {
      page.setFont(stretch.font(), size);
      page.showText(stretch.text());
    }
    page.endText();
  }

  private List<Stretch> stretches(String text) {
    List<Stretch> stretches = new ArrayList<>();
    StringBuilder run = new StringBuilder();
    PDFont in = own;
    for (int c : text.codePoints().toArray()) {
      String letter = Character.isISOControl(c) ? " " : Character.toString(c);
      PDFont has = own;
      if (!has(own, letter)) {
        has = wide();
        if (!has(has, letter)) {
          has = own;
          letter = "?";
        }
      }
      if (has != in && !run.isEmpty()) {
        stretches.add(new Stretch(in, run.toString()));
        run.setLength(0);
      }
      in = has;
      run.append(letter);
    }
    stretches.add(new Stretch(in, run.toString()));
    return stretches;
  }

  private PDFont wide() {
    if (wide[0] == null) {
      wide[0] = load(WIDE);
    }
    return wide[0];
  }

  private static boolean has(PDFont font, String letter) {
    try {
      font.encode(letter);
      return true;
    } catch (IOException | IllegalArgumentException e) {
      return false;
    }
  }
}
