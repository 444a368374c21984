package io.sumbrel.server.rules;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The reasons of differences of a house and the accounts that bear them, as a supervisor sets them.
 */
@Component
class Reasons {
  private static final int MOST_WORDS = 60;
  private static final int MOST_CODE = 30;

  private final Charts charts;
  private final Limits limits;
  private final Rules rules;
  private final AuditRecord audit;

  Reasons(Charts charts, Limits limits, Rules rules, AuditRecord audit) {
    this.charts = charts;
    this.limits = limits;
    this.rules = rules;
    this.audit = audit;
  }

  /**
   * @param code of one that is there; empty for a new one
   * @param codes by which payers state it in their advices, with blanks between
   */
  record ReasonRequest(
      Optional<String> code,
      String words,
      DifferenceReason.Side side,
      String account,
      DifferenceReason.Tax tax,
      String codes,
      boolean retired) {}

  /**
   * Sets a reason. What was posted before keeps the account and the tax that it had.
   *
   * @throws Refusal {@code reason}, {@code account}
   */
  @Transactional
  public void keep(Actor actor, ReasonRequest request) {
    Chart chart = charts.of(actor.booksId());
    Optional<DifferenceReason> known = request.code.map(chart::reason);
    String words = request.words.strip();
    requireWords(chart, known, words);
    if (known.filter(r -> r.side() != request.side).isPresent()) {
      throw new Refusal(
          "reason", "Whether a difference is kept back or granted is never changed: add another.");
    }
    AccountCode account = new AccountCode(request.account);
    if (known.filter(r -> r.account().equals(account)).isEmpty()) {
      chart.free(account);
    }
    List<String> codes =
        Stream.of(request.codes.strip().toUpperCase(Locale.ROOT).split("\\s+"))
            .filter(c -> !c.isEmpty())
            .toList();
    DifferenceReason reason =
        new DifferenceReason(
            known.map(DifferenceReason::code).orElseGet(() -> codeOf(chart, words)),
            words,
            request.side,
            account,
            request.tax,
            codes,
            request.retired);
    charts.keep(actor.booksId(), reason);
    if (known.isEmpty()) {
      limits.begin(actor.booksId(), List.of(reason));
    }
    audit.append(
        actor,
        "reason-set",
        words,
        "%s, on %s%s".formatted(reason.code(), account.code(), reason.retired() ? ", retired" : ""),
        charts.standing(actor.booksId()),
        rules.standing(actor.booksId()));
  }

  private static void requireWords(Chart chart, Optional<DifferenceReason> known, String words) {
    if (words.isEmpty() || words.length() > MOST_WORDS) {
      throw new Refusal("reason", "A reason has one to %d letters.".formatted(MOST_WORDS));
    }
    chart.reasons().stream()
        .filter(r -> r.words().equalsIgnoreCase(words) && !known.equals(Optional.of(r)))
        .findFirst()
        .ifPresent(
            r -> {
              throw new Refusal("reason", "There is a reason “%s” already.".formatted(r.words()));
            });
  }

  /** From its first words: it names the reason for ever, whatever that is called later. */
  private static String codeOf(Chart chart, String words) {
    String code = words.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]+", "_");
    String begun = "OWN_" + code.substring(0, Math.min(code.length(), MOST_CODE - 8));
    String free = begun;
    for (int i = 2; has(chart, free); i++) {
      free = begun + "_" + i;
    }
    return free;
  }

  private static boolean has(Chart chart, String code) {
    return chart.reasons().stream().anyMatch(r -> r.code().equals(code));
  }
}
