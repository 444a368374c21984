package io.sumbrel.core.bank;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.LinkedList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * What a statement adds to its account. Balances decide where it states them: one that opens with
 * what the account holds is wholly new, whatever its references; one that overlaps must agree with
 * what is read already, entry by entry. But one that has the number and every entry of a statement
 * read already is that one, whatever its balances. Where it states none, an entry that looks like
 * one read already is held until a person says (common practice).
 *
 * @param fresh entries that are new
 * @param known entries that are read already, or were booked before the account begins here
 * @param held entries that are possibly double
 */
public record Continuation(
    List<StatementEntry> fresh, List<StatementEntry> known, List<StatementEntry> held) {

  public Continuation {
    fresh = List.copyOf(fresh);
    known = List.copyOf(known);
    held = List.copyOf(held);
  }

  /**
   * @param statement one that adds up
   * @throws Refusal {@code gap} when a statement is missing before it, {@code overlap} when it
   *     disagrees with what is read already, {@code known-already} when nothing in it is new
   */
  public static Continuation of(BankStatement statement, AccountHistory history) {
    return new Reading(statement, history).read();
  }

  /** What the fresh entries come to, in minor units. */
  public long freshMinor() {
    return fresh.stream().mapToLong(StatementEntry::amountMinor).sum();
  }

  private static final class Reading {
    private final BankStatement statement;
    private final AccountHistory history;
    private final List<StatementEntry> here;
    private final List<StatementEntry> known = new ArrayList<>();

    Reading(BankStatement statement, AccountHistory history) {
      this.statement = statement;
      this.history = history;
      this.here =
          statement.bookedEntries().stream()
              .filter(e -> !e.bookingDate().isBefore(history.beginsOn()))
              .toList();
      statement.bookedEntries().stream()
          .filter(e -> e.bookingDate().isBefore(history.beginsOn()))
          .forEach(known::add);
    }

    Continuation read() {
      if (!statement.frame().hasBalances()) {
        return withoutBalances();
      }
      if (isRepeated()) {
        throw knownAlready();
      }
      long opening = statement.frame().opening().get().minor() + sum(known);
      return opening == history.balanceMinor()
          ? new Continuation(here, known, List.of())
          : overlapping(opening);
    }

    /** Same number, same dates, amounts, references and texts: known, whatever the balances say. */
    private boolean isRepeated() {
      return !here.isEmpty()
          && history.statements().stream()
              .filter(s -> s.number().equals(statement.number()))
              .filter(s -> s.entries().size() == here.size())
              .anyMatch(
                  s ->
                      counted(s.entries())
                          .equals(counted(here.stream().map(AccountHistory.Known::of).toList())));
    }

    private static Map<AccountHistory.Known, Long> counted(List<AccountHistory.Known> entries) {
      return entries.stream()
          .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()));
    }

    private Continuation withoutBalances() {
      List<AccountHistory.Known> unmet = new LinkedList<>(history.counted());
      unmet.addAll(history.held());
      List<StatementEntry> fresh = new ArrayList<>();
      List<StatementEntry> held = new ArrayList<>();
      for (StatementEntry entry : here) {
        (meet(unmet, k -> looksAlike(entry, k)) ? held : fresh).add(entry);
      }
      return new Continuation(fresh, known, held);
    }

    private static boolean looksAlike(StatementEntry entry, AccountHistory.Known k) {
      boolean sameReference =
          !k.reference().isEmpty() && k.reference().equals(entry.bankReference());
      return isSame(entry, k)
          && (sameReference || k.text().equals(String.join("\n", entry.text())));
    }

    private static boolean isSame(StatementEntry entry, AccountHistory.Known k) {
      return k.date().equals(entry.bookingDate()) && k.amountMinor() == entry.amountMinor();
    }

    private static boolean meet(
        List<AccountHistory.Known> unmet, Predicate<AccountHistory.Known> meets) {
      Optional<AccountHistory.Known> met = unmet.stream().filter(meets).findFirst();
      met.ifPresent(unmet::remove);
      return met.isPresent();
    }

    /**
     * The opening says after which of the known entries the statement begins. All known ones from
     * there on must be in it; where several places fit, the earliest, which leaves least as new.
     */
    private Continuation overlapping(long opening) {
      List<AccountHistory.Known> counted = history.counted();
      long balance =
          history.balanceMinor()
              - counted.stream().mapToLong(AccountHistory.Known::amountMinor).sum();
      Optional<Refusal> reason = Optional.empty();
      for (int from = 0; from < counted.size(); from++) {
        if (balance == opening) {
          List<AccountHistory.Known> unmet =
              new LinkedList<>(counted.subList(from, counted.size()));
          List<StatementEntry> met = new ArrayList<>(known);
          List<StatementEntry> fresh = new ArrayList<>();
          for (StatementEntry entry : here) {
            (meet(unmet, k -> isSame(entry, k)) ? met : fresh).add(entry);
          }
          Optional<Refusal> disagrees = disagreement(unmet, fresh);
          if (disagrees.isEmpty()) {
            return new Continuation(fresh, met, List.of());
          }
          reason = reason.or(() -> disagrees);
        }
        balance += counted.get(from).amountMinor();
      }
      throw reason.orElseGet(this::gap);
    }

    private Optional<Refusal> disagreement(
        List<AccountHistory.Known> unmet, List<StatementEntry> fresh) {
      Optional<String> strange =
          fresh.stream()
              .filter(e -> e.bookingDate().isBefore(history.until()))
              .findFirst()
              .map(
                  e ->
                      "it has an entry of %s on %s (line %d) that was not there"
                          .formatted(words(e.amountMinor()), e.bookingDate(), e.place()));
      Optional<String> missing =
          unmet.stream()
              .findFirst()
              .map(
                  k ->
                      "it lacks the entry of %s on %s".formatted(words(k.amountMinor()), k.date()));
      if (fresh.isEmpty() && unmet.isEmpty()) {
        return Optional.of(knownAlready());
      }
      return missing
          .or(() -> strange)
          .map(
              how ->
                  new Refusal(
                      "overlap",
                      "Statement %s overlaps what was read up to %s and does not agree with it: %s. Nothing of the file was stored."
                          .formatted(statement.number(), history.until(), how)));
    }

    private Refusal knownAlready() {
      return new Refusal(
          "known-already",
          "Everything in statement %s is known already: %d entries, and the account is read up to %s."
              .formatted(statement.number(), here.size(), history.until()));
    }

    private Refusal gap() {
      return new Refusal(
          "gap",
          "Statement %s opens with %s, but the account holds %s on %s: a statement between them is missing, or one was read that the bank has withdrawn."
              .formatted(
                  statement.number(),
                  words(statement.frame().opening().orElseThrow().minor()),
                  words(history.balanceMinor()),
                  history.until()));
    }

    private static long sum(List<StatementEntry> entries) {
      return entries.stream().mapToLong(StatementEntry::amountMinor).sum();
    }

    private String words(long minor) {
      return AmountText.words(minor, statement.currency());
    }
  }
}
