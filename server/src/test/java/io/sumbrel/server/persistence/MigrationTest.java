package io.sumbrel.server.persistence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.junit.jupiter.api.Test;

/** Houses that were begun with an earlier release go on with this one. */
class MigrationTest {
  private final String url = "jdbc:h2:mem:" + UUID.randomUUID() + ";DB_CLOSE_DELAY=-1";

  private FluentConfiguration scripts() {
    return Flyway.configure().dataSource(url, "", "").locations("classpath:db/migration");
  }

  private void migrateTo(String version) {
    scripts().target(version).load().migrate();
  }

  @Test
  void dataOfANewerVersionAreLeftAlone() throws SQLException {
    Flyway flyway = scripts().load();
    new DataVersions().onlyForward().migrate(flyway);
    run(
        """
        insert into "flyway_schema_history" ("installed_rank", "version", "description", "type",
          "script", "installed_by", "execution_time", "success")
        values (9000, '9000', 'of later', 'SQL', 'V9000__of_later.sql', 'x', 1, true)
        """);
    assertThatThrownBy(() -> new DataVersions().onlyForward().migrate(flyway))
        .isInstanceOf(DataVersions.Newer.class)
        .hasMessageContaining("written by a newer version of sumbrel (9000; this one knows up to");
  }

  private void run(String... statements) throws SQLException {
    try (Connection connection = DriverManager.getConnection(url);
        Statement statement = connection.createStatement()) {
      for (String sql : statements) {
        statement.execute(sql);
      }
    }
  }

  private List<String> read(String sql) throws SQLException {
    List<String> rows = new ArrayList<>();
    try (Connection connection = DriverManager.getConnection(url);
        ResultSet result = connection.createStatement().executeQuery(sql)) {
      while (result.next()) {
        StringBuilder row = new StringBuilder(String.valueOf(result.getString(1)));
        for (int i = 2; i <= result.getMetaData().getColumnCount(); i++) {
          row.append(' ').append(result.getString(i));
        }
        rows.add(row.toString());
      }
    }
    return rows;
  }

  private static final String BOOKS =
      "insert into books (id, name, zone, created_at) values (1, 'House', 'UTC', current_timestamp)";

  private static String person(int id, String bundle) {
    return "insert into person (id, books_id, name, password_hash, bundle) values (%d, 1, 'P%d', 'x', '%s')"
        .formatted(id, id, bundle);
  }

  private void assertTakesPeopleIn() throws SQLException {
    run(BOOKS, person(2, "CLERK"));
    assertThatThrownBy(() -> run(person(3, "KING")))
        .isInstanceOfSatisfying(
            SQLException.class, e -> assertThat(e.getSQLState()).isEqualTo("23513"));
  }

  /**
   * A check with a list keeps the connection that made it: when the pool retired that one, nothing
   * was taken in any more, with 23514 "Check constraint invalid".
   */
  @Test
  void noCheckKeepsTheConnectionThatMadeIt() throws SQLException {
    migrateTo("latest");
    assertThat(
            read(
                """
                select constraint_name from information_schema.check_constraints
                where upper(check_clause) like '% IN(%' or upper(check_clause) like '% IN (%'
                """))
        .isEmpty();
  }

  @Test
  void aHouseOfTheReleaseBeforeGoesOn() throws SQLException {
    migrateTo("4");
    assertThatThrownBy(() -> run(BOOKS, person(2, "CLERK")))
        .as("what is mended here")
        .isInstanceOfSatisfying(
            SQLException.class, e -> assertThat(e.getSQLState()).isEqualTo("23514"));
    run("delete from books");
    migrateTo("43");
    assertTakesPeopleIn();
    migrateTo("latest");
    assertThat(read("select rights, locked from person"))
        .containsExactly("READ BRING_IN POST FALSE");
  }

  /** The tables without their broken checks, with rows as the release before left them. */
  @Test
  void takesOverLimitsNumbersAndTheOrderOfPostings() throws SQLException {
    migrateTo("4");
    for (String check :
        new String[] {
          "open_item constraint_401", "posting posting_of_kind", "ledger_account constraint_74"
        }) {
      String[] cells = check.split(" ");
      run("alter table %s drop constraint %s".formatted(cells[0], cells[1]));
    }
    run(
        BOOKS,
        """
        insert into ledger_account (books_id, code, name, account_use)
        select 1, a.code, a.code, 'FREE' from (values ('1210'), ('1220'), ('1230'), ('1240'), ('1250'), ('1350'), ('2200'), ('4900'), ('4910'),
          ('6100'), ('6110'), ('6200'), ('6210')) as a (code)
        """,
        "alter table posting add constraint posting_of_kind check (posting_number > 0)",
        "insert into house_limit values (1, 'charge-cap', 5000), (1, 'clerk-write-off', 400), (1, 'supervisor-write-off', 30000), (1, 'look-back-months', 18)",
        """
        insert into open_item (id, books_id, kind, number, item_date, currency, extra, version)
        values (11, 1, 'UNIDENTIFIED', '26-0001', date '2026-11-17', 'USD', '', 0)
        """,
        """
        insert into posting (id, books_id, posting_year, posting_number, kind, posting_date,
          posted_at, actor) values
          (21, 1, 2026, 1, 'ITEMS_READ', date '2026-11-17', timestamp '2026-11-18 10:00:00Z', 'x'),
          (22, 1, 2026, 2, 'ITEMS_READ', date '2026-11-17', timestamp '2026-11-17 10:00:00Z', 'x')
        """);
    migrateTo("latest");
    assertThat(read("select record_number from posting order by id")).containsExactly("1", "2");
    assertThat(read("select count(*) from difference_reason")).containsExactly("8");
    assertThat(read("select own_number from ledger_account where code = '4000'"))
        .as("what was missing")
        .containsExactly("4000");
    assertThat(read("select numbered_by from open_item")).containsExactly("BOOKS");
    assertThat(read("select count(*) from difference_limit")).containsExactly("16");
    assertThat(
            read(
                """
                select tape_minor, month_minor from difference_limit
                where authority = 'CLERK' and reason like '%CHARGE' or reason = 'ROUNDING'
                order by reason, authority
                """))
        .containsExactly("5000 20000", "400 400", "30000 30000");
    assertThat(read("select distinct currency from difference_limit")).containsExactly("any");
    assertThat(read("select code from house_limit order by code"))
        .containsExactly("days-ahead", "look-back-months");
  }

  /** On the embedded engine a key would keep an index beside the primary key that begins alike. */
  @Test
  void linesOfPostingsHaveNoIndexTwice() throws SQLException {
    migrateTo("latest");
    assertThat(
            read(
                """
                select table_name, count(*) from information_schema.index_columns
                where column_name in ('POSTING_ID', 'ARRIVAL_ID') and ordinal_position = 1
                  and table_name in ('ITEM_MOVEMENT', 'TAPE_LINE', 'JOURNAL_LINE', 'OPEN_ITEM')
                group by table_name order by table_name
                """))
        .containsExactly("ITEM_MOVEMENT 1", "JOURNAL_LINE 1", "TAPE_LINE 1");
  }

  /** Of its money, and of the credits that it uses where there is none. */
  @Test
  void everyLineOfATapeIsInTheCurrencyOfItsTape() throws SQLException {
    migrateTo("8");
    run(
        "set referential_integrity false",
        BOOKS,
        """
        insert into money_in (id, books_id, bank_account_id, statement_id, arrival_id, place,
          ordinal, standing, booking_date, value_date, currency, amount_minor, bank_reference,
          method, bank_text, document_references)
        values (31, 1, 1, 1, 1, 1, 1, 'COUNTS', date '2026-11-17', date '2026-11-17', 'EUR', 500,
          '', 'TRANSFER', '', '')
        """,
        """
        insert into open_item (id, books_id, kind, number, item_date, currency, extra, version,
          numbered_by)
        values (11, 1, 'UNIDENTIFIED', '26-0001', date '2026-11-17', 'JPY', '', 0, 'BOOKS')
        """,
        """
        insert into posting (id, books_id, posting_year, posting_number, kind, posting_date,
          posted_at, acted_on, actor, record_number, money_in_id)
        values
          (21, 1, 2026, 1, 'TAPE', date '2026-11-17', current_timestamp, date '2026-11-17', 'x', 1, 31),
          (22, 1, 2026, 2, 'TAPE', date '2026-11-17', current_timestamp, date '2026-11-17', 'x', 2, null)
        """,
        """
        insert into tape_line (posting_id, line_number, kind, amount_minor, item_id)
        values (21, 1, 'UNIDENTIFIED', 500, null), (22, 1, 'CREDIT_USED', 500, 11),
          (22, 2, 'TO_ACCOUNT', 500, null)
        """);
    migrateTo("latest");
    assertThat(read("select currency from tape_line order by posting_id, line_number"))
        .containsExactly("EUR", "JPY", "JPY");
  }
}
