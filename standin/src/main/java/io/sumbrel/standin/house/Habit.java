package io.sumbrel.standin.house;

/** How a customer pays. */
enum Habit {
  /** Each invoice by itself, its number in the text. */
  EACH_WITH_NUMBER,
  /** Everything that fell due in a week, the numbers in the text. */
  WEEKLY_WITH_NUMBERS,
  /** A whole month at once, with or without words. */
  WHOLE_MONTH,
  /** Each invoice within the days of its discount, less the discount. */
  TAKES_DISCOUNT,
  /** Each invoice by itself, and nothing in the text. */
  SILENT,
  /** Each invoice from abroad: a bank on the way keeps a charge. */
  CHARGED_ON_THE_WAY
}
