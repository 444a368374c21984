package io.sumbrel.standin.house;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.money.Proportion;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.receipt.PastPayment;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.WeekFields;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;

/**
 * A house that sells to many customers, each with its habit of paying. Everything follows from the
 * seed: invoices day by day, and of each when and how it is paid. What is paid before a day are
 * past payments, what is not are open items, what comes on a day is the bank's entries of that day:
 * so habits, open items and money agree, on the first day and on every day after it.
 */
public final class InventedHouse {
  private static final Currency USD = Currency.getInstance("USD");
  private static final int FIRST_NUMBER = 51_000;
  private static final long CHARGE = 1_650;
  private static final int DISCOUNT_PERCENT = 2;

  private final Size size;
  private final List<InventedCustomer> customers;
  private final List<InventedInvoice> invoices;
  private final List<InventedPayment> payments;
  private final Map<LocalDate, List<InventedPayment>> paymentsByDay;

  /**
   * How large a house, and from when to when it is made up.
   *
   * @param invoicesPerDay on a working day, of all customers together
   */
  public record Size(int customers, int invoicesPerDay, LocalDate from, LocalDate to) {
    /** On 16 November 2026 100,000 open items, and 10,000 payments within eight days. */
    public static final Size LARGE =
        new Size(5_000, 3_050, LocalDate.of(2026, 5, 1), LocalDate.of(2026, 11, 30));
  }

  private InventedHouse(
      Size size,
      List<InventedCustomer> customers,
      List<InventedInvoice> invoices,
      List<InventedPayment> payments) {
    this.size = size;
    this.customers = customers;
    this.invoices = invoices;
    this.payments = payments;
    this.paymentsByDay = payments.stream().collect(Collectors.groupingBy(InventedPayment::date));
  }

  public static InventedHouse of(long seed, Size size) {
    Random random = new Random(seed);
    List<InventedCustomer> customers = customers(size, random);
    List<InventedInvoice> invoices = invoices(size, customers, random);
    List<InventedPayment> payments = payments(customers, invoices, random);
    return new InventedHouse(size, customers, invoices, payments);
  }

  private static List<InventedCustomer> customers(Size size, Random random) {
    List<String> names = InventedNames.of(size.customers(), random);
    List<InventedCustomer> customers = new ArrayList<>();
    for (int i = 0; i < size.customers(); i++) {
      int kind = random.nextInt(100);
      Habit habit =
          kind < 24
              ? Habit.EACH_WITH_NUMBER
              : kind < 54
                  ? Habit.WEEKLY_WITH_NUMBERS
                  : kind < 78
                      ? Habit.WHOLE_MONTH
                      : kind < 86
                          ? Habit.TAKES_DISCOUNT
                          : kind < 94 ? Habit.SILENT : Habit.CHARGED_ON_THE_WAY;
      String terms =
          habit == Habit.TAKES_DISCOUNT
              ? "2/10 net 30"
              : random.nextInt(6) == 0 ? "net 45" : "net 30";
      boolean hasPayer = random.nextInt(18) == 0;
      customers.add(
          new InventedCustomer(
              "K-%d".formatted(3000 + i),
              names.get(i),
              habit,
              Terms.parse(terms),
              1_000 / (2 + i % 40),
              random.nextInt(26) - 4,
              hasPayer
                  ? Optional.of("SHARED SERVICES " + (char) ('A' + random.nextInt(26)) + i)
                  : Optional.empty(),
              random.nextInt(3) == 0
                  ? Optional.of("%010d".formatted(random.nextInt(1_000_000_000)))
                  : Optional.empty()));
    }
    return customers;
  }

  private static List<InventedInvoice> invoices(
      Size size, List<InventedCustomer> customers, Random random) {
    int[] upTo = new int[customers.size()];
    int sum = 0;
    for (int i = 0; i < upTo.length; i++) {
      sum += customers.get(i).weight();
      upTo[i] = sum;
    }
    List<InventedInvoice> invoices = new ArrayList<>();
    for (LocalDate day = size.from(); !day.isAfter(size.to()); day = day.plusDays(1)) {
      int count = isBankingDay(day) ? size.invoicesPerDay() : 0;
      for (int i = 0; i < count; i++) {
        invoices.add(invoice(day, invoices.size(), pick(upTo, random), customers, random));
      }
    }
    return invoices;
  }

  private static int pick(int[] upTo, Random random) {
    int at = 1 + random.nextInt(upTo[upTo.length - 1]);
    int low = 0;
    int high = upTo.length - 1;
    while (low < high) {
      int middle = (low + high) / 2;
      if (upTo[middle] < at) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }

  private static InventedInvoice invoice(
      LocalDate day, int count, int customer, List<InventedCustomer> customers, Random random) {
    int large = random.nextInt(5) == 0 ? random.nextInt(220_000) : 0;
    long total = 5 * ((1_800 + random.nextInt(58_000) + large) / 5);
    return new InventedInvoice(
        "TCK-" + (FIRST_NUMBER + count),
        customer,
        day,
        customers.get(customer).terms(),
        total,
        Proportion.halfUp(total, 1, 6),
        "W-" + (7_000 + count));
  }

  private static List<InventedPayment> payments(
      List<InventedCustomer> customers, List<InventedInvoice> invoices, Random random) {
    Map<String, List<InventedInvoice>> together = new LinkedHashMap<>();
    for (InventedInvoice invoice : invoices) {
      together.computeIfAbsent(together(customers, invoice), k -> new ArrayList<>()).add(invoice);
    }
    List<InventedPayment> payments = new ArrayList<>();
    for (List<InventedInvoice> paid : together.values()) {
      payments.add(payment(customers.get(paid.get(0).customer()), paid, random));
    }
    payments.sort(
        Comparator.comparing(InventedPayment::date)
            .thenComparing(p -> p.invoices().get(0).number()));
    return payments;
  }

  /** Invoices with the same key are paid with one payment. */
  private static String together(List<InventedCustomer> customers, InventedInvoice invoice) {
    InventedCustomer customer = customers.get(invoice.customer());
    return switch (customer.habit()) {
      case WEEKLY_WITH_NUMBERS -> {
        LocalDate due = invoice.due();
        yield customer.number() + due.getYear() + "w" + due.get(WeekFields.ISO.weekOfYear());
      }
      case WHOLE_MONTH -> customer.number() + YearMonth.from(invoice.date());
      default -> invoice.number();
    };
  }

  private static InventedPayment payment(
      InventedCustomer customer, List<InventedInvoice> paid, Random random) {
    InventedInvoice last = paid.get(paid.size() - 1);
    long total = paid.stream().mapToLong(InventedInvoice::totalMinor).sum();
    boolean discounted = customer.habit() == Habit.TAKES_DISCOUNT;
    long discount = discounted ? Proportion.halfUp(total, DISCOUNT_PERCENT, 100) : 0;
    long charge = customer.habit() == Habit.CHARGED_ON_THE_WAY && total > 4 * CHARGE ? CHARGE : 0;
    LocalDate day =
        discounted
            ? last.date().plusDays(4 + random.nextInt(6))
            : last.due().plusDays(customer.lag() + random.nextInt(5));
    return new InventedPayment(
        onBankingDay(day),
        last.customer(),
        customer.paidBy().orElseGet(() -> InventedNames.asTheBankWritesIt(customer.name(), random)),
        customer.account(),
        random.nextInt(4) == 0 ? Method.CHEQUE : Method.TRANSFER,
        total - discount - charge,
        text(customer, paid, random),
        paid,
        discount,
        charge);
  }

  private static String text(InventedCustomer customer, List<InventedInvoice> paid, Random random) {
    String numbers =
        paid.stream()
            .map(i -> random.nextBoolean() ? i.number() : i.number().substring(4))
            .collect(Collectors.joining(" "));
    return switch (customer.habit()) {
      case SILENT -> "PAYMENT";
      case WHOLE_MONTH ->
          random.nextBoolean()
              ? "STATEMENT " + YearMonth.from(paid.get(0).date())
              : "MONTHLY PAYMENT";
      case EACH_WITH_NUMBER, TAKES_DISCOUNT, CHARGED_ON_THE_WAY, WEEKLY_WITH_NUMBERS ->
          switch (random.nextInt(10)) {
            case 0 -> "ORDER " + paid.get(0).order();
            case 1 -> "THANK YOU";
            case 2 -> "INV " + numbers.replace("TCK-", "");
            default -> "INVOICE " + numbers;
          };
    };
  }

  /** Whether banks of the invented world work on a day: Monday to Friday, no holidays. */
  public static boolean isBankingDay(LocalDate day) {
    return day.getDayOfWeek() != DayOfWeek.SATURDAY && day.getDayOfWeek() != DayOfWeek.SUNDAY;
  }

  private static LocalDate onBankingDay(LocalDate day) {
    LocalDate next = day;
    while (!isBankingDay(next)) {
      next = next.plusDays(1);
    }
    return next;
  }

  /** What reaches the bank on a day. */
  public List<InventedPayment> paymentsOn(LocalDate day) {
    return paymentsByDay.getOrDefault(day, List.of());
  }

  /** What is billed on a day, as a list of open items. */
  public List<ListedItem> billedOn(LocalDate day) {
    List<ListedItem> items = new ArrayList<>();
    for (InventedInvoice invoice : invoices) {
      if (invoice.date().equals(day)) {
        items.add(listed(items.size() + 2, invoice));
      }
    }
    return items;
  }

  /** Payments from a day to another, both included. */
  public List<InventedPayment> payments(LocalDate from, LocalDate to) {
    return payments.stream()
        .filter(p -> !p.date().isBefore(from) && !p.date().isAfter(to))
        .toList();
  }

  /**
   * The list of open items of a day: billed by then, and paid by nothing that came before the day
   * from which on money is still to be placed.
   */
  public List<ListedItem> openItems(LocalDate day, LocalDate unplacedFrom) {
    Map<String, LocalDate> paidOn =
        payments.stream()
            .flatMap(p -> p.invoices().stream().map(i -> Map.entry(i.number(), p.date())))
            .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    List<ListedItem> items = new ArrayList<>();
    for (InventedInvoice invoice : invoices) {
      if (!invoice.date().isAfter(day) && !paidOn.get(invoice.number()).isBefore(unplacedFrom)) {
        items.add(listed(items.size() + 2, invoice));
      }
    }
    return items;
  }

  private ListedItem listed(int line, InventedInvoice invoice) {
    InventedCustomer customer = customers.get(invoice.customer());
    return new ListedItem(
        line,
        invoice.number(),
        customer.number(),
        customer.name(),
        Optional.empty(),
        invoice.date(),
        Optional.of(invoice.due()),
        USD,
        invoice.totalMinor(),
        invoice.totalMinor(),
        Optional.of(invoice.taxMinor()),
        Optional.of(invoice.order()),
        Optional.of(invoice.terms()),
        Map.of());
  }

  /** What was paid from the beginning until before a day. */
  public List<PastPayment> pastPayments(LocalDate before) {
    List<PastPayment> past = new ArrayList<>();
    for (InventedPayment p : payments) {
      if (p.date().isBefore(before)) {
        past.add(
            new PastPayment(
                past.size() + 2,
                p.date(),
                Optional.of(p.payer()),
                p.payerAccount(),
                USD,
                p.amountMinor(),
                customers.get(p.customer()).number(),
                p.invoices().stream().map(InventedInvoice::number).toList(),
                p.discountMinor()));
      }
    }
    return past;
  }

  /** The number of a customer, by its place among them. */
  public String customerNumber(int customer) {
    return customers.get(customer).number();
  }

  public Size size() {
    return size;
  }
}
