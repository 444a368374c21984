package io.sumbrel.server.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.openitem.Items;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** What once left books that did not add up. Every test ends with the proof of its house. */
class StillProvenTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  @Autowired private JdbcClient sql;
  @Autowired private Items items;
  @Autowired private PlatformTransactionManager transactions;

  private String posted(House.Answer answer) {
    assertThat(answer.status()).as(answer.sentence()).isEqualTo(200);
    return answer.body().path("number").asString();
  }

  /** Part settled, billed to another customer by a list, turned back. */
  @Test
  void anItemBilledToAnotherCustomerGetsBackWhatItWasPaidThere() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(DAY, "1000.00", "1200.00", "200.00,ALDER POTS,T-1");
    String number =
        posted(house.post(house.clerk, house.money("ALDER POTS"), house.settles("T-1", 20_000)));
    house.items("T-1,K-2,Birch Kilns,2026-10-14,,500.00,300.00,,USD,,");
    house.prove();
    posted(house.turnBack(house.clerk, number));
    assertThat(house.open("T-1")).isEqualTo(50_000);
    assertThat(owed("Birch Kilns")).isEqualTo(50_000);
    assertThat(owed("Alder Pots")).isZero();
  }

  private long owed(String customer) {
    for (JsonNode c : house.get(house.clerk, "/api/customers").body()) {
      if (c.path("name").asString().equals(customer)) {
        return c.path("owed").path(0).path("openMinor").asLong();
      }
    }
    throw new AssertionError(customer);
  }

  /**
   * A batch posted as one, turned back, then given its parts: proof and reconciliation answered
   * 500.
   */
  @Test
  void aBatchThatWasPostedAsOneMayBeGivenItsParts() {
    String statement =
        ":20:A\n:25:%s\n:28C:1\n:60F:C261115USD1000,00\n:61:261116C250,00NCOLNONREF//B77\n:62F:C261116USD1250,00\n"
            .formatted(House.ACCOUNT);
    house.accept(
        house.upload(house.clerk, "1.sta", statement).body().path("id").asLong(),
        "CHANGES_ONLY",
        Map.of());
    long money = house.get(house.clerk, "/api/desk").body().path("rows").get(0).path("id").asLong();
    String number =
        posted(
            house.post(house.clerk, money, Map.of("kind", "UNIDENTIFIED", "amountMinor", 25_000)));
    posted(house.turnBack(house.clerk, number));
    String part = "<TxDtls><Amt Ccy=\"USD\">%s</Amt><CdtDbtInd>CRDT</CdtDbtInd></TxDtls>";
    String details =
        """
        <Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.054.001.08"><BkToCstmrDbtCdtNtfctn>
        <Ntfctn><Id>N1</Id><Acct><Id><Othr><Id>%s</Id></Othr></Id><Ccy>USD</Ccy></Acct>
        <Ntry><Amt Ccy="USD">250</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>BOOK</Cd></Sts>
        <BookgDt><Dt>2026-11-16</Dt></BookgDt><AcctSvcrRef>B77</AcctSvcrRef>
        <NtryDtls>%s%s</NtryDtls></Ntry></Ntfctn></BkToCstmrDbtCdtNtfctn></Document>
        """
            .formatted(House.ACCOUNT, part.formatted(100), part.formatted(150));
    House.Answer accepted =
        house.accept(
            house.upload(house.clerk, "1.xml", details).body().path("id").asLong(),
            "CHANGES_ONLY",
            Map.of());
    assertThat(accepted.body().path("acceptedCount").asInt()).isEqualTo(2);
    for (String path : List.of("/api/books/proof", "/api/desk/done", "/api/books/journal")) {
      assertThat(house.get(house.reader, path).status()).as(path).isEqualTo(200);
    }
    assertThat(house.get(house.reader, "/api/desk/done").body().path("rows")).hasSize(1);
  }

  /**
   * Our own credits and the seller's invoices are numbered by two who do not know of each other.
   */
  @Test
  void anInvoiceMayCarryTheNumberOfOneOfOurCredits() {
    house.statement(DAY, "1000.00", "1030.00", "10.00,ONE,X", "20.00,TWO,Y");
    String number =
        posted(
            house.post(
                house.clerk,
                house.money("ONE"),
                Map.of("kind", "UNIDENTIFIED", "amountMinor", 1_000)));
    int next = Integer.parseInt(number.substring(5)) + 1;
    house.items(
        number + ",K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,",
        "2026-%04d,K-1,Alder Pots,2026-10-14,,300.00,300.00,,USD,,".formatted(next + 1));
    posted(
        house.post(
            house.clerk, house.money("TWO"), Map.of("kind", "UNIDENTIFIED", "amountMinor", 2_000)));
    house.items(number + ",K-1,Alder Pots,2026-10-14,,500.00,400.00,,USD,,");
  }

  /** The order of what happened is that of the record: a clock may be set back. */
  @Test
  void whatIsOpenAfterFollowsTheNumbersAndNotTheClock() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(DAY, "1000.00", "1200.00", "200.00,ALDER POTS,T-1");
    posted(house.post(house.clerk, house.money("ALDER POTS"), house.settles("T-1", 20_000)));
    String postedAt =
        "update posting set posted_at = dateadd(year, %d, posted_at) where kind = 'TAPE'";
    sql.sql(postedAt.formatted(-6)).update();
    long item = house.item("T-1").path("id").asLong();
    JsonNode movements =
        house.get(house.reader, "/api/trail/items/" + item).body().path("movements");
    assertThat(movements.valueStream().map(m -> m.path("openAfterMinor").asLong()))
        .containsExactly(50_000L, 30_000L);
    assertThat(
            house
                .get(house.reader, "/api/books/journal")
                .body()
                .path("entries")
                .get(0)
                .path("kind")
                .asString())
        .isEqualTo("explained");
    sql.sql(postedAt.formatted(6)).update();
  }

  /** What is read in an act before it has the lock may be old by then. */
  @Test
  void aBalanceReadBeforeItsLockIsNotWrittenBack() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(DAY, "1000.00", "1200.00", "200.00,ALDER POTS,T-1");
    long books = house.clerk.booksId();
    List<ItemId> item = List.of(new ItemId(house.item("T-1").path("id").asLong()));
    long money = house.money("ALDER POTS");
    Map<String, Object> settles = house.settles("T-1", 20_000);
    new TransactionTemplate(transactions)
        .executeWithoutResult(
            t -> {
              assertThat(only(items.find(books, item))).isEqualTo(50_000);
              // somebody else posts on it meanwhile
              CompletableFuture.runAsync(() -> posted(house.post(house.other, money, settles)))
                  .join();
              assertThat(only(items.lock(books, item))).isEqualTo(30_000);
            });
    assertThat(house.open("T-1")).isEqualTo(30_000);
  }

  private static long only(Map<ItemId, OpenItem> found) {
    return found.values().iterator().next().openMinor();
  }

  /** Nothing of a month that is closed meanwhile is taken in. */
  @Test
  void aStatementOfAMonthThatWasClosedMeanwhileIsRefused() {
    house.statement(LocalDate.of(2026, 11, 2), "1000.00", "1010.00", "10.00,A,X");
    long account = house.get(house.clerk, "/api/books/accounts").body().get(0).path("id").asLong();
    JsonNode late =
        house
            .send(
                house.clerk,
                HttpMethod.POST,
                "/api/arrivals/typed",
                Map.of(
                    "accountId",
                    account,
                    "dateOrder",
                    "YEAR_MONTH_DAY",
                    "decimalMark",
                    "POINT",
                    "rows",
                    List.of(List.of("2026-10-30", "5.00", "B", "Y", "R9"))))
            .body();
    house.send(
        house.supervisor,
        HttpMethod.POST,
        "/api/books/months/" + YearMonth.of(2026, 10) + "/closing",
        Map.of());
    House.Answer refused = house.accept(late.path("id").asLong(), "CHANGES_ONLY", Map.of());
    assertThat(refused.code()).isEqualTo("closed-month");
  }
}
