package io.sumbrel.server.planfile;

import com.fasterxml.jackson.annotation.JsonInclude;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.TapeLine;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * The plan as it is written: amounts in minor units of their currency, money below zero is money
 * out.
 */
record PlanDocument(int version, List<PlannedSum> sums) {
  private static final int VERSION = 2;

  /** More ways than these, and what speaks for and against each, are written when asked for. */
  private static final int WAYS_WRITTEN = 3;

  /**
   * One sum.
   *
   * @param chosen which of the ways the plan takes, from 0; empty when it takes none
   * @param waysCount how many ways reach the sum; those that pay in part or in advance do not count
   * @param searched whether all of them were looked for
   * @param searchedTo the size up to which every set was looked for; left out where that is no
   *     limit
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  record PlannedSum(
      String file,
      int line,
      String reference,
      LocalDate date,
      String currency,
      long amountMinor,
      Optional<String> payer,
      String certainty,
      Optional<Integer> chosen,
      long waysCount,
      String searched,
      Optional<Integer> searchedTo,
      List<PlannedWay> ways) {}

  /**
   * One way to explain it.
   *
   * @param tie true when the sum is recorded in another file: it has no lines, and is counted there
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  record PlannedWay(
      String words,
      Optional<Boolean> tie,
      String certainty,
      int perMillion,
      List<PlannedLine> lines,
      List<PlannedReason> reasons) {}

  /** A line of its tape. */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  record PlannedLine(
      String kind,
      long amountMinor,
      Optional<String> item,
      Optional<String> customer,
      Optional<String> reason,
      Optional<String> leavesOpen) {}

  /**
   * A reason for or against it.
   *
   * @param points what it adds, in thousandths of a logit
   * @param text the part of the bank's text on which it rests
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  record PlannedReason(String side, String words, int points, Optional<String> text) {}

  /**
   * @param full with every way that is listed, and with the reasons
   */
  static PlanDocument of(Plan plan, FileFacts facts, boolean full) {
    return new PlanDocument(VERSION, plan.rows().stream().map(r -> sum(r, facts, full)).toList());
  }

  private static PlannedSum sum(Plan.Row row, FileFacts facts, boolean full) {
    MoneyIn money = facts.money(row.moneyIn());
    FileFacts.Origin origin = facts.originOf(row.moneyIn());
    return new PlannedSum(
        origin.file(),
        origin.line(),
        origin.reference(),
        money.bookingDate(),
        money.currency().getCurrencyCode(),
        money.amountMinor(),
        money.payerName(),
        row.certainty().words(),
        row.chosen(),
        row.waysCount(),
        row.searched().name(),
        Optional.of(row.searchedTo()).filter(size -> size > 0),
        row.ways().stream()
            .limit(full ? row.ways().size() : WAYS_WRITTEN)
            .map(w -> way(w, money, facts, full))
            .toList());
  }

  private static PlannedWay way(Proposal way, MoneyIn money, FileFacts facts, boolean full) {
    Function<TapeLine, PlannedLine> line =
        l ->
            new PlannedLine(
                l.kind().name(),
                l.amountMinor(),
                l.item().map(i -> facts.item(i).number()),
                l.customer().map(c -> facts.customer(c).number()),
                l.reason().map(DifferenceReason::code),
                l.shortPay().map(Enum::name));
    return new PlannedWay(
        way.words(),
        Optional.of(way.isTie()).filter(tie -> tie),
        way.certainty().words(),
        way.perMillion(),
        way.lines().stream().map(line).toList(),
        full ? way.reasons().stream().map(r -> reason(r, money)).toList() : List.of());
  }

  private static PlannedReason reason(Proposal.Reason reason, MoneyIn money) {
    Evidence e = reason.fact();
    return new PlannedReason(
        e.side().name(),
        e.words(),
        reason.points(),
        e.source().map(s -> money.text().substring(s.start(), s.end())));
  }
}
