package io.sumbrel.server.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.proof.Proof;
import io.sumbrel.core.proof.ProofLine;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Whoever changes a fact past the books, in the database itself, is seen by the proof. */
class RecordNamesFactsTest extends ServerTest {
  @Autowired private JdbcClient sql;
  @Autowired private BooksFactsReader reader;
  @Autowired private PlatformTransactionManager transactions;

  @BeforeEach
  void aHouseWithAPostedTape() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(LocalDate.of(2026, 11, 16), "1000.00", "1700.00", "700.00,ALDER POTS,T-1");
    house.post(
        house.clerk,
        house.money("ALDER POTS"),
        house.settles("T-1", 50_000),
        Map.of(
            "kind",
            "ON_ACCOUNT",
            "amountMinor",
            20_000,
            "customerId",
            house.get(house.clerk, "/api/customers").body().get(0).path("id").asLong()));
    String october = "/api/books/months/2026-10/closing";
    assertThat(house.send(house.supervisor, HttpMethod.POST, october, Map.of()).status())
        .isEqualTo(204);
    house.prove();
  }

  /** What the proof says after a change, which is undone then. */
  private List<String> failuresAfter(String change) {
    return new TransactionTemplate(transactions)
        .execute(
            tx -> {
              int rows = sql.sql(change).param(house.clerk.booksId()).update();
              assertThat(rows).as("changed by: " + change).isPositive();
              List<String> failures =
                  reader.read(house.clerk.booksId(), Proof::of).lines().stream()
                      .flatMap((ProofLine l) -> l.failures().stream())
                      .toList();
              tx.setRollbackOnly();
              return failures;
            });
  }

  /** None of these moves an amount, so that no other invariant tells of it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "update money_in set bank_text = 'T-2' where books_id = ? | arrival",
        "update money_in set payer_account = 'ELSEWHERE' where books_id = ? | arrival",
        "update posting set actor = 'Tomas' where kind = 'TAPE' and books_id = ? | posting 2026-0003",
        "update posting set acted_on = date '2026-01-01' where kind = 'TAPE' and books_id = ? | posting 2026-0003",
        "update open_item set due_date = date '2027-01-01' where kind = 'INVOICE' and books_id = ? | items",
        "update open_item set item_date = date '2020-01-01' where kind = 'ON_ACCOUNT' and books_id = ? | posting 2026-0003",
        "update person set rights = 'READ BRING_IN POST APPROVE' where name = 'Ines' and books_id = ? | rights",
        "update person set locked = true where name = 'Tomas' and books_id = ? | rights",
        "update difference_limit set tape_minor = 0 where reason = 'DISCOUNT' and books_id = ? | rules",
        "update tax_rate set basis_points = 1 where books_id = ? | chart",
        "delete from person where name = 'Abel' and books_id = ? | rights",
        "update accounting_month set proved_posting = 7 where books_id = ? | month 2026-10",
        "update month_figure set statement_minor = 1, unexplained_minor = 1, ledger_minor = 0 where books_id = ? | month 2026-10"
      })
  void aFactThatIsChangedPastTheRecordIsNamed(String change, String named) {
    assertThat(failuresAfter(change)).hasSize(1).first().asString().contains("“" + named);
  }

  @Test
  void aLineInAnotherCurrencyThanItsMoneyIsNamed() {
    assertThat(
            failuresAfter(
                """
                update tape_line set currency = 'EUR' where posting_id in
                  (select id from posting where kind = 'TAPE' and books_id = ?)
                """))
        .containsExactly("2026-0003: its lines are in another currency than the money.");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "update account_balance set amount_minor = amount_minor + 1 where books_id = ?",
        "delete from account_balance where books_id = ?",
        "insert into unclaimed select money_in_id, books_id, 1, 1, 'COUNTS', posting_date, 1 from posting where kind = 'TAPE' and books_id = ?",
        "update bank_statement set counted_minor = 0 where bank_account_id in (select id from bank_account where books_id = ?)"
      })
  void whatIsKeptAndIsNotSoIsNamed(String change) {
    assertThat(failuresAfter(change)).isNotEmpty().allMatch(f -> f.contains("is kept a"));
  }

  @Test
  void aPersonAndALimitThatAreChangedThroughTheBooksAreProven() {
    house.send(
        house.supervisor,
        HttpMethod.PUT,
        "/api/rules/withheld-rates",
        Map.of("withheld", "10 2.5"));
    house.prove();
    assertThat(failuresAfter("delete from withheld_rate where basis_points = 250 and books_id = ?"))
        .hasSize(1)
        .first()
        .asString()
        .contains("“rules”");
  }
}
