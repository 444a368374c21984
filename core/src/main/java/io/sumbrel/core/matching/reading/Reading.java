package io.sumbrel.core.matching.reading;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.matching.change.ChangedSince;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.matching.text.NumberEdits;
import io.sumbrel.core.matching.text.NumberScan;
import io.sumbrel.core.matching.text.NumberScan.Found;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * What the bank's line of one sum says: the items whose numbers stand in it, and who may have paid.
 * Made once for a sum, then only read.
 */
public final class Reading {
  private static final Pattern NO_TRANSFER =
      Pattern.compile("(?im)^(?:cheque|card receipt|sale|cash|refund|chargeback)(?: \\S|$)");
  private static final Set<Method> LOSING_NOTHING =
      EnumSet.of(Method.CHEQUE, Method.CARD, Method.DEPOSIT, Method.LOCKBOX);
  private static final Pattern ORDER =
      Pattern.compile(
          "(?i)\\b(?:ORDER|COMMANDE|BESTELLUNG|AUFTRAG|P\\.?O\\.?)\\s+(?:NO\\.?\\s*)?([A-Z]{0,4}-?\\d{2,10})\\b");

  /** Widths at which banks cut a line: common practice. */
  private static final List<Integer> FIELD_WIDTHS = List.of(27, 35, 54, 70, 140);

  private static final int MOST_EDITED = 400;
  private static final int LONGEST_JOINED = 80;

  /** How a number came to mean an item; the later, the weaker. */
  public enum How {
    /** The file states it as a reference. */
    STATED,
    NUMBER,
    LETTER_O,
    TAIL,
    IN_RANGE,
    JOINED,
    ORDER,
    /** Its last digits alone, with the year or without; of the payer. */
    SHORT,
    /** With one slip of a finger. */
    EDITED
  }

  /**
   * A number that means an item.
   *
   * @param written as it stands in the text
   * @param token which of the numbers in the text it is
   */
  public record Hit(int item, How how, String written, int token, Optional<TextSpan> span) {}

  private final MatchingProblem problem;
  private final MoneyIn moneyIn;
  private final Map<Integer, Hit> open = new LinkedHashMap<>();
  private final Map<Integer, Hit> settled = new LinkedHashMap<>();
  private final List<Hit> edited = new ArrayList<>();

  /** Those of them where the number as it is written is another item's. */
  private final Set<Integer> ofAnother = new HashSet<>();

  /** Items that a short number may mean, of which it may be too many. */
  private final List<Integer> endingSo = new ArrayList<>();

  private final List<PayerClue> payers;

  /** The payer's name in plain words, as it is remembered; empty when the bank gives none. */
  public final String payerName;

  /** The same of the account. */
  public final String payerAccount;

  private int foreign;

  /** Numbers that the text calls a document's, and that are none that is known. */
  private final Set<Integer> unread = new HashSet<>();

  /** Whether a number stands in it that might be ours, means nothing, and is no customer's own. */
  private boolean namesUnknown;

  private final boolean cut;
  private final boolean losesNothing;
  private final boolean speaksOfElse;
  private final Optional<TextSpan> unbilledOrder;
  private final int[] heads;
  private final boolean unnamedDeposit;

  private Reading(MatchingProblem problem, MoneyIn moneyIn) {
    this.problem = problem;
    this.moneyIn = moneyIn;
    List<Found> numbers = NumberScan.scan(moneyIn.text());
    this.payers = PayerSearch.search(problem, moneyIn, numbers);
    this.payerName = moneyIn.payerName().map(NameLikeness::normal).orElse("");
    this.payerAccount = moneyIn.payerAccount().map(RememberedPayers::bare).orElse("");
    for (String reference : moneyIn.references()) {
      stated(reference);
    }
    moneyIn.details().forEach(d -> stated(d.number()));
    Hit base = null;
    for (int t = 0; t < numbers.size(); t++) {
      base = read(numbers.get(t), t, base);
    }
    this.cut = moneyIn.text().lines().anyMatch(l -> FIELD_WIDTHS.contains(l.length()));
    this.losesNothing =
        NO_TRANSFER.matcher(moneyIn.text()).find()
            || moneyIn.bankLine().filter(l -> LOSING_NOTHING.contains(l.method())).isPresent();
    this.speaksOfElse = OtherPurpose.isIn(moneyIn);
    Matcher order = ORDER.matcher(moneyIn.text());
    this.unbilledOrder =
        open.isEmpty() && settled.isEmpty() && order.find()
            ? Optional.of(new TextSpan(order.start(1), order.end(1)))
            : Optional.empty();
    this.heads = headsOfAll();
    this.unnamedDeposit = namesNobody();
  }

  /** Reads a sum. */
  public static Reading of(MatchingProblem problem, MoneyIn moneyIn) {
    return new Reading(problem, moneyIn);
  }

  private void stated(String reference) {
    for (int item : itemsOf(reference)) {
      int at = moneyIn.text().indexOf(reference);
      Optional<TextSpan> span =
          at < 0 ? Optional.empty() : Optional.of(new TextSpan(at, at + reference.length()));
      take(new Hit(item, How.STATED, reference, -1, span));
    }
  }

  /** Items that a stated number means: as it stands, however short; else as numbers are read. */
  private int[] itemsOf(String reference) {
    if (reference.isBlank()) {
      return new int[0];
    }
    int[] whole = problem.byNumber(reference, reference);
    return whole.length > 0
        ? whole
        : NumberScan.scan(reference).stream()
            .flatMapToInt(f -> IntStream.of(problem.byNumber(f.written(), f.digits())))
            .toArray();
  }

  /** The open item that a stated number means, by its own number or by its order; else −1. */
  public int statedItem(String number) {
    int[] items = itemsOf(number);
    return IntStream.of(items.length > 0 ? items : problem.byOrder(number))
        .filter(open::containsKey)
        .findFirst()
        .orElse(-1);
  }

  /** Reads one number; gives the hit on which a tail after it may hang. */
  private Hit read(Found found, int token, Hit base) {
    boolean hangs =
        found.form() == NumberScan.Form.TAIL || found.form() == NumberScan.Form.IN_RANGE;
    int[] items = problem.byNumber(found.written(), found.digits());
    Hit first = null;
    for (int item : items) {
      Hit hit = hit(item, howOf(found.form()), found, token);
      boolean ofBase = base != null && problem.isFamily(customerOf(base), customerOf(hit));
      if (!hangs || ofBase) {
        take(hit);
        first = first == null ? hit : first;
      }
    }
    if (hangs) {
      return base;
    }
    if (items.length == 0) {
      ordered(found, token);
      joined(found, token);
      first = shortly(found, token);
    }
    if (first == null || !isOfPayer(first.item())) {
      slipped(found, token, items.length > 0);
    }
    if (first == null && problem.hasNumbersOfLength(found.digits().length())) {
      foreign++;
      boolean ofCustomer =
          problem.byCustomerNumber(found.written()).length > 0
              || problem.byCustomerNumber(found.digits()).length > 0;
      namesUnknown |= !ofCustomer;
    }
    if (first == null && !isRead(token) && ShortForm.isCalledDocument(moneyIn.text(), found)) {
      unread.add(token);
    }
    return first != null ? first : edited.isEmpty() ? null : edited.get(edited.size() - 1);
  }

  private boolean isRead(int token) {
    return Stream.concat(open.values().stream(), settled.values().stream())
        .anyMatch(h -> h.token() == token);
  }

  private static How howOf(NumberScan.Form form) {
    return switch (form) {
      case WHOLE -> How.NUMBER;
      case LETTER_O -> How.LETTER_O;
      case TAIL -> How.TAIL;
      case IN_RANGE -> How.IN_RANGE;
    };
  }

  private Hit hit(int item, How how, Found found, int token) {
    String written = moneyIn.text().substring(found.start(), found.end());
    return new Hit(
        item, how, written, token, Optional.of(new TextSpan(found.start(), found.end())));
  }

  private void take(Hit hit) {
    if (problem.currencyOf(hit.item()).equals(moneyIn.currency())) {
      (problem.item(hit.item()).isSettled() ? settled : open).putIfAbsent(hit.item(), hit);
    }
  }

  private void ordered(Found found, int token) {
    for (int item : problem.byOrder(found.written())) {
      take(hit(item, How.ORDER, found, token));
    }
  }

  /** Several numbers without a space between: taken only when the whole run falls into ours. */
  private void joined(Found found, int token) {
    String digits = found.digits();
    if (digits.length() < 2 * NumberEdits.MIN_DIGITS || digits.length() > LONGEST_JOINED) {
      return;
    }
    List<String> parts = new ArrayList<>();
    if (splits(digits, 0, parts)) {
      for (String part : parts) {
        for (int item : problem.byNumber(part, part)) {
          take(hit(item, How.JOINED, found, token));
        }
      }
    }
  }

  private boolean splits(String digits, int from, List<String> parts) {
    if (from == digits.length()) {
      return parts.size() > 1;
    }
    for (int length = NumberEdits.MIN_DIGITS; from + length <= digits.length(); length++) {
      String part = digits.substring(from, from + length);
      if (problem.hasNumbersOfLength(length) && problem.hasNumber(part)) {
        parts.add(part);
        if (splits(digits, from + length, parts)) {
          return true;
        }
        parts.remove(parts.size() - 1);
      }
    }
    return false;
  }

  /**
   * The one open item of whoever is known to pay whose number ends so, or the one of this sum; else
   * the one of this sum, whoever owes it.
   */
  private Hit shortly(Found found, int token) {
    ShortForm form = ShortForm.of(found);
    if (!form.mayBe(moneyIn.text())) {
      return null;
    }
    List<Integer> meant = new ArrayList<>();
    for (PayerClue payer : payers) {
      for (int item : payer.isKnown() ? problem.openOf(payer.customer()) : new int[0]) {
        if (problem.currencyOf(item).equals(moneyIn.currency())
            && form.isOf(problem.item(item).number())
            && !meant.contains(item)) {
          meant.add(item);
        }
      }
    }
    if (meant.isEmpty()) {
      for (int item : problem.byAmount(moneyIn)) {
        if (form.isOf(problem.item(item).number())) {
          meant.add(item);
        }
      }
    }
    endingSo.addAll(meant);
    if (meant.size() > 1) {
      meant.removeIf(i -> problem.item(i).openMinor() != moneyIn.amountMinor());
    }
    if (meant.size() != 1) {
      return null;
    }
    Hit hit = hit(meant.get(0), How.SHORT, found, token);
    take(hit);
    return hit;
  }

  /**
   * Numbers of ours at one slip from what is written. In a dense series nearly every slip is some
   * other real number: a hit counts only with its customer, or with its amount where the number as
   * it is written is nobody's.
   */
  private void slipped(Found found, int token, boolean exists) {
    int length = found.digits().length();
    boolean ours =
        problem.hasNumbersOfLength(length)
            || problem.hasNumbersOfLength(length - 1)
            || problem.hasNumbersOfLength(length + 1);
    if (length < NumberEdits.MIN_DIGITS || length > 18 || !ours) {
      return;
    }
    NumberEdits.forEach(
        found.digits(),
        edit -> {
          for (int item : problem.byNumber(edit, edit)) {
            boolean sameSum = !exists && problem.item(item).openMinor() == moneyIn.amountMinor();
            boolean open =
                !problem.item(item).isSettled()
                    && problem.currencyOf(item).equals(moneyIn.currency());
            boolean known = edited.stream().anyMatch(h -> h.item() == item);
            if (open && !known && (sameSum || isOfPayer(item)) && edited.size() < MOST_EDITED) {
              edited.add(hit(item, How.EDITED, found, token));
              if (exists) {
                ofAnother.add(item);
              }
            }
          }
        });
  }

  private boolean isOfPayer(int item) {
    int customer = problem.customerOf(item);
    return payers.stream().anyMatch(p -> problem.isFamily(p.customer(), customer));
  }

  private int customerOf(Hit hit) {
    return problem.customerOf(hit.item());
  }

  /** Open items whose numbers stand in the text, in its order. */
  public Map<Integer, Hit> open() {
    return open;
  }

  /** Settled ones. */
  public Map<Integer, Hit> settled() {
    return settled;
  }

  /** Open items at one slip from a number in the text. */
  public List<Hit> edited() {
    return edited;
  }

  /** Whether an item is at one slip from a number that is another item's as it is written. */
  public boolean isSlipOfAnother(int item) {
    return ofAnother.contains(item);
  }

  /** Who may have paid, the likeliest first. */
  public List<PayerClue> payers() {
    return payers;
  }

  /** What points to a customer as the payer. */
  public Optional<PayerClue> clueFor(int customer) {
    return payers.stream().filter(p -> p.customer() == customer).findFirst();
  }

  /** The clue of a customer itself, or of its head office or branch. */
  public Optional<PayerClue> clueForFamilyOf(int customer) {
    return clueFor(customer)
        .or(
            () ->
                payers.stream().filter(p -> problem.isFamily(p.customer(), customer)).findFirst());
  }

  /** Numbers of the length of ours that mean nothing of ours. */
  public int foreign() {
    return foreign;
  }

  /**
   * Which of its numbers it calls a document's though they mean nothing that is known; some of
   * {@link #edited} may be what is meant.
   */
  public Set<Integer> unread() {
    return unread;
  }

  /** Whether a number stands in it that might be ours, and is nobody's. */
  public boolean namesUnknown() {
    return namesUnknown;
  }

  /** Whether a line ends where banks cut it, so that numbers may be missing. */
  public boolean isCut() {
    return cut;
  }

  /** Whether it is a cheque, a card's or cash: banks keep their charges of transfers alone. */
  public boolean losesNothing() {
    return losesNothing;
  }

  /** Whether a word stands in it for what is no invoice. */
  public boolean speaksOfElse() {
    return speaksOfElse;
  }

  /** An order number in the text that no invoice of ours carries. */
  public Optional<TextSpan> unbilledOrder() {
    return unbilledOrder;
  }

  /** A deposit of which the bank says neither who paid nor what. */
  public boolean isUnnamedDeposit() {
    return unnamedDeposit;
  }

  private boolean namesNobody() {
    return payers.isEmpty()
        && open.isEmpty()
        && settled.isEmpty()
        && moneyIn.payerName().isEmpty()
        && (moneyIn.bankLine().filter(l -> l.method() == Method.DEPOSIT).isPresent()
            || moneyIn.text().toUpperCase(Locale.ROOT).contains("DEPOSIT"));
  }

  /**
   * The customer who is known to have paid while nothing at all says what for; −1 where something
   * does, or where it is not known who paid.
   */
  public int silentPayer() {
    boolean silent =
        open.isEmpty()
            && settled.isEmpty()
            && edited.isEmpty()
            && !namesUnknown
            && unbilledOrder.isEmpty()
            && moneyIn.references().isEmpty()
            && moneyIn.details().isEmpty();
    List<PayerClue> known =
        silent ? payers.stream().filter(PayerClue::isKnown).toList() : List.of();
    boolean one =
        known.stream().allMatch(p -> problem.isFamily(p.customer(), known.get(0).customer()));
    return known.isEmpty() || !one ? -1 : known.get(0).customer();
  }

  /** The heads of the families whose items it may mean: what the search looks at. */
  public int[] heads() {
    return heads;
  }

  /** Whether a customer is of a family whose items it may mean. */
  public boolean looksAt(int customer) {
    return isAmong(heads, problem.headOf(customer));
  }

  /** Items that its text may mean. */
  private IntStream mentioned() {
    return Stream.of(
            open.keySet().stream(),
            settled.keySet().stream(),
            edited.stream().map(Hit::item),
            endingSo.stream())
        .flatMap(s -> s)
        .mapToInt(i -> i);
  }

  /** Whether the text would be read alike after these changes. */
  public boolean holdsAfter(ChangedSince touched) {
    return !touched.hasOpened()
        && !touched.hasBecome(moneyIn.amountMinor())
        && !touched.hasPayer(moneyIn, payerName, payerAccount)
        && mentioned().noneMatch(touched::has);
  }

  private int[] headsOfAll() {
    IntStream named = mentioned().map(problem::customerOf);
    return IntStream.concat(payers.stream().mapToInt(PayerClue::customer), named)
        .filter(c -> c >= 0)
        .map(problem::headOf)
        .distinct()
        .toArray();
  }

  /** Whether one of a few numbers is it. */
  public static boolean isAmong(int[] numbers, int number) {
    for (int n : numbers) {
      if (n == number) {
        return true;
      }
    }
    return false;
  }

  /** Who is most likely meant: the payer, else the customer of the named items; −1 when unknown. */
  public int likeliestCustomer() {
    if (!payers.isEmpty()) {
      return payers.get(0).customer();
    }
    Map<Integer, Hit> named = open.isEmpty() ? settled : open;
    return named.keySet().stream().findFirst().map(problem::customerOf).orElse(-1);
  }
}
