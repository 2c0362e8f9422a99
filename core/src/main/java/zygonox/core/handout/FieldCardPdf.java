package zygonox.core.handout;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import zygonox.core.words.Words;
import zygonox.core.work.WholeFile;

/**
 * A field card as an A4 document: large, and in black alone, for red light swallows red ink. A
 * program's card takes one page, or two with a long ramp. Where a few lines would go onto a page of
 * their own, all of it is set a little smaller.
 */
public final class FieldCardPdf {
  private static final float MARGIN = 40;
  private static final float WIDTH = PDRectangle.A4.getWidth() - 2 * MARGIN;
  private static final float LEADING = 1.28f;
  private static final float NAME_WIDTH = 118;
  private static final float COLUMN_GAP = 18;
  private static final float BOX = 9;

  /** Sizes that are tried, largest first; smaller than the last cannot be read by a dim lamp. */
  private static final float[] SCALES = {1, 0.94f, 0.88f, 0.82f, 0.76f};

  /** A last page less full than this is not worth turning to. */
  private static final float WORTH_A_PAGE = 0.4f;

  private final PDDocument document = new PDDocument();
  private final CardFont regular;
  private final CardFont bold;

  /** Nothing while it is only tried whether it fits. */
  private PDPageContentStream page;

  private boolean dry;
  private int pages;
  private float scale = 1;
  private float y;

  private FieldCardPdf() {
    PDFont[] wide = new PDFont[1];
    regular = new CardFont(document, "OpenSans-Regular.ttf", wide);
    bold = new CardFont(document, "OpenSans-Bold.ttf", wide);
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
    scale = fitting(card);
    set(card);
    page.close();
  }

  /** The largest size at which no page is left nearly empty. */
  private float fitting(FieldCard card) throws IOException {
    dry = true;
    int before = pages;
    float best = SCALES[0];
    int fewest = Integer.MAX_VALUE;
    for (float tried : SCALES) {
      scale = tried;
      pages = 0;
      set(card);
      boolean worth = pages == 1 || filled() > WORTH_A_PAGE;
      if (pages < fewest) {
        fewest = pages;
        best = tried;
      }
      if (worth) {
        break;
      }
    }
    dry = false;
    pages = before;
    return best;
  }

  private float filled() {
    float height = PDRectangle.A4.getHeight();
    return (height - MARGIN - y) / (height - 2 * MARGIN);
  }

  private void set(FieldCard card) throws IOException {
    newPage();
    paragraph(card.title(), regular, 11, MARGIN, WIDTH);
    paragraph(card.program(), bold, 20, MARGIN, WIDTH);
    y -= 2;
    paragraph(card.sentence(), regular, 13, MARGIN, WIDTH);
    y -= 8 * scale;
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
    if (!card.warnings().isEmpty()) {
      heading(Words.say("card.warnings"));
      for (String warning : card.warnings()) {
        paragraph(warning, bold, 11, MARGIN, WIDTH);
      }
    }
    heading(Words.say("card.checklist"));
    for (CheckItem item : card.checklist()) {
      ask(2 * 11 * LEADING);
      box();
      paragraph(item.text(), regular, 11.5f, MARGIN + 20, WIDTH - 20);
      y -= 1.5f * scale;
    }
    heading(Words.say("card.cautions"));
    for (String caution : card.cautions()) {
      paragraph(caution, regular, 10.5f, MARGIN, WIDTH);
    }
  }

  private void box() throws IOException {
    if (!dry) {
      float size = BOX * scale;
      page.setLineWidth(1);
      page.addRect(MARGIN + 1, y - size - 2 * scale, size, size);
      page.stroke();
    }
  }

  private void newPage() throws IOException {
    pages++;
    y = PDRectangle.A4.getHeight() - MARGIN;
    if (dry) {
      return;
    }
    PDPage sheet = new PDPage(PDRectangle.A4);
    document.addPage(sheet);
    page = new PDPageContentStream(document, sheet);
  }

  /** Goes on on a new page where there is no room. */
  private void ask(float height) throws IOException {
    if (y - height * scale < MARGIN) {
      if (!dry) {
        page.close();
      }
      newPage();
    }
  }

  private void heading(String text) throws IOException {
    y -= 7 * scale;
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

  private void paragraph(String text, CardFont font, float size, float x, float width)
      throws IOException {
    float set = size * scale;
    for (String line : font.lines(text, set, width)) {
      ask(size * LEADING);
      y -= set * LEADING;
      if (!dry) {
        font.show(page, line, set, x, y + set * 0.25f);
      }
    }
  }
}
