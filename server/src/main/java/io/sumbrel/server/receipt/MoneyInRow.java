package io.sumbrel.server.receipt;

import io.sumbrel.core.bank.AccountHistory;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.server.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "money_in")
class MoneyInRow {
  private static final int MAX_TEXT = 4000;
  private static final int MAX_REFERENCES = 2_000;

  @Id Long id;
  long booksId;

  /** Of a bank entry; empty for a member of a deposit. */
  Long bankAccountId;

  Long statementId;

  /** The member of a deposit that must be explained by itself. */
  Long depositMemberId;

  /** The file in which it has its place. */
  long arrivalId;

  int place;

  /** Which entry of its file it is, from 0: several may stand on one line. */
  int ordinal;

  @Enumerated(EnumType.STRING)
  Standing standing;

  LocalDate bookingDate;
  LocalDate valueDate;
  String currency;
  long amountMinor;
  String bankReference;
  String payerName;
  String payerAccount;

  @Enumerated(EnumType.STRING)
  Method method;

  String bankText;
  String documentReferences;
  String batchReference;
  String originalReference;
  Long reversesId;
  Long detailOfId;

  static MoneyInRow of(StatementEntry entry, Currency currency, Standing standing) {
    MoneyInRow row = new MoneyInRow();
    row.standing = standing;
    row.place = entry.place();
    row.bookingDate = entry.bookingDate();
    row.valueDate = entry.valueDate();
    row.currency = currency.getCurrencyCode();
    row.amountMinor = entry.amountMinor();
    row.bankReference = Column.cut(entry.bankReference(), 80);
    row.payerName = entry.payerName().map(n -> Column.cut(n, 200)).orElse(null);
    row.payerAccount = entry.payerAccount().map(a -> Column.cut(a, 60)).orElse(null);
    row.method = entry.method();
    List<String> text = new ArrayList<>(entry.payerName().stream().toList());
    text.addAll(entry.text());
    row.bankText = Column.cut(String.join("\n", text), MAX_TEXT);
    row.documentReferences = written(entry.references(), entry.details());
    row.batchReference = entry.batch().map(b -> Column.cut(b, 80)).orElse(null);
    row.originalReference =
        entry.reversal().map(r -> Column.cut(r.originalReference(), 80)).orElse(null);
    return row;
  }

  /** A member of a deposit that must be explained by itself. */
  static MoneyInRow of(MoneyIntake.Member member) {
    DepositMember fact = member.fact();
    MoneyIn money = fact.toMoneyIn(new MoneyInId(member.id()), member.currency());
    MoneyInRow row = new MoneyInRow();
    row.depositMemberId = member.id();
    row.standing = Standing.COUNTS;
    row.place = fact.place();
    row.ordinal = member.ordinal();
    row.bookingDate = fact.date();
    row.valueDate = fact.date();
    row.currency = member.currency().getCurrencyCode();
    row.amountMinor = fact.amountMinor();
    row.bankReference = Column.cut(fact.number(), 80);
    row.payerName = fact.payerName().map(n -> Column.cut(n, 200)).orElse(null);
    row.payerAccount = fact.payerAccount().map(a -> Column.cut(a, 60)).orElse(null);
    row.method = fact.kind().method();
    row.bankText = Column.cut(money.text(), MAX_TEXT);
    row.documentReferences = written(money.references(), money.details());
    return row;
  }

  /** A line for each detail, number and amount with a tab between; else for each reference. */
  private static String written(List<String> references, List<RemittanceDetail> details) {
    String both =
        details.stream()
            .map(d -> inOneCell(d.number()) + "\t" + d.paidMinor())
            .collect(Collectors.joining("\n"));
    boolean whole = !both.isEmpty() && both.length() <= MAX_REFERENCES;
    String numbers =
        references.stream().map(MoneyInRow::inOneCell).collect(Collectors.joining("\n"));
    return whole ? both : Column.wholePieces(numbers, '\n', MAX_REFERENCES);
  }

  /** A file may send tabs and line ends in a number; here they divide. */
  private static String inOneCell(String number) {
    return number.replaceAll("\\s", " ");
  }

  /** All that was brought of it; where it stands may change. */
  void write(Consumer<Object> cells) {
    Arrays.asList(
            id,
            bankAccountId,
            statementId,
            depositMemberId,
            place,
            ordinal,
            bookingDate,
            valueDate,
            currency,
            amountMinor,
            bankReference,
            payerName,
            payerAccount,
            method,
            bankText,
            documentReferences,
            batchReference,
            originalReference,
            detailOfId)
        .forEach(cells);
  }

  MoneyIn toFact() {
    MoneyIn money =
        new MoneyIn(
                new MoneyInId(id),
                Currency.getInstance(currency),
                amountMinor,
                bookingDate,
                Optional.ofNullable(payerName),
                Optional.ofNullable(payerAccount),
                bankText,
                documentReferences.lines().map(l -> l.split("\t")[0]).toList())
            .stating(
                documentReferences
                    .lines()
                    .map(l -> l.split("\t"))
                    .filter(cells -> cells.length == 2)
                    .map(cells -> new RemittanceDetail(cells[0], Long.parseLong(cells[1])))
                    .toList());
    return statementId == null
        ? money
        : money.on(new BankLine(bankAccountId, method, bankReference));
  }

  MoneyLine toLine(
      Optional<MoneyLine.OfDeposit> deposit,
      Optional<MoneyLine.OnHand> onHand,
      Optional<Long> intoAccount) {
    return new MoneyLine(
        toFact(),
        intoAccount,
        Optional.ofNullable(statementId),
        deposit,
        onHand,
        arrivalId,
        place,
        valueDate,
        bankReference,
        method,
        batchReference());
  }

  private Optional<String> batchReference() {
    return Optional.ofNullable(batchReference);
  }

  /** As the reader gave its text: without the payer's name that stands before it here. */
  AccountHistory.Known toKnown() {
    String text =
        payerName != null && bankText.startsWith(payerName)
            ? bankText.substring(payerName.length()).stripLeading()
            : bankText;
    return new AccountHistory.Known(bookingDate, amountMinor, bankReference, text);
  }
}
