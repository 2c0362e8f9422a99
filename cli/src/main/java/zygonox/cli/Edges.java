package zygonox.cli;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.words.Words;

/**
 * How soft edges are said to be: {@code PX} for all of them, {@code NAME=PX} for one.
 *
 * @param all empty where nothing was said of all
 * @param one by the name each has, whole and normal
 */
record Edges(OptionalDouble all, Map<Path, Double> one) {
  /**
   * @param option what they were typed for
   */
  static Edges parse(String option, List<String> typed) {
    OptionalDouble all = OptionalDouble.empty();
    Map<Path, Double> one = new LinkedHashMap<>();
    for (String word : typed) {
      int equals = word.lastIndexOf('=');
      double pixels = pixels(option, word.substring(equals + 1));
      if (equals < 0) {
        all = OptionalDouble.of(pixels);
      } else {
        one.put(whole(Path.of(word.substring(0, equals))), pixels);
      }
    }
    return new Edges(all, one);
  }

  private static double pixels(String option, String typed) {
    try {
      return Notation.PIXELS.parse(typed);
    } catch (InvalidInput e) {
      throw InvalidInput.about(option, e.getMessage());
    }
  }

  /** The edge of what goes by a name. */
  double of(Path name, double before) {
    return one.getOrDefault(whole(name), all.orElse(before));
  }

  /** Refuses names that nothing goes by. */
  void check(String option, Set<Path> names) {
    Set<Path> known = new HashSet<>();
    names.forEach(n -> known.add(whole(n)));
    one.keySet().stream()
        .filter(n -> !known.contains(n))
        .findFirst()
        .ifPresent(
            n -> {
              throw InvalidInput.about(option, Words.say("shell.edge-of-nothing", n.getFileName()));
            });
  }

  private static Path whole(Path name) {
    return name.toAbsolutePath().normalize();
  }
}
