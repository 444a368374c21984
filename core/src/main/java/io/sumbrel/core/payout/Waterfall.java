package io.sumbrel.core.payout;

import io.sumbrel.core.deposit.MemberKind;
import java.util.ArrayList;
import java.util.List;

/**
 * How a payout comes from gross to net, step by step. Amounts in minor units, signed: what a step
 * adds to the payout.
 */
public record Waterfall(List<Step> steps) {
  private static final List<MemberKind> ORDER =
      List.of(
          MemberKind.SALE,
          MemberKind.REFUND,
          MemberKind.CHARGEBACK,
          MemberKind.FEE,
          MemberKind.RETURNED_FEE,
          MemberKind.RESERVE,
          MemberKind.ADJUSTMENT);

  /** A row of the payout, and whether the books say what it is. */
  public record Row(MemberKind kind, long amountMinor, boolean posted) {}

  /**
   * All rows of one kind.
   *
   * @param postedMinor what of it is in the books
   */
  public record Step(MemberKind kind, int count, long amountMinor, long postedMinor) {}

  public Waterfall {
    steps = List.copyOf(steps);
  }

  /** In the order of a payout's own reckoning; kinds that it does not hold are left out. */
  public static Waterfall of(List<Row> rows) {
    List<Step> steps = new ArrayList<>();
    for (MemberKind kind : ORDER) {
      List<Row> own = rows.stream().filter(r -> r.kind() == kind).toList();
      if (!own.isEmpty()) {
        steps.add(
            new Step(
                kind,
                own.size(),
                own.stream().mapToLong(Row::amountMinor).sum(),
                own.stream().filter(Row::posted).mapToLong(Row::amountMinor).sum()));
      }
    }
    return new Waterfall(steps);
  }

  public long netMinor() {
    return steps.stream().mapToLong(Step::amountMinor).sum();
  }

  public long postedMinor() {
    return steps.stream().mapToLong(Step::postedMinor).sum();
  }
}
