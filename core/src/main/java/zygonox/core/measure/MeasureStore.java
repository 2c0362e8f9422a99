package zygonox.core.measure;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import zygonox.core.format.ReadFault;
import zygonox.core.frame.Frame;
import zygonox.core.stars.Spot;
import zygonox.core.stars.StarList;
import zygonox.core.stars.StarShape;
import zygonox.core.work.ContentKey;
import zygonox.core.work.Workroom;

/**
 * Remembers what was measured of runs, by what is in their files: a second look costs nothing, and
 * a file that has moved or is called otherwise is known again. What the room keeps holds one file
 * for each run, which may be thrown away at any time.
 */
public final class MeasureStore {
  /** Goes up whenever the same frame would be measured otherwise. */
  private static final String PURPOSE = "measure 7";

  /** What a record says of itself, as {@link Filling#isEnough}, is no part of it. */
  private static final ObjectMapper JSON =
      JsonMapper.builder().disable(MapperFeature.AUTO_DETECT_IS_GETTERS).build();

  private MeasureStore() {}

  private record KeptFrame(
      SkyLevel sky,
      int stars,
      StarShape shape,
      double sharpness,
      StillScene.Shift shift,
      List<Streak> streaks,
      Brightening lamp) {}

  private record KeptRun(
      List<KeptFrame> frames, List<Spot> hotPixels, Filling filling, CloudPart cloud) {}

  /**
   * The same as {@link RunMeter#measure}, from memory where the run was measured before. A run of
   * which a frame could not be decoded is not remembered: it may only have been a loose card.
   */
  public static RunMeasure measure(
      List<Frame> frames, Workroom room, BiConsumer<Frame, ReadFault> onUnreadable) {
    Optional<String> file = key(frames).map(k -> "run-" + k + ".json");
    Optional<RunMeasure> known = file.flatMap(room.kept()::read).flatMap(b -> read(b, frames));
    if (known.isPresent()) {
      room.progress().step(frames.size(), frames.size());
      return known.get();
    }
    StarList stars = new StarList(room.kept());
    RunMeasure measured =
        RunMeter.measure(
            frames, room, onUnreadable, (frame, found) -> stars.keep(frame.file(), found));
    if (measured.frames().size() == frames.size()) {
      file.ifPresent(f -> room.kept().write(f, bytes(measured)));
    }
    return measured;
  }

  /**
   * A run as it was kept.
   *
   * @param frames which it is of
   * @return empty where the bytes are not what {@link #bytes} gave for so many frames
   */
  static Optional<RunMeasure> read(byte[] bytes, List<Frame> frames) {
    try {
      KeptRun kept = JSON.readValue(bytes, KeptRun.class);
      if (kept.frames.size() != frames.size()) {
        return Optional.empty();
      }
      List<FrameMeasure> measures = new ArrayList<>();
      for (int i = 0; i < frames.size(); i++) {
        KeptFrame k = kept.frames.get(i);
        measures.add(
            new FrameMeasure(
                frames.get(i),
                k.sky,
                k.stars,
                Optional.ofNullable(k.shape),
                k.sharpness,
                k.shift,
                k.streaks,
                Optional.ofNullable(k.lamp)));
      }
      return Optional.of(
          new RunMeasure(
              measures,
              kept.hotPixels,
              Optional.ofNullable(kept.filling),
              Optional.ofNullable(kept.cloud)));
    } catch (IOException | RuntimeException e) {
      // A damaged memory is no memory: the run is measured anew.
      return Optional.empty();
    }
  }

  /** What is kept of a run. */
  static byte[] bytes(RunMeasure run) {
    List<KeptFrame> measures =
        run.frames().stream()
            .map(
                m ->
                    new KeptFrame(
                        m.sky(),
                        m.stars(),
                        m.shape().orElse(null),
                        m.sharpness(),
                        m.shift(),
                        m.streaks(),
                        m.lamp().orElse(null)))
            .toList();
    try {
      return JSON.writeValueAsBytes(
          new KeptRun(
              measures, run.hotPixels(), run.filling().orElse(null), run.cloud().orElse(null)));
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Tells a run by its files' contents; empty where one cannot be read. */
  private static Optional<String> key(List<Frame> frames) {
    try {
      return Optional.of(ContentKey.of(PURPOSE, frames.stream().map(Frame::file).toList()));
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
