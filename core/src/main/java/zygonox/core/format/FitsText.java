package zygonox.core.format;

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

  /**
   * JSON in pieces that, put together again, are the same JSON: what is not ASCII is escaped, and
   * no piece begins or ends with a space, which cards lose.
   */
  static List<String> pieces(String json) {
    StringBuilder ascii = new StringBuilder();
    for (char c : json.toCharArray()) {
      ascii.append(c < 0x7f && c >= 0x20 ? String.valueOf(c) : String.format("\\u%04x", (int) c));
    }
    List<String> pieces = new ArrayList<>();
    for (int at = 0; at < ascii.length(); ) {
      int end = Math.min(ascii.length(), at + CARD);
      while (end < ascii.length() && (ascii.charAt(end - 1) == ' ' || ascii.charAt(end) == ' ')) {
        end--;
      }
      // Nothing but spaces: no name of a file is like that.
      end = end == at ? Math.min(ascii.length(), at + CARD) : end;
      pieces.add(ascii.substring(at, end));
      at = end;
    }
    return pieces;
  }
}
