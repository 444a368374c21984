package io.sumbrel.server.backup;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What a copy of the database holds, so that it can be told from another.
 *
 * @param rows of each table
 * @param debits what the journal debits in each currency, in minor units
 * @param records the newest line of the record of each set of books, which covers all before
 */
record Manifest(
    String schema,
    SortedMap<String, Long> rows,
    SortedMap<String, Long> debits,
    List<NewestLine> records) {

  record NewestLine(long booksId, long number, String hash) {}

  static Manifest of(Connection connection) throws SQLException {
    return new Manifest(
        schema(connection), rows(connection), debits(connection), records(connection));
  }

  private static String schema(Connection connection) throws SQLException {
    String sql =
        """
        select "version" from "flyway_schema_history"
        where "success" and "version" is not null order by "installed_rank" desc limit 1
        """;
    try (ResultSet result = connection.createStatement().executeQuery(sql)) {
      return result.next() ? result.getString(1) : "";
    }
  }

  private static SortedMap<String, Long> rows(Connection connection) throws SQLException {
    List<String> tables = new ArrayList<>();
    String sql =
        """
        select table_name from information_schema.tables
        where table_schema = 'PUBLIC' and table_type = 'BASE TABLE'
        """;
    try (ResultSet result = connection.createStatement().executeQuery(sql)) {
      while (result.next()) {
        tables.add(result.getString(1));
      }
    }
    SortedMap<String, Long> rows = new TreeMap<>();
    for (String table : tables) {
      String count = "select count(*) from \"" + table + "\"";
      try (ResultSet result = connection.createStatement().executeQuery(count)) {
        result.next();
        rows.put(table, result.getLong(1));
      }
    }
    return rows;
  }

  private static SortedMap<String, Long> debits(Connection connection) throws SQLException {
    SortedMap<String, Long> debits = new TreeMap<>();
    String sql =
        "select currency, sum(amount_minor) from journal_line where amount_minor > 0 group by currency";
    try (ResultSet result = connection.createStatement().executeQuery(sql)) {
      while (result.next()) {
        debits.put(result.getString(1), result.getLong(2));
      }
    }
    return debits;
  }

  private static List<NewestLine> records(Connection connection) throws SQLException {
    List<NewestLine> records = new ArrayList<>();
    String sql =
        """
        select l.books_id, l.line_number, l.hash from audit_line l
        where l.line_number = (select max(n.line_number) from audit_line n where n.books_id = l.books_id)
        order by l.books_id
        """;
    try (ResultSet result = connection.createStatement().executeQuery(sql)) {
      while (result.next()) {
        records.add(new NewestLine(result.getLong(1), result.getLong(2), result.getString(3)));
      }
    }
    return records;
  }
}
