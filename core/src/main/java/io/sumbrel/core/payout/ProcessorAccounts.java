package io.sumbrel.core.payout;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.tax.TaxPart;
import java.time.LocalDate;
import java.util.Objects;
import java.util.Optional;

/**
 * Where a house books what one processor does: each has its own.
 *
 * @param sales of sales that pay no item
 * @param fees of fees, kept and returned
 * @param adjustments of what the processor puts right
 */
public record ProcessorAccounts(Booked sales, Booked fees, Booked adjustments) {

  /** What a house begins with: no tax, until somebody says which. */
  public static final ProcessorAccounts STANDARD =
      new ProcessorAccounts(
          Booked.on(StandardAccount.SALES),
          Booked.on(StandardAccount.PROCESSOR_FEES),
          Booked.on(StandardAccount.OTHER_EXPENSE));

  /**
   * A ledger account, and the tax in what goes there.
   *
   * @param taxCode empty where amounts include none
   */
  public record Booked(AccountCode account, Optional<String> taxCode) {
    public Booked {
      Objects.requireNonNull(account);
      Objects.requireNonNull(taxCode);
    }

    private static Booked on(StandardAccount account) {
      return new Booked(account.code(), Optional.empty());
    }

    /** The tax in an amount of either sign. */
    Optional<TaxPart> taxIn(long minor, Chart chart, LocalDate date) {
      return taxCode.map(code -> chart.taxIn(code, Math.abs(minor), date));
    }
  }

  /**
   * Whether the house may place money so.
   *
   * @throws io.sumbrel.core.refusal.Refusal {@code account}, {@code tax-code}
   */
  public void requireIn(Chart chart, LocalDate date) {
    for (Booked booked : new Booked[] {sales, fees, adjustments}) {
      chart.free(booked.account());
      booked.taxCode().ifPresent(code -> chart.taxIn(code, 0, date));
    }
  }

  /** Where rows of a kind go; a reserve stays with the processor. */
  Booked of(MemberKind kind) {
    return switch (kind) {
      case SALE, REFUND -> sales;
      case FEE, RETURNED_FEE -> fees;
      case RESERVE -> Booked.on(StandardAccount.PROCESSOR_RESERVE);
      case ADJUSTMENT -> adjustments;
      default -> throw new IllegalArgumentException("a payout holds no " + kind);
    };
  }
}
