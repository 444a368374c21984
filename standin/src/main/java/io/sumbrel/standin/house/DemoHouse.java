package io.sumbrel.standin.house;

import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.formats.itemcsv.OpenItemCsvReader;
import io.sumbrel.formats.pastcsv.PastPaymentCsvReader;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * Tarnwick Clay &amp; Kiln: the customers and items of the written cases, and around them an
 * invented house that makes it as large as such a house is.
 */
public final class DemoHouse {
  /** The business date on which the demonstration begins. */
  public static final LocalDate TODAY = LocalDate.of(2026, 11, 17);

  private static final long SEED = 20_261_117;
  private static final LocalDate UNPLACED_FROM = LocalDate.of(2026, 11, 16);

  /** 140 customers with those of the cases, about 900 open items with theirs. */
  private static final InventedHouse.Size SIZE =
      new InventedHouse.Size(128, 21, LocalDate.of(2025, 5, 15), LocalDate.of(2027, 3, 31));

  private final InventedHouse invented = InventedHouse.of(SEED, SIZE);

  public InventedHouse invented() {
    return invented;
  }

  /** Open items on a day: those of the cases as they were listed first, the others as they are. */
  public List<ListedItem> openItems(byte[] written, LocalDate day) {
    List<ListedItem> items = new ArrayList<>(OpenItemCsvReader.read(written).orRefuse().items());
    items.addAll(invented.openItems(day, UNPLACED_FROM));
    return items;
  }

  /** 18 months of past payments, those of the cases among them. */
  public List<PastPayment> pastPayments(byte[] written) {
    List<PastPayment> past = new ArrayList<>(PastPaymentCsvReader.read(written).orRefuse());
    past.addAll(invented.pastPayments(UNPLACED_FROM));
    past.sort((a, b) -> a.date().compareTo(b.date()));
    return past;
  }
}
