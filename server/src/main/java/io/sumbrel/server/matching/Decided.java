package io.sumbrel.server.matching;

import io.sumbrel.core.receipt.PastPayment;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What was placed and stands, by its posting: handed on from plan to plan, since a house has very
 * many decisions and an act changes a few. Only whoever makes a plan changes it, when that is made.
 */
final class Decided {
  private final Map<Long, List<PastPayment>> byPosting = new HashMap<>();

  /**
   * What an act changed.
   *
   * @param now what stands of the postings that it touched; of those that are not in it, nothing
   */
  record Change(
      Set<Long> touched,
      Map<Long, List<PastPayment>> now,
      List<PastPayment> come,
      List<PastPayment> gone) {
    static final Change NONE = new Change(Set.of(), Map.of(), List.of(), List.of());
  }

  /** What it takes to say of some postings what stands of them now. */
  Change to(Collection<Long> touched, Map<Long, List<PastPayment>> now) {
    List<PastPayment> come = new ArrayList<>();
    List<PastPayment> gone = new ArrayList<>();
    Set<Long> each = Set.copyOf(touched);
    for (Long posting : each) {
      boolean stood = byPosting.containsKey(posting);
      boolean stands = now.containsKey(posting);
      if (stands && !stood) {
        come.addAll(now.get(posting));
      } else if (stood && !stands) {
        gone.addAll(byPosting.get(posting));
      }
    }
    return new Change(each, now, come, gone);
  }

  /** The same for all postings. */
  Change toAll(Map<Long, List<PastPayment>> now) {
    Set<Long> either = new HashSet<>(byPosting.keySet());
    either.addAll(now.keySet());
    return to(either, now);
  }

  void apply(Change change) {
    byPosting.keySet().removeAll(change.touched);
    byPosting.putAll(change.now);
  }

  /** All that will stand with a change. */
  List<PastPayment> with(Change change) {
    List<PastPayment> all = new ArrayList<>();
    byPosting.forEach(
        (posting, payments) -> {
          if (!change.touched.contains(posting)) {
            all.addAll(payments);
          }
        });
    change.now.values().forEach(all::addAll);
    return all;
  }
}
