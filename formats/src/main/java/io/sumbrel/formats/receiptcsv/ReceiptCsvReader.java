package io.sumbrel.formats.receiptcsv;

import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.formats.Cells;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Receipts that were recorded before the books begin. Comma-separated, one header line, dates as
 * 2026-11-17, amounts with a decimal point. Columns in any order:
 *
 * <pre>
 * received,method,number,amount,currency,payer,invoices,account,slip,banked
 * 2026-11-13,cheque,4471,318.20,USD,Ash &amp; Feldspar Workshop,TCK-20288,0048104417,S-118,2026-11-16
 * 2026-11-16,cheque,0093,96.40,USD,Rill Cottage Pots,,,,
 * </pre>
 *
 * <p>Rows with one {@code slip} were handed in together; a row with an {@code account} and no slip
 * goes to the bank by itself; a row with neither is on hand. {@code method} is cheque, cash,
 * transfer or card.
 */
public final class ReceiptCsvReader {
  private static final Currency STAND_IN = Currency.getInstance("USD");

  private final List<Issue> issues;
  private final Map<String, Slip> slips = new LinkedHashMap<>();
  private final List<BroughtForward.OnHand> onHand = new ArrayList<>();

  /** What the first row of a slip says of it; the others must say the same. */
  private record Slip(
      DepositKind kind,
      String account,
      String number,
      Currency currency,
      LocalDate banked,
      List<DepositMember> members) {

    boolean agreesWith(Slip other) {
      return account.equals(other.account)
          && currency.equals(other.currency)
          && banked.equals(other.banked);
    }

    BankedDeposit toBanked() {
      long net = members.stream().mapToLong(DepositMember::amountMinor).sum();
      return new BankedDeposit(account, new Deposit(kind, currency, number, banked, net, members));
    }
  }

  private ReceiptCsvReader(List<Issue> issues) {
    this.issues = issues;
  }

  public static Parsed<BroughtForward> read(byte[] bytes) {
    List<Issue> issues = new ArrayList<>();
    return read(CsvTable.read(bytes, issues), issues);
  }

  /**
   * The same of rows that were turned into these columns.
   *
   * @param issues what was found so far; what is found here is added
   */
  public static Parsed<BroughtForward> read(CsvTable table, List<Issue> issues) {
    return new ReceiptCsvReader(issues).readAll(table);
  }

  private Parsed<BroughtForward> readAll(CsvTable table) {
    if (table.has(FileKind.RECEIPTS_CSV.columns(), issues)) {
      for (CsvTable.Row row : table.rows()) {
        if (issues.size() < Parsed.MAX_ISSUES) {
          row(row);
        }
      }
    }
    if (slips.isEmpty() && onHand.isEmpty() && !Parsed.isRefused(issues)) {
      issues.add(Issue.refuses("empty-file", "The file holds no receipt.", 0));
    }
    if (Parsed.isRefused(issues)) {
      return new Parsed<>(Optional.empty(), issues);
    }
    return Parsed.of(
        new BroughtForward(slips.values().stream().map(Slip::toBanked).toList(), onHand), issues);
  }

  private void row(CsvTable.Row row) {
    Cells cells = new Cells(row, issues);
    Currency currency = cells.required("currency", cells.currency("currency"), STAND_IN);
    long amount = cells.required("amount", cells.amount("amount", currency), 0L);
    LocalDate received = cells.required("received", cells.date("received"), LocalDate.EPOCH);
    MemberKind kind =
        cells.required(
            "method",
            cells.optional("method", "method", ReceiptCsvReader::method),
            MemberKind.CASH);
    if (cells.isClean() && amount <= 0) {
      cells.refuse("amount", "a receipt is above zero.");
    }
    LocalDate banked = cells.date("banked").orElse(received);
    if (!cells.isClean()) {
      return;
    }
    DepositMember receipt =
        new DepositMember(
            row.line(),
            kind,
            received,
            amount,
            row.value("number").orElse(""),
            row.value("payer"),
            Optional.empty(),
            row.value("invoices").stream()
                .flatMap(i -> Stream.of(i.split("\\s+")))
                .map(i -> new RemittanceDetail(i, 0))
                .toList(),
            "");
    keep(row, cells, currency, banked, receipt);
  }

  private void keep(
      CsvTable.Row row, Cells cells, Currency currency, LocalDate banked, DepositMember receipt) {
    Optional<String> account = row.value("account");
    if (account.isEmpty()) {
      row.value("slip")
          .ifPresent(s -> cells.refuse("cell-missing", "slip " + s + " needs its account."));
      onHand.add(new BroughtForward.OnHand(currency, receipt));
      return;
    }
    Optional<String> number = row.value("slip");
    Slip slip =
        new Slip(
            number.isPresent() ? DepositKind.SLIP : DepositKind.SINGLE,
            account.get(),
            number.orElse(receipt.number()),
            currency,
            banked,
            new ArrayList<>());
    Slip first = slips.computeIfAbsent(number.orElse("line " + row.line()), n -> slip);
    if (!first.agreesWith(slip)) {
      cells.refuse(
          "slip", "slip %s has another account, currency or date above.".formatted(slip.number()));
    }
    first.members().add(receipt);
  }

  /** In our own words, and in those of lists in other languages; common practice. */
  private static MemberKind method(String written) {
    return switch (written.toLowerCase(Locale.ROOT)) {
      case "cheque", "check", "scheck", "chèque", "talón", "assegno" -> MemberKind.CHEQUE;
      case "cash", "bar", "espèces", "efectivo", "contanti", "contant" -> MemberKind.CASH;
      case "transfer", "wire", "überweisung", "virement", "transferencia", "bonifico" ->
          MemberKind.TRANSFER;
      case "card", "karte", "carte", "tarjeta", "carta", "kaart" -> MemberKind.CARD;
      default -> throw new IllegalArgumentException(written);
    };
  }
}
