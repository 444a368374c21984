package io.sumbrel.core.ageing;

import io.sumbrel.core.openitem.OpenItem;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.EnumMap;
import java.util.Map;

/**
 * What is owed in one currency, by how long it is past due. Credits are no part of it: what is not
 * placed yet makes nothing younger.
 *
 * @param minors in minor units, by band; a band in which nothing is open is not there
 */
public record Ageing(Map<Band, Long> minors) {

  /** Days past due, as ageing lists have them. Common practice; due today is not due yet. */
  public enum Band {
    NOT_DUE("not due", 0),
    TO_30("1 to 30 days late", 30),
    TO_60("31 to 60 days late", 60),
    TO_90("61 to 90 days late", 90),
    TO_120("91 to 120 days late", 120),
    OVER_120("over 120 days late", Long.MAX_VALUE);

    private final String words;

    /** The last day of it. */
    private final long until;

    Band(String words, long until) {
      this.words = words;
      this.until = until;
    }

    public String words() {
      return words;
    }

    private static Band of(long daysLate) {
      for (Band band : values()) {
        if (daysLate <= band.until) {
          return band;
        }
      }
      throw new IllegalArgumentException("no band for " + daysLate);
    }
  }

  public Ageing {
    minors = Map.copyOf(minors);
  }

  /**
   * @param items of one currency; one without a due date is due on its own date
   */
  public static Ageing of(Collection<OpenItem> items, LocalDate today) {
    Map<Band, Long> minors = new EnumMap<>(Band.class);
    for (OpenItem item : items) {
      if (item.openMinor() > 0) {
        long late = ChronoUnit.DAYS.between(item.due().orElse(item.date()), today);
        minors.merge(Band.of(late), item.openMinor(), Long::sum);
      }
    }
    return new Ageing(minors);
  }

  /** What is past due, in minor units. */
  public long lateMinor() {
    return minors.entrySet().stream()
        .filter(e -> e.getKey() != Band.NOT_DUE)
        .mapToLong(Map.Entry::getValue)
        .sum();
  }
}
