package zygonox.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Properties;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import zygonox.core.quantity.ByteSize;
import zygonox.core.words.Words;
import zygonox.core.work.Product;
import zygonox.core.work.Workers;

/** Tells what runs, and on what. */
@Command(name = "version", mixinStandardHelpOptions = true)
final class VersionCommand implements Callable<Integer> {
  @Mixin private Output output;

  @Override
  public Integer call() throws IOException {
    ByteSize memory = new ByteSize(Runtime.getRuntime().maxMemory());
    ObjectNode answer = Output.object();
    answer.put("version", Product.version());
    answer.put("java", System.getProperty("java.version"));
    answer.put("javafx", javafx());
    answer.put("cores", Workers.cores());
    answer.put("memoryBytes", memory.bytes());
    output.answer(
        answer,
        List.of(
            Product.signature(),
            "Java " + System.getProperty("java.version") + ", JavaFX " + javafx(),
            Words.say("shell.cores-of-memory", Workers.cores(), memory)));
    return 0;
  }

  private static String javafx() throws IOException {
    Properties build = new Properties();
    try (InputStream in = VersionCommand.class.getResourceAsStream("build.properties")) {
      build.load(in);
    }
    return build.getProperty("javafx");
  }
}
