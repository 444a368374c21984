package io.sumbrel.server.desk;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.desk.DeskViews.DoneListView;
import io.sumbrel.server.desk.DeskViews.DoneView;
import io.sumbrel.server.desk.DeskViews.TotalView;
import io.sumbrel.server.ledger.Journal;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.matching.DecisionRecord;
import io.sumbrel.server.paper.LackingPapers;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is explained: every sum that was posted, by what and by whom. */
@Component
class DoneList {
  private static final int PAGE = 100;

  /** Lines of these kinds are shown by the number of their item. */
  private static final Set<LineKind> NAMES_ITS_ITEM =
      Set.of(LineKind.SETTLES, LineKind.CREDIT_USED);

  private static final String FROM =
      """
       from posting p
      left join money_in m on m.id = p.money_in_id
      left join deposit_member x on x.id = m.deposit_member_id
      left join deposit d on d.id = x.deposit_id
      left join decision c on c.posting_id = p.id
      where p.books_id = :b and p.kind = 'TAPE'
      """;

  private static final String FOUND =
      """
       and (concat(cast(p.posting_year as varchar), '-', lpad(cast(p.posting_number as varchar), 4, '0'))
          like :t escape '!'
        or lower(p.actor) like :t escape '!'
        or lower(coalesce(m.payer_name, m.bank_text, 'credits used')) like :t escape '!'
        or cast(abs(m.amount_minor) as varchar) like :digits
        or exists (select 1 from tape_line l
          left join open_item i on i.id = l.item_id
          left join customer u on u.id = l.customer_id
          where l.posting_id = p.id and (lower(i.number) like :t escape '!'
            or lower(u.name) like :t escape '!'
            or l.reason in (:reasons) or (l.reason is null
              and (l.kind in (:kinds) or lower(l.account_code) like :t escape '!')))))
      """;

  private final EntityManager entities;
  private final Charts charts;
  private final MoneyLines moneyLines;
  private final BankAccounts accounts;
  private final Customers customers;
  private final Postings postings;
  private final DecisionRecord decisions;
  private final LackingPapers lackingPapers;

  DoneList(
      EntityManager entities,
      Charts charts,
      MoneyLines moneyLines,
      BankAccounts accounts,
      Customers customers,
      Postings postings,
      DecisionRecord decisions,
      LackingPapers lackingPapers) {
    this.lackingPapers = lackingPapers;
    this.entities = entities;
    this.charts = charts;
    this.moneyLines = moneyLines;
    this.accounts = accounts;
    this.customers = customers;
    this.postings = postings;
    this.decisions = decisions;
  }

  /**
   * What the list is narrowed to.
   *
   * @param how the code of a hand or of a ground; everything when it is empty
   * @param find what a row must hold somewhere; everything when it is empty
   */
  record Wanted(Optional<Long> account, String how, String find) {}

  /**
   * A page of what is explained, newest first, with what was turned back.
   *
   * @param before where it begins, as the page before said
   */
  @Transactional(readOnly = true)
  DoneListView page(Actor actor, Wanted wanted, Optional<Long> before) {
    return page(actor, wanted, before, PAGE);
  }

  /** The newest that are wanted, so many at the most. */
  @Transactional(readOnly = true)
  List<DoneView> newest(Actor actor, Wanted wanted, int most) {
    return page(actor, wanted, Optional.empty(), most).rows();
  }

  private DoneListView page(Actor actor, Wanted wanted, Optional<Long> before, int size) {
    Query query =
        query(
            actor,
            wanted,
            "select p.id, p.record_number",
            "p.record_number < :before",
            " order by p.books_id desc, p.record_number desc");
    query.setParameter("before", before.orElse(Long.MAX_VALUE)).setMaxResults(size + 1);
    List<Long> ids = new ArrayList<>();
    Optional<Long> next = Optional.empty();
    for (Object row : query.getResultList()) {
      Object[] cells = (Object[]) row;
      if (ids.size() == size) {
        next = Optional.of(((Number) cells[1]).longValue() + 1);
      } else {
        ids.add(((Number) cells[0]).longValue());
      }
    }
    return new DoneListView(views(actor, ids), next);
  }

  /** The newest explained sums in which a text is found. */
  @Transactional(readOnly = true)
  List<MoneyInId> moneyFound(Actor actor, String find) {
    return page(actor, new Wanted(Optional.empty(), "", find), Optional.empty()).rows().stream()
        .filter(d -> d.turnedBackBy().isEmpty() && d.amountMinor() > 0)
        .flatMap(d -> d.moneyInId().stream())
        .map(MoneyInId::new)
        .toList();
  }

  /**
   * What stands of all that is wanted, by currency; sums without money among it count as nothing.
   */
  @Transactional(readOnly = true)
  List<TotalView> totals(Actor actor, Wanted wanted) {
    Query query =
        query(
            actor,
            wanted,
            "select m.currency, count(*), sum(m.amount_minor)",
            "m.id is not null and not exists (select 1 from posting t where t.turns_back_id = p.id)",
            " group by m.currency order by m.currency");
    List<TotalView> totals = new ArrayList<>();
    for (Object row : query.getResultList()) {
      Object[] cells = (Object[]) row;
      totals.add(
          new TotalView(
              (String) cells[0], ((Number) cells[1]).intValue(), ((Number) cells[2]).longValue()));
    }
    return totals;
  }

  private Query query(Actor actor, Wanted wanted, String select, String which, String inOrder) {
    StringBuilder sql = new StringBuilder(select).append(FROM).append(" and ").append(which);
    Map<String, Object> parameters = new HashMap<>();
    wanted.account.ifPresent(
        a -> {
          sql.append(" and coalesce(m.bank_account_id, d.bank_account_id) = :a");
          parameters.put("a", a);
        });
    if (!wanted.how.isEmpty()) {
      sql.append(" and (c.hand = :how or c.ground = :how)");
      parameters.put("how", wanted.how);
    }
    if (!wanted.find.isBlank()) {
      sql.append(FOUND);
      String digits = wanted.find.replaceAll("[^0-9]", "");
      parameters.put("t", Journal.like(wanted.find));
      parameters.put("digits", digits.isEmpty() ? "none" : "%" + digits + "%");
      String text = wanted.find.strip().toLowerCase(Locale.ROOT);
      parameters.put("reasons", reasons(actor, text));
      parameters.put("kinds", kinds(text));
    }
    sql.append(inOrder);
    Query query = entities.createNativeQuery(sql.toString()).setParameter("b", actor.booksId());
    parameters.forEach(query::setParameter);
    return query;
  }

  /** Codes of the reasons whose words hold the text. */
  private List<String> reasons(Actor actor, String text) {
    List<String> codes = new ArrayList<>(List.of(""));
    charts.of(actor.booksId()).reasons().stream()
        .filter(r -> r.words().toLowerCase(Locale.ROOT).contains(text))
        .forEach(r -> codes.add(r.code()));
    return codes;
  }

  /** Kinds of lines that are shown by words which hold the text. */
  private static List<String> kinds(String text) {
    List<String> kinds = new ArrayList<>(List.of(""));
    for (LineKind kind : LineKind.values()) {
      if (!NAMES_ITS_ITEM.contains(kind) && kind.words().contains(text)) {
        kinds.add(kind.name());
      }
    }
    return kinds;
  }

  private List<DoneView> views(Actor actor, List<Long> ids) {
    Map<MoneyInId, MoneyLine> lines =
        moneyLines.some(actor.booksId(), postings.moneyOf(ids)).stream()
            .collect(Collectors.toMap(l -> l.moneyIn().id(), Function.identity()));
    List<Postings.Stored> tapes =
        postings.tapes(actor.booksId(), ids, id -> lines.get(id).moneyIn());
    Map<Long, String> names =
        accounts.all(actor.booksId()).stream()
            .collect(Collectors.toMap(BankAccount::id, BankAccount::shortName));
    Map<CustomerId, Customer> byId =
        customers.find(
            actor.booksId(),
            tapes.stream()
                .flatMap(s -> s.posting().tape().orElseThrow().lines().stream())
                .flatMap(l -> l.customer().stream())
                .distinct()
                .toList());
    Map<Long, Decision> decided = decisions.some(ids);
    Set<MoneyInId> lacking = lackingPapers.among(actor.booksId(), lines.values());
    return tapes.stream()
        .map(
            s ->
                doneView(
                    s,
                    s.moneyIn().map(lines::get),
                    Optional.ofNullable(decided.get(s.id())),
                    s.moneyIn().filter(lacking::contains).isPresent(),
                    names,
                    byId))
        .toList();
  }

  private static DoneView doneView(
      Postings.Stored stored,
      Optional<MoneyLine> line,
      Optional<Decision> decision,
      boolean lacksPaper,
      Map<Long, String> names,
      Map<CustomerId, Customer> byId) {
    Tape tape = stored.posting().tape().orElseThrow();
    return new DoneView(
        stored.posting().number().words(),
        stored.posting().date(),
        stored.postedAt(),
        stored.actor(),
        line.map(l -> l.moneyIn().id().number()),
        line.map(MoneyLine::payer).orElse("credits used"),
        line.map(l -> l.cameInto(names::get)).orElse(""),
        tape.money().currency().getCurrencyCode(),
        tape.money().amountMinor(),
        tape.lines().stream().map(l -> words(tape, l, byId)).collect(Collectors.joining(", ")),
        decision.map(d -> d.hand().words()).orElse(""),
        decision.flatMap(Decision::ground).map(Decision.Ground::words).orElse(""),
        lacksPaper,
        stored.turnedBackBy().map(PostingNumber::words));
  }

  private static String words(Tape tape, TapeLine line, Map<CustomerId, Customer> byId) {
    if (NAMES_ITS_ITEM.contains(line.kind())) {
      return tape.itemOf(line).number();
    }
    String place = line.account().map(a -> " " + a.code()).orElse("");
    String whose = line.customer().map(c -> " of " + byId.get(c).name()).orElse("");
    return line.reason().map(DifferenceReason::words).orElse(line.kind().words()) + place + whose;
  }
}
