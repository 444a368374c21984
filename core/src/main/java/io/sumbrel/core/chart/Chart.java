package io.sumbrel.core.chart;

import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.AccountUse;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tax.TaxCode;
import io.sumbrel.core.tax.TaxPart;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * The chart of a house: its ledger accounts, the reasons of differences, tax codes and payment
 * methods, each in the order in which people are shown them.
 */
public record Chart(
    List<LedgerAccount> accounts,
    List<DifferenceReason> reasons,
    List<TaxCode> taxCodes,
    List<PaymentMethod> methods) {

  /** What every house starts with, beside its bank accounts. */
  public static final Chart STANDARD =
      new Chart(
          Arrays.stream(StandardAccount.values()).map(StandardAccount::account).toList(),
          DifferenceReason.STANDARD,
          TaxCode.STANDARD,
          PaymentMethod.STANDARD);

  public Chart {
    accounts = List.copyOf(accounts);
    reasons = List.copyOf(reasons);
    taxCodes = List.copyOf(taxCodes);
    methods = List.copyOf(methods);
  }

  /**
   * An account on which a clerk may place money.
   *
   * @throws Refusal {@code account}
   */
  public LedgerAccount free(AccountCode code) {
    LedgerAccount account =
        account(code)
            .orElseThrow(() -> new Refusal("account", "There is no account " + code.code() + "."));
    if (!account.isFree()) {
      throw new Refusal(
          "account",
          "Account %s %s."
              .formatted(
                  account.number(),
                  account.retired() ? "is retired" : "is moved by the posting table alone"));
    }
    return account;
  }

  /**
   * The account of another bank account of the house.
   *
   * @throws Refusal {@code transfer} when it is none
   */
  public LedgerAccount bank(AccountCode code) {
    return account(code)
        .filter(a -> a.use() == AccountUse.BANK)
        .orElseThrow(
            () ->
                new Refusal(
                    "transfer",
                    "Account %s is no bank account of the house.".formatted(code.code())));
  }

  /** The same with an account more. */
  public Chart with(LedgerAccount account) {
    List<LedgerAccount> more = new ArrayList<>(accounts);
    more.add(account);
    return new Chart(more, reasons, taxCodes, methods);
  }

  public Optional<LedgerAccount> account(AccountCode code) {
    return accounts.stream().filter(a -> a.code().equals(code)).findFirst();
  }

  /**
   * @throws Refusal {@code reason} when the house has none of that code
   */
  public DifferenceReason reason(String code) {
    return reasons.stream()
        .filter(r -> r.code().equals(code))
        .findFirst()
        .orElseThrow(() -> new Refusal("reason", "There is no reason “" + code + "”."));
  }

  /**
   * The tax in an amount that includes it.
   *
   * @throws Refusal {@code tax-code} when the house has none of that code, or no rate on that day
   */
  public TaxPart taxIn(String code, long grossMinor, LocalDate date) {
    return taxCodes.stream()
        .filter(t -> t.code().equals(code))
        .findFirst()
        .orElseThrow(() -> new Refusal("tax-code", "There is no tax code “" + code + "”."))
        .partOf(grossMinor, date);
  }

  /**
   * @throws Refusal {@code method} when the house has none of that code
   */
  public PaymentMethod method(String code) {
    return methods.stream()
        .filter(m -> m.code().equals(code))
        .findFirst()
        .orElseThrow(() -> new Refusal("method", "There is no method “" + code + "”."));
  }
}
