package io.sumbrel.core.returned;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.tape.ReturnedPayment;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.usual.BankText;
import io.sumbrel.core.usual.OtherWay;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Which receipts an entry of the bank may take back. */
public final class Returns {
  /** Numbers and references of so many signs, digits among them, tell one payment from another. */
  private static final Pattern NUMBER =
      Pattern.compile("(?=[A-Z/-]*\\d)[A-Z0-9/-]{4,}", Pattern.CASE_INSENSITIVE);

  /** What banks write of payments that they take back, in several languages (from memory). */
  private static final Pattern SAYS =
      Pattern.compile(
          "(?<![\\p{L}\\d])(?:RETURN(?:ED)?|RTN|UNPAID|BOUNCED|DISHONOU?RED|RECALL(?:ED)?|REVERSAL"
              + "|NSF|R(?:UE|Ü)CKLASTSCHRIFT|RETOURE|IMPAY[EÉ]|REJET|DEVOLUCI[OÓ]N|INSOLUTO"
              + "|CHARGEBACK)(?![\\p{L}\\d])",
          Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);

  /**
   * A receipt that is in the books.
   *
   * @param number of the posting that explains it
   * @param isNamed whether the bank itself says that the entry takes this booking back
   */
  public record Receipt(ReturnedPayment returned, MoneyIn money, String number, boolean isNamed) {}

  private Returns() {}

  /**
   * The likeliest first; none for money that came in. A receipt of the very sum is likely where it
   * is the only one for which the bank says more than the amount.
   *
   * @param receipts of the sum or more, none later than the entry
   */
  public static List<OtherWay> waysFor(MoneyIn entry, List<Receipt> receipts) {
    if (entry.isIn() || entry.bankLine().isEmpty()) {
      return List.of();
    }
    List<Receipt> fit = receipts.stream().filter(r -> r.returned().isReturnable()).toList();
    long told = fit.stream().filter(r -> tells(entry, r)).count();
    return fit.stream()
        .map(r -> way(entry, r, told == 1 && tells(entry, r)))
        .sorted(OtherWay.IN_ORDER)
        .toList();
  }

  /**
   * A payment from before the books began: no receipt of these books can open again, so its
   * customer owes it anew. Likely where only one fits and its payer or account is named.
   *
   * @param payments of the very sum
   * @param customers who they are, by the number that the payment states
   */
  public static List<OtherWay> ofPast(
      MoneyIn entry, List<PastPayment> payments, Map<String, Customer> customers) {
    List<PastPayment> fit =
        entry.isIn() || entry.bankLine().isEmpty()
            ? List.of()
            : payments.stream()
                .filter(p -> customers.containsKey(p.customerNumber()))
                .filter(p -> !p.date().isAfter(entry.bookingDate()))
                .toList();
    long named = fit.stream().filter(p -> isPayer(entry, p)).count();
    return fit.stream()
        .map(p -> past(entry, p, customers.get(p.customerNumber()), named == 1))
        .sorted(OtherWay.IN_ORDER)
        .toList();
  }

  private static OtherWay past(
      MoneyIn entry, PastPayment payment, Customer customer, boolean isOnlyOne) {
    List<Evidence> why = new ArrayList<>();
    Money sum = entry.amount().negated();
    if (isPayer(entry, payment)) {
      why.add(new Evidence.SamePayer(payment.payerName().orElse(customer.name())));
    }
    says(entry).ifPresent(why::add);
    why.add(new Evidence.PaidBeforeBooks(sum, payment.date(), String.join(" ", payment.items())));
    boolean isLikely = isOnlyOne && isPayer(entry, payment) && says(entry).isPresent();
    return new OtherWay(
        "returned from before these books, owed again by " + customer.name(),
        List.of(TapeLine.owed(customer.id(), sum)),
        isLikely ? Certainty.LIKELY : Certainty.THIN,
        why);
  }

  private static boolean isPayer(MoneyIn entry, PastPayment payment) {
    boolean account =
        entry.payerAccount().isPresent() && entry.payerAccount().equals(payment.payerAccount());
    return account || payment.payerName().filter(new BankText(entry)::names).isPresent();
  }

  private static boolean tells(MoneyIn entry, Receipt receipt) {
    return receipt.isNamed()
        || number(entry, receipt).isPresent()
        || isSamePayer(entry, receipt) && says(entry).isPresent();
  }

  private static OtherWay way(MoneyIn entry, Receipt receipt, boolean isLikely) {
    long out = -entry.amountMinor();
    MoneyIn money = receipt.money();
    List<Evidence> why = new ArrayList<>();
    if (receipt.isNamed()) {
      why.add(new Evidence.BankTakesBack(money.bookingDate()));
    }
    number(entry, receipt).ifPresent(why::add);
    if (isSamePayer(entry, receipt)) {
      why.add(new Evidence.SamePayer(payer(money)));
    }
    says(entry).ifPresent(why::add);
    why.add(new Evidence.ReceivedSo(receipt.number(), money.amount(), money.bookingDate()));
    return new OtherWay(
        "%sreturned, %s of %s (%s)"
            .formatted(
                out == money.amountMinor() ? "" : "a part ",
                money.words(),
                payer(money),
                receipt.number()),
        receipt.returned().lines(out),
        isLikely && out == money.amountMinor() ? Certainty.LIKELY : Certainty.THIN,
        why);
  }

  /** A number of the entry that the receipt carries too. */
  private static Optional<Evidence> number(MoneyIn entry, Receipt receipt) {
    String carried =
        String.join(
            "\n",
            receipt.money().text(),
            receipt.money().bankLine().map(BankLine::reference).orElse(""),
            String.join("\n", receipt.money().references()));
    Matcher number = NUMBER.matcher(entry.text());
    while (number.find()) {
      if (BankText.spanOf(number.group(), carried).isPresent()) {
        return Optional.of(
            new Evidence.NumberOfReceipt(number.group(), Optional.of(BankText.span(number))));
      }
    }
    return Optional.empty();
  }

  private static Optional<Evidence> says(MoneyIn entry) {
    return new BankText(entry).says(SAYS);
  }

  /** By the account, or by a name that both carry. */
  private static boolean isSamePayer(MoneyIn entry, Receipt receipt) {
    MoneyIn money = receipt.money();
    boolean account =
        entry.payerAccount().isPresent() && entry.payerAccount().equals(money.payerAccount());
    return account || new BankText(entry).names(payer(money));
  }

  private static String payer(MoneyIn money) {
    return money
        .payerName()
        .orElseGet(() -> money.text().lines().findFirst().orElse("somebody unknown"));
  }
}
