package io.sumbrel.server.persistence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What a database can refuse it refuses, whatever the program does. */
class SchemaTest extends ServerTest {
  @Autowired private JdbcClient sql;
  private long money;
  private long item;
  private long posting;

  @BeforeEach
  void postOne() {
    house.items(
        "T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,",
        "T-2,K-1,Alder Pots,2026-10-14,,300.00,300.00,,USD,,");
    house.statement(LocalDate.of(2026, 11, 16), "1000.00", "1500.00", "500.00,ALDER POTS,T-1");
    money = house.money("ALDER POTS");
    item = house.item("T-1").path("id").asLong();
    house.post(house.clerk, money, house.settles("T-1", 50_000));
    posting =
        sql.sql("select posting_id from claim where money_in_id = ?")
            .param(money)
            .query(Long.class)
            .single();
  }

  private void refuses(String statement, Object... params) {
    assertThatThrownBy(() -> sql.sql(statement).params(List.of(params)).update())
        .as(statement)
        .isInstanceOf(DataIntegrityViolationException.class);
  }

  @Test
  void refusesASecondExplanationOfOneSum() {
    refuses("insert into claim (money_in_id, posting_id) values (?, ?)", money, posting);
  }

  @Test
  void refusesASecondTieOfOneDeposit() {
    String claim = "insert into recorded_claim (recorded_id, posting_id) values (?, ?)";
    sql.sql(claim).params(List.of(-1L, posting)).update();
    refuses(claim, -1L, posting);
    sql.sql("delete from recorded_claim where recorded_id = -1").update();
  }

  @Test
  void refusesAPartOfATieThatIsTwoThingsOrNone() {
    String part =
        "insert into tie_part (posting_id, line_number, money_in_id, recorded_id, account_code, currency, amount_minor) values (?, 1, %s, %s, '1010', 'USD', 5)";
    refuses(part.formatted(money, "7"), posting);
    refuses(part.formatted("null", "null"), posting);
  }

  @Test
  void refusesAnOpenAmountBelowZeroOrAboveTheTotal() {
    refuses("update item_balance set open_minor = -1 where item_id = ?", item);
    refuses("update item_balance set open_minor = 50001 where item_id = ?", item);
    long open = house.item("T-2").path("id").asLong();
    refuses("update item_balance set total_minor = -1 where item_id = ?", open);
  }

  @Test
  void refusesAPostingTurnedBackTwice() {
    String contra =
        """
        insert into posting (id, books_id, posting_year, posting_number, kind, posting_date,
          posted_at, actor, turns_back_id, record_number, acted_on)
        values (?, ?, 2026, ?, 'TURNED_BACK', date '2026-11-17', current_timestamp, 'x', ?,
          900, date '2026-11-17')
        """;
    sql.sql(contra).params(List.of(1L, house.clerk.booksId(), 900, posting)).update();
    try {
      refuses(contra, 2L, house.clerk.booksId(), 901, posting);
    } finally {
      sql.sql("delete from posting where id = 1").update();
    }
  }

  @Test
  void refusesAPostingNumberTwice() {
    refuses(
        """
        insert into posting (id, books_id, posting_year, posting_number, kind, posting_date,
          posted_at, actor, record_number, acted_on)
        values (3, ?, 2026, 1, 'ITEMS_READ', date '2026-11-17', current_timestamp, 'x', 900,
          date '2026-11-17')
        """,
        house.clerk.booksId());
  }

  @Test
  void refusesAContraWithoutItsOriginal() {
    String bare =
        """
        insert into posting (id, books_id, posting_year, posting_number, kind, posting_date,
          posted_at, actor, record_number, acted_on)
        values (4, ?, 2026, 950, '%s', date '2026-11-17', current_timestamp, 'x', 900,
          date '2026-11-17')
        """;
    refuses(bare.formatted("TURNED_BACK"), house.clerk.booksId());
    refuses(bare.formatted("ANYTHING"), house.clerk.booksId());
  }

  @Test
  void refusesEmptyLinesAndUnknownAccounts() {
    String line =
        """
        insert into journal_line (posting_id, line_number, books_id, account_code, currency,
          amount_minor)
        values (?, 99, ?, ?, 'USD', ?)
        """;
    refuses(line, posting, house.clerk.booksId(), "1100", 0L);
    refuses(line, posting, house.clerk.booksId(), "0000", 5L);
    refuses(
        """
        insert into tape_line (posting_id, line_number, kind, currency, amount_minor)
        values (?, 99, 'SETTLES', 'USD', 0)
        """,
        posting);
  }

  @Test
  void refusesMoneyOfNothingAndMoneyBeyondAllSense() {
    refuses("update money_in set amount_minor = 0 where id = ?", money);
    refuses("update money_in set amount_minor = 10000000000001 where id = ?", money);
  }

  @Test
  void refusesTheSameBytesTwiceAndTwoStatementsInOnePlace() {
    refuses(
        """
        update arrival set live_hash = (select min(live_hash) from arrival where books_id = ?)
        where books_id = ?
        """,
        house.clerk.booksId(),
        house.clerk.booksId());
    refuses(
        """
        insert into bank_statement (id, bank_account_id, arrival_id, sequence_number, number,
          opening_date, opening_minor, closing_date, closing_minor, entry_count)
        select 7, bank_account_id, arrival_id, sequence_number, 'x', opening_date, 0, closing_date,
          0, 0 from bank_statement
        where bank_account_id in (select id from bank_account where books_id = ?)
        """,
        house.clerk.booksId());
  }

  @Test
  void refusesAClosedMonthThatDoesNotReconcile() {
    long account =
        sql.sql("select id from bank_account where books_id = ?")
            .param(house.clerk.booksId())
            .query(Long.class)
            .single();
    refuses(
        "insert into month_figure values (?, '2026-10', ?, 100, 10, 91)",
        house.clerk.booksId(),
        account);
  }

  @Test
  void explainsEveryTable() {
    List<Map<String, Object>> silent =
        sql.sql(
                """
                select table_name from information_schema.tables
                where table_schema = 'PUBLIC' and table_name <> 'flyway_schema_history'
                  and (remarks is null or remarks = '')
                """)
            .query()
            .listOfRows();
    assertThat(silent).isEmpty();
  }
}
