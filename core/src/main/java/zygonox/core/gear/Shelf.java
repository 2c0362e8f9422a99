package zygonox.core.gear;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import zygonox.core.optics.Lens;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.work.DiskFault;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;

/**
 * The gear there is to choose from.
 *
 * @param cameras cameras, each name once
 * @param lenses lenses, each name once
 * @param timers remote timers, each name once
 */
public record Shelf(List<CameraModel> cameras, List<Lens> lenses, List<RemoteTimer> timers) {
  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  public Shelf {
    cameras = List.copyOf(cameras);
    lenses = List.copyOf(lenses);
    timers = List.copyOf(timers);
  }

  /** Made-up gear of common kinds, which ships with Zygonox. */
  public static Shelf made() {
    try (InputStream in = Shelf.class.getResourceAsStream("shelf.json")) {
      return of(JSON.readTree(in));
    } catch (IOException e) {
      throw new UncheckedIOException("the shelf cannot be read", e);
    }
  }

  /**
   * The made-up gear with a person's own before it.
   *
   * @param file the person's own; need not be there
   * @throws InvalidInput when the file is damaged
   */
  public static Shelf with(Path file) {
    if (!Files.exists(file)) {
      return made();
    }
    try {
      Shelf own = of(JSON.readTree(file.toFile()));
      Shelf made = made();
      return new Shelf(
          joined(own.cameras, made.cameras, c -> c.body().name()),
          joined(own.lenses, made.lenses, Lens::name),
          joined(own.timers, made.timers, RemoteTimer::name));
    } catch (JsonProcessingException e) {
      long line = e.getLocation() == null ? 1 : e.getLocation().getLineNr();
      throw new InvalidInput(Phrasebook.say("refused.is-damaged-at-line-restore", file, line), e);
    } catch (IOException e) {
      throw new InvalidInput(
          Phrasebook.say("refused.cannot-be-read", file, DiskFault.reason(e)), e);
    } catch (InvalidInput e) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-a-shelf-of", file, e.getMessage()), e);
    }
  }

  private static <T> List<T> joined(List<T> first, List<T> then, Function<T, String> name) {
    List<T> all = new ArrayList<>(first);
    List<String> names = first.stream().map(name).toList();
    then.stream().filter(t -> !names.contains(name.apply(t))).forEach(all::add);
    return all;
  }

  private static Shelf of(JsonNode json) {
    List<CameraModel> cameras = new ArrayList<>();
    List<Lens> lenses = new ArrayList<>();
    List<RemoteTimer> timers = new ArrayList<>();
    json.path("cameras").forEach(c -> cameras.add(GearJson.camera(c)));
    json.path("lenses").forEach(l -> lenses.add(GearJson.lens(l)));
    json.path("timers").forEach(t -> timers.add(GearJson.timer(t)));
    return new Shelf(cameras, lenses, timers);
  }

  /** The same shelf with a kit's gear put first, in place of what has its names. */
  public Shelf keeping(Kit kit) {
    return new Shelf(
        joined(List.of(kit.camera()), cameras, c -> c.body().name()),
        joined(List.of(kit.lens()), lenses, Lens::name),
        joined(List.of(kit.timer()), timers, RemoteTimer::name));
  }

  /**
   * Writes it, whole or not at all.
   *
   * @throws WorkFailed when the disk refuses
   */
  public void write(Path file) {
    ObjectNode root = JSON.createObjectNode();
    var cameraList = root.putArray("cameras");
    cameras.forEach(c -> GearJson.write(c, cameraList.addObject()));
    var lensList = root.putArray("lenses");
    lenses.forEach(l -> GearJson.write(l, lensList.addObject()));
    var timerList = root.putArray("timers");
    timers.forEach(t -> GearJson.write(t, timerList.addObject()));
    WholeFile.write(
        file, WholeFile.IfPresent.REPLACE, path -> JSON.writeValue(path.toFile(), root));
  }
}
