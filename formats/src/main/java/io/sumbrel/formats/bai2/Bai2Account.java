package io.sumbrel.formats.bai2;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementEntry.Status;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Written;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** One account of a group: its 03, its details, and what its 49 must agree with. */
final class Bai2Account {
  /** Above this many joints the readings of a header are not tried one by one. */
  private static final int MAX_JOINTS = 10;

  private static final int OPENING = 10;
  private static final int CLOSING = 15;

  private final Bai2Reader.Group group;
  private final String number;
  private final Currency currency;
  private final List<Header> headers;
  private final List<Detail> details = new ArrayList<>();
  private final List<String> notes = new ArrayList<>();
  private Header header;
  private long detailTotal;
  private final Set<String> unmoving = new TreeSet<>();
  private int lines;
  private List<StatementEntry> entries;

  /** One reading of an 03: status amounts by type code, and the sum of all its amounts. */
  private record Header(Map<Integer, Long> amounts, long total) {}

  private record Detail(TypeCode type, StatementEntry entry) {}

  Bai2Account(Bai2Record record, Bai2Reader.Group group) {
    this.group = group;
    List<String> fields = record.fields();
    this.number = Bai2Reader.at(fields, 0);
    if (number.isEmpty()) {
      throw new Refusal("account", "the 03 names no account.");
    }
    this.currency = Bai2Reader.currency(Bai2Reader.at(fields, 1), group.currency());
    this.headers = headers(record);
    this.header = headers.get(0);
    this.lines = record.lines();
  }

  String number() {
    return number;
  }

  int lines() {
    return lines;
  }

  void addLines(int more) {
    lines += more;
  }

  List<String> notes() {
    if (!unmoving.isEmpty()) {
      notes.add(
          "details of account %s that move no money were left out (type codes %s)."
              .formatted(number, String.join(", ", unmoving)));
    }
    return notes;
  }

  /** All readings of a header in which every type code has three digits, most fields kept first. */
  private static List<Header> headers(Bai2Record record) {
    int joints = Math.min(MAX_JOINTS, record.lines() - 1);
    List<Header> headers = new ArrayList<>();
    for (int mask = 0; mask < 1 << joints; mask++) {
      header(record.fields(mask)).ifPresent(headers::add);
    }
    if (headers.isEmpty()) {
      throw new Refusal("record", "the 03 cannot be read: its type codes and amounts do not pair.");
    }
    return headers;
  }

  private static Optional<Header> header(List<String> fields) {
    Map<Integer, Long> amounts = new HashMap<>();
    long total = 0;
    int at = 2;
    while (at < fields.size()) {
      String type = Bai2Reader.at(fields, at);
      String amount = Bai2Reader.at(fields, at + 1);
      if (type.isEmpty() && amount.isEmpty()) {
        at += 4;
      } else if (type.matches("\\d{3}") && amount.matches("([+-]?\\d{1,13})?")) {
        long minor = Bai2Reader.amount(amount);
        amounts.put(Integer.parseInt(type), minor);
        total += minor;
        at = afterFunds(fields, at + 3);
      } else {
        return Optional.empty();
      }
    }
    return Optional.of(new Header(amounts, total));
  }

  /** The index behind a funds type and the subfields that it brings. */
  private static int afterFunds(List<String> fields, int at) {
    return switch (Bai2Reader.at(fields, at)) {
      case "S" -> at + 4;
      case "V" -> at + 3;
      case "D" -> {
        String count = Bai2Reader.at(fields, at + 1);
        yield at + 2 + (count.matches("\\d{1,2}") ? 2 * Integer.parseInt(count) : 0);
      }
      default -> at + 1;
    };
  }

  void detail(Bai2Record record) {
    lines += record.lines();
    String text = record.text();
    List<String> fields = List.of(text.split(",", -1));
    String type = Bai2Reader.at(fields, 0);
    if (!type.matches("\\d{3}")) {
      throw new Refusal("type-code", "“" + type + "” is no type code of three digits.");
    }
    TypeCode code = new TypeCode(Integer.parseInt(type));
    long written = Bai2Reader.amount(Bai2Reader.at(fields, 1));
    detailTotal += written;
    if (written < 0) {
      notes.add("the amount at line %d is negative; its sign was kept.".formatted(record.line()));
    }
    if (code.side() == 0 || written == 0) {
      unmoving.add(type);
      return;
    }
    int after = afterFunds(fields, 2);
    LocalDate value =
        Bai2Reader.at(fields, 2).equals("V")
            ? Written.shortDate(Bai2Reader.at(fields, 3))
            : group.asOf();
    String bank = Bai2Reader.at(fields, after);
    String customer = Bai2Reader.at(fields, after + 1);
    StatementEntry.Builder entry =
        StatementEntry.at(record.line(), group.asOf(), code.side() * written)
            .value(value)
            .status(group.interim() ? Status.PENDING : Status.BOOKED)
            .reference(bank)
            .method(code.method());
    if (code.isReversal()) {
      entry.reverses(customer);
    }
    entry.text(customer);
    if (after + 2 < fields.size()) {
      entry.text(String.join(",", fields.subList(after + 2, fields.size())));
    }
    details.add(new Detail(code, entry.build()));
  }

  /**
   * @throws Refusal {@code control-total} when no reading of the header agrees with it
   */
  void requireTotal(long said) {
    header =
        headers.stream()
            .filter(h -> h.total() + detailTotal == said)
            .findFirst()
            .orElseThrow(
                () ->
                    new Refusal(
                        "control-total",
                        "the control total of account %s is %s, its amounts make %s, a difference of %s.%s"
                            .formatted(
                                number,
                                words(said),
                                words(header.total() + detailTotal),
                                words(said - header.total() - detailTotal),
                                hint(said - header.total() - detailTotal))));
  }

  private String hint(long difference) {
    return details.stream()
        .map(Detail::entry)
        .filter(e -> Math.abs(e.amountMinor()) == Math.abs(difference))
        .findFirst()
        .map(e -> " The amount at line %d is that much.".formatted(e.place()))
        .orElse("");
  }

  /** The details; where items of a deposit make its sum, they stand in its place. */
  List<StatementEntry> entries() {
    if (entries != null) {
      return entries;
    }
    entries = new ArrayList<>();
    for (int i = 0; i < details.size(); i++) {
      Detail deposit = details.get(i);
      int end = i + 1;
      long sum = 0;
      while (end < details.size() && details.get(end).type().isItemOf(deposit.type())) {
        sum += details.get(end).entry().amountMinor();
        end++;
      }
      if (end > i + 1 && sum == deposit.entry().amountMinor()) {
        details.subList(i + 1, end).forEach(d -> entries.add(partOf(deposit.entry(), d.entry())));
      } else {
        entries.add(deposit.entry());
        if (end > i + 1) {
          notes.add(
              "the items after line %d do not make its deposit; the deposit was read as one sum."
                  .formatted(deposit.entry().place()));
        }
      }
      i = end - 1;
    }
    return entries;
  }

  private static StatementEntry partOf(StatementEntry whole, StatementEntry part) {
    StatementEntry.Builder builder =
        StatementEntry.at(part.place(), part.bookingDate(), part.amountMinor())
            .value(part.valueDate())
            .status(part.status())
            .reference(part.bankReference())
            .method(part.method())
            .partOf(whole.bankReference());
    part.text().forEach(builder::text);
    return builder.build();
  }

  /** Balances are stated only where opening and details make the closing. */
  StatementFrame frame() {
    Optional<Long> opening = Optional.ofNullable(header.amounts().get(OPENING));
    Optional<Long> closing = Optional.ofNullable(header.amounts().get(CLOSING));
    long moved = entries().stream().mapToLong(StatementEntry::amountMinor).sum();
    boolean chains =
        !group.interim()
            && opening.isPresent()
            && closing.isPresent()
            && opening.get() + moved == closing.get();
    if (!chains && opening.isPresent() && closing.isPresent() && !group.interim()) {
      notes.add(
          "the opening %s and the details of account %s do not make its closing %s; its balances prove nothing."
              .formatted(words(opening.get()), number, words(closing.get())));
    }
    LocalDate day = group.asOf();
    return new StatementFrame(
        number,
        currency,
        "of " + day,
        opening.filter(o -> chains).map(o -> new Balance(day.minusDays(1), o)),
        closing.filter(c -> chains).map(c -> new Balance(day, c)));
  }

  private String words(long minor) {
    return AmountText.words(minor, currency);
  }
}
