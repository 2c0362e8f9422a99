package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.embed.swing.SwingFXUtils;
import javafx.scene.control.Button;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.util.Duration;
import javax.imageio.ImageIO;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.ReadFault;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.night.Night;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.recipe.Align;
import zygonox.core.words.Words;
import zygonox.core.work.LogFile;
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
  private Night before;

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
    add("begin", shell::showNights, SETTLE_SECONDS);
    add("sky", () -> shell.openNight(night), SETTLE_SECONDS);
    add("targets", () -> page(StageName.SKY, "targets"), 2);
    add("site", () -> aim("M31", "site"), SETTLE_SECONDS);
    add("year", () -> page(StageName.SKY, "year"), 4);
    add("sky-aimed", () -> page(StageName.SKY, "look"), SETTLE_SECONDS);
    add("sky-wide", this::wide, SETTLE_SECONDS);
    add("program", this::backToProgram, 2.5);
    add("program-setting", () -> shell.lookup("#setting-exposure").requestFocus(), SETTLE_SECONDS);
    add("exposure", () -> page(StageName.PROGRAM, "exposure"), 2.5);
    add("gear", () -> page(StageName.PROGRAM, "gear"), SETTLE_SECONDS);
    add("field-card", () -> page(StageName.PROGRAM, "field-card"), SETTLE_SECONDS);
    add("ramp", () -> with(Job.DAY_INTO_NIGHT, "ramp"), SETTLE_SECONDS);
    add("panorama", () -> with(Job.PANORAMA, "panorama"), SETTLE_SECONDS);
    add("programs", () -> page(StageName.PROGRAM, "frames"), 2.5);
    add("rehearse", this::onlyTheFirstTwo, 8);
    add("practice", () -> page(StageName.REHEARSE, "practice"), SETTLE_SECONDS);
    add("practice-lesson", () -> fire("#next-lesson"), 9);
    add("practice-answered", () -> fire("#answer-dew"), SETTLE_SECONDS);
    add("frames", () -> shell.go(StageName.FRAMES), SETTLE_SECONDS);
    add("frames-judged", this::judged, 12);
    add("frames-corners", () -> key("#frames", KeyCode.M), SETTLE_SECONDS);
    add("frames-compared", this::compared, 3);
    add("wall", () -> page(StageName.FRAMES, "wall"), 3);
    add("curves", () -> page(StageName.FRAMES, "curves"), SETTLE_SECONDS);
    add("runs", () -> page(StageName.FRAMES, "runs"), SETTLE_SECONDS);
    add("frames-again", () -> page(StageName.FRAMES, "one-by-one"), SETTLE_SECONDS);
    add("frames-unreadable", this::unreadable, SETTLE_SECONDS);
    add("blend-trails", () -> blend(0, BlendMethod.LIGHTEN, Align.NONE), 4);
    add("clean-before", () -> page(StageName.BLEND, "clean"), SETTLE_SECONDS);
    add("clean-blended", () -> fire("#clean-blend"), 12);
    add("clean", () -> page(StageName.BLEND, "clean"), SETTLE_SECONDS);
    add("blend-aligned", () -> blend(1, BlendMethod.MEAN, Align.STARS), 9);
    add("blend-stars", () -> page(StageName.BLEND, "stars"), SETTLE_SECONDS);
    add("light", () -> page(StageName.BLEND, "light"), 4);
    add("sky-before", () -> page(StageName.BLEND, "sky-and-ground"), SETTLE_SECONDS);
    add("sky-blended", () -> fire("#sky-blend"), 12);
    add("sky-and-ground", () -> page(StageName.BLEND, "sky-and-ground"), SETTLE_SECONDS);
    add("blend-full-size", this::closer, SETTLE_SECONDS);
    add("motion", () -> shell.go(StageName.MOTION), 9);
    add("blend-again", () -> page(StageName.BLEND, "recipe"), SETTLE_SECONDS);
    add("lifted", () -> shell.picture().liftedProperty().set(true), SETTLE_SECONDS);
    add("keys", this::keys, SETTLE_SECONDS);
    add("ember", () -> inEmber(), 4);
    add("paper", () -> shell.themeProperty().set(Theme.PAPER), SETTLE_SECONDS);
    add("nights", this::nights, 2);
    next();
  }

  private void add(String name, Runnable reach, double seconds) {
    steps.add(new Step(name, reach, seconds));
  }

  private void page(StageName stage, String page) {
    shell.go(stage);
    ((ToggleButton) shell.lookup("#page-" + page)).fire();
  }

  private void aim(String target, String page) {
    Night plan = shell.night().night();
    shell.night().edit("target", plan.withAssumptions(plan.assumptions().withTarget(target)));
    page(StageName.SKY, page);
  }

  /** The bright middle of the galaxy through the widest lens, where names crowd. */
  private void wide() {
    Night plan = shell.night().night();
    before = plan;
    Night july = plan.withDate(LocalDate.of(2027, 7, 4));
    Program p = july.programs().get(0);
    shell
        .night()
        .edit(
            "wide",
            july.withProgram(
                0,
                p.withFocal(14)
                    .withFacing(new Direction(180, 20))
                    .withStart(OffsetDateTime.parse("2027-07-05T00:30:00+01:00"))));
    shell.night().timeProperty().set(null);
  }

  private void with(Job job, String page) {
    Night plan = shell.night().night();
    shell
        .night()
        .add(plan.startingPrograms().of(job, Words.say("job." + job), shell.night().program()));
    page(StageName.PROGRAM, page);
  }

  private void backToProgram() {
    shell.night().edit("back", before);
    page(StageName.PROGRAM, "frames");
  }

  private void onlyTheFirstTwo() {
    Night plan = shell.night().night();
    Night less = plan.withPrograms(plan.programs().subList(0, 2));
    shell.night().edit("shots", less.withAssumptions(plan.assumptions().withTarget("")));
    shell.night().programIndexProperty().set(0);
    shell.go(StageName.REHEARSE);
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
    page(StageName.BLEND, "recipe");
    key("#picture", KeyCode.DIGIT1);
  }

  private void compared() {
    key("#frames", KeyCode.M);
    FrameSet set = shell.night().framesProperty().get();
    shell.night().selectedProperty().set(set.frames().get(4));
    key("#frames", KeyCode.S);
  }

  private void fire(String button) {
    ((Button) shell.lookup(button)).fire();
  }

  private void key(String id, KeyCode code) {
    var node = shell.lookup(id);
    node.requestFocus();
    node.fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, false, false, false));
  }

  private void keys() {
    shell.picture().liftedProperty().set(false);
    shell.toggleKeys();
  }

  private void nights() {
    shell.themeProperty().set(Theme.DUSK);
    shell.showNights();
  }

  private void inEmber() {
    shell.toggleKeys();
    shell.themeProperty().set(Theme.EMBER);
    blend(0, BlendMethod.LIGHTEN, Align.NONE);
  }

  private void judged() {
    fire("#judge");
    FrameSet set = shell.night().framesProperty().get();
    shell.night().decide(set.frames().get(2), Verdict.DROP);
    shell.night().decide(set.frames().get(4), Verdict.LOOK);
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
    try {
      step.reach.run();
    } catch (RuntimeException e) {
      failures++;
      LogFile.fault(step.name, e);
    }
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
    } catch (IOException e) {
      failures++;
      LogFile.fault(file.toString(), e);
    }
  }
}
