package io.sumbrel.core.posting;

import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.openitem.OpenItem;
import java.time.LocalDate;
import java.util.List;

/**
 * What happens to the books: one class for each row of the posting table. An event is whole: it
 * states its journal entry, what it does to items, what it explains and what it gives back. The
 * stored books and the books in memory both only append events, so they cannot part ways.
 *
 * <table>
 *   <caption>The posting table: from an event to its debits and credits</caption>
 *   <tr><th>event</th><th>debit</th><th>credit</th></tr>
 *   <tr><td>{@link BankBegins}</td><td>bank</td><td>brought forward</td></tr>
 *   <tr><td>{@link ItemsRead}</td><td>receivables, billing clearing</td>
 *     <td>billing clearing, receivables</td></tr>
 *   <tr><td>{@link ReceiptsForward}</td><td>clearing accounts</td><td>brought forward</td></tr>
 *   <tr><td>{@link TapePosted}</td><td>the money's account, reasons, credits used</td>
 *     <td>receivables, other accounts, transfers in transit, new credits</td></tr>
 *   <tr><td>{@link TakingsPosted}</td><td>till cash, cheques on hand, processor balance, till
 *     differences</td><td>sales, tax, till differences</td></tr>
 *   <tr><td>{@link HandedIn}</td><td>deposits in transit, kept back</td>
 *     <td>cheques on hand, till cash, what goes along</td></tr>
 *   <tr><td>{@link PayoutPosted}</td><td>processor balance, fees, reserve</td>
 *     <td>sales, tax, processor balance</td></tr>
 *   <tr><td>{@link Tied}</td><td>bank, difference</td><td>clearing accounts, difference</td></tr>
 *   <tr><td>{@link TurnedBack}</td><td colspan="2">the mirror of what it undoes</td></tr>
 * </table>
 */
public sealed interface Event
    permits BankBegins,
        ItemsRead,
        ReceiptsForward,
        TapePosted,
        TakingsPosted,
        HandedIn,
        PayoutPosted,
        Tied,
        TurnedBack {

  PostingKind kind();

  /** Balanced in every currency; its date is the posting date. */
  JournalEntry entry();

  /** Items that come into being, as they are described; what is open of them its movements say. */
  default List<OpenItem> newItems() {
    return List.of();
  }

  /** What it does to items, new ones among them. */
  default List<ItemMovement> movements() {
    return List.of();
  }

  /** The sums and records that it explains: each is explained by one posting at most. */
  default Claimed claims() {
    return Claimed.NONE;
  }

  /** The sums and records that are to be explained again. */
  default Claimed frees() {
    return Claimed.NONE;
  }

  /** The posting date. */
  default LocalDate date() {
    return entry().date();
  }
}
