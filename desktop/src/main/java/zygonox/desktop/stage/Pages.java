package zygonox.desktop.stage;

import java.util.List;
import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** The pages of a stage, with their names in a row above the sentence. */
public final class Pages {
  private final List<Page> pages;
  private final Navigator navigator;
  private final HBox names = new HBox(4);
  private final ToggleGroup group = new ToggleGroup();
  private List<Page> offered = List.of();
  private Page current;
  private boolean inView;

  public Pages(Navigator navigator, Page... pages) {
    this.navigator = navigator;
    this.pages = List.of(pages);
    this.current = pages[0];
    names.getStyleClass().add("pages");
    refresh();
  }

  /** Offers the pages that there is anything for. */
  public void refresh() {
    if (!current.isOffered()) {
      show(pages.get(0));
    }
    List<Page> now = pages.stream().filter(Page::isOffered).toList();
    if (!now.equals(offered)) {
      offered = now;
      names.getChildren().setAll(offered.stream().map(this::button).toList());
    }
  }

  private ToggleButton button(Page page) {
    ToggleButton button = new ToggleButton(page.title());
    button.setId("page-" + page.title().toLowerCase(Locale.ROOT).replace(' ', '-'));
    button.setToggleGroup(group);
    button.setSelected(page == current);
    button.setOnAction(
        e -> {
          button.setSelected(true);
          show(page);
        });
    button.setUserData(page);
    return button;
  }

  /** Goes to one of them. */
  public void show(Page page) {
    if (inView && page != current) {
      current.leave();
      // What was said of the page before does not concern this one.
      navigator.note("");
    }
    current = page;
    select();
    if (inView) {
      // The shell enters the stage again, and with it this page.
      navigator.replace();
    }
  }

  private void select() {
    for (Node node : names.getChildren()) {
      ((ToggleButton) node).setSelected(node.getUserData() == current);
    }
  }

  /** Goes to the page after or before. */
  public void turn(int by) {
    show(offered.get(Math.floorMod(offered.indexOf(current) + by, offered.size())));
  }

  public Node head() {
    return new VBox(2, names, current.head());
  }

  public Node side() {
    return current.side();
  }

  public Node picture() {
    return current.picture();
  }

  public void enter() {
    inView = true;
    refresh();
    current.enter();
  }

  public void leave() {
    inView = false;
    current.leave();
  }
}
