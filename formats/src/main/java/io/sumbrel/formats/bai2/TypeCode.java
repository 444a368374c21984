package io.sumbrel.formats.bai2;

import io.sumbrel.core.bank.Method;

/**
 * What a three-digit type code means: its range gives the side, a few well-known ones the method
 * (codes from memory).
 */
record TypeCode(int code) {
  /** {@code 1} brings money in, {@code -1} takes it out, {@code 0} states something. */
  int side() {
    if (code >= 100 && code < 400 || code >= 920 && code < 960) {
      return 1;
    }
    return code >= 400 && code < 700 || code >= 960 && code < 1000 ? -1 : 0;
  }

  /** Whether it is an item of a deposit that stands as one sum before it. */
  boolean isItemOf(TypeCode deposit) {
    return switch (code) {
      case 116 -> deposit.code == 115;
      case 136 -> deposit.code == 135;
      case 143 -> deposit.code == 142;
      case 147 -> deposit.code == 146;
      default -> false;
    };
  }

  Method method() {
    return switch (code) {
      case 115, 116, 118, 415 -> Method.LOCKBOX;
      case 135, 136, 171, 172, 173, 174, 175, 187, 301 -> Method.DEPOSIT;
      case 146, 147 -> Method.CARD;
      case 155, 455, 451 -> Method.DIRECT_DEBIT;
      case 121,
          142,
          143,
          145,
          164,
          165,
          166,
          169,
          191,
          195,
          196,
          201,
          206,
          208,
          275,
          495,
          508,
          575 ->
          Method.TRANSFER;
      case 170, 176, 472, 475 -> Method.CHEQUE;
      case 168, 255, 257, 258, 555, 557, 558 -> Method.RETURNED;
      case 354 -> Method.INTEREST;
      case 698 -> Method.CHARGE;
      default -> Method.OTHER;
    };
  }

  /** Whether the bank takes back a booking of its own. */
  boolean isReversal() {
    return code == 254 || code == 258 || code == 554 || code == 558;
  }
}
