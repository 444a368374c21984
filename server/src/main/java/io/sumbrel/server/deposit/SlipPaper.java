package io.sumbrel.server.deposit;

import com.lowagie.text.Document;
import com.lowagie.text.Element;
import com.lowagie.text.Font;
import com.lowagie.text.PageSize;
import com.lowagie.text.Paragraph;
import com.lowagie.text.Phrase;
import com.lowagie.text.pdf.PdfPCell;
import com.lowagie.text.pdf.PdfPTable;
import com.lowagie.text.pdf.PdfWriter;
import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.deposit.SlipLine;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.server.books.Houses;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Currency;
import java.util.List;
import org.librepdf.openpdf.fonts.Liberation;
import org.springframework.stereotype.Component;

/** The slip on paper: the house and its account, each cheque, the cash by pieces, the total. */
@Component
class SlipPaper {
  private static final float MARGIN = 54;
  private static final int BODY = 10;

  private final Houses houses;

  SlipPaper(Houses houses) {
    this.houses = houses;
  }

  byte[] of(long booksId, Slips.Stored slip) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Document page = new Document(PageSize.LETTER, MARGIN, MARGIN, MARGIN, MARGIN);
    PdfWriter.getInstance(page, bytes);
    page.open();
    Font text = font(Liberation.SANS, BODY);
    Font bold = font(Liberation.SANS_BOLD, BODY);
    Slip.Filled filled = slip.filled();
    page.addTitle("Deposit slip " + filled.number());
    page.add(new Paragraph(houses.name(booksId), font(Liberation.SANS_BOLD, 16)));
    page.add(new Paragraph("Deposit slip " + filled.number(), font(Liberation.SANS, 14)));
    page.add(
        new Paragraph(
            "%s, account %s, %s"
                .formatted(slip.account().name(), slip.account().number(), filled.date()),
            text));
    page.add(receipts(slip, text, bold));
    if (!filled.cash().isEmpty()) {
      page.add(pieces(filled, text, bold));
    }
    page.add(totals(filled, text, bold));
    page.add(
        new Paragraph(
            "\n\nHanded in by ______________________   Taken by ______________________", text));
    page.close();
    return bytes.toByteArray();
  }

  private static Font font(Liberation face, int size) {
    try {
      return face.create(size);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static PdfPTable table(float... widths) {
    PdfPTable table = new PdfPTable(widths);
    table.setWidthPercentage(100);
    table.setSpacingBefore(14);
    return table;
  }

  private static void row(PdfPTable table, Font font, List<String> cells) {
    for (int i = 0; i < cells.size(); i++) {
      PdfPCell cell = new PdfPCell(new Phrase(cells.get(i), font));
      cell.setBorder(PdfPCell.BOTTOM);
      cell.setBorderWidth(0.4f);
      cell.setPadding(4);
      cell.setHorizontalAlignment(i == cells.size() - 1 ? Element.ALIGN_RIGHT : Element.ALIGN_LEFT);
      table.addCell(cell);
    }
  }

  private static PdfPTable receipts(Slips.Stored slip, Font text, Font bold) {
    PdfPTable table = table(2, 2, 5, 2, 2);
    Currency currency = slip.account().beginsWith().currency();
    row(table, bold, List.of("what", "number", "from", "received", currency.getCurrencyCode()));
    for (DepositMemberRow receipt : slip.receipts()) {
      row(
          table,
          text,
          List.of(
              receipt.kind.words(),
              receipt.number,
              receipt.payerName == null ? "" : receipt.payerName,
              receipt.memberDate.toString(),
              AmountText.words(receipt.amountMinor, currency)));
    }
    return table;
  }

  private static PdfPTable pieces(Slip.Filled slip, Font text, Font bold) {
    PdfPTable table = table(3, 3, 3);
    row(table, bold, List.of("notes and coins of", "pieces", slip.currency().getCurrencyCode()));
    slip.cash()
        .pieces()
        .forEach(
            (value, count) ->
                row(
                    table,
                    text,
                    List.of(
                        AmountText.words(value, slip.currency()),
                        Integer.toString(count),
                        AmountText.words(value * count, slip.currency()))));
    return table;
  }

  private static PdfPTable totals(Slip.Filled slip, Font text, Font bold) {
    PdfPTable table = table(7, 2);
    Currency currency = slip.currency();
    long counted = slip.countedMinor().orElse(slip.sumMinor());
    row(table, text, List.of("cheques", AmountText.words(slip.papersMinor(), currency)));
    row(
        table,
        text,
        List.of(
            "cash received",
            AmountText.words(
                slip.receipts().stream().mapToLong(Slip.Kept::amountMinor).sum()
                    - slip.papersMinor(),
                currency)));
    for (SlipLine line : slip.lines()) {
      row(
          table,
          text,
          List.of(
              (line.kind().words() + " " + line.note()).strip(),
              AmountText.words(line.signedMinor(), currency)));
    }
    if (counted != slip.sumMinor()) {
      row(
          table,
          text,
          List.of("counted otherwise", AmountText.words(counted - slip.sumMinor(), currency)));
    }
    row(
        table,
        bold,
        List.of("Total " + currency.getCurrencyCode(), AmountText.words(counted, currency)));
    return table;
  }
}
