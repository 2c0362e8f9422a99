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
import zygonox.core.gear.Kit;
import zygonox.core.gear.RemoteTimer;
import zygonox.core.night.Night;
import zygonox.core.night.TestNights;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.YearView;
import zygonox.core.sky.YearView.Prospect;
import zygonox.core.sky.YearView.Wish;
import zygonox.core.words.Words;
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
        .containsPattern("sunset +18:1\\d\n")
        .containsPattern("dark from +20:12\n")
        .contains("Timer: 48 frames, exposure 1 min 15 s, interval 1 s, the closed time")
        .contains("Wet stones");
  }

  private static String row(FieldCard card, String name) {
    return card.tables().stream()
        .flatMap(t -> t.rows().stream())
        .filter(r -> r.name().equals(Words.say("card." + name)))
        .map(FieldCard.Row::value)
        .findFirst()
        .orElse("");
  }

  @Test
  void whatATimerIsSetToIsToldToTheTenth() {
    Night demo = TestNights.demo();
    Program p = demo.programs().get(0);
    Kit kit =
        demo.kit()
            .withTimer(demo.kit().timer().withMeaning(RemoteTimer.IntervalMeans.START_TO_START));
    Night night = demo.withKit(kit).withProgram(0, p.withInterval(new Interval(2, 30, 0.4, 90)));
    FieldCard card = FieldCard.of(night, 0);
    assertThat(row(card, "interval")).isEqualTo("30.4 s, from start to start");
    assertThat(row(card, "period")).isEqualTo("30.4 s");
    assertThat(card.text()).contains("interval 30.4 s, from start to start");
    // 90 x 30 + 89 x 0.4 + 2 = 2737.6 s.
    assertThat(row(card, "length")).isEqualTo("45 min 37.6 s");
    assertThat(card.warnings()).anySatisfy(w -> assertThat(w).contains("too short for the timer"));
    assertThat(card.text()).contains("Watch out");
  }

  @Test
  void placeClockAndMoonAreOnTheCard() {
    FieldCard card = FieldCard.of(TestNights.demo(), 0);
    assertThat(row(card, "place")).isEqualTo("54.42° N, 2.31° W");
    assertThat(row(card, "clock")).isEqualTo("Europe/London (UTC+01:00)");
    assertThat(row(card, "moon")).contains("% lit");
    assertThat(row(card, "facing")).contains("from true north");
    assertThat(row(card, "held")).isEqualTo("landscape");
    Night moonlit = TestNights.demo().withDate(LocalDate.of(2026, 10, 22));
    assertThat(row(FieldCard.of(moonlit, 0), "moon")).contains("already up");
  }

  @Test
  void timesAreInOrderAndDatedWhereTheDateChanges() {
    Night night = TestNights.demo().withDate(LocalDate.of(2026, 10, 24));
    FieldCard card = FieldCard.of(night, 0);
    List<String> names = card.tables().get(1).rows().stream().map(FieldCard.Row::name).toList();
    assertThat(names)
        .containsSubsequence(
            "sunset", "dark from", "start", "end", "clocks change", "dark until", "sunrise");
    assertThat(card.tables().get(1).rows())
        .filteredOn(r -> r.value().endsWith("Sat 24 Oct"))
        .hasSize(1);
    assertThat(row(card, "clock-change")).isEqualTo("01:00, Sun 25 Oct");
    assertThat(row(card, "sunrise")).doesNotContain("Oct");
  }

  @Test
  void aDayIntoNightHasAFixedPeriodAndARange() {
    FieldCard card = FieldCard.of(TestNights.with(Job.DAY_INTO_NIGHT), 0);
    assertThat(row(card, "fixed-period")).isEqualTo("15 s");
    assertThat(row(card, "closed")).isEmpty();
    assertThat(row(card, "interval")).isEmpty();
    assertThat(row(card, "exposure")).contains(" to ");
    assertThat(row(card, "begin")).contains("ISO 100");
    assertThat(card.sentence()).contains("one every 15 s").doesNotContain("closed");
    assertThat(card.checklist()).anySatisfy(i -> assertThat(i.text()).contains("one every 15 s"));
  }

  @Test
  void aPanoramasFramesAreCountedInAll() {
    Night night = TestNights.with(Job.PANORAMA);
    FieldCard card = FieldCard.of(night, 0);
    int all = night.programs().get(0).frames(night.body());
    assertThat(row(card, "count")).contains("positions").endsWith(all + " in all");
  }

  @Test
  void aSpareIsNamedOnlyWhereThereIsOne() {
    Night demo = TestNights.demo();
    Night one = demo.withKit(demo.kit().withBatteries(1));
    Night three = demo.withKit(demo.kit().withBatteries(3));
    assertThat(FieldCard.of(one, 0).text()).contains("Battery full\n").doesNotContain("spare");
    assertThat(FieldCard.of(three, 0).text()).contains("2 spare");
  }

  @ParameterizedTest
  @EnumSource(Job.class)
  void noPageIsLeftNearlyEmpty(Job job) throws Exception {
    Path file = folder.resolve("full.pdf");
    FieldCardPdf.write(List.of(FieldCard.of(TestNights.with(job), 0)), file, IfPresent.REFUSE);
    try (PDDocument document = Loader.loadPDF(file.toFile())) {
      PDFTextStripper last = new PDFTextStripper();
      last.setStartPage(document.getNumberOfPages());
      assertThat(last.getText(document).lines().count()).isGreaterThan(8);
    }
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
      assertThat(text(document))
          .contains("Schlüpfrig")
          .contains("危険")
          .contains("Żółw")
          .contains("谷");
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
