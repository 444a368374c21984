package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.csvlayout.CsvLayout;
import io.sumbrel.formats.csvlayout.CsvLayout.Meaning;
import io.sumbrel.formats.csvlayout.CsvLayout.SignRule;
import io.sumbrel.formats.csvlayout.CsvLayoutReader;
import io.sumbrel.formats.statementcsv.StatementCsvWriter;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Bank entries that no file brings, typed as rows or pasted from a sheet: they become a file like
 * any other, so that each keeps the place it came from.
 */
@Component
public class TypeEntries {
  private static final int MAX_ROWS = 2_000;
  private static final List<Meaning> COLUMNS =
      List.of(Meaning.DATE, Meaning.AMOUNT, Meaning.PAYER, Meaning.TEXT, Meaning.REFERENCE);

  private final BringIn bringIn;
  private final BankAccounts books;
  private final Houses names;

  TypeEntries(BringIn bringIn, BankAccounts books, Houses names) {
    this.bringIn = bringIn;
    this.books = books;
    this.names = names;
  }

  /**
   * @param rows date, amount (below zero is out), payer, text, reference
   */
  public record TypedRequest(
      long accountId, DateOrder dateOrder, DecimalMark decimalMark, List<List<String>> rows) {}

  /**
   * @throws Refusal naming the first row that cannot be read
   */
  public ArrivalView type(Actor actor, TypedRequest request) {
    BankAccount account = books.one(actor.booksId(), request.accountId());
    if (request.rows().isEmpty() || request.rows().size() > MAX_ROWS) {
      throw new Refusal("rows", "Type at least one row, and no more than " + MAX_ROWS + ".");
    }
    CsvLayout layout =
        new CsvLayout(
            ',', 1, 0, COLUMNS, request.dateOrder(), request.decimalMark(), SignRule.SIGNED, "");
    byte[] typed = asCsv(withoutHeading(request.rows())).getBytes(StandardCharsets.UTF_8);
    BankStatement statement =
        CsvLayoutReader.read(typed, layout, account.number(), account.beginsWith().currency())
            .orRefuse()
            .get(0);
    String day = names.businessDate(actor.booksId()).toString();
    List<StatementEntry> entries = statement.entries();
    byte[] file =
        StatementCsvWriter.write(account.number(), statement.currency(), "typed " + day, entries)
            .getBytes(StandardCharsets.UTF_8);
    return bringIn.bringIn(actor, "typed-" + day + ".csv", new ByteArrayInputStream(file));
  }

  /** A table is often pasted with its headings: a first row whose date and amount have no digit. */
  private static List<List<String>> withoutHeading(List<List<String>> rows) {
    boolean heading =
        rows.size() > 1
            && rows.get(0).size() > 1
            && rows.get(0).stream().limit(2).allMatch(c -> c.matches("\\D*\\p{L}\\D*"));
    return heading ? rows.subList(1, rows.size()) : rows;
  }

  private static String asCsv(List<List<String>> rows) {
    String header = "date,amount,payer,text,reference\n";
    return header
        + rows.stream()
            .map(
                row ->
                    row.stream()
                        .limit(COLUMNS.size())
                        .map(
                            c ->
                                "\""
                                    + c.replace("\"", "\"\"").replaceAll("[\\r\\n\\x00]+", " ")
                                    + "\"")
                        .collect(Collectors.joining(",")))
            .collect(Collectors.joining("\n"))
        + "\n";
  }
}
