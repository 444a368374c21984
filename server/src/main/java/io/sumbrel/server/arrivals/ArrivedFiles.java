package io.sumbrel.server.arrivals;

import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.payoutcsv.PayoutLayout;
import io.sumbrel.formats.payoutcsv.PayoutReader;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.layout.CsvLayouts;
import io.sumbrel.server.layout.Lockboxes;
import java.lang.ref.SoftReference;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Reads files by their kind, and by what people said of how a bank or a processor writes. */
@Component
class ArrivedFiles {
  private final CsvLayouts layouts;
  private final Lockboxes lockboxes;

  /** A large file is looked at, and accepted, soon after it came. */
  private volatile SoftReference<ReadLast> last = new SoftReference<>(null);

  private record ReadLast(byte[] bytes, ArrivedFile file) {}

  ArrivedFiles(CsvLayouts layouts, Lockboxes lockboxes) {
    this.layouts = layouts;
    this.lockboxes = lockboxes;
  }

  /** The layout of a CSV whose columns are the sender's own, where one was made. */
  Optional<CsvLayouts.Stored> layoutOf(long booksId, byte[] bytes) {
    return ArrivedFile.kindOf(bytes) == FileKind.BANK_CSV
        ? layouts.forFile(booksId, bytes)
        : Optional.empty();
  }

  /** Whether somebody must first say how such a file is written. */
  boolean wantsLayout(long booksId, byte[] bytes) {
    return switch (ArrivedFile.kindOf(bytes)) {
      case BANK_CSV -> layouts.forFile(booksId, bytes).isEmpty();
      case LOCKBOX -> lockboxes.layoutOf(booksId, bytes).isEmpty();
      default -> false;
    };
  }

  /**
   * @param layoutId of the layout by which a CSV was read at first
   * @throws io.sumbrel.core.refusal.Refusal with the place and the reason
   */
  ArrivedFile read(long booksId, byte[] bytes, Long layoutId) {
    return switch (ArrivedFile.kindOf(bytes)) {
      case BANK_CSV -> {
        CsvLayouts.Stored stored = layouts.find(booksId, layoutId).orElseThrow();
        yield stored
            .payouts()
            .map(p -> payouts(bytes, p, stored.account()))
            .orElseGet(() -> ArrivedFile.entries(bytes, stored));
      }
      case LOCKBOX ->
          ArrivedFile.deposits(FileKind.LOCKBOX, lockboxes.read(booksId, bytes), List.of());
      default -> {
        ReadLast known = last.get();
        boolean same = known != null && Arrays.equals(known.bytes, bytes);
        ArrivedFile file = same ? known.file : ArrivedFile.read(bytes);
        last = new SoftReference<>(new ReadLast(bytes, file));
        yield file;
      }
    };
  }

  static ArrivedFile payouts(byte[] bytes, PayoutLayout layout, BankAccount account) {
    var parsed = PayoutReader.read(bytes, layout, account.beginsWith().currency());
    return ArrivedFile.deposits(
        FileKind.PAYOUT_CSV,
        parsed.map(
            deposits ->
                deposits.stream().map(d -> new BankedDeposit(account.number(), d)).toList()),
        List.of());
  }
}
