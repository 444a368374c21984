package io.sumbrel.core.tape;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.rules.HouseLimits;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What must be known to judge a tape.
 *
 * @param items the items it names, as they stand now
 * @param standsOn the ledger account that the money moved; empty without money
 * @param chart the accounts, reasons and tax codes of the house
 * @param withheldBasisPoints rates at which customers withhold tax, in hundredths of a per cent
 * @param receipts those of which the lines undo a part
 * @param rates that hold on the day of the money, from the currencies of items to that of the money
 * @param secondPerson whether another than its maker posts it
 * @param before what was kept back and granted already, so that a limit cannot be sliced
 */
public record TapeFacts(
    Map<ItemId, OpenItem> items,
    Optional<AccountCode> standsOn,
    Chart chart,
    HouseLimits limits,
    List<Integer> withheldBasisPoints,
    List<ExchangeRate> rates,
    Authority authority,
    boolean secondPerson,
    DifferencesBefore before,
    Map<MoneyInId, ReturnedPayment> receipts) {

  public TapeFacts {
    items = Map.copyOf(items);
    receipts = Map.copyOf(receipts);
    withheldBasisPoints = List.copyOf(withheldBasisPoints);
    rates = List.copyOf(rates);
  }
}
