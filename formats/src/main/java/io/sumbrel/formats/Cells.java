package io.sumbrel.formats;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** Reads the cells of one row; what cannot be read becomes an issue that names the column. */
public final class Cells {
  private final CsvTable.Row row;
  private final List<Issue> issues;
  private final int before;

  public Cells(CsvTable.Row row, List<Issue> issues) {
    this.row = row;
    this.issues = issues;
    this.before = issues.size();
  }

  /** Whether every cell so far could be read. */
  public boolean isClean() {
    return issues.size() == before;
  }

  public String text(String column) {
    return row.value(column)
        .orElseGet(
            () -> {
              refuse("cell-missing", "“" + column + "” is missing.");
              return "";
            });
  }

  public Optional<LocalDate> date(String column) {
    return optional(column, "date", LocalDate::parse);
  }

  public Optional<Currency> currency(String column) {
    return optional(column, "currency", Currencies::of);
  }

  /** Signed minor units. */
  public Optional<Long> amount(String column, Currency currency) {
    return optional(column, "amount", text -> AmountText.parse(text, currency));
  }

  /** A required cell that {@link #date}, {@link #amount} and the like leave empty. */
  public <T> T required(String column, Optional<T> value, T standIn) {
    if (value.isEmpty() && row.value(column).isEmpty()) {
      refuse("cell-missing", "“" + column + "” is missing.");
    }
    return value.orElse(standIn);
  }

  /** A cell read by a function that may refuse it. */
  public <T> Optional<T> optional(String column, String what, Function<String, T> read) {
    Optional<String> text = row.value(column);
    try {
      return text.map(read);
    } catch (Refusal e) {
      refuse(e.code(), column + ": " + e.getMessage());
    } catch (DateTimeParseException e) {
      refuse("date", "%s: “%s” is not a date such as 2026-11-17.".formatted(column, text.get()));
    } catch (IllegalArgumentException e) {
      refuse(what, "%s: “%s” is no known %s.".formatted(column, text.get(), what));
    }
    return Optional.empty();
  }

  public void refuse(String code, String message) {
    issues.add(Issue.refuses(code, message, row.line()));
  }
}
