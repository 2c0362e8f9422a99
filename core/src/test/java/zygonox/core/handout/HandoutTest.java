package zygonox.core.handout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.component.VEvent;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.night.Night;
import zygonox.core.night.TestNights;
import zygonox.core.program.Job;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.YearView;
import zygonox.core.sky.YearView.Prospect;
import zygonox.core.sky.YearView.Wish;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile.IfPresent;

class HandoutTest {
  @TempDir Path folder;

  private static String text(PDDocument document) throws Exception {
    PDFTextStripper stripper = new PDFTextStripper();
    stripper.setSortByPosition(false);
    return stripper.getText(document).replaceAll("\\s+", " ");
  }

  @ParameterizedTest
  @EnumSource(Job.class)
  void aCardSaysEverythingOnTwoPagesAtTheMost(Job job) throws Exception {
    FieldCard card = FieldCard.of(TestNights.with(job), 0);
    Path file = folder.resolve("card.pdf");
    FieldCardPdf.write(List.of(card), file, IfPresent.REFUSE);
    try (PDDocument document = Loader.loadPDF(file.toFile())) {
      assertThat(document.getNumberOfPages()).isBetween(1, 2);
      String said = text(document);
      for (CheckItem item : card.checklist()) {
        assertThat(said).contains(item.text().substring(0, Math.min(18, item.text().length())));
      }
      assertThat(said).contains(card.title().substring(0, 20)).contains("neither local rules");
      for (PDPage page : document.getPages()) {
        assertThat(page.getMediaBox().getWidth()).isEqualTo(PDRectangle.A4.getWidth());
      }
    }
  }

  @Test
  void theTextHoldsSentenceSettingsTimesChecklistAndCautions() {
    Night night = TestNights.demo();
    String text = FieldCard.of(night, 0).text();
    assertThat(text)
        .contains("The old pump at Harrowmere, 14 October 2026")
        .contains("Program 1 of 2: star trails")
        .contains("From 20:40 shoot 48 frames of 1 min 15 s")
        .containsPattern("sunset +18:1")
        .containsPattern("dark from +20:12")
        .contains("Timer: 48 frames, exposure 1 min 15 s, interval 1 s (the closed time)")
        .contains("Wet stones");
  }

  @Test
  void theChecklistIsInWorkingOrder() {
    List<String> keys = CheckItem.of(TestNights.demo(), 0).stream().map(CheckItem::key).toList();
    // Common practice, no source: frame, focus, switch off what moves, set, try, start.
    assertThat(keys)
        .containsSubsequence(
            "tripod",
            "level",
            "cap_off",
            "compose",
            "focus_star",
            "stabiliser_off",
            "raw",
            "noise_off",
            "settings",
            "timer",
            "test",
            "battery",
            "dew",
            "start",
            "pack");
    assertThat(CheckItem.of(TestNights.with(Job.DARKS), 0).get(0).key()).isEqualTo("cap_on");
    assertThat(CheckItem.of(TestNights.with(Job.NOISE_BURST), 0))
        .extracting(CheckItem::key)
        .contains("stabiliser_on")
        .doesNotContain("tripod", "stabiliser_off");
    assertThat(CheckItem.of(TestNights.with(Job.TRACKED), 0))
        .anySatisfy(i -> assertThat(i.text()).contains("54.4 degrees"));
  }

  @Test
  void cautionsGoWithTheJob() {
    assertThat(FieldCard.of(TestNights.with(Job.LIGHT_TRAILS), 0).cautions())
        .anySatisfy(c -> assertThat(c).contains("barrier"));
    assertThat(FieldCard.of(TestNights.with(Job.DAY_INTO_NIGHT), 0).cautions())
        .anySatisfy(c -> assertThat(c).contains("sun"));
    Night cold = TestNights.demo();
    assertThat(FieldCard.of(cold.withAssumptions(cold.assumptions().withCelsius(-4)), 0).cautions())
        .anySatisfy(c -> assertThat(c).contains("freeze"));
  }

  @Test
  void allProgramsOfANightGoOntoOneFileThatIsNotOverwritten() throws Exception {
    Night night = TestNights.demo();
    List<FieldCard> cards = List.of(FieldCard.of(night, 0), FieldCard.of(night, 1));
    Path file = folder.resolve("night.pdf");
    FieldCardPdf.write(cards, file, IfPresent.REFUSE);
    try (PDDocument document = Loader.loadPDF(file.toFile())) {
      assertThat(text(document)).contains("Program 1 of 2").contains("Program 2 of 2");
      assertThat(document.getDocumentInformation().getTitle()).isNotBlank();
    }
    byte[] before = Files.readAllBytes(file);
    assertThatThrownBy(() -> FieldCardPdf.write(cards, file, IfPresent.REFUSE))
        .isInstanceOf(InvalidInput.class);
    assertThat(Files.readAllBytes(file)).isEqualTo(before);
  }

  @Test
  void wordsThatTheFontLacksDoNotStopTheCard() throws Exception {
    Night night = TestNights.demo();
    Night odd = night.withSite(night.site().withName("Żółw ☂ 谷").withCautions("Schlüpfrig → 危険"));
    Path file = folder.resolve("odd.pdf");
    FieldCardPdf.write(List.of(FieldCard.of(odd, 0)), file, IfPresent.REFUSE);
    try (PDDocument document = Loader.loadPDF(file.toFile())) {
      assertThat(text(document)).contains("Schlüpfrig");
    }
  }

  @Test
  void chosenNightsBecomeACalendar() throws Exception {
    Night night = TestNights.demo();
    Wish wish =
        new Wish(night.place(), night.zone(), night.site().skyline(), Optional.empty(), 0, 0.15);
    List<Prospect> all = YearView.of(wish, LocalDate.of(2026, 10, 14), 60, new Cancellation());
    List<Prospect> chosen = YearView.ranked(all).subList(0, 5);
    Path file = folder.resolve("nights.ics");
    NightCalendar.write("Dark sky", night.site(), chosen, file, IfPresent.REFUSE);
    // RFC 5545, read back by a library of its own.
    try (InputStream in = Files.newInputStream(file)) {
      Calendar calendar = new CalendarBuilder().build(in);
      calendar.validate();
      List<VEvent> events = new ArrayList<>(calendar.getComponents(Component.VEVENT));
      assertThat(events).hasSize(5);
      for (VEvent event : events) {
        assertThat(event.getProperty("SUMMARY").orElseThrow().getValue()).startsWith("Dark sky");
        assertThat(event.getProperty("UID")).isPresent();
      }
    }
    String raw = Files.readString(file);
    assertThat(raw).contains("\r\n").contains("DTSTART:2026").contains("GEO:54.42;-2.31");
  }
}
