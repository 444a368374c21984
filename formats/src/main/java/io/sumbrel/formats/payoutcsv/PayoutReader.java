package io.sumbrel.formats.payoutcsv;

import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CsvBody;
import io.sumbrel.formats.CsvLines;
import io.sumbrel.formats.FileReading;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.payoutcsv.PayoutLayout.Holds;
import io.sumbrel.formats.payoutcsv.PayoutLayout.RowType;
import io.sumbrel.formats.payoutcsv.PayoutLayout.SignOfFees;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Payouts of a card processor. The parts of every row make its net where one is stated; the rows of
 * a payout make its total where the file gives it in a row of its own.
 */
public final class PayoutReader extends FileReading {
  private final PayoutLayout layout;
  private final Currency currency;
  private final CellStyle style;
  private final Map<String, Payout> payouts = new LinkedHashMap<>();
  private CsvLines rows;
  private int width;

  /** The rows of one payout so far. */
  private static final class Payout {
    private final List<DepositMember> members = new ArrayList<>();
    private LocalDate date = LocalDate.MIN;
    private Optional<Long> total = Optional.empty();
    private int totalLine;

    void seen(LocalDate day) {
      date = day.isAfter(date) ? day : date;
    }
  }

  private PayoutReader(PayoutLayout layout, Currency currency) {
    this.layout = layout;
    this.currency = currency;
    this.style = layout.style();
  }

  /**
   * @param currency of the account into which the processor pays
   */
  public static Parsed<List<Deposit>> read(byte[] bytes, PayoutLayout layout, Currency currency) {
    PayoutReader reader = new PayoutReader(layout, currency);
    List<Issue> issues = reader.read(new ByteArrayInputStream(bytes));
    List<Deposit> deposits = new ArrayList<>();
    if (!reader.isRefused()) {
      reader.payouts.forEach((id, payout) -> deposits.add(reader.deposit(id, payout)));
    }
    return Parsed.of(deposits, issues);
  }

  @Override
  protected int line() {
    return rows == null ? 0 : rows.line();
  }

  @Override
  protected String whenEmpty() {
    return payouts.isEmpty() ? "The file contains no payout." : "";
  }

  @Override
  protected void readAll(InputStream in) throws IOException {
    rows = new CsvLines(in, layout.delimiter());
    CsvBody.read(
        rows,
        layout,
        header -> width = header.size(),
        (values, line) -> attempt(line, () -> row(values, line)));
    if (!isRefused()) {
      payouts.forEach((id, payout) -> attempt(payout.totalLine, () -> requireTotal(id, payout)));
    }
  }

  private void row(List<String> values, int line) {
    if (values.size() != width) {
      throw new Refusal(
          "csv-columns",
          "the row has %d columns, the header has %d.".formatted(values.size(), width));
    }
    RowType type = type(values);
    if (type == RowType.LEFT_OUT) {
      return;
    }
    String id = cell(values, Holds.PAYOUT);
    if (id.isEmpty()) {
      throw new Refusal("cell-missing", "the payout that the row belongs to is missing.");
    }
    requireCurrency(values);
    Payout payout = payouts.computeIfAbsent(id, i -> new Payout());
    LocalDate date = date(values);
    payout.seen(date);
    long gross = amount(values, Holds.GROSS);
    if (type == RowType.TOTAL) {
      long net = amount(values, Holds.NET);
      payout.total = Optional.of(net != 0 ? net : gross);
      payout.totalLine = line;
      return;
    }
    long before = payout.members.size();
    add(payout, member(values, line, type.member().orElseThrow(), signed(type, gross)));
    long fee = off(values, Holds.FEE);
    add(payout, member(values, line, fee < 0 ? MemberKind.FEE : MemberKind.RETURNED_FEE, fee));
    add(payout, member(values, line, MemberKind.REFUND, off(values, Holds.REFUND)));
    add(payout, member(values, line, MemberKind.CHARGEBACK, off(values, Holds.CHARGEBACK)));
    add(payout, member(values, line, MemberKind.RESERVE, off(values, Holds.RESERVE)));
    requireNet(values, payout.members.stream().skip(before).toList());
  }

  private RowType type(List<String> values) {
    if (layout.column(Holds.TYPE) < 0) {
      return RowType.SALE;
    }
    String word = cell(values, Holds.TYPE);
    RowType type = layout.types().get(PayoutLayout.plain(word));
    if (type == null) {
      throw new Refusal("row-type", "the layout does not say what “%s” is.".formatted(word));
    }
    return type;
  }

  private void requireCurrency(List<String> values) {
    String written = cell(values, Holds.CURRENCY);
    if (!written.isEmpty() && !written.equalsIgnoreCase(currency.getCurrencyCode())) {
      throw new Refusal(
          "currency", "the row is in %s, the account in %s.".formatted(written, currency));
    }
  }

  private LocalDate date(List<String> values) {
    String payoutDate = cell(values, Holds.PAYOUT_DATE);
    return style.date(payoutDate.isEmpty() ? cell(values, Holds.DATE) : payoutDate);
  }

  private long signed(RowType type, long gross) {
    boolean turned = layout.signOfFees() == SignOfFees.ABOVE_ZERO_TAKES_OFF && type.takesOff();
    return turned ? -gross : gross;
  }

  /** What a column of fees or refunds adds to the payout: below zero when it takes off. */
  private long off(List<String> values, Holds holds) {
    long amount = amount(values, holds);
    return layout.signOfFees() == SignOfFees.ABOVE_ZERO_TAKES_OFF ? -amount : amount;
  }

  private Optional<DepositMember> member(
      List<String> values, int line, MemberKind kind, long minor) {
    if (minor == 0) {
      return Optional.empty();
    }
    String reference = cell(values, Holds.REFERENCE);
    String day = cell(values, Holds.DATE);
    return Optional.of(
        new DepositMember(
            line,
            kind,
            day.isEmpty() ? date(values) : style.date(day),
            minor,
            cell(values, Holds.NUMBER),
            Optional.of(cell(values, Holds.PAYER)).filter(p -> !p.isEmpty()),
            Optional.empty(),
            reference.isEmpty() ? List.of() : List.of(new RemittanceDetail(reference, minor)),
            cell(values, Holds.TEXT)));
  }

  private static void add(Payout payout, Optional<DepositMember> member) {
    member.ifPresent(payout.members::add);
  }

  private void requireNet(List<String> values, List<DepositMember> parts) {
    if (cell(values, Holds.NET).isEmpty()) {
      return;
    }
    long net = amount(values, Holds.NET);
    long sum = parts.stream().mapToLong(DepositMember::amountMinor).sum();
    if (sum != net) {
      throw new Refusal(
          "does-not-add-up",
          "the row states %s net, its parts make %s; the difference is %s."
              .formatted(words(net), words(sum), words(net - sum)));
    }
  }

  /** The total leaves the processor's balance: some write it below zero. */
  private void requireTotal(String id, Payout payout) {
    long sum = payout.members.stream().mapToLong(DepositMember::amountMinor).sum();
    long written = payout.total.orElse(sum);
    long stated = Long.signum(written) == Long.signum(sum) ? written : -written;
    if (stated != sum) {
      throw new Refusal(
          "does-not-add-up",
          "payout %s states %s, its %d rows make %s; the difference is %s."
              .formatted(
                  id, words(stated), payout.members.size(), words(sum), words(stated - sum)));
    }
  }

  private Deposit deposit(String id, Payout payout) {
    long net = payout.members.stream().mapToLong(DepositMember::amountMinor).sum();
    return new Deposit(DepositKind.PAYOUT, currency, id, payout.date, net, payout.members);
  }

  private long amount(List<String> values, Holds holds) {
    String written = cell(values, holds);
    return written.isEmpty() ? 0 : style.amount(written, currency);
  }

  private String cell(List<String> values, Holds holds) {
    int column = layout.column(holds);
    return column < 0 || column >= values.size() ? "" : values.get(column).strip();
  }

  private String words(long minor) {
    return AmountText.words(minor, currency);
  }
}
