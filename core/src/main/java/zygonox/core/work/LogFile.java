package zygonox.core.work;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.Configurator;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.rolling.FixedWindowRollingPolicy;
import ch.qos.logback.core.rolling.RollingFileAppender;
import ch.qos.logback.core.rolling.SizeBasedTriggeringPolicy;
import ch.qos.logback.core.spi.ContextAwareBase;
import ch.qos.logback.core.status.NopStatusListener;
import ch.qos.logback.core.util.FileSize;
import java.nio.file.Path;
import java.util.logging.LogManager;
import org.slf4j.LoggerFactory;
import org.slf4j.bridge.SLF4JBridgeHandler;

/**
 * Where the program and its libraries log: a file in the person's state folder, never the terminal.
 * It is opened by the first thing that is logged, so that a command with nothing to log does not
 * wait for it. Two files of two megabytes are kept.
 */
public final class LogFile {
  private static final String NAME = "zygonox.log";
  private static final long LARGEST_BYTES = 2_000_000;

  private LogFile() {}

  /** The folder it is in. */
  public static Path folder() {
    return Folders.state();
  }

  /** Sends there what is logged through {@code java.util.logging}; what uses SLF4J goes anyway. */
  public static void use() {
    LogManager.getLogManager().reset();
    SLF4JBridgeHandler.install();
  }

  /** Writes down a fault that a person is told of in other words. */
  public static void fault(String where, Throwable fault) {
    LoggerFactory.getLogger("zygonox").error(where, fault);
  }

  /** Writes down something of which a person is told nothing. */
  public static void note(String where, Throwable fault) {
    LoggerFactory.getLogger("zygonox").info(where, fault);
  }

  /** Found by Logback as a service. */
  public static final class Setup extends ContextAwareBase implements Configurator {
    @Override
    public ExecutionStatus configure(LoggerContext context) {
      // Logback would print its own troubles, such as a folder it may not write to.
      context.getStatusManager().add(new NopStatusListener());
      PatternLayoutEncoder encoder = new PatternLayoutEncoder();
      encoder.setContext(context);
      encoder.setPattern("%d{yyyy-MM-dd'T'HH:mm:ss.SSSZZZZZ} %-5level %logger - %msg%n");
      encoder.start();
      RollingFileAppender<ILoggingEvent> file = new RollingFileAppender<>();
      file.setContext(context);
      file.setName(NAME);
      file.setFile(folder().resolve(NAME).toString());
      file.setEncoder(encoder);
      FixedWindowRollingPolicy rolling = new FixedWindowRollingPolicy();
      rolling.setContext(context);
      rolling.setParent(file);
      rolling.setFileNamePattern(folder().resolve("zygonox.%i.log").toString());
      rolling.setMinIndex(1);
      rolling.setMaxIndex(1);
      rolling.start();
      SizeBasedTriggeringPolicy<ILoggingEvent> size = new SizeBasedTriggeringPolicy<>();
      size.setContext(context);
      size.setMaxFileSize(new FileSize(LARGEST_BYTES));
      size.start();
      file.setRollingPolicy(rolling);
      file.setTriggeringPolicy(size);
      file.start();
      Logger root = context.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME);
      root.setLevel(Level.INFO);
      root.addAppender(file);
      return ExecutionStatus.DO_NOT_INVOKE_NEXT_IF_ANY;
    }
  }
}
