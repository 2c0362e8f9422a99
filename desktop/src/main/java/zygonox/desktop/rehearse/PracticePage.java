package zygonox.desktop.rehearse;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.rehearsal.Lesson;
import zygonox.core.rehearsal.Mistake;
import zygonox.core.words.CameraWords;
import zygonox.core.words.Words;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.stage.Facts;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;

/** Shows rehearsed frames with one thing wrong, and asks what. */
final class PracticePage implements Page {
  private final Workplace workplace;
  private final PracticeModel model;
  private final HBox head;
  private final VBox side;
  private final Label question = new Label();
  private final Label told = new Label();
  private final Label score = new Label();
  private final Facts facts = new Facts(Words.say("rehearse.the-frames"));
  private final HBox frames = new HBox(6);
  private final VBox choices = new VBox(2);
  private final List<Button> answers = new ArrayList<>();
  private List<Pixels> pixels = List.of();

  PracticePage(Workplace workplace) {
    this.workplace = workplace;
    model = new PracticeModel(workplace.night(), workplace.home(), System.nanoTime());
    question.getStyleClass().add("statement");
    question.setWrapText(true);
    Button next = new Button(Words.say("rehearse.next-lesson"));
    next.setId("next-lesson");
    next.getStyleClass().add("act");
    next.setMinWidth(Region.USE_PREF_SIZE);
    next.setOnAction(e -> next());
    HBox.setHgrow(question, Priority.ALWAYS);
    question.setMaxWidth(Double.MAX_VALUE);
    head = new HBox(18, question, next);
    frames.getStyleClass().add("pages");
    ToggleGroup group = new ToggleGroup();
    for (int i = 0; i < 3; i++) {
      int index = i;
      ToggleButton button =
          new ToggleButton(
              List.of(
                      Words.say("rehearse.first"),
                      Words.say("rehearse.second"),
                      Words.say("rehearse.third"))
                  .get(i));
      button.setId("lesson-frame-" + (i + 1));
      button.setToggleGroup(group);
      button.setOnAction(e -> show(index));
      frames.getChildren().add(button);
    }
    for (Mistake mistake : Mistake.values()) {
      Button button = new Button(CameraWords.mistake(mistake));
      button.setId("answer-" + mistake.name().toLowerCase());
      button.setMaxWidth(Double.MAX_VALUE);
      button.setOnAction(e -> answer(mistake));
      answers.add(button);
      choices.getChildren().add(button);
    }
    told.setId("lesson-told");
    told.setWrapText(true);
    told.setMinHeight(Region.USE_PREF_SIZE);
    score.setId("lesson-score");
    score.getStyleClass().add("field-name");
    score.setWrapText(true);
    score.setMinHeight(Region.USE_PREF_SIZE);
    // What was wrong is told where it is seen at once, above what could be answered.
    side = new VBox(10, frames, facts, told, choices, score);
    side.getStyleClass().add("side");
    side.setPrefWidth(330);
    model.lessonProperty().subscribe(l -> retell());
    model.answerProperty().subscribe(a -> retell());
  }

  private void retell() {
    boolean asked = model.lessonProperty().get() != null;
    boolean answered = model.answerProperty().get().isPresent();
    question.setText(
        asked
            ? Words.say("rehearse.what-is-wrong-with-these") + model.planned() + "."
            : Words.say("rehearse.three-frames-one-thing-wrong"));
    answers.forEach(b -> b.setDisable(answered));
    for (Node node : List.of(frames, facts, choices)) {
      node.setVisible(asked);
      node.setManaged(asked);
    }
    facts.show(model.facts());
    told.setText(model.told());
    told.setManaged(!model.told().isEmpty());
    score.setText(model.score());
  }

  private void answer(Mistake mistake) {
    try {
      model.answer(mistake);
    } catch (RuntimeException e) {
      workplace.navigator().fault(e);
    }
  }

  private void next() {
    PracticeModel.Making making = model.next();
    workplace
        .tasks()
        .start(
            Words.say("rehearse.shooting-the-lesson"),
            (progress, cancellation) -> {
              Lesson lesson = making.make(cancellation);
              return new Shown(lesson, lesson.frames().stream().map(Pixels::of).toList());
            },
            shown -> {
              pixels = shown.pixels;
              model.take(shown.lesson);
              show(0);
            },
            workplace.navigator()::fault);
  }

  private record Shown(Lesson lesson, List<Pixels> pixels) {}

  private void show(int index) {
    ((ToggleButton) frames.getChildren().get(index)).setSelected(true);
    if (index < pixels.size()) {
      workplace.picture().show(pixels.get(index), model.facts().get(index));
    }
  }

  @Override
  public String title() {
    return Words.say("rehearse.practice");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node side() {
    return side;
  }

  @Override
  public void enter() {
    workplace.picture().compareWith(null, "");
    head.setDisable(!model.canPractise());
    if (!model.canPractise()) {
      workplace.picture().clear(Words.say("rehearse.add-a-program-to-practise"));
    } else if (pixels.isEmpty()) {
      workplace.picture().clear(Words.say("rehearse.ask-for-a-lesson-and"));
    } else {
      show(0);
    }
  }
}
