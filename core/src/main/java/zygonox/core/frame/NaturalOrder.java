package zygonox.core.frame;

import java.util.Comparator;

/** Compares names as people count: {@code f9} before {@code f10}. Letters' case decides last. */
public final class NaturalOrder implements Comparator<String> {
  public static final NaturalOrder INSTANCE = new NaturalOrder();

  private NaturalOrder() {}

  @Override
  public int compare(String a, String b) {
    int i = 0;
    int j = 0;
    while (i < a.length() && j < b.length()) {
      int order;
      if (isDigit(a.charAt(i)) && isDigit(b.charAt(j))) {
        int endA = digitsEnd(a, i);
        int endB = digitsEnd(b, j);
        order = compareNumbers(a.substring(i, endA), b.substring(j, endB));
        i = endA;
        j = endB;
      } else {
        order =
            Character.compare(
                Character.toLowerCase(a.charAt(i++)), Character.toLowerCase(b.charAt(j++)));
      }
      if (order != 0) {
        return order;
      }
    }
    int rest = Integer.compare(a.length() - i, b.length() - j);
    return rest != 0 ? rest : a.compareTo(b);
  }

  private static int compareNumbers(String a, String b) {
    String x = a.replaceFirst("^0+(?=.)", "");
    String y = b.replaceFirst("^0+(?=.)", "");
    return x.length() != y.length() ? Integer.compare(x.length(), y.length()) : x.compareTo(y);
  }

  private static int digitsEnd(String text, int from) {
    int end = from;
    while (end < text.length() && isDigit(text.charAt(end))) {
      end++;
    }
    return end;
  }

  private static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }
}
