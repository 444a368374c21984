package io.sumbrel.formats.lockbox;

import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.deposit.LockboxCheque;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.party.CheckDigits;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.formats.FileReading;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Reads the files of a lockbox in the fixed-width form that banks have in common: 1 and 2 head, 5
 * begins a batch, 6 is a cheque, 4 what it covers, 7, 8 and 9 close batch, box and file with their
 * totals. Details are never added to totals: where they do not make their cheque, that is the
 * clerk's work and no fault of the file.
 */
public final class LockboxReader extends FileReading {
  /** The files state no currency; their amounts are hundredths. */
  private static final Currency HUNDREDTHS = Currency.getInstance("USD");

  private final LockboxLayout layout;
  private final List<LockboxBatch> batches = new ArrayList<>();
  private LockboxRecords records;
  private boolean begun;
  private boolean closed;
  private String box = "";
  private String batch = "";
  private LocalDate date;
  private final List<LockboxCheque> cheques = new ArrayList<>();
  private final List<RemittanceDetail> details = new ArrayList<>();
  private Record cheque;
  private int chequePlace;
  private int counted;

  /** Cheques of the batch that are for nothing: counted by the bank, and left out. */
  private int nothing;

  private int boxCount;
  private long boxMinor;

  private LockboxReader(LockboxLayout layout) {
    this.layout = layout;
  }

  public static Parsed<List<LockboxBatch>> read(byte[] bytes, LockboxLayout layout) {
    LockboxReader reader = new LockboxReader(layout);
    List<Issue> issues = reader.read(new ByteArrayInputStream(bytes));
    return Parsed.of(reader.batches, issues);
  }

  /** The numbers of the boxes that a file names, in their order, as far as it can be read. */
  public static Set<String> boxes(byte[] bytes, LockboxLayout layout) {
    Set<String> boxes = new LinkedHashSet<>();
    try {
      LockboxRecords records = new LockboxRecords(new ByteArrayInputStream(bytes), layout.width());
      for (var text = records.next(); text.isPresent(); text = records.next()) {
        Record record = new Record(layout, text.get());
        if (record.type() == '5') {
          boxes.add(record.text(LockboxField.BATCH_BOX));
        }
      }
    } catch (Refusal e) {
      // said when the file is read
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return boxes;
  }

  @Override
  protected int line() {
    return records == null ? 0 : records.number();
  }

  @Override
  protected String whenEmpty() {
    return batches.isEmpty() ? "The file contains no batch of cheques." : "";
  }

  @Override
  protected void readAll(InputStream in) throws IOException {
    records = new LockboxRecords(in, layout.width());
    for (Optional<String> text = records.next(); text.isPresent(); text = records.next()) {
      Record record = new Record(layout, text.get());
      if (closed && record.type() != '1') {
        throw new Refusal("lockbox-order", "a record follows the trailer that closes the file.");
      }
      counted = record.type() == '1' ? 1 : counted + 1;
      attempt(line(), () -> take(record));
    }
    if (!closed) {
      throw new Refusal(
          "truncated",
          "the file breaks off before its trailer (record 9); %d batches were whole. Nothing of it was stored."
              .formatted(batches.size()));
    }
  }

  private void take(Record record) {
    switch (record.type()) {
      case '1', '2' -> {
        begun = true;
        closed = false;
      }
      case '5' -> begins(record);
      case '6' -> cheque(record);
      case '4' -> detail(record);
      case '7' -> closesBatch(record);
      case '8' -> closesBox(record);
      case '9' -> closesFile(record);
      default ->
          throw new Refusal(
              "lockbox-record", "“%s” is no type of record.".formatted(record.type()));
    }
  }

  /** Some banks repeat it before each cheque: then it says the same. */
  private void begins(Record record) {
    finishCheque();
    if (!begun) {
      throw new Refusal("lockbox-order", "a batch begins before the file's header (record 1).");
    }
    String toBox = record.text(LockboxField.BATCH_BOX);
    String toBatch = record.text(LockboxField.BATCH_NUMBER);
    if (!cheques.isEmpty() && !(toBox.equals(box) && toBatch.equals(batch))) {
      throw new Refusal(
          "lockbox-order",
          "batch %s begins before batch %s is closed (record 7).".formatted(toBatch, batch));
    }
    box = toBox;
    batch = toBatch;
    date = record.date(LockboxField.BATCH_DATE);
  }

  private void cheque(Record record) {
    finishCheque();
    if (date == null) {
      throw new Refusal("lockbox-order", "a cheque stands before its batch begins (record 5).");
    }
    cheque = record;
    chequePlace = line();
  }

  private void detail(Record record) {
    if (cheque == null) {
      throw new Refusal("lockbox-order", "a detail stands before any cheque (record 6).");
    }
    for (int i = 0; i < layout.detailTimes(); i++) {
      int shift = i * layout.detailEvery();
      String number = record.text(LockboxField.DETAIL_INVOICE, shift);
      if (!number.isEmpty()) {
        long paid = record.number(LockboxField.DETAIL_AMOUNT, shift);
        boolean below = record.text(LockboxField.DETAIL_SIGN, shift).equals("-");
        details.add(new RemittanceDetail(number, below ? -Math.abs(paid) : paid));
      }
    }
  }

  private void finishCheque() {
    if (cheque == null) {
      return;
    }
    Record record = cheque;
    List<RemittanceDetail> covered = List.copyOf(details);
    cheque = null;
    details.clear();
    attempt(
        chequePlace,
        () -> {
          long amount = record.number(LockboxField.CHEQUE_AMOUNT);
          if (amount == 0) {
            nothing++;
            note("zero", "the cheque of 0.00 was left out.", chequePlace);
            return;
          }
          if (amount < 0) {
            throw new Refusal("amount", "a cheque of %s cannot be.".formatted(words(amount)));
          }
          cheques.add(
              new LockboxCheque(
                  chequePlace,
                  record.text(LockboxField.CHEQUE_ITEM),
                  amount,
                  routing(record),
                  record.text(LockboxField.CHEQUE_ACCOUNT),
                  record.text(LockboxField.CHEQUE_NUMBER).replaceFirst("^0+(?=.)", ""),
                  record.text(LockboxField.CHEQUE_REMITTER),
                  covered));
        });
  }

  private String routing(Record record) {
    String routing = record.text(LockboxField.CHEQUE_ROUTING);
    if (!routing.isEmpty() && !CheckDigits.isRoutingNumber(routing)) {
      note("routing", "routing number “%s” fails its check digit.".formatted(routing), chequePlace);
    }
    return routing;
  }

  private void closesBatch(Record record) {
    finishCheque();
    if (date == null) {
      throw new Refusal("lockbox-order", "a batch is closed (record 7) that never began.");
    }
    LockboxBatch whole = new LockboxBatch(box, batch, date, cheques);
    requireEqual(
        "batch " + batch,
        new Total(record.number(LockboxField.BATCH_COUNT), record.number(LockboxField.BATCH_TOTAL)),
        new Total(whole.cheques().size() + nothing, whole.totalMinor()));
    boxCount += whole.cheques().size() + nothing;
    nothing = 0;
    boxMinor += whole.totalMinor();
    batches.add(whole);
    cheques.clear();
    date = null;
  }

  private void closesBox(Record record) {
    finishCheque();
    if (!cheques.isEmpty()) {
      throw new Refusal(
          "lockbox-order", "lockbox %s is closed before batch %s is.".formatted(box, batch));
    }
    requireEqual(
        "lockbox " + record.text(LockboxField.BOX_NUMBER),
        new Total(record.number(LockboxField.BOX_COUNT), record.number(LockboxField.BOX_TOTAL)),
        new Total(boxCount, boxMinor));
    boxCount = 0;
    boxMinor = 0;
  }

  private void closesFile(Record record) {
    if (boxCount > 0 || cheque != null || !cheques.isEmpty()) {
      throw new Refusal("lockbox-order", "the file is closed before lockbox " + box + " is.");
    }
    long stated = record.number(LockboxField.FILE_RECORDS);
    if (stated != counted) {
      throw new Refusal(
          "lockbox-total",
          "the trailer counts %d records, the file has %d.".formatted(stated, counted));
    }
    closed = true;
  }

  private record Total(long count, long minor) {}

  private void requireEqual(String of, Total stated, Total read) {
    if (stated.equals(read) || isRefused()) {
      return;
    }
    long difference = stated.minor() - read.minor();
    String hint =
        cheques.stream()
            .filter(c -> c.amountMinor() == Math.abs(difference))
            .findFirst()
            .map(c -> " That is the amount of the cheque in line " + c.place() + ".")
            .orElse("");
    throw new Refusal(
        "lockbox-total",
        "%s states %d cheques of %s, there are %d of %s; the difference is %s.%s"
            .formatted(
                of,
                stated.count(),
                words(stated.minor()),
                read.count(),
                words(read.minor()),
                words(difference),
                hint));
  }

  private static String words(long minor) {
    return AmountText.words(minor, HUNDREDTHS);
  }
}
