package io.sumbrel.server.arrivals;

import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.payoutcsv.PayoutLayout;
import io.sumbrel.formats.payoutcsv.PayoutReader;
import io.sumbrel.formats.workbook.Workbook;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.layout.CsvLayouts;
import io.sumbrel.server.layout.Lockboxes;
import io.sumbrel.server.layout.Sheets;
import io.sumbrel.server.persistence.FileStore;
import io.sumbrel.server.persistence.StoredFile;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.lang.ref.SoftReference;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Reads files by their kind, and by what people said of how a bank, a processor or the house itself
 * writes. What somebody said of a header goes before what the columns are called.
 */
@Component
class ArrivedFiles {
  /** What may stand in columns of any names. */
  static final Set<FileKind> TABLES =
      EnumSet.of(
          FileKind.BANK_CSV,
          FileKind.PAYOUT_CSV,
          FileKind.OPEN_ITEMS_CSV,
          FileKind.PAST_PAYMENTS_CSV,
          FileKind.RECEIPTS_CSV);

  /** So many rows show whether any can be read. */
  private static final int LOOKED_AT = 5;

  /** So large may a file be that is not read as a stream. */
  private static final int MOST_MEGABYTES = 100;

  private final CsvLayouts layouts;
  private final Lockboxes lockboxes;
  private final Sheets sheets;
  private final CustomersByName customersByName;

  /** A large file is looked at, and accepted, soon after it came. */
  private volatile SoftReference<ReadLast> last = new SoftReference<>(null);

  private record ReadLast(String hash, ArrivedFile file) {}

  ArrivedFiles(
      CsvLayouts layouts, Lockboxes lockboxes, Sheets sheets, CustomersByName customersByName) {
    this.layouts = layouts;
    this.lockboxes = lockboxes;
    this.sheets = sheets;
    this.customersByName = customersByName;
  }

  /**
   * What a file is; a workbook what one of its sheets is.
   *
   * @throws Refusal saying what it looks like
   */
  FileKind kindOf(StoredFile file) {
    return workbook(file)
        .map(bytes -> kindOfSheets(sheets.heads(bytes)))
        .orElseGet(() -> FileKind.of(file.head(FileKind.HEAD_BYTES)));
  }

  /** All of a workbook: what is packed in a file stands at its end. */
  private static Optional<byte[]> workbook(StoredFile file) {
    return Workbook.mayBeOne(file.head(2))
        ? Optional.of(bytes(file)).filter(Workbook::isOne)
        : Optional.empty();
  }

  /**
   * All of a file that is not read as a stream.
   *
   * @throws Refusal {@code too-large}
   */
  static byte[] bytes(StoredFile file) {
    FileStore.requireSize(file.size(), MOST_MEGABYTES);
    return file.bytes();
  }

  private static FileKind kindOfSheets(List<byte[]> heads) {
    Set<FileKind> kinds = EnumSet.noneOf(FileKind.class);
    for (byte[] head : heads) {
      try {
        kinds.add(kindOfRows(head));
      } catch (Refusal e) {
        // a sheet without rows
      }
    }
    return kinds.stream()
        .filter(k -> k != FileKind.BANK_CSV)
        .findFirst()
        .or(() -> kinds.stream().findFirst())
        .orElseThrow(
            () -> new Refusal("not-readable", "No sheet of the workbook holds rows of a list."));
  }

  private static FileKind kindOfRows(byte[] rows) {
    return FileKind.of(Arrays.copyOf(rows, Math.min(rows.length, FileKind.HEAD_BYTES)));
  }

  /** The layout of rows in columns of the sender's own, where one was made. */
  Optional<CsvLayouts.Stored> layoutOf(
      long booksId, StoredFile file, FileKind kind, String fileName) {
    return TABLES.contains(kind)
        ? layouts.forFile(booksId, bytes(file), fileName)
        : Optional.empty();
  }

  /**
   * Why somebody must first say how such a file is written.
   *
   * @param title of the file until then
   * @param sentence what was found, where it has our columns and not our way of writing
   */
  record Unsaid(String title, String sentence) {}

  /** Empty where it is known how a file is written. */
  Optional<Unsaid> unsaid(long booksId, StoredFile file, FileKind kind, Long layoutId) {
    if (layoutId != null) {
      return Optional.empty();
    }
    return switch (kind) {
      case BANK_CSV -> Optional.of(new Unsaid("Rows in columns of the sender's own", ""));
      case LOCKBOX ->
          lockboxes.layoutOf(booksId, bytes(file)).isEmpty()
              ? Optional.of(new Unsaid("A lockbox that is not set up", ""))
              : Optional.empty();
      case OPEN_ITEMS_CSV, PAST_PAYMENTS_CSV, RECEIPTS_CSV ->
          misfit(kind, rowsOf(bytes(file), kind))
              .map(why -> new Unsaid("Our columns, written in another way", why));
      default -> Optional.empty();
    };
  }

  /** What is wrong with the first row, where none of the first rows can be read by itself. */
  private static Optional<String> misfit(FileKind kind, byte[] rows) {
    List<String> lines =
        new String(rows, StandardCharsets.UTF_8).lines().limit(1L + LOOKED_AT).toList();
    Optional<String> first = Optional.empty();
    for (String line : lines.subList(Math.min(1, lines.size()), lines.size())) {
      try {
        ArrivedFile.read(kind, (lines.get(0) + "\n" + line).getBytes(StandardCharsets.UTF_8));
        return Optional.empty();
      } catch (Refusal e) {
        first = first.or(() -> Optional.of(e.getMessage()));
      }
    }
    return first.filter(why -> lines.size() > 2);
  }

  /**
   * @param layoutId of the layout by which rows in own columns were read at first
   * @throws Refusal with the place and the reason
   */
  ArrivedFile read(long booksId, StoredFile stored, Long layoutId) {
    ArrivedFile file = readAsWritten(booksId, stored, layoutId);
    return file.items().map(items -> customersByName.met(booksId, file, items)).orElse(file);
  }

  /** The text in which lines are counted: of a workbook the rows of the sheet that is read. */
  InputStream text(long booksId, StoredFile file, Long layoutId) {
    return workbook(file)
        .<InputStream>map(bytes -> new ByteArrayInputStream(sheet(booksId, bytes, layoutId)))
        .orElseGet(file::open);
  }

  private byte[] sheet(long booksId, byte[] workbook, Long layoutId) {
    return layoutId == null
        ? rowsOf(workbook, kindOfSheets(sheets.heads(workbook)))
        : layouts.rows(workbook, layouts.find(booksId, layoutId).orElseThrow());
  }

  private ArrivedFile readAsWritten(long booksId, StoredFile file, Long layoutId) {
    if (layoutId != null) {
      CsvLayouts.Stored stored = layouts.find(booksId, layoutId).orElseThrow();
      return by(stored, layouts.rows(bytes(file), stored));
    }
    FileKind kind = kindOf(file);
    if (kind == FileKind.LOCKBOX) {
      return ArrivedFile.deposits(kind, lockboxes.read(booksId, bytes(file)), List.of());
    }
    ReadLast known = last.get();
    if (known != null && known.hash.equals(file.hash())) {
      return known.file;
    }
    ArrivedFile read =
        ArrivedFile.isStreamed(kind)
            ? ArrivedFile.stream(kind, file)
            : ArrivedFile.read(kind, rowsOf(bytes(file), kind));
    last = new SoftReference<>(new ReadLast(file.hash(), read));
    return read;
  }

  /** Of a workbook the sheet that is of a kind. */
  private byte[] rowsOf(byte[] bytes, FileKind kind) {
    List<byte[]> heads = sheets.heads(bytes);
    for (int i = 0; heads.size() > 1 && i < heads.size(); i++) {
      if (heads.get(i).length > 1 && kindOfRows(heads.get(i)) == kind) {
        return sheets.whole(bytes, i, Sheets.OURS);
      }
    }
    return sheets.whole(bytes, 0, Sheets.OURS);
  }

  /** Rows as a layout says. */
  static ArrivedFile by(CsvLayouts.Stored stored, byte[] rows) {
    return stored
        .list()
        .map(l -> ArrivedFile.list(rows, l))
        .or(() -> stored.payouts().map(l -> payouts(rows, l, stored.account().orElseThrow())))
        .orElseGet(
            () ->
                ArrivedFile.entries(
                    rows, stored.entries().orElseThrow(), stored.account().orElseThrow()));
  }

  private static ArrivedFile payouts(byte[] rows, PayoutLayout layout, BankAccount account) {
    var parsed = PayoutReader.read(rows, layout, account.beginsWith().currency());
    return ArrivedFile.deposits(
        FileKind.PAYOUT_CSV,
        parsed.map(
            deposits ->
                deposits.stream().map(d -> new BankedDeposit(account.number(), d)).toList()),
        List.of());
  }
}
