package zygonox.core.handout;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import zygonox.core.words.Words;
import zygonox.core.work.WholeFile;

/**
 * A field card as an A4 document: large, and in black alone, for red light swallows red ink. A
 * program's card takes one page, or two with a long ramp.
 */
public final class FieldCardPdf {
  private static final float MARGIN = 40;
  private static final float WIDTH = PDRectangle.A4.getWidth() - 2 * MARGIN;
  private static final float LEADING = 1.28f;
  private static final float NAME_WIDTH = 118;
  private static final float COLUMN_GAP = 18;
  private static final float BOX = 9;

  private final PDDocument document = new PDDocument();
  private final PDFont regular;
  private final PDFont bold;
  private PDPageContentStream page;
  private float y;

  private FieldCardPdf() throws IOException {
    regular = font("OpenSans-Regular.ttf");
    bold = font("OpenSans-Bold.ttf");
  }

  private PDFont font(String name) throws IOException {
    try (InputStream in = FieldCardPdf.class.getResourceAsStream(name)) {
      return PDType0Font.load(document, in);
    }
  }

  /**
   * Writes cards one after another, each on a page of its own; whole or not at all.
   *
   * @throws zygonox.core.quantity.InvalidInput when the file is there and may not be replaced
   */
  public static void write(List<FieldCard> cards, Path file, WholeFile.IfPresent present) {
    WholeFile.write(
        file,
        present,
        path -> {
          FieldCardPdf pdf = new FieldCardPdf();
          try (PDDocument document = pdf.document) {
            for (FieldCard card : cards) {
              pdf.add(card);
            }
            document.getDocumentInformation().setTitle(cards.get(0).title());
            document.getDocumentInformation().setCreator("Zygonox");
            document.save(path.toFile());
          }
        });
  }

  private void add(FieldCard card) throws IOException {
    newPage();
    paragraph(card.title(), regular, 11, MARGIN, WIDTH);
    paragraph(card.program(), bold, 20, MARGIN, WIDTH);
    y -= 2;
    paragraph(card.sentence(), regular, 13, MARGIN, WIDTH);
    y -= 8;
    float half = (WIDTH - COLUMN_GAP) / 2;
    float top = y;
    table(card.tables().get(0), MARGIN, half);
    float left = y;
    y = top;
    table(card.tables().get(1), MARGIN + half + COLUMN_GAP, half);
    y = Math.min(left, y);
    for (FieldCard.Table more : card.tables().subList(2, card.tables().size())) {
      inColumns(more);
    }
    heading(Words.say("card.checklist"));
    for (CheckItem item : card.checklist()) {
      ask(2 * 11 * LEADING);
      page.setLineWidth(1);
      page.addRect(MARGIN + 1, y - BOX - 2, BOX, BOX);
      page.stroke();
      paragraph(item.text(), regular, 11.5f, MARGIN + 20, WIDTH - 20);
      y -= 1.5f;
    }
    heading(Words.say("card.cautions"));
    for (String caution : card.cautions()) {
      paragraph(caution, regular, 10.5f, MARGIN, WIDTH);
    }
    page.close();
  }

  private void newPage() throws IOException {
    PDPage sheet = new PDPage(PDRectangle.A4);
    document.addPage(sheet);
    page = new PDPageContentStream(document, sheet);
    y = PDRectangle.A4.getHeight() - MARGIN;
  }

  /** Goes on on a new page where there is no room. */
  private void ask(float height) throws IOException {
    if (y - height < MARGIN) {
      page.close();
      newPage();
    }
  }

  private void heading(String text) throws IOException {
    y -= 7;
    ask(60);
    paragraph(text, bold, 13, MARGIN, WIDTH);
    y -= 1;
  }

  private void table(FieldCard.Table table, float x, float width) throws IOException {
    paragraph(table.heading(), bold, 13, x, width);
    for (FieldCard.Row row : table.rows()) {
      float top = y;
      paragraph(row.name(), regular, 11, x, NAME_WIDTH);
      float below = y;
      y = top;
      paragraph(row.value(), bold, 11.5f, x + NAME_WIDTH, width - NAME_WIDTH);
      y = Math.min(below, y);
    }
  }

  /** A long table, two rows beside each other. */
  private void inColumns(FieldCard.Table table) throws IOException {
    heading(table.heading());
    float half = (WIDTH - COLUMN_GAP) / 2;
    List<FieldCard.Row> rows = table.rows();
    int lines = (rows.size() + 1) / 2;
    for (int i = 0; i < lines; i++) {
      ask(11 * LEADING);
      float top = y;
      float least = y;
      for (int column = 0; column < 2; column++) {
        int index = i + column * lines;
        if (index < rows.size()) {
          y = top;
          float x = MARGIN + column * (half + COLUMN_GAP);
          paragraph(rows.get(index).name(), regular, 11, x, NAME_WIDTH - 20);
          y = top;
          paragraph(rows.get(index).value(), bold, 11, x + NAME_WIDTH - 20, half - NAME_WIDTH + 20);
          least = Math.min(least, y);
        }
      }
      y = least;
    }
  }

  private void paragraph(String text, PDFont font, float size, float x, float width)
      throws IOException {
    for (String line : lines(printable(text, font), font, size, width)) {
      ask(size * LEADING);
      y -= size * LEADING;
      page.beginText();
      page.setFont(font, size);
      page.newLineAtOffset(x, y + size * 0.25f);
      page.showText(line);
      page.endText();
    }
  }

  /** What the font has no letter for becomes a question mark: a name may hold anything. */
  private static String printable(String text, PDFont font) {
    StringBuilder known = new StringBuilder();
    text.codePoints()
        .forEach(
            c -> {
              String letter = Character.isISOControl(c) ? " " : Character.toString(c);
              try {
                font.encode(letter);
                known.append(letter);
              } catch (IOException | IllegalArgumentException e) {
                known.append('?');
              }
            });
    return known.toString();
  }

  private static List<String> lines(String text, PDFont font, float size, float width)
      throws IOException {
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : text.split(" +")) {
      String longer = line.isEmpty() ? word : line + " " + word;
      if (!line.isEmpty() && font.getStringWidth(longer) * size / 1000 > width) {
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
}
