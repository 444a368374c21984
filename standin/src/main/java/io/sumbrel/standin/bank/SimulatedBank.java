package io.sumbrel.standin.bank;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.deposit.LockboxCheque;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.formats.bai2.Bai2Writer;
import io.sumbrel.formats.camt.CamtReader;
import io.sumbrel.formats.camt.CamtWriter;
import io.sumbrel.formats.lockbox.LockboxWriter;
import io.sumbrel.formats.mt.MtWriter;
import io.sumbrel.formats.statementcsv.StatementCsvReader;
import io.sumbrel.standin.house.InventedHouse;
import io.sumbrel.standin.house.InventedInvoice;
import io.sumbrel.standin.house.InventedPayment;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * The bank of the demonstration. What it holds on a day follows from the invented house, the
 * written cases, and the slips that were handed in: so a day made anew is the same day, and its
 * statements chain.
 */
public final class SimulatedBank {
  /** The account with the written cases; its first statement ships as it is. */
  public static final String CURRENT = "0048104417";

  public static final String COLLECTIONS = "0048104425";
  public static final String EURO = "DE48999900000000000912";

  /** What the collections account holds before its first day, in minor units. */
  public static final long COLLECTIONS_BEGIN = 1_204_410;

  private static final Currency USD = Currency.getInstance("USD");
  private static final Currency EUR = Currency.getInstance("EUR");
  private static final String ROUTING = "011000015";
  private static final long COUNTED_WRONG = 10;

  private final InventedHouse house;
  private final List<HandedIn> slips;

  /** An account as the bank holds it at the end of a day. */
  public record HeldAccount(String number, Currency currency, long balanceMinor) {}

  public SimulatedBank(InventedHouse house, List<HandedIn> slips) {
    this.house = house;
    this.slips = List.copyOf(slips);
  }

  static String fileName(String account, String day) {
    return switch (account) {
      case CURRENT -> "quayline-" + day + ".xml";
      case COLLECTIONS -> "quayline-collections-" + day + ".bai";
      default -> "nordlicht-" + day + (day.equals("2026-11-16") ? ".csv" : ".sta");
    };
  }

  /** The files of every banking day between two days, both included. */
  public List<BankFile> files(LocalDate from, LocalDate to) {
    List<BankFile> files = new ArrayList<>();
    LocalDate first = from.isBefore(WrittenCases.DAY) ? WrittenCases.DAY : from;
    for (LocalDate day = first; !day.isAfter(to); day = day.plusDays(1)) {
      if (InventedHouse.isBankingDay(day)) {
        filesOf(day, files);
      }
    }
    return files;
  }

  private void filesOf(LocalDate day, List<BankFile> files) {
    boolean shipped = day.equals(WrittenCases.DAY);
    files.add(file(CURRENT, day, shipped ? shipped(CURRENT) : camt(day)));
    files.add(
        file(EURO, day, shipped ? shipped(EURO) : text(MtWriter.write(statement(EURO, day)))));
    files.add(file(COLLECTIONS, day, bai2(day)));
    List<LockboxBatch> batches = batches(day);
    if (!batches.isEmpty()) {
      files.add(
          new BankFile(
              "quayline-lockbox-" + day + ".txt",
              day,
              text(LockboxWriter.write(ROUTING, day, batches))));
    }
    SimulatedProcessor.file(day).ifPresent(files::add);
  }

  private static BankFile file(String account, LocalDate day, byte[] content) {
    return new BankFile(fileName(account, day.toString()), day, content);
  }

  private static byte[] shipped(String account) {
    return WrittenCases.file(fileName(account, WrittenCases.DAY.toString()));
  }

  private byte[] camt(LocalDate day) {
    return text(CamtWriter.write(List.of(statement(CURRENT, day))));
  }

  private byte[] bai2(LocalDate day) {
    return text(Bai2Writer.write("QUAYLINE", 1, statement(COLLECTIONS, day)));
  }

  private static byte[] text(String content) {
    return content.getBytes(StandardCharsets.UTF_8);
  }

  /** The accounts at the end of a day. */
  public List<HeldAccount> accounts(LocalDate day) {
    return List.of(
        new HeldAccount(CURRENT, USD, balance(CURRENT, day)),
        new HeldAccount(COLLECTIONS, USD, balance(COLLECTIONS, day)),
        new HeldAccount(EURO, EUR, balance(EURO, day)));
  }

  /** The statement of an account for a banking day. */
  public BankStatement statement(String account, LocalDate day) {
    Currency currency = account.equals(EURO) ? EUR : USD;
    LocalDate before = bankingDayBefore(day);
    return new BankStatement(
        new StatementFrame(
            account,
            currency,
            number(account, day),
            Optional.of(new Balance(before, balance(account, before))),
            Optional.of(new Balance(day, balance(account, day)))),
        entries(account, day));
  }

  private static String number(String account, LocalDate day) {
    int first =
        switch (account) {
          case CURRENT -> 221;
          case COLLECTIONS -> 88;
          default -> 46;
        };
    int number = first;
    for (LocalDate d = WrittenCases.DAY; d.isBefore(day); d = d.plusDays(1)) {
      number += InventedHouse.isBankingDay(d) ? 1 : 0;
    }
    return Integer.toString(number);
  }

  private long balance(String account, LocalDate day) {
    long balance =
        switch (account) {
          case CURRENT -> closing(CamtReader.read(shipped(CURRENT)).orRefuse().get(0));
          case COLLECTIONS -> COLLECTIONS_BEGIN;
          default -> closing(StatementCsvReader.read(shipped(EURO)).orRefuse().get(0));
        };
    LocalDate first = account.equals(COLLECTIONS) ? WrittenCases.DAY : WrittenCases.DAY.plusDays(1);
    for (LocalDate d = first; !d.isAfter(day); d = d.plusDays(1)) {
      if (InventedHouse.isBankingDay(d)) {
        balance += entries(account, d).stream().mapToLong(StatementEntry::amountMinor).sum();
      }
    }
    return balance;
  }

  private static long closing(BankStatement statement) {
    return statement.frame().closing().orElseThrow().minor();
  }

  private List<StatementEntry> entries(String account, LocalDate day) {
    Currency currency = account.equals(EURO) ? EUR : USD;
    List<StatementEntry> entries = new ArrayList<>(WrittenCases.entries(account, day, currency));
    if (!account.equals(EURO)) {
      for (InventedPayment payment : house.paymentsOn(day)) {
        if (account.equals(accountOf(payment, day)) && !isForTheLockbox(payment, day)) {
          entries.add(entry(payment, day, entries.size()));
        }
      }
    }
    if (account.equals(COLLECTIONS) && day.isAfter(WrittenCases.DAY)) {
      batches(day).forEach(b -> entries.add(lockbox(b, day)));
      SimulatedProcessor.sentOn(day).ifPresent(entries::add);
    }
    slips.stream()
        .filter(s -> s.account().equals(account) && s.day().isAfter(WrittenCases.DAY))
        .filter(s -> bankingDayAfter(s.day()).equals(day))
        .forEach(s -> credit(s, day, entries));
    return entries;
  }

  /** On the first day all of it comes into collections; from then on both accounts are used. */
  private static String accountOf(InventedPayment payment, LocalDate day) {
    return day.equals(WrittenCases.DAY) || payment.customer() % 2 == 1 ? COLLECTIONS : CURRENT;
  }

  private static boolean isForTheLockbox(InventedPayment payment, LocalDate day) {
    return day.isAfter(WrittenCases.DAY)
        && payment.method() == Method.CHEQUE
        && payment.customer() % 2 == 1;
  }

  private static StatementEntry entry(InventedPayment p, LocalDate day, int place) {
    return StatementEntry.at(place, day, p.amountMinor())
        .reference("Q%02d%02d-%s".formatted(day.getMonthValue(), day.getDayOfMonth(), number(p)))
        .payer(Optional.of(p.payer()), p.payerAccount())
        .method(p.method())
        .text(p.text())
        .build();
  }

  private static String number(InventedPayment payment) {
    return payment.invoices().get(0).number().substring(4);
  }

  private static StatementEntry lockbox(LockboxBatch batch, LocalDate day) {
    return StatementEntry.at(0, day, batch.totalMinor())
        .reference("QLB" + day.getDayOfYear() + batch.batch())
        .method(Method.LOCKBOX)
        .text("LOCKBOX %s BATCH %s".formatted(batch.lockbox(), batch.batch()))
        .build();
  }

  /** Most slips come as they were counted; some in two sums, and some counted otherwise. */
  private static void credit(HandedIn slip, LocalDate day, List<StatementEntry> entries) {
    int chance = Math.floorMod(slip.number().hashCode(), 5);
    if (chance == 1 && slip.amountMinor() > 2) {
      long first = slip.amountMinor() / 3;
      entries.add(deposit(slip, day, first, " 1 OF 2"));
      entries.add(deposit(slip, day, slip.amountMinor() - first, " 2 OF 2"));
    } else {
      long counted = chance == 0 ? slip.amountMinor() - COUNTED_WRONG : slip.amountMinor();
      entries.add(deposit(slip, day, counted, ""));
    }
  }

  private static StatementEntry deposit(HandedIn slip, LocalDate day, long minor, String part) {
    return StatementEntry.at(0, day, minor)
        .reference("QD" + slip.number() + part.replace(" ", ""))
        .method(Method.DEPOSIT)
        .text("DEPOSIT SLIP " + slip.number() + part)
        .build();
  }

  private List<LockboxBatch> batches(LocalDate day) {
    if (day.equals(WrittenCases.DAY)) {
      return WrittenCases.batches(USD);
    }
    List<LockboxCheque> cheques = new ArrayList<>();
    for (InventedPayment payment : house.paymentsOn(day)) {
      if (isForTheLockbox(payment, day)) {
        cheques.add(cheque(payment, cheques.size() + 1));
      }
    }
    String batch = "%03d".formatted(day.getDayOfYear());
    return cheques.isEmpty()
        ? List.of()
        : List.of(new LockboxBatch(WrittenCases.LOCKBOX, batch, day, cheques));
  }

  /**
   * The picture of a cheque that the lockbox opened.
   *
   * @param payee to whose order it is drawn
   */
  public Optional<byte[]> picture(String number, Money amount, LocalDate day, String payee) {
    return batches(day).stream()
        .flatMap(b -> b.cheques().stream())
        .filter(c -> c.number().equals(number) && c.amountMinor() == amount.minor())
        .findFirst()
        .map(c -> ChequePicture.of(c, amount.currency(), day, payee));
  }

  private static LockboxCheque cheque(InventedPayment p, int item) {
    List<RemittanceDetail> details = new ArrayList<>();
    if (p.discountMinor() == 0 && p.chargeMinor() == 0) {
      for (InventedInvoice i : p.invoices()) {
        details.add(new RemittanceDetail(i.number(), i.totalMinor()));
      }
    }
    return new LockboxCheque(
        0,
        "%03d".formatted(item),
        p.amountMinor(),
        ROUTING,
        p.payerAccount().orElse(""),
        number(p),
        p.payer(),
        details);
  }

  /** The banking day that follows a day. */
  public static LocalDate bankingDayAfter(LocalDate day) {
    LocalDate next = day.plusDays(1);
    return InventedHouse.isBankingDay(next) ? next : bankingDayAfter(next);
  }

  private static LocalDate bankingDayBefore(LocalDate day) {
    LocalDate before = day.minusDays(1);
    return InventedHouse.isBankingDay(before) ? before : bankingDayBefore(before);
  }
}
