package zygonox.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.Words;

/** Numbers with units as they are typed in options, each read by the core's own form. */
final class Typed {
  private Typed() {}

  private static double read(ToDoubleFunction<String> form, String text) {
    try {
      return form.applyAsDouble(text);
    } catch (InvalidInput e) {
      throw new TypeConversionException(e.getMessage());
    }
  }

  /** {@code 75}, {@code 1 min 15 s}, {@code 1:15}, {@code 1/50}. */
  static final class Duration implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
      return read(Seconds::parse, text);
    }
  }

  /** {@code 350}, {@code 350 m}, {@code 1150 ft}. */
  static final class Metres implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
      return read(Notation.METRES::parse, text);
    }
  }

  /** {@code 24}, {@code 24 mm}. */
  static final class Millimetres implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
      return read(Notation.MILLIMETRES::parse, text);
    }
  }

  /** {@code 2.8}, {@code f/2.8}. */
  static final class FNumber implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
      return read(Notation.F_NUMBER::parse, text);
    }
  }

  /** {@code 180}, {@code 180 degrees}. */
  static final class Degrees implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
      return read(Notation.DEGREES::parse, text);
    }
  }

  /** {@code NNW}, {@code 337}. */
  static final class Azimuth implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
      return read(Compass::parseAzimuth, text);
    }
  }

  /** {@code 20}, {@code 5 down}. */
  static final class Altitude implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
      return read(Compass::parseAltitude, text);
    }
  }

  /** {@code -1/3}, {@code 2 stops}. */
  static final class Stops implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
      return read(Notation.STOPS::parse, text);
    }
  }

  /** {@code -4}, {@code -4 C}. */
  static final class Celsius implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
      return read(Notation.CELSIUS::parse, text);
    }
  }

  /** One of an enum's values, by its name as it is typed. */
  static <E extends Enum<E>> E choice(String name, String text, Class<E> type) {
    List<String> terms = new ArrayList<>();
    for (E value : type.getEnumConstants()) {
      String term = value.name().toLowerCase(Locale.ROOT).replace('_', '-');
      if (term.equals(text.toLowerCase(Locale.ROOT))) {
        return value;
      }
      terms.add(term);
    }
    throw new InvalidInput(
        Words.say("shell.is-it-must-be-one", name, text, String.join(", ", terms)));
  }
}
