package zygonox.desktop.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/** A program or a recipe in plain words. */
public record Sentence(List<Part> parts) {
  public Sentence {
    parts = List.copyOf(parts);
  }

  /** The whole of it, for copying and for the log. */
  public String text() {
    return parts.stream().map(Part::text).collect(Collectors.joining());
  }

  /** Puts a sentence together. */
  public static final class Builder {
    private final List<Part> parts = new ArrayList<>();

    public Builder say(String words) {
      parts.add(new Part.Words(words));
      return this;
    }

    public Builder set(Setting setting) {
      parts.add(setting);
      return this;
    }

    public Builder offer(Part.Offers offers) {
      parts.add(offers);
      return this;
    }

    public Sentence end() {
      return new Sentence(parts);
    }
  }
}
