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
import zygonox.core.work.WholeFile;
import zygonox.core.work.WholeFile.IfPresent;

/** Prints the field cards of a night. */
@Command(
    name = "card",
    description = "A night's field cards, as text or as PDF.",
    mixinStandardHelpOptions = true)
final class CardCommand implements Callable<Integer> {
  @Mixin private Output output;

  @Parameters(index = "0", paramLabel = "NIGHT", description = "A night's folder or night.json.")
  private Path night;

  @Option(
      names = "--out",
      paramLabel = "FILE",
      description = "Write a PDF, or text where it ends in .txt.")
  private Path out;

  @Option(names = "--overwrite", description = "Replace the file where it is there.")
  private boolean overwrite;

  @Override
  public Integer call() {
    Night plan = NightFile.open(night).night();
    if (plan.programs().isEmpty()) {
      throw new InvalidInput(night + " has no program to print; add one to \"programs\"");
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
          cards.size() == 1 ? "The card is in " + out : cards.size() + " cards are in " + out);
    }
    output.answer(answer, lines);
    return 0;
  }
}
