package zygonox.core.quantity;

import java.text.Format;
import java.text.MessageFormat;
import java.util.Locale;
import java.util.ResourceBundle;

/** The one bundle of texts: whatever a person reads is looked up here by its key. */
public final class Phrasebook {
  /** The bundle's name, for those who have it read by others. */
  public static final String BUNDLE_NAME = "zygonox.core.words.words";

  private static final ResourceBundle BUNDLE = ResourceBundle.getBundle(BUNDLE_NAME, Locale.ROOT);

  private Phrasebook() {}

  /** The text of a key with its values put in. */
  public static String say(String key, Object... values) {
    MessageFormat message = new MessageFormat(BUNDLE.getString(key), Locale.ENGLISH);
    Format[] formats = message.getFormatsByArgumentIndex();
    Object[] plain = values.clone();
    for (int i = 0; i < Math.min(plain.length, formats.length); i++) {
      boolean whole = plain[i] instanceof Integer || plain[i] instanceof Long;
      // Whole numbers as they are: 2026, not 2,026.
      plain[i] = whole && formats[i] == null ? String.valueOf(plain[i]) : plain[i];
    }
    return message.format(plain);
  }
}
