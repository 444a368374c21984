package io.sumbrel.server.chart;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.tax.TaxCode;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.LocalDate;
import java.util.List;
import java.util.NavigableMap;
import java.util.TreeMap;

@Entity
@Table(name = "tax_code")
@IdClass(TaxCodeRow.Key.class)
class TaxCodeRow {
  record Key(long booksId, String code) implements Serializable {}

  @Id long booksId;
  @Id String code;
  String words;
  String accountCode;

  static TaxCodeRow of(long booksId, TaxCode tax) {
    TaxCodeRow row = new TaxCodeRow();
    row.booksId = booksId;
    row.code = tax.code();
    row.words = tax.words();
    row.accountCode = tax.account().code();
    return row;
  }

  TaxCode toFact(List<TaxRateRow> rates) {
    NavigableMap<LocalDate, Integer> basisPoints = new TreeMap<>();
    rates.forEach(r -> basisPoints.put(r.fromDate, r.basisPoints));
    return new TaxCode(code, words, new AccountCode(accountCode), basisPoints);
  }
}
