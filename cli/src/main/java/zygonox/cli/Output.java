package zygonox.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintWriter;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import zygonox.core.words.Words;
import zygonox.core.work.Progress;

/** The options that every command has, and the way its answer is given. */
final class Output {
  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  @Spec(Spec.Target.MIXEE)
  private CommandSpec spec;

  @Option(names = "--json")
  private boolean json;

  @Option(names = "--progress")
  private boolean progress;

  @Option(names = "--trace")
  private boolean trace;

  static ObjectNode object() {
    return JSON.createObjectNode();
  }

  boolean trace() {
    return trace;
  }

  /** Prints an answer: as JSON where that was asked for, else the lines for a person. */
  void answer(ObjectNode answer, Iterable<String> lines) {
    PrintWriter out = spec.commandLine().getOut();
    if (json) {
      try {
        out.println(JSON.writeValueAsString(answer));
      } catch (JsonProcessingException e) {
        throw new IllegalStateException(e);
      }
    } else {
      lines.forEach(out::println);
    }
    out.flush();
  }

  /** Progress on standard error, when it is a terminal or was asked for. */
  Progress progress(String what) {
    boolean terminal = System.console() != null;
    if (!progress && !terminal) {
      return Progress.NONE;
    }
    PrintWriter err = spec.commandLine().getErr();
    long start = System.nanoTime();
    return (done, total) -> {
      double seconds = (System.nanoTime() - start) / 1e9;
      long left = Math.round(done == 0 ? 0 : seconds / done * (total - done));
      String line = Words.say("shell.progress", what, done, total, left);
      synchronized (err) {
        err.print(terminal ? "\r" + line + "   " : line + "\n");
        if (terminal && done == total) {
          err.println();
        }
        err.flush();
      }
    };
  }
}
