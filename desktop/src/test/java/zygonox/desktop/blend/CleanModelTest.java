package zygonox.desktop.blend;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.align.Alignment;
import zygonox.core.align.Homography;
import zygonox.core.align.Placement;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.CoverageMap;
import zygonox.core.measure.Streak;
import zygonox.core.mend.FoundLine;
import zygonox.core.mend.FoundLine.Fate;
import zygonox.core.mend.Stray;
import zygonox.core.mend.Subject;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Mended;
import zygonox.core.recipe.Movement;
import zygonox.core.recipe.Recipe;
import zygonox.desktop.blend.CleanModel.Row;
import zygonox.desktop.picture.Outline;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.TestNight;

class CleanModelTest {
  private static final Streak FLIGHT = new Streak(10, 20, 310, 120, 4, 40);
  private static final Streak METEOR = new Streak(400, 80, 480, 140, 3, 25);

  @TempDir Path folder;
  private OpenNight night;
  private BlendModel blend;
  private VariantsModel variants;
  private CleanModel model;
  private Path first;
  private Path second;

  @BeforeEach
  void open() throws Exception {
    night = TestNight.in(folder);
    night.framesProperty().set(TestNight.frames());
    blend = new BlendModel(night);
    blend.setRun(0);
    variants = new VariantsModel();
    variants.open(folder, List.of());
    model = new CleanModel(night, blend, variants);
    first = TestNight.frames().frames().get(3).file();
    second = TestNight.frames().frames().get(7).file();
  }

  /** A picture as the recipe makes it now, with these lines in its frames. */
  private void made(List<Alignment> alignment, FoundLine... lines) {
    made(alignment, Mended.of(List.of(lines)));
  }

  private void made(List<Alignment> alignment, Mended mended) {
    Recipe recipe = blend.recipe();
    variants.add(
        Variant.of(
            new BlendResult(
                recipe,
                folder.resolve("variants").resolve("x.tif"),
                48,
                48,
                List.of(),
                960,
                640,
                1,
                0,
                Optional.empty(),
                alignment,
                Optional.empty(),
                Optional.empty(),
                new CoverageMap.Counts(48, 48),
                Optional.empty(),
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                mended,
                Optional.empty(),
                List.of())));
  }

  private void bothFound() {
    model.lookFor();
    made(
        List.of(),
        new FoundLine(first, FLIGHT, Fate.OUT),
        new FoundLine(second, METEOR, Fate.METEOR));
  }

  @Test
  void whatMovesIsListedAndTurnedAround() {
    blend.edit(
        "movement",
        blend.recipe().withMethod(BlendMethod.MEDIAN).withMovement(Optional.of(Movement.of(2))));
    Mended moving =
        new Mended(
            0,
            List.of(),
            List.of(),
            List.of(),
            List.of(
                new Subject(first, 100, 200, 300, 280, true),
                new Subject(second, 400, 200, 460, 300, false)),
            OptionalDouble.empty());
    made(List.of(), moving);
    assertThat(model.isLookedFor()).isTrue();
    assertThat(model.sentence()).isEqualTo("Something moves in 2 frames; laid in: 1.");
    List<Row> rows = model.rows();
    assertThat(rows).allMatch(Row::moves).noneMatch(Row::changed);
    assertThat(model.text(rows.get(0)))
        .isEqualTo("20:43  star-trails-0004.jpg: what moves there, laid in");
    assertThat(model.text(rows.get(1))).contains("left out");
    // Its box, drawn as wide as it is high around its long axis.
    assertThat(model.outlines(rows, 0).get(0))
        .isEqualTo(new Outline(140, 240, 260, 240, 40, Outline.Kind.STAYS, true));
    model.turn(rows.get(0));
    model.turn(rows.get(1));
    assertThat(model.text(model.rows().get(0))).contains("goes with the next blend");
    assertThat(model.text(model.rows().get(1))).contains("comes in with the next blend");
    assertThat(blend.sentenceProperty().get().text())
        .contains("laying in what moves in every 2nd frame, the later over the earlier");
    Movement decided = blend.recipe().movement().orElseThrow();
    assertThat(decided.with()).containsExactly(second);
    assertThat(decided.without()).containsExactly(first);
    night.undo();
    assertThat(model.rows().get(1).changed()).isFalse();
    made(List.of(), Mended.NOTHING);
    assertThat(model.sentence()).isEqualTo("Nothing moves in these frames.");
  }

  @Test
  void whatWasNotLookedForIsOffered() {
    made(List.of());
    assertThat(model.isLookedFor()).isFalse();
    assertThat(model.sentence()).contains("not been looked for");
    model.lookFor();
    assertThat(blend.sentenceProperty().get().text()).contains("take out the lines");
    made(List.of());
    assertThat(model.sentence()).isEqualTo("No lines and no lights were found.");
  }

  @Test
  void eachLineIsToldAndTurnedAround() {
    bothFound();
    List<Row> rows = model.rows();
    assertThat(model.moments(rows)).hasSize(2).isSorted();
    assertThat(model.text(rows.get(0)))
        .isEqualTo("20:43  star-trails-0004.jpg: taken out, 316 px long");
    assertThat(model.text(rows.get(1))).contains("stays, a meteor by its looks");
    assertThat(model.isDecidedOtherwise()).isFalse();
    model.turn(rows.get(0));
    model.turn(rows.get(1));
    assertThat(model.rows()).extracting(Row::wanted).containsExactly(Fate.KEPT, Fate.OUT);
    assertThat(model.text(model.rows().get(0))).contains("comes back with the next blend");
    assertThat(model.text(model.rows().get(1))).contains("goes with the next blend");
    assertThat(model.sentence()).contains("2 are decided otherwise since");
    assertThat(variants.shownProperty().get().sentence()).doesNotContain("chosen");
    night.undo();
    assertThat(model.rows()).extracting(Row::wanted).containsExactly(Fate.KEPT, Fate.METEOR);
    // What it was by itself needs no word.
    model.turn(model.rows().get(0));
    assertThat(blend.recipe().mending().lines()).isEmpty();
  }

  @Test
  void whatWasDecidedIsSaidInTheNextPicturesSentence() {
    bothFound();
    model.rows().forEach(model::turn);
    made(
        List.of(),
        new FoundLine(first, FLIGHT, Fate.KEPT),
        new FoundLine(second, METEOR, Fate.OUT));
    assertThat(variants.shownProperty().get().sentence())
        .contains(
            "take out the lines of aeroplanes and satellites and one line that was chosen but keep"
                + " one line");
    assertThat(model.isDecidedOtherwise()).isFalse();
    model.turn(model.rows().get(0));
    assertThat(model.rows().get(0).wanted()).isEqualTo(Fate.OUT);
  }

  @Test
  void aLineThatWasMissedIsDrawnAndTakenBack() {
    bothFound();
    Streak drawn = new Streak(500, 300, 600, 310, 5, 0);
    model.draw(second, drawn);
    Row row = model.rows().get(2);
    assertThat(row.was().line()).isEqualTo(drawn);
    assertThat(row.isOut()).isTrue();
    assertThat(model.text(row)).contains("goes with the next blend");
    model.turn(row);
    assertThat(model.rows()).hasSize(2);
    model.draw(first, drawn);
    assertThat(model.rows()).extracting(r -> r.was().file()).containsExactly(first, first, second);
    made(List.of(), new FoundLine(first, drawn, Fate.OUT));
    model.turn(model.rows().get(0));
    assertThat(model.rows().get(0).wanted()).isEqualTo(Fate.KEPT);
    assertThat(blend.recipe().mending().lines()).isEmpty();
  }

  @Test
  void outlinesLieWhereTheLinesAreInThePicture() {
    bothFound();
    assertThat(model.outlines(model.rows(), 1))
        .containsExactly(
            new Outline(10, 20, 310, 120, 4, Outline.Kind.GOES, false),
            new Outline(400, 80, 480, 140, 3, Outline.Kind.STAYS, true));
    blend.setAlign(Align.STARS);
    Homography by = new Homography(new double[] {1, 0, 7, 0, 1, -3, 0, 0, 1});
    made(
        List.of(new Alignment(first, 50, 50, 0.1, 0.1, new Placement(by), List.of())),
        new FoundLine(first, FLIGHT, Fate.OUT));
    assertThat(model.outlines(model.rows(), -1))
        .containsExactly(new Outline(17, 17, 317, 117, 4, Outline.Kind.GOES, false));
  }

  @Test
  void streakyCloudIsEvenedOutAndLeftAgain() {
    model.lookFor();
    made(List.of(), new FoundLine(first, FLIGHT, Fate.OUT));
    assertThat(model.evensCloud()).isEmpty();
    made(
        List.of(),
        new Mended(0, List.of(), List.of(), List.of(), List.of(), OptionalDouble.of(0.18)));
    assertThat(model.sentence()).contains("Drifting cloud is streaky in 18 % of the picture");
    assertThat(model.evensCloud()).contains(false);
    model.turnCloud();
    assertThat(model.evensCloud()).contains(true);
    assertThat(model.isDecidedOtherwise()).isTrue();
    assertThat(blend.sentenceProperty().get().text()).contains(", drifting cloud by mean");
    model.turnCloud();
    assertThat(blend.recipe().regions()).isEmpty();
    assertThat(model.evensCloud()).contains(false);
  }

  @Test
  void aBowedLinesOutlineBendsWithIt() {
    model.lookFor();
    made(List.of(), new FoundLine(first, new Streak(10, 20, 310, 20, 15, 4, 40), Fate.OUT));
    Outline outline = model.outlines(model.rows(), 0).get(0);
    assertThat(outline.bow()).isEqualTo(15);
    assertThat(outline.middleY()).isEqualTo(35);
  }

  @Test
  void gapsAreNoLongerBridgedWhereThatMakesNoSense() {
    blend.set(Care.GAPS, true);
    blend.setMethod(BlendMethod.MEAN);
    assertThat(blend.recipe().mending().bridgesGaps()).isFalse();
  }

  @Test
  void aLightIsProposedTakenOutAndLeftIn() {
    Streak torch = new Streak(300, 400, 420, 400, 160, 0.3);
    model.lookFor();
    made(List.of(), new FoundLine(Stray.LIGHT, first, torch, Fate.PROPOSED));
    assertThat(model.text(model.rows().get(0))).contains("a light, in it still, 280 px wide");
    assertThat(model.outlines(model.rows(), 0).get(0).half()).isEqualTo(80);
    model.turn(model.rows().get(0));
    assertThat(model.text(model.rows().get(0))).contains("a light, goes with the next blend");
    assertThat(blend.recipe().mending().decided(Stray.LIGHT, true)).isOne();
    model.turn(model.rows().get(0));
    assertThat(model.text(model.rows().get(0))).contains("in it still");
    assertThat(blend.recipe().mending().lines()).isEmpty();
  }
}
