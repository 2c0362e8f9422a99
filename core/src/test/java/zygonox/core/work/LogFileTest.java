package zygonox.core.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.logging.Logger;
import org.junit.jupiter.api.Test;

class LogFileTest {
  @Test
  void whatLibrariesLogGoesIntoTheFileAndNotToTheTerminal() throws Exception {
    PrintStream terminal = System.err;
    ByteArrayOutputStream said = new ByteArrayOutputStream();
    System.setErr(new PrintStream(said, true, StandardCharsets.UTF_8));
    try {
      LogFile.use();
      Logger.getLogger("a.library").warning("premature end at 1734");
      LogFile.fault("a test", new IllegalStateException("odd"));
    } finally {
      System.setErr(terminal);
    }
    assertThat(said.toString(StandardCharsets.UTF_8)).isEmpty();
    assertThat(Files.readString(LogFile.folder().resolve("zygonox.log")))
        .contains("a.library", "premature end at 1734", "IllegalStateException");
  }
}
