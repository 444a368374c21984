package io.sumbrel.server.setup;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import java.time.LocalDate;
import java.util.Currency;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A bank account begins in the books: at a date, with the balance of its statement. */
@Component
public class NewBankAccount {
  private final BankAccounts accounts;
  private final Houses houses;
  private final Months months;

  NewBankAccount(BankAccounts accounts, Houses houses, Months months) {
    this.accounts = accounts;
    this.houses = houses;
    this.months = months;
  }

  /**
   * @param balance at the beginning of the day, with a decimal point
   */
  public record BankAccountAnswers(
      String name, String number, String currency, LocalDate date, String balance) {}

  /**
   * @throws Refusal {@code answer-missing}, {@code account-known}, {@code month-closed}, or what is
   *     wrong with currency, date or balance
   */
  @Transactional
  public BankAccount begin(Actor actor, BankAccountAnswers answers) {
    String name = text(answers.name(), "The bank account needs a name.");
    String number = text(answers.number(), "The bank account needs its number or IBAN.");
    Column.whole("The name of the bank account", name, 80);
    Column.whole("The number of the bank account", number, 40);
    Currency currency = Currencies.of(answers.currency().strip());
    long balance = AmountText.parse(answers.balance().strip(), currency);
    HouseLimits.DEFAULTS.requireWithinDates(
        "The bank account", answers.date(), houses.businessDate(actor.booksId()));
    houses.lock(actor.booksId());
    accounts.all(actor.booksId()).stream()
        .filter(a -> a.number().equalsIgnoreCase(number.replace(" ", "")))
        .filter(a -> a.beginsWith().currency().equals(currency))
        .findFirst()
        .ifPresent(
            a -> {
              throw new Refusal(
                  "account-known", "%s is the number of %s already.".formatted(number, a.name()));
            });
    months.requireStillOpen(actor.booksId(), answers.date());
    return accounts.begin(actor, name, number, answers.date(), Money.ofMinor(currency, balance));
  }

  private static String text(String text, String otherwise) {
    if (text.isBlank()) {
      throw new Refusal("answer-missing", otherwise);
    }
    return text.strip();
  }
}
