package io.sumbrel.standin;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.party.CheckDigits;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.formats.itemcsv.OpenItemCsvReader;
import io.sumbrel.formats.pastcsv.PastPaymentCsvReader;
import io.sumbrel.standin.house.InventedHouse;
import io.sumbrel.standin.house.InventedInvoice;
import io.sumbrel.standin.house.InventedPayment;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class InventedHouseTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final InventedHouse HOUSE =
      InventedHouse.of(
          7, new InventedHouse.Size(60, 12, LocalDate.of(2025, 6, 1), LocalDate.of(2026, 12, 31)));

  @Test
  void everyInvoiceIsPaidOnceAndInFull() {
    Set<String> paid = new HashSet<>();
    for (InventedPayment p : HOUSE.payments(LocalDate.MIN, LocalDate.MAX)) {
      long total = p.invoices().stream().mapToLong(InventedInvoice::totalMinor).sum();
      assertThat(p.amountMinor() + p.discountMinor() + p.chargeMinor()).isEqualTo(total);
      assertThat(p.amountMinor()).isGreaterThan(0);
      p.invoices().forEach(i -> assertThat(paid.add(i.number())).isTrue());
    }
    assertThat(paid).hasSizeGreaterThan(4_000);
  }

  @Test
  void whatIsPaidBeforeADayIsPastAndTheRestIsOpen() {
    Set<String> past = new HashSet<>();
    HOUSE.pastPayments(DAY).forEach(p -> past.addAll(p.items()));
    List<ListedItem> open = HOUSE.openItems(DAY, DAY);
    assertThat(open).isNotEmpty().noneMatch(i -> past.contains(i.number()));
    Set<String> numbers = new HashSet<>();
    open.forEach(i -> numbers.add(i.number()));
    for (InventedPayment p : HOUSE.paymentsOn(DAY)) {
      p.invoices().forEach(i -> assertThat(numbers).contains(i.number()));
    }
  }

  @Test
  void theNextDaysOpenItemsAreThisDaysLessWhatIsPaidAndWithWhatIsBilled() {
    LocalDate next = DAY.plusDays(1);
    Set<String> expected = new HashSet<>();
    HOUSE.openItems(DAY, DAY).forEach(i -> expected.add(i.number()));
    HOUSE.billedOn(next).forEach(i -> expected.add(i.number()));
    for (InventedPayment p : HOUSE.paymentsOn(DAY)) {
      p.invoices().forEach(i -> expected.remove(i.number()));
    }
    Set<String> open = new HashSet<>();
    HOUSE.openItems(next, next).forEach(i -> open.add(i.number()));
    assertThat(open).isEqualTo(expected);
  }

  @Test
  void makesALargeHouseForMeasurements() {
    InventedHouse large = InventedHouse.of(9, InventedHouse.Size.LARGE);
    assertThat(large.openItems(DAY, DAY).size()).isBetween(95_000, 105_000);
    assertThat(large.payments(DAY, DAY.plusDays(7)).size()).isBetween(9_500, 12_500);
  }

  @Test
  void customersHaveHabitsThatThePastTeaches() {
    Map<String, byte[]> files = DemoFiles.all();
    List<PastPayment> past =
        PastPaymentCsvReader.read(files.get("past-payments-2026-11-15.csv")).orRefuse();
    assertThat(past).anyMatch(p -> p.items().size() > 3).anyMatch(p -> p.discountMinor() > 0);
    assertThat(past.stream().filter(p -> p.payerName().get().startsWith("SHARED SERVICES")))
        .as("somebody else pays for them")
        .hasSizeGreaterThan(20);
  }

  @Test
  void demonstrationFilesAreReadByOurReadersAndStandInTheirFolder() throws IOException {
    Map<String, byte[]> files = DemoFiles.all();
    OpenItemList items = OpenItemCsvReader.read(files.get("open-items-2026-11-17.csv")).orRefuse();
    assertThat(items.items()).hasSizeBetween(850, 950);
    for (Map.Entry<String, byte[]> file : files.entrySet()) {
      assertThat(Files.readAllBytes(Path.of("../demo", file.getKey())))
          .as("%s is made anew by ./sumbrel files demo", file.getKey())
          .isEqualTo(file.getValue());
    }
  }

  @Test
  void accountNumbersProveThemselves() {
    String lockbox =
        new String(
            DemoFiles.all().get("quayline-lockbox-2026-11-16.txt"), StandardCharsets.ISO_8859_1);
    Matcher routing = Pattern.compile("(?m)^6.{16}(\\d{9})").matcher(lockbox);
    int found = 0;
    while (routing.find()) {
      assertThat(CheckDigits.isRoutingNumber(routing.group(1))).isTrue();
      found++;
    }
    assertThat(found).isEqualTo(6);
    assertThat(CheckDigits.isIban("DE48999900000000000912")).isTrue();
  }
}
