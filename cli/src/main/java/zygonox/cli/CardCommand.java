package zygonox.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zygonox.core.handout.FieldCard;
import zygonox.core.handout.FieldCardPdf;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.Words;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WholeFile.IfPresent;

/** Prints the field cards of a night. */
@Command(name = "card", mixinStandardHelpOptions = true)
final class CardCommand implements Callable<Integer> {
  @Mixin private Output output;

  @Parameters(index = "0", paramLabel = "NIGHT")
  private Path night;

  @Option(names = "--out", paramLabel = "FILE")
  private Path out;

  @Option(names = "--overwrite")
  private boolean overwrite;

  @Override
  public Integer call() {
    Night plan = NightFile.open(night).night();
    if (plan.programs().isEmpty()) {
      throw new InvalidInput(Words.say("shell.has-no-program-to-print", night));
    }
    List<FieldCard> cards =
        IntStream.range(0, plan.programs().size()).mapToObj(i -> FieldCard.of(plan, i)).toList();
    ObjectNode answer = Output.object();
    answer.put("cards", cards.size());
    List<String> lines = new ArrayList<>();
    if (out == null) {
      var texts = answer.putArray("text");
      cards.forEach(card -> texts.add(card.text()));
      cards.forEach(card -> lines.add(card.text()));
    } else {
      IfPresent present = overwrite ? IfPresent.REPLACE : IfPresent.REFUSE;
      if (out.toString().toLowerCase(Locale.ROOT).endsWith(".txt")) {
        String text = cards.stream().map(FieldCard::text).collect(Collectors.joining("\n\f\n"));
        WholeFile.write(out, present, path -> Files.writeString(path, text));
      } else {
        FieldCardPdf.write(cards, out, present);
      }
      answer.put("file", out.toString());
      lines.add(
          cards.size() == 1
              ? Words.say("shell.the-card-is-in", out)
              : Words.say("shell.cards-are-in", cards.size(), out));
    }
    output.answer(answer, lines);
    return 0;
  }
}
