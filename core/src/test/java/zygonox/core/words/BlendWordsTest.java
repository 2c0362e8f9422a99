package zygonox.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import zygonox.core.mend.TrailMender.Open;

class BlendWordsTest {
  private static Open after(String file, boolean moved) {
    return new Open(Path.of("night", file), moved);
  }

  @Test
  void pausesThatStayOpenAreToldOnceForEachReason() {
    assertThat(BlendWords.stayOpen(List.of())).isEmpty();
    assertThat(BlendWords.stayOpen(List.of(after("a.jpg", false))))
        .containsExactly("The pause after a.jpg is too long to be bridged and stays open");
    assertThat(
            BlendWords.stayOpen(
                List.of(
                    after("a.jpg", false),
                    after("b.jpg", true),
                    after("c.jpg", false),
                    after("d.jpg", true),
                    after("e.jpg", true))))
        .containsExactly(
            "The camera moved after b.jpg and 2 more frames: the gaps there stay open",
            "The pauses after a.jpg and one more frame are too long to be bridged and stay open");
  }
}
