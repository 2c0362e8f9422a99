package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.quantity.InvalidInput;

class EdgesTest {
  private static final String FRAMES = "../demo/windmill-night/frames";

  @TempDir Path folder;

  @Test
  void oneWordGoesBeforeThatForAll() {
    Edges edges = Edges.parse("mask-edge", List.of("12", "a.png=3.5 px", "b=c.png=40"));
    assertThat(edges.of(Path.of("a.png"), 0)).isEqualTo(3.5);
    assertThat(edges.of(Path.of("x", "..", "a.png"), 0)).isEqualTo(3.5);
    assertThat(edges.of(Path.of("b=c.png"), 0)).isEqualTo(40);
    assertThat(edges.of(Path.of("d.png"), 0)).isEqualTo(12);
    assertThat(Edges.parse("mask-edge", List.of("a.png=3")).of(Path.of("d.png"), 7)).isEqualTo(7);
    assertThatThrownBy(() -> edges.check("mask-edge", Set.of(Path.of("a.png"))))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("nothing goes by the name c.png".replace("c.png", "b=c.png"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "lighten | --mask-edge=12 | Only --mask has such an edge",
        "mean | --mask=" + FRAMES + "/star-trails-0002.jpg=m.png --mask-edge=12 | lighten and sum",
        "lighten | --mask=" + FRAMES + "/star-trails-0002.jpg=m.png --mask-edge=wide | 6000",
        "lighten | --mask=" + FRAMES + "/star-trails-0002.jpg=m.png --mask-edge=-1 | 10000",
        "lighten | --region=m.png=mean --region-edge=n.png=4 | by the name n.png",
        "lighten | --region-edge=4 | Only --region has such an edge",
      })
  void anEdgeOfNothingIsRefused(String method, String options, String told) {
    List<String> words =
        new java.util.ArrayList<>(
            List.of("blend", method, FRAMES, "--out", folder.resolve("r.png").toString()));
    words.addAll(List.of(options.split(" ")));
    CommandLineRun run = CommandLineRun.of(words.toArray(String[]::new));
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.lastError()).contains(told);
    assertThat(folder.resolve("r.png")).doesNotExist();
  }
}
