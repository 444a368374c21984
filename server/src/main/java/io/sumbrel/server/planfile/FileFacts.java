package io.sumbrel.server.planfile;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.bai2.Bai2Reader;
import io.sumbrel.formats.camt.CamtReader;
import io.sumbrel.formats.invoice.CiiReader;
import io.sumbrel.formats.invoice.UblReader;
import io.sumbrel.formats.itemcsv.OpenItemCsvReader;
import io.sumbrel.formats.lockbox.LockboxLayout;
import io.sumbrel.formats.lockbox.LockboxReader;
import io.sumbrel.formats.mt.MtReader;
import io.sumbrel.formats.ofx.OfxReader;
import io.sumbrel.formats.pastcsv.PastPaymentCsvReader;
import io.sumbrel.formats.statementcsv.StatementCsvReader;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;

/** What the files of a plan hold, as the core wants it. */
final class FileFacts {
  private static final Currency HUNDREDTHS = Currency.getInstance("USD");

  private final Map<String, Customer> customers = new LinkedHashMap<>();
  private final List<OpenItem> items = new ArrayList<>();
  private final List<MoneyIn> money = new ArrayList<>();
  private final List<Recorded> recorded = new ArrayList<>();
  private final List<Origin> origins = new ArrayList<>();
  private final List<PastPayment> past = new ArrayList<>();

  /** Where a sum came from. */
  record Origin(String file, int line, String reference) {}

  void items(String name, byte[] bytes) {
    OpenItemList list =
        read(
            name,
            () ->
                switch (kindOf(bytes)) {
                  case OPEN_ITEMS_CSV -> OpenItemCsvReader.read(bytes).orRefuse();
                  case UBL -> UblReader.read(bytes).orRefuse();
                  case CII -> CiiReader.read(bytes).orRefuse();
                  default -> throw other(bytes, "open items");
                });
    list.items().forEach(this::item);
  }

  private void item(ListedItem listed) {
    Optional<CustomerId> parent = listed.parentNumber().map(p -> customer(p, p, Optional.empty()));
    String number = listed.customerNumber();
    CustomerId customer =
        customer(number.isEmpty() ? listed.customerName() : number, listed.customerName(), parent);
    items.add(
        new OpenItem(
            new ItemId(items.size() + 1L),
            listed.kind(),
            Optional.of(customer),
            listed.number(),
            listed.date(),
            listed.due(),
            listed.currency(),
            listed.totalMinor(),
            listed.openMinor(),
            listed.taxMinor(),
            listed.orderNumber(),
            listed.terms()));
  }

  /** A head office may be named before its own items are: its name is taken when it comes. */
  private CustomerId customer(String number, String name, Optional<CustomerId> parent) {
    Customer known = customers.get(number);
    CustomerId id = known == null ? new CustomerId(customers.size() + 1L) : known.id();
    boolean onlyNumber = known == null || known.name().equals(number);
    Optional<CustomerId> above = parent.or(() -> known == null ? parent : known.parent());
    customers.put(number, new Customer(id, number, onlyNumber ? name : known.name(), above));
    return id;
  }

  void money(String name, byte[] bytes) {
    read(
        name,
        () -> {
          switch (kindOf(bytes)) {
            case CAMT_053 -> statements(name, CamtReader.read(bytes));
            case MT940 -> statements(name, MtReader.read(bytes));
            case BAI2 -> statements(name, Bai2Reader.read(bytes));
            case OFX -> statements(name, OfxReader.read(bytes));
            case STATEMENT_CSV -> statements(name, StatementCsvReader.read(bytes));
            case LOCKBOX ->
                LockboxReader.read(bytes, LockboxLayout.USUAL)
                    .orRefuse()
                    .forEach(b -> lockbox(name, b));
            default -> throw other(bytes, "money that came");
          }
          return name;
        });
  }

  private void statements(String name, Parsed<List<BankStatement>> parsed) {
    for (BankStatement statement : parsed.orRefuse()) {
      statement.requireAddsUp();
      for (StatementEntry entry : statement.bookedEntries()) {
        add(name, entry, statement.currency());
      }
    }
  }

  private void add(String name, StatementEntry entry, Currency currency) {
    List<String> text = new ArrayList<>(entry.payerName().stream().toList());
    text.addAll(entry.text());
    money.add(
        new MoneyIn(
                new MoneyInId(money.size() + 1L),
                currency,
                entry.amountMinor(),
                entry.bookingDate(),
                entry.payerName(),
                entry.payerAccount(),
                String.join("\n", text),
                entry.references())
            .stating(entry.details())
            .on(new BankLine(0, entry.method(), entry.bankReference())));
    origins.add(new Origin(name, entry.place(), entry.bankReference()));
  }

  /** Its cheques are to be explained; a statement may show the batch as one sum. */
  private void lockbox(String name, LockboxBatch batch) {
    Deposit deposit = batch.toDeposit(HUNDREDTHS);
    recorded.add(
        new Recorded(
            new RecordedId(recorded.size() + 1L),
            deposit.kind(),
            deposit.kind().clearing().code(),
            HUNDREDTHS,
            Optional.empty(),
            deposit.reference(),
            deposit.date(),
            deposit.netMinor(),
            deposit.words(),
            Set.of()));
    for (DepositMember member : deposit.members()) {
      if (member.kind().explained() == MemberKind.Explained.BY_A_TAPE) {
        money.add(member.toMoneyIn(new MoneyInId(money.size() + 1L), HUNDREDTHS));
        origins.add(new Origin(name, member.place(), member.number()));
      }
    }
  }

  void past(String name, byte[] bytes) {
    if (kindOf(bytes) != FileKind.PAST_PAYMENTS_CSV) {
      throw new Refusal("plan-file", name + ": " + other(bytes, "past payments").getMessage());
    }
    past.addAll(read(name, () -> PastPaymentCsvReader.read(bytes).orRefuse()));
  }

  /** Says with every refusal which file it is about. */
  private static <T> T read(String name, Supplier<T> read) {
    try {
      return read.get();
    } catch (Refusal e) {
      throw new Refusal(e.code(), name + ": " + e.getMessage());
    }
  }

  private static FileKind kindOf(byte[] bytes) {
    return FileKind.of(Arrays.copyOf(bytes, Math.min(bytes.length, FileKind.HEAD_BYTES)));
  }

  private static Refusal other(byte[] bytes, String wanted) {
    return new Refusal(
        "plan-file", "this is of the kind “" + kindOf(bytes).words() + "”, not " + wanted + ".");
  }

  /** What other files say will reach the bank as one sum. */
  List<Recorded> recorded() {
    return recorded;
  }

  List<MoneyIn> moneyIn() {
    return money;
  }

  Origin originOf(MoneyInId id) {
    return origins.get((int) id.number() - 1);
  }

  MoneyIn money(MoneyInId id) {
    return money.get((int) id.number() - 1);
  }

  OpenItem item(ItemId id) {
    return items.get((int) id.number() - 1);
  }

  Customer customer(CustomerId id) {
    return customers().get((int) id.number() - 1);
  }

  List<OpenItem> openItems() {
    return items;
  }

  List<Customer> customers() {
    return List.copyOf(customers.values());
  }

  List<PastPayment> pastPayments() {
    return past;
  }
}
