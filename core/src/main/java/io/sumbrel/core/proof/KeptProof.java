package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Whether what is kept beside the facts is what they come to; says nothing where nothing is. */
final class KeptProof {
  private final BooksFacts facts;
  private final Optional<BooksFacts.Kept> kept;
  private final Map<AccountCode, Map<Currency, Long>> sums = new HashMap<>();

  KeptProof(BooksFacts facts) {
    this.facts = facts;
    kept = facts.kept();
  }

  void add(Posting posting) {
    if (kept.isPresent()) {
      posting.entry().lines().forEach(this::addUp);
    }
  }

  private void addUp(JournalLine line) {
    sums.computeIfAbsent(line.account(), a -> new HashMap<>())
        .merge(line.amount().currency(), line.amount().minor(), Long::sum);
  }

  /** Accounts that are not kept at the sum of their lines, once all postings are added. */
  List<String> balances() {
    Map<AccountCode, Map<Currency, Long>> balances = new HashMap<>();
    for (BooksFacts.Balance balance : kept.map(BooksFacts.Kept::balances).orElse(List.of())) {
      Currency currency = balance.amount().currency();
      sums.computeIfAbsent(balance.account(), a -> new HashMap<>()).putIfAbsent(currency, 0L);
      balances
          .computeIfAbsent(balance.account(), a -> new HashMap<>())
          .put(currency, balance.amount().minor());
    }
    List<String> failures = new ArrayList<>();
    sums.forEach(
        (account, ofAccount) ->
            ofAccount.forEach(
                (currency, sum) -> {
                  long minor = balances.getOrDefault(account, Map.of()).getOrDefault(currency, 0L);
                  if (minor != sum) {
                    failures.add(
                        "Account %s is kept at %s; its lines come to %s."
                            .formatted(
                                account.code(),
                                AmountText.words(minor, currency),
                                AmountText.words(sum, currency)));
                  }
                }));
    return failures;
  }

  /** Where what the bank shows on an account is not kept at what its entries make. */
  Optional<String> bank(BooksFacts.Account account, long balanceMinor) {
    Currency currency = account.beginsWith().currency();
    return kept.map(k -> k.bank().getOrDefault(account.code(), Money.zero(currency)))
        .filter(shown -> shown.minor() != balanceMinor)
        .map(
            shown ->
                "Bank account %s is kept at %s; its entries make %s."
                    .formatted(
                        account.code().code(),
                        AmountText.words(shown.minor(), currency),
                        AmountText.words(balanceMinor, currency)));
  }

  /** Entries that are kept as explained and are not, or the other way round. */
  List<String> unexplained() {
    List<String> failures = new ArrayList<>();
    if (kept.isEmpty()) {
      return failures;
    }
    Set<MoneyInId> unexplained = new HashSet<>(kept.get().unexplained());
    for (BooksFacts.Entry entry : facts.entries()) {
      boolean explained = entry.explanation().isPresent();
      if (unexplained.remove(entry.moneyIn().id()) == explained) {
        failures.add(
            "The entry of %s on %s is kept as %s, and is not."
                .formatted(
                    entry.moneyIn().words(),
                    entry.moneyIn().bookingDate(),
                    explained ? "unexplained" : "explained"));
      }
    }
    unexplained.forEach(
        id ->
            failures.add(
                "Number %d is kept as an unexplained entry, and is none.".formatted(id.number())));
    return failures;
  }
}
