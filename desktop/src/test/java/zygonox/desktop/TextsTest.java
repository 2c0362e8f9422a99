package zygonox.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.MessageFormat;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * All texts of the window stand in one bundle, beside core's; only an error's own sentence stands
 * where its value is checked.
 */
class TextsTest {
  private static final List<Path> SOURCES =
      List.of(
          Path.of("src/main/java"),
          Path.of("../core/src/main/java/zygonox/core/words"),
          Path.of("../core/src/main/java/zygonox/core/handout"));

  private static final Path ALL_CORE = Path.of("../core/src/main/java");

  private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\\n]|\\\\.)*)\"");

  /** Two words with a space between them, neither of which is code. */
  private static final Pattern SENTENCE = Pattern.compile("[A-Za-z]{2,}[,.:;]? [a-z]{2,}");

  /** What a person is not told by the window's own words. */
  private static final Pattern ELSEWHERE =
      Pattern.compile(
          "(?s).*(InvalidInput(\\.check)?\\(|WorkFailed\\(|LogFile\\.\\w+\\(|IllegalStateException\\(|quietly\\(|System\\.err\\.print)[^;]*");

  private static final Pattern KEY = Pattern.compile("Words\\.say\\(\\s*\"([^\"]+)\"\\s*[,)]");

  private static List<Path> files(Path root) throws IOException {
    try (Stream<Path> files = Files.walk(root)) {
      return files.filter(f -> f.toString().endsWith(".java")).toList();
    }
  }

  private static String code(Path file) throws IOException {
    return Files.readString(file).replaceAll("(?s)/\\*.*?\\*/", "").replaceAll("(?m)//.*$", "");
  }

  @Test
  void noSentenceStandsOutsideTheBundle() throws IOException {
    List<String> found = new ArrayList<>();
    for (Path root : SOURCES) {
      for (Path file : files(root)) {
        String code = code(file);
        Matcher literal = LITERAL.matcher(code);
        while (literal.find()) {
          String before = code.substring(Math.max(0, literal.start() - 400), literal.start());
          boolean isError = ELSEWHERE.matcher(before).matches();
          if (SENTENCE.matcher(literal.group(1)).find() && !isError && !isCode(literal.group(1))) {
            found.add(file.getFileName() + ": " + literal.group(1));
          }
        }
      }
    }
    assertThat(found).isEmpty();
  }

  /** Styles and the drawing stand-ins of demo pictures. */
  private static boolean isCode(String literal) {
    return literal.contains("-fx-");
  }

  @Test
  void everyKeyThatIsSaidIsThereAndFormats() throws IOException {
    ResourceBundle bundle = ResourceBundle.getBundle("zygonox.core.words.words", Locale.ROOT);
    Set<String> missing = new TreeSet<>();
    for (Path root : List.of(Path.of("src/main/java"), ALL_CORE)) {
      for (Path file : files(root)) {
        Matcher key = KEY.matcher(code(file));
        while (key.find()) {
          if (!key.group(1).endsWith(".") && !bundle.containsKey(key.group(1))) {
            missing.add(key.group(1));
          }
        }
      }
    }
    assertThat(missing).isEmpty();
    for (String key : bundle.keySet()) {
      // A brace or an apostrophe gone astray is refused, or swallows what follows it.
      MessageFormat format = new MessageFormat(bundle.getString(key), Locale.ENGLISH);
      Object[] numbers = {1.5, 2.5, 3.5, 4.5, 5.5, 6.5, 7.5, 8.5, 9.5};
      assertThat(format.format(numbers)).as(key).doesNotContain("{");
    }
  }

  @Test
  void noKeyStandsTwice() throws IOException {
    Path file = Path.of("../core/src/main/resources/zygonox/core/words/words.properties");
    List<String> keys =
        Files.readAllLines(file).stream()
            .filter(l -> l.matches("[A-Za-z][^ =]* ?=.*"))
            .map(l -> l.split("[ =]")[0])
            .toList();
    assertThat(keys).doesNotHaveDuplicates();
  }
}
