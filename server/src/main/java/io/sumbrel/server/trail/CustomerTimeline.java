package io.sumbrel.server.trail;

import io.sumbrel.core.party.CustomerId;
import io.sumbrel.server.ledger.CustomerAccounts;
import io.sumbrel.server.note.Notes;
import io.sumbrel.server.paper.Papers;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** All that happened with a customer, in one list: postings, notes and papers, the newest first. */
@Component
class CustomerTimeline {
  private static final int PAGE = 50;

  private final Customers customers;
  private final CustomerAccounts accounts;
  private final Notes notes;
  private final Papers papers;

  CustomerTimeline(Customers customers, CustomerAccounts accounts, Notes notes, Papers papers) {
    this.customers = customers;
    this.accounts = accounts;
    this.notes = notes;
    this.papers = papers;
  }

  /**
   * What a posting did to an item of the customer.
   *
   * @param number of the posting
   * @param owedAfter what was owed in this currency after it, credits taken off, in minor units
   */
  record ItemMoved(
      String number, long itemId, String item, String currency, long openDelta, long owedAfter) {}

  /**
   * @param at when it was done
   * @param date the day for which it counts
   * @param moved empty where nothing was posted
   */
  record Happened(
      Instant at, LocalDate date, String words, String person, Optional<ItemMoved> moved) {}

  /**
   * @param next where the page of what is older begins; empty when this is the last
   */
  record TimelinePage(List<Happened> happened, Optional<Long> next) {}

  /**
   * A page of so many postings, with what else happened in their time.
   *
   * @param before where it begins, as the page before said
   * @throws io.sumbrel.core.refusal.Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public TimelinePage page(Actor actor, long id, Optional<Long> before) {
    CustomerId customer = customers.one(actor.booksId(), new CustomerId(id)).id();
    CustomerAccounts.Page page = accounts.page(actor.booksId(), customer, before, PAGE);
    Instant from = page.next().flatMap(accounts::postedAt).orElse(Instant.EPOCH);
    Instant until = before.flatMap(accounts::postedAt).orElse(Instant.MAX);
    List<Happened> happened = new ArrayList<>();
    page.lines().forEach(l -> happened.add(posted(l)));
    notes.aboutCustomer(actor.booksId(), customer).stream()
        .map(
            n ->
                said(
                    n.note().writtenAt(),
                    n.item(),
                    "“" + n.note().words() + "”",
                    n.note().person()))
        .filter(h -> !h.at().isBefore(from) && h.at().isBefore(until))
        .forEach(happened::add);
    papers.aboutCustomer(actor.booksId(), customer).stream()
        .map(p -> said(p.addedAt(), Optional.empty(), "paper " + p.fileName(), p.person()))
        .filter(h -> !h.at().isBefore(from) && h.at().isBefore(until))
        .forEach(happened::add);
    // sorting keeps the order of what a posting did, in which the account was computed
    happened.sort(Comparator.comparing(Happened::at).reversed());
    return new TimelinePage(happened, page.next());
  }

  private static Happened posted(CustomerAccounts.Line line) {
    return new Happened(
        line.at(),
        line.date(),
        line.words(),
        line.actor(),
        Optional.of(
            new ItemMoved(
                line.number().words(),
                line.item().number(),
                line.itemNumber(),
                line.currency(),
                line.openDelta(),
                line.owedAfter())));
  }

  private static Happened said(Instant at, Optional<String> of, String words, String person) {
    return new Happened(
        at,
        LocalDate.ofInstant(at, ZoneOffset.UTC),
        of.map(o -> o + ": " + words).orElse(words),
        person,
        Optional.empty());
  }
}
