package zygonox.cli;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.function.Function;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.words.Words;
import zygonox.core.work.AlreadyThere;
import zygonox.core.work.Cancelled;
import zygonox.core.work.LogFile;
import zygonox.core.work.Product;
import zygonox.core.work.WorkFailed;

/** The headless commands. */
@Command(name = "zygonox", mixinStandardHelpOptions = true)
public final class Main implements Runnable {
  private static final List<Class<?>> COMMANDS =
      List.of(
          SkyCommand.class,
          LimitsCommand.class,
          ExposureCommand.class,
          ProgramCommand.class,
          RampCommand.class,
          PanoramaCommand.class,
          CardCommand.class,
          RehearseCommand.class,
          FramesCommand.class,
          BlendCommand.class,
          ExplainCommand.class,
          WhoseCommand.class,
          MotionCommand.class,
          VersionCommand.class);

  /** The work could not be done. */
  static final int FAILED = 1;

  /** Wrong usage or input out of range. */
  static final int WRONG_INPUT = 2;

  @Spec private CommandSpec spec;

  public static void main(String[] args) {
    LogFile.use();
    System.exit(run(args));
  }

  static int run(String... args) {
    return versioned(withCommands(args.length == 0 ? "" : args[0]))
        .setResourceBundle(ResourceBundle.getBundle(Phrasebook.BUNDLE_NAME, Locale.ROOT))
        .registerConverter(OffsetDateTime.class, Times::parse)
        .registerConverter(LocalDate.class, Times::parseDate)
        .setExecutionExceptionHandler(Main::failed)
        .setParameterExceptionHandler(Main::misused)
        .execute(args);
  }

  /**
   * With the one that is asked for, or all: to look through all options takes a third of a second.
   */
  private static CommandLine withCommands(String asked) {
    CommandLine line = new CommandLine(new Main());
    boolean known = COMMANDS.stream().anyMatch(c -> nameOf(c).equals(asked));
    COMMANDS.stream()
        .filter(c -> !known || nameOf(c).equals(asked))
        .forEach(c -> line.addSubcommand(c));
    CommandLine.ITypeConverter<Integer> whole =
        text -> number(text, Integer::valueOf, "shell.not-a-whole-number");
    CommandLine.ITypeConverter<Double> real =
        text -> number(text, Double::valueOf, "shell.not-a-number");
    return line.registerConverter(Integer.class, whole)
        .registerConverter(int.class, whole)
        .registerConverter(Double.class, real)
        .registerConverter(double.class, real);
  }

  private static <T> T number(String text, Function<String, T> reading, String otherwise) {
    try {
      return reading.apply(text.strip());
    } catch (NumberFormatException e) {
      throw new CommandLine.TypeConversionException(Words.say(otherwise, text));
    }
  }

  private static String nameOf(Class<?> command) {
    return command.getAnnotation(Command.class).name();
  }

  /** Every command tells the version when it is asked for it. */
  private static CommandLine versioned(CommandLine line) {
    line.getCommandSpec().version(Product.signature());
    line.getSubcommands().values().forEach(Main::versioned);
    return line;
  }

  @Override
  public void run() {
    throw new CommandLine.ParameterException(
        spec.commandLine(), Words.say("shell.no-command-was-given-try"));
  }

  private static int failed(Exception e, CommandLine command, CommandLine.ParseResult parsed) {
    if (command.getMixins().get("output") instanceof Output output && output.trace()) {
      e.printStackTrace(command.getErr());
    }
    boolean known = e instanceof InvalidInput || e instanceof WorkFailed || e instanceof Cancelled;
    String message =
        known
            ? e.getMessage()
            : Words.say("shell.something-unexpected-went-wrong-trace", LogFile.folder());
    if (!known) {
      LogFile.fault("a command", e);
    }
    if (e instanceof InvalidInput refused && !refused.about().isEmpty()) {
      message = "--" + refused.about() + ": " + message;
    }
    command.getErr().println(e instanceof AlreadyThere ? message + " with --overwrite" : message);
    return e instanceof InvalidInput ? WRONG_INPUT : FAILED;
  }

  private static int misused(CommandLine.ParameterException e, String[] args) {
    CommandLine command = e.getCommandLine();
    String name = command.getCommandSpec().qualifiedName();
    // Picocli's own sentences may run over several lines; the last line has to tell.
    String message = String.valueOf(e.getMessage()).replaceAll("\\s*\\R\\s*", " ");
    command.getErr().println(message + "; see " + name + " --help");
    return WRONG_INPUT;
  }
}
