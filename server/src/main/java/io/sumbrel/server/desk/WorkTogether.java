package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.SharedOut;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import java.util.Comparator;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Several entries of one bank account, worked as one tape: what pays them together is shared out,
 * and each keeps its part as a tape that is put by, to be looked at and posted as any other.
 */
@Component
class WorkTogether {
  /** More are no work that a person looks at. */
  private static final int MOST = 100;

  private final PostTape postTape;
  private final Charts charts;
  private final Drafts drafts;

  WorkTogether(PostTape postTape, Charts charts, Drafts drafts) {
    this.postTape = postTape;
    this.charts = charts;
    this.drafts = drafts;
  }

  /**
   * @param money the ids of the sums
   * @param lines what explains all of them together
   */
  record TogetherRequest(List<Long> money, List<LineView> lines) {}

  /**
   * The oldest is filled first.
   *
   * @throws Refusal {@code together}, {@code not-zero}; no tape is kept then
   */
  @Transactional
  public void share(Actor actor, TogetherRequest request) {
    if (request.money.size() > MOST) {
      throw new Refusal("together", "At most %d sums are worked as one.".formatted(MOST));
    }
    TapeJudge.requireFew(request.lines);
    List<MoneyLine> sums =
        request.money.stream()
            .distinct()
            .map(id -> postTape.explainable(actor, new MoneyInId(id)))
            .sorted(
                Comparator.comparing((MoneyLine l) -> l.moneyIn().bookingDate())
                    .thenComparing(l -> l.moneyIn().id().number()))
            .toList();
    requireOneAccount(sums);
    Chart chart = charts.of(actor.booksId());
    List<TapeMoney> money = sums.stream().map(l -> TapeMoney.of(l.moneyIn())).toList();
    List<TapeLine> lines =
        money.isEmpty() ? List.of() : TapeJudge.lines(chart, request.lines, money.get(0));
    List<List<TapeLine>> shares = SharedOut.over(money, lines, chart);
    for (int i = 0; i < sums.size(); i++) {
      List<LineView> share =
          shares.get(i).stream().map(l -> LineView.of(l, LineView.Shown.NOTHING)).toList();
      drafts.keep(actor, sums.get(i).moneyIn().id(), share, true);
    }
  }

  private static void requireOneAccount(List<MoneyLine> sums) {
    boolean isOne = sums.stream().map(MoneyLine::bankAccountId).distinct().count() <= 1;
    if (!isOne || sums.stream().anyMatch(l -> l.moneyIn().bankLine().isEmpty())) {
      throw new Refusal("together", "Only entries of one bank account are worked as one.");
    }
  }
}
