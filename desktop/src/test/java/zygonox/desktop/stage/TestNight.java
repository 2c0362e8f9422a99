package zygonox.desktop.stage;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;

/** The demo night for tests of models. */
public final class TestNight {
  private static final Path DEMO = Path.of("..", "demo", "windmill-night");

  private TestNight() {}

  /** A night that is open and may be changed, without frames. */
  public static OpenNight in(Path folder) throws IOException {
    Files.copy(DEMO.resolve("night.json"), folder.resolve("night.json"));
    OpenNight night =
        new OpenNight(
            fault -> {
              throw new AssertionError(fault);
            },
            () -> 0);
    night.open(folder);
    return night;
  }

  /** The demo's frames. */
  public static FrameSet frames() {
    return FrameFinder.find(List.of(DEMO.resolve("frames")), Progress.NONE, new Cancellation());
  }

  /** One part of a sentence. */
  public static Setting setting(Sentence sentence, String key) {
    return sentence.parts().stream()
        .filter(p -> p instanceof Setting s && s.key().equals(key))
        .map(Setting.class::cast)
        .findFirst()
        .orElseThrow(() -> new AssertionError("no " + key + " in: " + sentence.text()));
  }
}
