package io.sumbrel.standin;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.formats.itemcsv.OpenItemCsvWriter;
import io.sumbrel.formats.mt.MtWriter;
import io.sumbrel.formats.ofx.OfxWriter;
import io.sumbrel.formats.pastcsv.PastPaymentCsvWriter;
import io.sumbrel.standin.bank.BankFile;
import io.sumbrel.standin.bank.SimulatedBank;
import io.sumbrel.standin.bank.WrittenCases;
import io.sumbrel.standin.house.DemoHouse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Every file of the demonstration, by its name; the same files on every machine. */
public final class DemoFiles {
  private static final LocalDate DAY = WrittenCases.DAY;

  private DemoFiles() {}

  /** All of them, in the order in which they are brought in. */
  public static Map<String, byte[]> all() {
    DemoHouse house = new DemoHouse();
    SimulatedBank bank = new SimulatedBank(house.invented(), List.of());
    Map<String, byte[]> files = new LinkedHashMap<>();
    files.put(
        "open-items-2026-11-17.csv",
        text(
            OpenItemCsvWriter.write(
                house.openItems(WrittenCases.file("items.csv"), DemoHouse.TODAY))));
    files.put(
        "past-payments-2026-11-15.csv",
        text(PastPaymentCsvWriter.write(house.pastPayments(WrittenCases.file("past.csv")))));
    files.put("receipts-2026-11-17.csv", WrittenCases.file("receipts.csv"));
    for (BankFile file : bank.files(DAY, DAY)) {
      files.put(file.name(), file.content());
    }
    LocalDate next = SimulatedBank.bankingDayAfter(DAY);
    BankStatement euro = bank.statement(SimulatedBank.EURO, next);
    files.put("nordlicht-2026-11-17.sta", text(MtWriter.write(euro)));
    files.put("quayline-collections-2026-11-17.ofx", text(OfxWriter.write(partly(bank, next))));
    files.put("nordlicht-export-2026-11-17.csv", file("nordlicht-export-2026-11-17.csv"));
    files.put("nordlicht-2026-11-16-garbled.csv", file("nordlicht-2026-11-16-garbled.csv"));
    files.put("invoice-TCK-20625.xml", file("invoice-TCK-20625.xml"));
    return files;
  }

  private static byte[] file(String name) {
    return WrittenCases.file(name);
  }

  /** What the next day has brought by noon, and the last of the day before once more. */
  private static BankStatement partly(SimulatedBank bank, LocalDate day) {
    List<StatementEntry> before = bank.statement(SimulatedBank.COLLECTIONS, DAY).entries();
    BankStatement whole = bank.statement(SimulatedBank.COLLECTIONS, day);
    List<StatementEntry> entries = new ArrayList<>();
    entries.add(before.get(before.size() - 1));
    entries.addAll(whole.entries().subList(0, Math.min(4, whole.entries().size())));
    return new BankStatement(whole.frame(), entries);
  }

  private static byte[] text(String content) {
    return content.getBytes(StandardCharsets.UTF_8);
  }

  /** Writes them into a folder. */
  public static void main(String[] args) throws IOException {
    Path folder = Path.of(args[0]);
    Files.createDirectories(folder);
    for (Map.Entry<String, byte[]> file : all().entrySet()) {
      Files.write(folder.resolve(file.getKey()), file.getValue());
    }
  }
}
