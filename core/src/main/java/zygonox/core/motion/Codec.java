package zygonox.core.motion;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/** How a clip is kept: as a film of some kind, or as numbered pictures. */
public enum Codec {
  /** For WebM. */
  VP9("libvpx-vp9", List.of("webm", "mp4")),
  /** For MP4 and WebM: smaller, and slower. */
  AV1("libsvtav1", List.of("mp4", "webm")),
  /** For MP4: plays on whatever is old. */
  H264("libopenh264", List.of("mp4")),
  /** Numbered pictures in a folder. */
  STILLS("", List.of());

  private final String encoder;
  private final List<String> endings;

  Codec(String encoder, List<String> endings) {
    this.encoder = encoder;
    this.endings = endings;
  }

  /** As it is typed: {@code vp9}. */
  public String term() {
    return name().toLowerCase(Locale.ROOT);
  }

  String encoder() {
    return encoder;
  }

  /** How a file's container is called by the library: by the file's ending. */
  static String container(Path file) {
    return ending(file);
  }

  private static String ending(Path file) {
    String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
    return name.contains(".") ? name.substring(name.lastIndexOf('.') + 1) : "";
  }

  /**
   * The usual one for a file's name; a name without an ending is a folder for numbered pictures.
   *
   * @throws InvalidInput when the ending is not known
   */
  public static Codec usual(Path file) {
    return switch (ending(file)) {
      case "webm" -> VP9;
      case "mp4" -> AV1;
      case "" -> STILLS;
      default -> throw InvalidInput.about("out", Phrasebook.say("refused.no-clip-name", file));
    };
  }

  /** Whether a file of that name can hold it. */
  public boolean fits(Path file) {
    return this == STILLS ? ending(file).isEmpty() : endings.contains(ending(file));
  }

  /** A file's name with the ending that this has mostly; one that fits already stays. */
  public String named(String file) {
    if (fits(Path.of(file))) {
      return file;
    }
    String stem = file.replaceFirst("\\.[^./\\\\]*$", "");
    return this == STILLS ? stem : stem + "." + endings.get(0);
  }

  /**
   * @throws InvalidInput when a file of that name cannot hold it
   */
  public Codec checked(Path file) {
    usual(file);
    if (this != STILLS && !fits(file)) {
      throw InvalidInput.about(
          "codec",
          Phrasebook.say("refused.codec-not-in", term(), file, String.join(", ", endings)));
    }
    return this;
  }
}
