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

/** All texts of the window, of the commands and of what is refused stand in one bundle. */
class TextsTest {
  private static final List<Path> SOURCES =
      List.of(
          Path.of("src/main/java"),
          Path.of("../core/src/main/java"),
          Path.of("../cli/src/main/java"));

  private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\\n]|\\\\.)*)\"");

  /** Two words with a space between them, neither of which is code. */
  private static final Pattern SENTENCE = Pattern.compile("[A-Za-z]{2,}[,.:;]? [a-z]{2,}");

  /** What goes to the log file or to a developer. */
  private static final Pattern LOGGED =
      Pattern.compile(
          "(?s).*(LogFile\\.\\w+|Illegal(State|Argument)Exception|AssertionError|UncheckedIOException|quietly|System\\.err\\.print)\\([^;]*");

  /** What is read and not said: names typed in, and what others' messages are known by. */
  private static final Set<String> READ =
      Set.of("SkyBody.java", "Notation.java", "DiskFault.java", "Moments.java");

  /** What is kept in files, where it must not change with the words. */
  private static final Set<String> KEPT =
      Set.of("FitsSink.java", "Night.java", "Kit.java", "DeepSky.java", "ProgramCommand.java");

  /** What names a piece of work to the log, or a developer's mistake. */
  private static final Set<String> WORK =
      Set.of(
          "quick look",
          "program preview",
          "arriving frame",
          "left behind",
          "recent nights",
          "variant pictures",
          "picture of ",
          " samples given, ",
          " needed for ",
          "no projective map: ",
          ", aligned on stars",
          "number of frames at each pixel",
          "a snapshot that was cut off");

  private static final Pattern KEY =
      Pattern.compile(
          "(?:\\.say|(?:InvalidInput|Seconds)\\.check|new Notation)\\(\\s*\"([\\w-]+\\.[\\w.-]+)\"\\s*[,)]");

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
        String name = file.getFileName().toString();
        String code = READ.contains(name) || KEPT.contains(name) ? "" : code(file);
        Matcher literal = LITERAL.matcher(code);
        while (literal.find()) {
          String before = code.substring(Math.max(0, literal.start() - 400), literal.start());
          boolean isLogged = LOGGED.matcher(before).matches();
          boolean isSaid =
              !isLogged && !isCode(literal.group(1)) && !WORK.contains(literal.group(1));
          if (isSaid && SENTENCE.matcher(literal.group(1)).find()) {
            found.add(name + ": " + literal.group(1));
          }
        }
      }
    }
    assertThat(found).isEmpty();
  }

  private static boolean isCode(String literal) {
    return literal.contains("-fx-");
  }

  @Test
  void everyKeyThatIsSaidIsThereAndFormats() throws IOException {
    ResourceBundle bundle = ResourceBundle.getBundle("zygonox.core.words.words", Locale.ROOT);
    Set<String> missing = new TreeSet<>();
    for (Path root : SOURCES) {
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
      if (bundle.getString(key).contains("${")) {
        continue; // the commands' own descriptions, which picocli fills in
      }
      // A brace or an apostrophe gone astray is refused, or swallows what follows it.
      MessageFormat format = new MessageFormat(bundle.getString(key), Locale.ENGLISH);
      Object[] numbers = {1.5, 2.5, 3.5, 4.5, 5.5, 6.5, 7.5, 8.5, 9.5};
      assertThat(format.format(numbers)).as(key).doesNotContain("{");
    }
  }

  /** They are shown as they stand, not formatted. */
  @Test
  void noCommandsDescriptionDoublesAnApostrophe() {
    ResourceBundle bundle = ResourceBundle.getBundle("zygonox.core.words.words", Locale.ROOT);
    assertThat(bundle.keySet().stream().filter(key -> key.startsWith("zygonox.")))
        .isNotEmpty()
        .noneMatch(key -> bundle.getString(key).contains("''"));
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
