package io.sumbrel.core.proof;

import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Which postings explain each sum, from which day, and until which. */
final class Explained {
  private final Map<MoneyInId, List<By>> by = new HashMap<>();
  private final Map<PostingNumber, LocalDate> turnedBackOn = new HashMap<>();
  private final Optional<BooksFacts.Before> before;

  /** A posting explains a sum from a day on. */
  private record By(PostingNumber number, LocalDate from) {}

  /**
   * A sum is explained on some days.
   *
   * @param until the first day on which it is not any more
   */
  record Span(LocalDate from, LocalDate until) {}

  Explained(BooksFacts facts) {
    before = facts.before();
    before.ifPresent(
        stood -> stood.explaining().forEach(e -> explain(e.number(), e.date(), e.money())));
  }

  void add(Posting posting) {
    posting.turnsBack().ifPresent(n -> turnedBackOn.put(n, posting.date()));
    explain(posting.number(), posting.date(), posting.claims().money());
  }

  private void explain(PostingNumber number, LocalDate from, Set<MoneyInId> all) {
    for (MoneyInId money : all) {
      by.computeIfAbsent(money, m -> new ArrayList<>(1)).add(new By(number, from));
    }
  }

  /** Whether a posting is not turned back; known once all postings are added. */
  boolean isLive(PostingNumber number) {
    return !turnedBackOn.containsKey(number);
  }

  /** Whether a posting was made before all that is at hand, and is not turned back there. */
  boolean stoodBefore(PostingNumber number) {
    return before.filter(stood -> stood.has(number)).isPresent() && isLive(number);
  }

  /** The postings that explain a sum and stand: one at the most in books that are right. */
  List<PostingNumber> live(MoneyInId money) {
    return by.getOrDefault(money, List.of()).stream().map(By::number).filter(this::isLive).toList();
  }

  /** When a sum was explained, the first time first. */
  List<Span> spans(MoneyInId money) {
    List<By> all = by.getOrDefault(money, List.of());
    if (all.size() > 1) {
      all.sort(Comparator.comparing(By::from));
    }
    return all.stream()
        .map(b -> new Span(b.from, turnedBackOn.getOrDefault(b.number, LocalDate.MAX)))
        .toList();
  }

  /** The sums that any posting ever explained. */
  Iterable<MoneyInId> money() {
    return by.keySet();
  }
}
