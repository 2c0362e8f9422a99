package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import zygonox.core.format.Depth;
import zygonox.core.format.JpegQuality;
import zygonox.core.format.OutputFormat;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Settings;

/** How a result is saved: what the name's ending leaves to choose. */
public final class SavingModel {
  private static final int QUALITY_STEP = 2;

  private final StringProperty name = new SimpleStringProperty("");
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private Depth made = Depth.SIXTEEN;
  private Depth wanted = Depth.SIXTEEN;
  private JpegQuality quality = JpegQuality.USUAL;

  public SavingModel() {
    name.subscribe(n -> refresh());
  }

  /** The file's name, below the night's folder. */
  public StringProperty nameProperty() {
    return name;
  }

  /** Depth or quality, as the format has them. */
  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  /** A result is there to be saved, as deep as it was made. */
  void offer(String fileName, Depth depth) {
    made = depth;
    wanted = depth;
    name.set(fileName);
    refresh();
  }

  private Optional<OutputFormat> format() {
    try {
      return Optional.of(OutputFormat.of(Path.of(name.get().strip())));
    } catch (InvalidInput e) {
      // The name is still being typed; saving says what is wrong with it.
      return Optional.empty();
    }
  }

  /** The depth that is saved. */
  public Optional<Depth> depth() {
    return format().map(f -> f.nearest(wanted));
  }

  /** How much a JPEG keeps. */
  public JpegQuality quality() {
    return quality;
  }

  private void refresh() {
    sentence.set(format().map(this::sentence).orElse(new Sentence(List.of())));
  }

  private Sentence sentence(OutputFormat format) {
    if (format == OutputFormat.JPEG) {
      return new Sentence.Builder()
          .say(Words.say("save.at") + " ")
          .set(
              Settings.number(
                  "quality",
                  Notation.PER_CENT::parse,
                  quality.perCent() + " %",
                  quality.perCent(),
                  v -> Math.min(100, v + QUALITY_STEP),
                  v -> Math.max(1, v - QUALITY_STEP),
                  v -> quality.withPerCent(Notation.PER_CENT.whole(v)),
                  q -> Words.say("save.quality-means"),
                  q -> {
                    quality = q;
                    refresh();
                  }))
          .say(" " + Words.say("save.quality"))
          .end();
    }
    List<Depth> depths = Arrays.stream(Depth.values()).filter(format::holds).toList();
    return new Sentence.Builder()
        .say(Words.say("save.with") + " ")
        .set(
            Settings.choice(
                "depth",
                format.nearest(wanted),
                depths,
                d -> Words.say("depth." + d),
                d ->
                    Words.say(d.bits() < made.bits() ? "save.depth-less" : "save.depth-means." + d),
                d -> {
                  wanted = d;
                  refresh();
                }))
        .say(" " + Words.say("save.a-sample"))
        .end();
  }
}
