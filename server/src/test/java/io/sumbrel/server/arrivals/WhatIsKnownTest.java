package io.sumbrel.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.money.Money;
import io.sumbrel.formats.FileKind;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.FileStore;
import io.sumbrel.server.persistence.StoredFile;
import java.io.ByteArrayInputStream;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Files that say again what is known, or more than is kept, or what nobody can mean. */
class WhatIsKnownTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  @Autowired private FileStore files;
  @Autowired private BankAccounts books;
  @Autowired private PlatformTransactionManager transactions;

  private JsonNode upload(String name, String content) {
    return house.upload(house.clerk, name, content).body();
  }

  private int pile() {
    return house.get(house.clerk, "/api/desk").body().path("entries").asInt();
  }

  /** What nets to nothing opens where the account stands; two entries once became four. */
  @Test
  void aStatementThatNetsToNothingIsKnownWhenItComesAgainWithOtherBalances() {
    String[] entries = {"50.00,ALDER POTS,T-1", "-50.00,ALDER POTS,TAKEN BACK"};
    house.statement(DAY, "1000.00", "1000.00", entries);
    assertThat(pile()).isEqualTo(2);
    JsonNode again =
        upload("again.csv", House.statementFile(DAY, "1000.00", "1000.00", entries) + "\n");
    assertThat(again.path("state").asString()).isEqualTo("KNOWN");
    assertThat(again.path("refusal").asString())
        .startsWith("Everything in statement 1 is known already: 2 entries");
    assertThat(pile()).isEqualTo(2);
    house.statement(DAY.plusDays(1), "1000.00", "1000.00", entries);
    assertThat(pile()).as("of another day it is another").isEqualTo(4);
  }

  /** A file that is fetched every week has the statements of the week before too. */
  @Test
  void aFileOfAKnownAndANewStatementBringsTheNewOne() {
    String known = message(1, "261116", "1000,00", "50,00", "1050,00");
    JsonNode first = upload("week1.sta", known);
    house.accept(first.path("id").asLong(), "CHANGES_ONLY", Map.of());
    String next = message(2, "261117", "1050,00", "30,00", "1080,00");
    JsonNode both = upload("week2.sta", known + next);
    assertThat(both.path("refusal").asString()).isEmpty();
    assertThat(both.path("state").asString()).isEqualTo("WAITING");
    assertThat(both.path("notes").get(0).asString())
        .isEqualTo("Statement 1/1 is known already and is not taken in again.");
    assertThat(house.accept(both.path("id").asLong(), "CHANGES_ONLY", Map.of()).status())
        .isEqualTo(200);
    assertThat(pile()).isEqualTo(2);
    house.prove();
    JsonNode again = upload("week2.sta", known + next + "\n");
    assertThat(again.path("state").asString()).as("nothing is new now").isEqualTo("KNOWN");
  }

  private static String message(int number, String day, String from, String amount, String to) {
    return """
        :20:W
        :25:%s
        :28C:%d/1
        :60F:C%sUSD%s
        :61:%sC%sNTRFNONREF
        :86:HOLLOW REED T-%d
        :62F:C%sUSD%s
        -
        """
        .formatted(House.ACCOUNT, number, day, from, day, amount, number, day, to);
  }

  /** Bytes that say nothing new are not kept, and may come again. */
  @Test
  void aKnownFileIsNoRefusalAndIsNotStored() {
    String file = House.statementFile(DAY, "1000.00", "1050.00", "50.00,ALDER POTS,T-1");
    house.statement(DAY, "1000.00", "1050.00", "50.00,ALDER POTS,T-1");
    JsonNode again = upload("again.csv", file + "\n");
    assertThat(again.path("state").asString()).isEqualTo("KNOWN");
    long id = again.path("id").asLong();
    assertThat(house.get(house.clerk, "/api/arrivals/" + id + "/original").status()).isEqualTo(404);
    assertThat(upload("again.csv", file + "\n").path("state").asString()).isEqualTo("KNOWN");
  }

  @Test
  void moneyOfAnotherCenturyIsRefusedWithItsLine() {
    JsonNode far =
        upload(
            "far.csv", House.statementFile(DAY.plusYears(100), "1000.00", "1050.00", "50.00,A,X"));
    assertThat(far.path("state").asString()).isEqualTo("REFUSED");
    assertThat(far.path("refusal").asString())
        .isEqualTo(
            "Line 3 is dated 2126-11-16; dates go up to 2026-12-18, 31 days ahead of today. A supervisor may widen that in the rules.");
    House.Answer typed =
        house.send(
            house.clerk,
            HttpMethod.POST,
            "/api/arrivals/typed",
            Map.of(
                "accountId",
                books.all(house.clerk.booksId()).get(0).id(),
                "dateOrder",
                "YEAR_MONTH_DAY",
                "decimalMark",
                "POINT",
                "rows",
                List.of(List.of("2027-11-16", "50.00", "A", "X", "R"))));
    assertThat(typed.body().path("refusal").asString()).contains("is dated 2027-11-16");
  }

  @Test
  void namesAndNumbersThatAreTooLongAreRefusedWithTheirLine() {
    String longName = "A".repeat(121);
    JsonNode name =
        upload("n.csv", House.itemFile("T-1,K-1," + longName + ",2026-10-14,,5.00,5.00,,USD,,"));
    assertThat(name.path("refusal").asString())
        .isEqualTo("Line 2: the name of the customer has 121 letters; up to 120 are kept.");
    JsonNode number =
        upload(
            "m.csv", House.itemFile("T-" + "1".repeat(60) + ",K-1,A,2026-10-14,,5.00,5.00,,USD,,"));
    assertThat(number.path("refusal").asString())
        .isEqualTo("Line 2: the number of the item has 62 letters; up to 60 are kept.");
  }

  @Test
  void currenciesWithoutMinorUnitsAreRefusedInAList() {
    JsonNode gold = upload("g.csv", House.itemFile("T-1,K-1,A,2026-10-14,,5.00,5.00,,XAU,,"));
    assertThat(gold.path("refusal").asString())
        .contains("Nobody pays in XAU: it is no currency that has minor units.");
  }

  /** No character is cut in two: what is left of one no database takes. */
  @Test
  void aTextIsCutBetweenCharacters() {
    String text = "😀".repeat(300);
    assertThat(Column.cut(text, 79)).hasSize(78);
    house.statement(DAY, "1000.00", "1050.00", "50.00,%s,X".formatted(text));
    assertThat(pile()).isEqualTo(1);
  }

  /** A number that is cut would be another number, and count as stated. */
  @Test
  void referencesAndDetailsThatDoNotFitEndInAWholeNumber() {
    String many =
        IntStream.range(0, 500).mapToObj("T-%05d"::formatted).collect(Collectors.joining("\n"));
    assertThat(Column.wholePieces(many, '\n', 2_000)).hasSize(1_999).endsWith("T-00249");
    assertThat(Column.wholePieces("T-12345", '\n', 5)).isEmpty();
  }

  @Test
  void aLockboxChequeWithVeryManyInvoicesStaysReadable() {
    StringBuilder invoices = new StringBuilder();
    for (int i = 0; i < 900; i++) {
      invoices.append(invoices.isEmpty() ? "" : " ").append("TCK-%06d".formatted(i));
    }
    JsonNode file =
        upload(
            "r.csv",
            "received,method,number,amount,currency,payer,invoices,account,slip,banked\n"
                + "2026-11-13,cheque,1,5.00,USD,A,%s,,,\n".formatted(invoices));
    assertThat(file.path("refusal").asString()).isEmpty();
    assertThat(house.accept(file.path("id").asLong(), "CHANGES_ONLY", Map.of()).status())
        .isEqualTo(200);
    assertThat(house.get(house.clerk, "/api/deposits").status()).isEqualTo(200);
  }

  @Test
  void theTenthBankAccountDoesNotTakeTheCodeOfTheReceivables() {
    for (int i = 2; i <= 12; i++) {
      books.begin(
          house.clerk, "Account " + i, "77" + i, DAY, Money.zero(Currency.getInstance("USD")));
    }
    assertThat(books.all(house.clerk.booksId()))
        .extracting(a -> a.code().code())
        .doesNotContain("1100")
        .doesNotHaveDuplicates()
        .hasSize(12);
  }

  /** What is not read as a stream must fit into memory. */
  @Test
  void aListMayNotBeAsLargeAsAStatement() {
    assertThatThrownBy(
            () -> ArrivedFiles.bytes(new StoredFile(Path.of("list.csv"), "", 101L << 20)))
        .hasMessage("The file is larger than 100 MB; nothing of it was stored.");
    assertThat(ArrivedFile.isStreamed(FileKind.MT940)).isTrue();
    assertThat(ArrivedFile.isStreamed(FileKind.OPEN_ITEMS_CSV)).isFalse();
  }

  /** Whoever sends a body may be slow: with a transaction a connection would wait for them. */
  @Test
  void noFileIsReceivedInsideATransaction() {
    TransactionTemplate act = new TransactionTemplate(transactions);
    assertThatThrownBy(
            () ->
                act.execute(
                    t ->
                        files.receive(
                            new ByteArrayInputStream(new byte[] {1}), FileStore.MOST_MEGABYTES)))
        .isInstanceOf(IllegalStateException.class);
  }

  @Test
  void theDecimalsOfACurrencyComeFromTheServer() {
    JsonNode decimals = house.get(house.clerk, "/api/session").body().path("decimals");
    assertThat(decimals.path("JPY").asInt()).isZero();
    assertThat(decimals.path("KWD").asInt()).isEqualTo(3);
    assertThat(decimals.has("HUF")).isFalse();
  }
}
