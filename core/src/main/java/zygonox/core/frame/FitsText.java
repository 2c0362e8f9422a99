package zygonox.core.frame;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;

/**
 * Text as FITS headers hold it: printable ASCII, at most 72 characters a card (standard 4.0,
 * 4.4.2.3), of which the library uses 70.
 */
final class FitsText {
  private static final int CARD = 70;

  private FitsText() {}

  /** Letters without their accents; what is not ASCII even so becomes a question mark. */
  static String ascii(String text) {
    return Normalizer.normalize(text, Normalizer.Form.NFD)
        .replaceAll("\\p{M}", "")
        .replaceAll("[^\\x20-\\x7e]", "?");
  }

  /** A text in pieces that each fill a card, in order; none of an empty text. */
  static List<String> lines(String text) {
    String plain = ascii(text);
    List<String> lines = new ArrayList<>();
    for (int at = 0; at < plain.length(); at += CARD) {
      lines.add(plain.substring(at, Math.min(plain.length(), at + CARD)));
    }
    return lines;
  }
}
