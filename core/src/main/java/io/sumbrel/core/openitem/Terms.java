package io.sumbrel.core.openitem;

import io.sumbrel.core.money.Proportion;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Terms of payment such as {@code 2/10 net 30}: two per cent may be taken if the invoice is paid
 * within ten days of its date (date + 10 is the last day); the full amount is due on the date + 30.
 * Common practice.
 *
 * @param discountBasisPoints the discount in hundredths of a per cent; 200 is two per cent
 */
public record Terms(int discountBasisPoints, int discountDays, int netDays) {
  private static final Pattern WRITTEN =
      Pattern.compile("(?:(\\d{1,2})(?:\\.(\\d{1,2}))?/(\\d{1,3})\\s+)?net\\s+(\\d{1,3})");

  public Terms {
    if (discountBasisPoints < 0 || discountBasisPoints >= 10_000 || discountDays > netDays) {
      throw new IllegalArgumentException(
          "terms %d/%d net %d".formatted(discountBasisPoints, discountDays, netDays));
    }
  }

  /**
   * Reads {@code 2/10 net 30} or {@code net 30}.
   *
   * @throws Refusal {@code terms} when it is neither
   */
  public static Terms parse(String text) {
    Matcher matcher = WRITTEN.matcher(text.strip().toLowerCase());
    if (!matcher.matches()) {
      throw new Refusal("terms", "“" + text.strip() + "” is not terms such as 2/10 net 30.");
    }
    int netDays = Integer.parseInt(matcher.group(4));
    if (matcher.group(1) == null) {
      return new Terms(0, 0, netDays);
    }
    String hundredths = matcher.group(2) == null ? "00" : (matcher.group(2) + "0").substring(0, 2);
    int points = Integer.parseInt(matcher.group(1)) * 100 + Integer.parseInt(hundredths);
    int days = Integer.parseInt(matcher.group(3));
    if (days > netDays) {
      throw new Refusal("terms", "“" + text.strip() + "” gives discount after the due date.");
    }
    return new Terms(points, days, netDays);
  }

  public boolean grantsDiscount() {
    return discountBasisPoints > 0;
  }

  /** The last day on which the discount may be taken. */
  public LocalDate lastDiscountDay(LocalDate invoiceDate) {
    return invoiceDate.plusDays(discountDays);
  }

  public LocalDate dueDate(LocalDate invoiceDate) {
    return invoiceDate.plusDays(netDays);
  }

  /** The discount on an amount, half up, in minor units. */
  public long discountMinor(long amountMinor) {
    return Proportion.halfUp(amountMinor, discountBasisPoints, 10_000);
  }

  /** As it is written on an invoice. */
  public String words() {
    if (!grantsDiscount()) {
      return "net " + netDays;
    }
    String percent =
        discountBasisPoints % 100 == 0
            ? Integer.toString(discountBasisPoints / 100)
            : "%d.%02d".formatted(discountBasisPoints / 100, discountBasisPoints % 100);
    return percent + "/" + discountDays + " net " + netDays;
  }
}
