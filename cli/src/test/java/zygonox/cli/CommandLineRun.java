package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;

/**
 * A command that has been run, as a script sees it.
 *
 * @param code its exit code
 * @param out what it wrote to standard output
 * @param err what it wrote to standard error
 */
record CommandLineRun(int code, String out, String err) {
  static CommandLineRun of(String... args) {
    PrintStream out = System.out;
    PrintStream err = System.err;
    ByteArrayOutputStream gathered = new ByteArrayOutputStream();
    ByteArrayOutputStream errors = new ByteArrayOutputStream();
    try {
      System.setOut(new PrintStream(gathered, true, StandardCharsets.UTF_8));
      System.setErr(new PrintStream(errors, true, StandardCharsets.UTF_8));
      int code = Main.run(args);
      return new CommandLineRun(
          code, gathered.toString(StandardCharsets.UTF_8), errors.toString(StandardCharsets.UTF_8));
    } finally {
      System.setOut(out);
      System.setErr(err);
    }
  }

  /** Runs one that has to succeed. */
  static CommandLineRun done(String... args) {
    CommandLineRun run = of(args);
    assertThat(run.code).as(run.err).isZero();
    return run;
  }

  JsonNode json() {
    try {
      return new ObjectMapper().readTree(out);
    } catch (IOException e) {
      throw new AssertionError("no JSON: " + out, e);
    }
  }

  String lastError() {
    String[] lines = err.strip().split("\\R");
    return lines[lines.length - 1];
  }
}
