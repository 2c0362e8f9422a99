package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.embed.swing.SwingFXUtils;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.util.Duration;
import javax.imageio.ImageIO;
import zygonox.core.blend.BlendMethod;
import zygonox.core.blend.BlendOptions.Align;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.ReadFault;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.theme.Theme;

/** Opens each main view on the demo night and writes a picture of it. */
final class Shots {
  private static final double SETTLE_SECONDS = 1.2;

  private final Shell shell;
  private final Path folder;
  private final Deque<Step> steps = new ArrayDeque<>();
  private Runnable restore = () -> {};
  private int failures;

  /** A view: how it is reached, and what its picture is called. */
  private record Step(String name, Runnable reach, double seconds) {}

  private final Path night;

  Shots(Shell shell, Path night, Path folder) {
    this.shell = shell;
    this.night = night;
    this.folder = folder;
  }

  void take() throws IOException {
    Files.createDirectories(folder);
    add("begin", () -> shell.go(StageName.SKY), SETTLE_SECONDS);
    add("sky", () -> shell.openNight(night), SETTLE_SECONDS);
    add("program", () -> shell.go(StageName.PROGRAM), 2.5);
    add("program-setting", () -> shell.lookup("#setting-exposure").requestFocus(), SETTLE_SECONDS);
    add("rehearse", () -> shell.go(StageName.REHEARSE), SETTLE_SECONDS);
    add("frames", () -> shell.go(StageName.FRAMES), SETTLE_SECONDS);
    add("frames-unreadable", this::unreadable, SETTLE_SECONDS);
    add("blend-trails", () -> blend(0, BlendMethod.LIGHTEN, Align.NONE), 4);
    add("blend-aligned", () -> blend(1, BlendMethod.MEAN, Align.STARS), 7);
    add("blend-full-size", this::closer, SETTLE_SECONDS);
    add("keys", shell::toggleKeys, SETTLE_SECONDS);
    add("ember", () -> inEmber(), 4);
    add("paper", () -> shell.themeProperty().set(Theme.PAPER), SETTLE_SECONDS);
    next();
  }

  private void add(String name, Runnable reach, double seconds) {
    steps.add(new Step(name, reach, seconds));
  }

  private void blend(int run, BlendMethod method, Align align) {
    restore.run();
    restore = () -> {};
    shell.go(StageName.BLEND);
    shell.blend().model().setRun(run);
    shell.blend().model().setMethod(method);
    shell.blend().model().setAlign(align);
    shell.blend().start();
  }

  private void closer() {
    var view = shell.lookup("#picture");
    view.requestFocus();
    view.fireEvent(
        new KeyEvent(KeyEvent.KEY_PRESSED, "1", "1", KeyCode.DIGIT1, false, false, false, false));
  }

  private void inEmber() {
    shell.toggleKeys();
    shell.themeProperty().set(Theme.EMBER);
    blend(0, BlendMethod.LIGHTEN, Align.NONE);
  }

  private void unreadable() {
    FrameSet set = shell.night().framesProperty().get();
    Path bad = set.frames().get(0).file().resolveSibling("star-trails-0049.jpg");
    shell
        .night()
        .framesProperty()
        .set(
            new FrameSet(
                set.frames().subList(0, 20),
                List.of(
                    new FrameSet.Unreadable(bad, ReadFault.of(ReadFault.Kind.TRUNCATED), false)),
                set.assumedOffset()));
    restore = () -> shell.night().framesProperty().set(set);
  }

  private void next() {
    Step step = steps.poll();
    if (step == null) {
      Platform.exit();
      if (failures > 0) {
        System.exit(1);
      }
      return;
    }
    step.reach.run();
    new Timeline(
            new KeyFrame(
                Duration.seconds(step.seconds),
                e -> {
                  write(step.name);
                  next();
                }))
        .play();
  }

  private void write(String name) {
    WritableImage image = shell.snapshot(null, null);
    Path file = folder.resolve(name + ".png");
    try {
      ImageIO.write(SwingFXUtils.fromFXImage(image, null), "png", file.toFile());
      System.out.println(file);
    } catch (IOException e) {
      failures++;
      System.err.println(file + " could not be written: " + e.getMessage());
    }
  }
}
