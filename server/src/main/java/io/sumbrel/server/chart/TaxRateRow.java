package io.sumbrel.server.chart;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.LocalDate;

@Entity
@Table(name = "tax_rate")
@IdClass(TaxRateRow.Key.class)
class TaxRateRow {
  record Key(long booksId, String code, LocalDate fromDate) implements Serializable {}

  @Id long booksId;
  @Id String code;
  @Id LocalDate fromDate;
  int basisPoints;

  static TaxRateRow of(long booksId, String code, LocalDate from, int basisPoints) {
    TaxRateRow row = new TaxRateRow();
    row.booksId = booksId;
    row.code = code;
    row.fromDate = from;
    row.basisPoints = basisPoints;
    return row;
  }
}
