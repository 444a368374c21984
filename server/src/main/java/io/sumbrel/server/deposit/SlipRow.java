package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.CashCount;
import io.sumbrel.core.deposit.SlipLine;
import io.sumbrel.core.ledger.AccountCode;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;

@Entity
@Table(name = "slip")
class SlipRow {
  @Id Long id;
  long booksId;
  String number;
  long bankAccountId;
  LocalDate slipDate;

  /** Kind, account, amount and words of each, with tabs between. */
  String lines;

  /** Value and count of each piece of cash. */
  String pieces;

  Long countedMinor;
  String madeBy;
  @Version int version;

  List<SlipLine> slipLines() {
    return lines
        .lines()
        .map(l -> l.split("\t", 4))
        .map(
            c ->
                new SlipLine(
                    SlipLine.Kind.valueOf(c[0]), new AccountCode(c[1]), Long.parseLong(c[2]), c[3]))
        .toList();
  }

  void write(List<SlipLine> written) {
    lines =
        written.stream()
            .map(
                l ->
                    String.join(
                        "\t",
                        l.kind().name(),
                        l.account().code(),
                        Long.toString(l.amountMinor()),
                        l.note()))
            .collect(Collectors.joining("\n"));
  }

  CashCount cash() {
    TreeMap<Long, Integer> counted = new TreeMap<>();
    pieces
        .lines()
        .map(l -> l.split(" "))
        .forEach(c -> counted.put(Long.valueOf(c[0]), Integer.valueOf(c[1])));
    return new CashCount(counted);
  }

  void write(CashCount cash) {
    pieces =
        cash.pieces().entrySet().stream()
            .map(p -> p.getKey() + " " + p.getValue())
            .collect(Collectors.joining("\n"));
  }
}
