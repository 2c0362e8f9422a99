package zygonox.core.recipe;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Files whose names differ by a number that rises by one: told by the first and the last, for a
 * night has hundreds of them.
 *
 * @param folder of all of them, as a path with slashes; empty for none
 * @param first name of the first
 * @param last name of the last
 */
record NumberedRun(String folder, String first, String last) {
  /** Fewer are as quickly told one by one. */
  private static final int FEWEST = 4;

  private static final Pattern NUMBERED = Pattern.compile("(.*?)(\\d{1,15})(\\D*)");

  private record Name(String before, int digits, long number, String after) {
    static Name of(String text) {
      Matcher matcher = NUMBERED.matcher(text);
      return matcher.matches()
          ? new Name(
              matcher.group(1),
              matcher.group(2).length(),
              Long.parseLong(matcher.group(2)),
              matcher.group(3))
          : null;
    }

    String text() {
      return before + ("%0" + digits + "d").formatted(number) + after;
    }

    Name next() {
      return new Name(before, digits, number + 1, after);
    }
  }

  /** Paths in order: each a text, or a run for those that follow each other. */
  static List<Object> gather(List<String> paths) {
    List<Object> gathered = new ArrayList<>();
    for (int i = 0; i < paths.size(); ) {
      int end = i + 1;
      while (end < paths.size() && follows(paths.get(end - 1), paths.get(end))) {
        end++;
      }
      if (end - i >= FEWEST) {
        gathered.add(
            new NumberedRun(folder(paths.get(i)), name(paths.get(i)), name(paths.get(end - 1))));
      } else {
        gathered.addAll(paths.subList(i, end));
      }
      i = end;
    }
    return gathered;
  }

  private static boolean follows(String one, String next) {
    Name name = Name.of(name(one));
    return name != null
        && name.text().equals(name(one))
        && folder(one).equals(folder(next))
        && name.next().text().equals(name(next));
  }

  private static String folder(String path) {
    int slash = path.lastIndexOf('/');
    return slash < 0 ? "" : path.substring(0, slash);
  }

  private static String name(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  /** All its paths; none where the names do not belong together. */
  List<String> paths() {
    List<String> paths = new ArrayList<>();
    Name from = Name.of(first);
    Name to = Name.of(last);
    boolean alike =
        from != null && to != null && from.before.equals(to.before) && from.after.equals(to.after);
    String start = folder.isEmpty() ? "" : folder + "/";
    for (Name name = from; alike && name.number <= to.number; name = name.next()) {
      paths.add(start + name.text());
    }
    return paths;
  }
}
