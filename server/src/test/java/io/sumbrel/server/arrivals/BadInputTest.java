package io.sumbrel.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/**
 * Every bad file is answered by a sentence that names the place and the reason; nothing is stored.
 */
class BadInputTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  static Stream<Arguments> badFiles() {
    String good = House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,TEXT");
    String camt =
        "<?xml version=\"1.0\"?>\n%s<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.%s\">%s";
    return Stream.of(
        Arguments.of(
            "cut off", good.substring(0, good.indexOf("closing")), "without its closing balance"),
        Arguments.of(
            "does not add up",
            House.statementFile(DAY, "1000.00", "1240.00", "250.00,PAYER,TEXT"),
            "does not add up, by −10.00. Opening 1,000.00 and 1 entries make 1,250.00"),
        Arguments.of(
            "names the entry that is too much",
            House.statementFile(DAY, "1000.00", "1000.00", "250.00,PAYER,TEXT"),
            "The entry of 250.00 at line 3 is that much"),
        Arguments.of(
            "unknown account", good.replace(House.ACCOUNT, "777"), "Account 777 is not one of"),
        Arguments.of(
            "three decimals",
            good.replace("250.00,R", "250.005,R"),
            "Line 3: amount: 250.005 has 3 decimals; USD has 2."),
        Arguments.of("no date", good.replace("2026-11-16,250", "16.11.26,250"), "Line 3"),
        Arguments.of("another kind", "%PDF-1.4 ...", "This is a PDF"),
        Arguments.of("a packed file", "PK\u0003\u0004...", "packed file"),
        Arguments.of("a web page", "<!DOCTYPE html><html></html>", "This is a web page"),
        Arguments.of("nothing", "", "The file is empty."),
        Arguments.of("some text", "hello\nworld\n", "the first line reads “hello”"),
        Arguments.of(
            "a document type",
            camt.formatted(
                "<!DOCTYPE d [<!ENTITY e SYSTEM \"file:///etc/passwd\">]>",
                "053.001.08",
                "&e;</Document>"),
            "contains a DOCTYPE"),
        Arguments.of(
            "XML that breaks off",
            camt.formatted("", "053.001.08", "<BkToCstmrStmt><Stmt><Id>7</Id>"),
            "breaks off"),
        Arguments.of(
            "another message",
            "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:pain.001.001.09\"/>",
            "message pain.001"),
        Arguments.of("a SWIFT message of another kind", ":20:A\n:32A:261116USD1,00\n", "neither"),
        Arguments.of("BAI2 cut off", "01,A,B,261116,0600,1,80,,2/\n", "no 99 record"),
        Arguments.of("OFX cut off", "OFXHEADER:100\n\n<OFX><STMTRS>", "no </OFX>"),
        Arguments.of("MT940 cut off", ":20:A\n:25:1\n:60F:C261116USD1,00\n", "closing balance"),
        Arguments.of(
            "an item twice",
            House.itemFile(
                "T-1,K-1,A,2026-10-14,,10.00,10.00,,USD,,",
                "T-1,K-1,A,2026-10-14,,9.00,9.00,,USD,,"),
            "Line 3: T-1 stands in line 2 already."),
        Arguments.of(
            "open above total",
            House.itemFile("T-1,K-1,A,2026-10-14,,10.00,11.00,,USD,,"),
            "Line 2: open 11.00 is not between zero and the total 10.00."),
        Arguments.of(
            "no currency",
            House.itemFile("T-1,K-1,A,2026-10-14,,10.00,10.00,,XQQ,,"),
            "Line 2: currency: “XQQ” is no currency such as USD."),
        Arguments.of(
            "a quote that stays open",
            House.itemFile("T-1,K-1,\"A,2026-10-14,,10.00,10.00,,USD,,"),
            "a quote is opened and not closed"),
        Arguments.of(
            "a slip without its account",
            RECEIPTS + "2026-11-13,cheque,1,5.00,USD,A,,,S-1,\n",
            "Line 2: slip S-1 needs its account."),
        Arguments.of(
            "receipts of an account that is not ours",
            RECEIPTS + "2026-11-13,cheque,1,5.00,USD,A,,777,S-1,\n",
            "Account 777 is not one of this house"),
        Arguments.of(
            "a slip in another currency than its account",
            RECEIPTS + "2026-11-13,cheque,1,5.00,EUR,A,,%s,S-1,\n".formatted(House.ACCOUNT),
            "The file is in EUR, the account Quayline is kept in USD."),
        Arguments.of(
            "a method that is none",
            RECEIPTS + "2026-11-13,pebbles,1,5.00,USD,A,,,,\n",
            "Line 2: method: “pebbles” is no known method."),
        Arguments.of(
            "past payments without a customer",
            "paid,payer,payer account,amount,currency,customer,invoices,discount\n2025-06-03,A,,5.00,USD,,,\n",
            "Line 2: “customer” is missing."),
        Arguments.of(
            "a row that is too short",
            House.itemFile("T-1,K-1,A,2026-10-14"),
            "Line 2: the row has 4 columns, the header has 11."));
  }

  private static final String RECEIPTS =
      "received,method,number,amount,currency,payer,invoices,account,slip,banked\n";

  @ParameterizedTest(name = "{0}")
  @MethodSource("badFiles")
  void isAnsweredByASentenceAndStoresNothing(String name, String content, String sentence) {
    House.Answer answer = house.upload(house.clerk, name + ".txt", content);
    assertThat(answer.body().path("state").asString()).isEqualTo("REFUSED");
    assertThat(answer.body().path("refusal").asString()).contains(sentence);
    assertThat(house.get(house.clerk, "/api/desk").body().path("entries").asInt()).isZero();
    assertThat(house.get(house.clerk, "/api/customers").body()).isEmpty();
  }

  @Test
  void refusesTheSameFileWithWhenAndByWhom() {
    String file = House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,TEXT");
    house.upload(house.clerk, "first.csv", file);
    House.Answer again = house.upload(house.other, "second.csv", file);
    assertThat(again.status()).isEqualTo(409);
    assertThat(again.sentence())
        .startsWith("This very file was brought in on 20")
        .endsWith("by Ines, as first.csv.");
  }

  @Test
  void takesADroppedFileAgain() {
    String file = House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,TEXT");
    long id = house.upload(house.clerk, "first.csv", file).body().path("id").asLong();
    house.send(house.clerk, HttpMethod.DELETE, "/api/arrivals/" + id, Map.of());
    assertThat(house.upload(house.clerk, "first.csv", file).status()).isEqualTo(200);
  }

  @Test
  void countsNothingBeforeAFileIsAccepted() {
    String file = House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,TEXT");
    long id = house.upload(house.clerk, "s.csv", file).body().path("id").asLong();
    assertThat(house.get(house.clerk, "/api/desk").body().path("entries").asInt()).isZero();
    JsonNode shown =
        house
            .get(house.clerk, "/api/arrivals/" + id + "/contents")
            .body()
            .path("statements")
            .get(0);
    assertThat(shown.path("computedMinor").asLong()).isEqualTo(125_000);
    assertThat(shown.path("entries")).hasSize(1);
    house.accept(id, "CHANGES_ONLY", Map.of());
    assertThat(house.get(house.clerk, "/api/desk").body().path("entries").asInt()).isEqualTo(1);
    assertThat(house.accept(id, "CHANGES_ONLY", Map.of()).sentence())
        .isEqualTo("s.csv was accepted already, by Ines.");
  }

  @Test
  void refusesTheSecondOfTwoWaitingStatementsThatFollowTheSameOne() {
    String one = House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,ONE");
    String two = House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,TWO");
    long first = house.upload(house.clerk, "1.csv", one).body().path("id").asLong();
    long second = house.upload(house.clerk, "2.csv", two).body().path("id").asLong();
    assertThat(house.accept(first, "CHANGES_ONLY", Map.of()).status()).isEqualTo(200);
    assertThat(house.accept(second, "CHANGES_ONLY", Map.of()).sentence())
        .contains("Everything in statement 1 is known already: 1 entries");
  }

  @Test
  void refusesAStatementOfAClosedMonth() {
    house.statement(LocalDate.of(2026, 10, 31), "1000.00", "1000.00");
    house.send(house.supervisor, HttpMethod.POST, "/api/books/months/2026-10/closing", Map.of());
    String late =
        House.statementFile(LocalDate.of(2026, 10, 31), "1000.00", "1001.00", "1.00,PAYER,LATE");
    assertThat(house.upload(house.clerk, "late.csv", late).body().path("refusal").asString())
        .contains("2026-10-31 lies in a closed month");
  }

  @Test
  void refusesToCloseAMonthThatTheStatementsDoNotReach() {
    assertThat(
            house
                .send(
                    house.supervisor,
                    HttpMethod.POST,
                    "/api/books/months/2026-10/closing",
                    Map.of())
                .sentence())
        .isEqualTo("The statements of Quayline ··1234 do not reach 2026-10-31 yet.");
  }

  @Test
  void givesTheOriginalBack() {
    String file = House.statementFile(DAY, "1000.00", "1250.00", "250.00,PAYER,TEXT");
    long id = house.upload(house.clerk, "../../s.csv", file).body().path("id").asLong();
    House.Answer list = house.get(house.clerk, "/api/arrivals");
    assertThat(list.body().get(0).path("fileName").asString()).isEqualTo("s.csv");
    assertThat(house.get(house.reader, "/api/arrivals/" + id + "/contents").status())
        .isEqualTo(200);
  }

  @Test
  void refusesAReaderWhoBringsAFileIn() {
    assertThat(house.upload(house.reader, "s.csv", "x").status()).isEqualTo(403);
  }
}
