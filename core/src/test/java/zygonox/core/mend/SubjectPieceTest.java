package zygonox.core.mend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import zygonox.core.format.DrawnLight;
import zygonox.core.format.LightSource;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Cancellation;

/** Two blocks on an even place, so near each other that the rim of each reaches into the other. */
class SubjectPieceTest {
  private static final PixelLayout LAYOUT = new PixelLayout(200, 80, 1, 16);
  private static final float PLACE = 0.2f;
  private static final int MIDDLE_ROW = 40;

  /** A block of a brightness between two columns. */
  private static LightSource block(int from, int to, float light) {
    return new DrawnLight(
        LAYOUT, (x, y) -> x >= from && x < to && Math.abs(y - MIDDLE_ROW) < 20 ? light : PLACE);
  }

  private static SubjectPiece found(LightSource frame) throws Exception {
    return found(frame, block(0, 0, 0));
  }

  private static SubjectPiece found(LightSource frame, LightSource empty) throws Exception {
    float[] light = new float[LAYOUT.samples()];
    empty.read(0, LAYOUT.height(), light);
    Raster place = Raster.blank(LAYOUT);
    for (int i = 0; i < light.length; i++) {
      place.samples()[i] = (short) Math.round(65_535 * light[i]);
    }
    SubjectPiece piece =
        new SubjectFinder(place, ToneCurve.LINEAR).find(frame, new Cancellation()).orElseThrow();
    piece.cut(frame, ToneCurve.LINEAR, new Cancellation());
    return piece;
  }

  private static float[] row(SubjectPiece... laid) {
    float[] empty = new float[LAYOUT.width()];
    Arrays.fill(empty, PLACE);
    float[] row = empty.clone();
    float[] table = ToneCurve.LINEAR.light(16);
    for (SubjectPiece piece : laid) {
      piece.lay(MIDDLE_ROW, row, empty, table, false);
    }
    return row;
  }

  @Test
  void neitherLosesAnythingWhereTheyMeet() throws Exception {
    SubjectPiece left = found(block(60, 90, 0.7f));
    SubjectPiece right = found(block(92, 122, 0.5f));
    for (float[] row : new float[][] {row(left, right), row(right, left)}) {
      for (int x = 60; x < 90; x++) {
        assertThat(row[x]).as("column %d", x).isCloseTo(0.7f, within(0.002f));
      }
      for (int x = 92; x < 122; x++) {
        assertThat(row[x]).as("column %d", x).isCloseTo(0.5f, within(0.002f));
      }
      assertThat(row[130]).isCloseTo(PLACE, within(0.002f));
    }
  }

  @Test
  void whatAMastCutsOffBelongsToTheRest() throws Exception {
    LightSource mast = block(100, 106, 0.7f);
    SubjectPiece whole = found(block(60, 112, 0.7f), mast);
    assertThat(whole.right()).isGreaterThanOrEqualTo(111);
    SubjectPiece none = found(block(60, 106, 0.7f), mast);
    assertThat(none.right()).isLessThan(111);
  }

  @Test
  void whereOneCoversTheOtherTheLaterIsSeen() throws Exception {
    SubjectPiece left = found(block(60, 100, 0.9f));
    SubjectPiece right = found(block(84, 122, 0.25f));
    assertThat(row(left, right)[95]).isCloseTo(0.25f, within(0.002f));
    assertThat(row(right, left)[95]).isCloseTo(0.9f, within(0.002f));
    assertThat(row(left, right)[70]).isCloseTo(0.9f, within(0.002f));
  }
}
