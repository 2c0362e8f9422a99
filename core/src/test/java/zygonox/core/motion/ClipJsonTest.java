package zygonox.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zygonox.core.develop.Tone;
import zygonox.core.quantity.InvalidInput;

class ClipJsonTest {
  private static final ClipRecipe FULL =
      new ClipRecipe(
          FrameRate.parse("29.97"),
          Optional.of(new PictureSize(1280, 720)),
          new Evenness(true, true, 40, true, List.of(new LightKey("a b.jpg", -0.5))),
          Trails.parse("fade:30"),
          Tone.parse("exposure=0.5"),
          Optional.of(new WarmthDrift(6500, 3800)),
          new Pace(Pace.Gaps.KEPT, 1, 2.5, 3),
          new View(true, Optional.of(Move.parse("0.5,0.5,1:0.4,0.6,1.5", false))),
          Codec.AV1,
          60);

  @Test
  void everythingComesBack() {
    assertThat(ClipJson.read(ClipJson.write(FULL))).isEqualTo(FULL);
    ClipRecipe plain = ClipRecipe.of(FrameRate.parse("24"), Codec.STILLS);
    assertThat(ClipJson.read(ClipJson.write(plain))).isEqualTo(plain);
    assertThat(ClipJson.write(plain).toString())
        .isEqualTo("{\"pictures\":24,\"seconds\":1,\"codec\":\"stills\",\"quality\":75}");
  }

  @Test
  void whatIsNotKnownIsRefusedByName() {
    ObjectNode json = ClipJson.write(FULL);
    json.put("codec", "reel");
    assertThatThrownBy(() -> ClipJson.read(json))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("reel")
        .hasMessageContaining("vp9");
    ObjectNode without = ClipJson.write(FULL);
    without.remove("pictures");
    assertThatThrownBy(() -> ClipJson.read(without)).isInstanceOf(InvalidInput.class);
  }
}
