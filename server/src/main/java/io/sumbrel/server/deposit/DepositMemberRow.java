package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.payout.SaleNumbers;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.server.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "deposit_member")
class DepositMemberRow {
  private static final int MAX_DETAILS = 100_000;

  @Id Long id;
  long booksId;
  long arrivalId;

  /** Of what a file brought as a deposit; empty for a receipt that was taken in by itself. */
  Long depositId;

  /** The slip on which a receipt lies. */
  Long slipId;

  /** From when the bank takes a cheque that is dated ahead. */
  LocalDate bankableFrom;

  int place;

  /** Which member of its file it is, from 0: several may stand on one line. */
  int ordinal;

  @Enumerated(EnumType.STRING)
  MemberKind kind;

  LocalDate memberDate;
  String currency;
  long amountMinor;
  String number;

  /** The order that a row of a processor names; may be empty. */
  String orderNumber = "";

  /** What the sale is called to which it belongs; empty for what belongs to none. */
  String saleNumber = "";

  String payerName;
  String payerAccount;
  String details;
  String note;

  /** The ledger account on which it stands while it is on hand. */
  String holdingCode;

  static DepositMemberRow of(DepositMember member, Currency currency) {
    DepositMemberRow row = new DepositMemberRow();
    row.place = member.place();
    row.kind = member.kind();
    row.memberDate = member.date();
    row.currency = currency.getCurrencyCode();
    row.amountMinor = member.amountMinor();
    row.number = Column.cut(member.number(), 80);
    row.payerName = member.payerName().map(n -> Column.cut(n, 200)).orElse(null);
    row.payerAccount = member.payerAccount().map(a -> Column.cut(a, 60)).orElse(null);
    row.details =
        Column.wholePieces(
            member.details().stream()
                .map(d -> d.paidMinor() + " " + d.number())
                .collect(Collectors.joining("\n")),
            '\n',
            MAX_DETAILS);
    row.note = Column.cut(member.note(), 2000);
    return row;
  }

  /** All that was brought of it; on which slip it lies may change. */
  void write(Consumer<Object> cells) {
    Arrays.asList(
            id,
            place,
            ordinal,
            kind,
            memberDate,
            currency,
            amountMinor,
            number,
            payerName,
            payerAccount,
            details,
            note)
        .forEach(cells);
    if (bankableFrom != null) {
      cells.accept(bankableFrom);
    }
  }

  DepositMember toFact() {
    return new DepositMember(
        place,
        kind,
        memberDate,
        amountMinor,
        number,
        Optional.ofNullable(payerName),
        Optional.ofNullable(payerAccount),
        detailList(),
        note);
  }

  /** The order is what a row of a processor names. */
  void nameOrder() {
    orderNumber =
        toFact().details().stream().findFirst().map(d -> Column.cut(d.number(), 80)).orElse("");
  }

  SaleNumbers.Row ofSale() {
    return new SaleNumbers.Row(kind, place, number, orderNumber);
  }

  /** The deposit or the slip of which it is a member; zero for one that lies on none. */
  long lieIn() {
    return depositId != null ? depositId : slipId != null ? slipId : 0;
  }

  String words() {
    String name = (kind.words() + " " + number).strip();
    return payerName == null ? name : name + " of " + payerName;
  }

  /** A receipt on hand, as a slip may take it. */
  Slip.Kept toKept() {
    return new Slip.Kept(
        new RecordedId(id),
        kind,
        new AccountCode(holdingCode),
        Currency.getInstance(currency),
        bankableFrom == null ? memberDate : bankableFrom,
        amountMinor,
        words());
  }

  /** A receipt on hand, which the bank will show by itself or with others. */
  Recorded toRecorded() {
    return new Recorded(
        new RecordedId(id),
        DepositKind.SINGLE,
        new AccountCode(holdingCode),
        Currency.getInstance(currency),
        Optional.empty(),
        number,
        memberDate,
        amountMinor,
        words(),
        Set.of());
  }

  private List<RemittanceDetail> detailList() {
    return details.isEmpty()
        ? List.of()
        : Stream.of(details.split("\n"))
            .map(d -> d.split(" ", 2))
            .map(d -> new RemittanceDetail(d[1], Long.parseLong(d[0])))
            .toList();
  }
}
