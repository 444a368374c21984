package io.sumbrel.standin.bank;

import io.sumbrel.core.deposit.LockboxCheque;
import io.sumbrel.core.money.AmountText;
import java.io.ByteArrayOutputStream;
import java.time.LocalDate;
import java.util.Currency;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** A picture of an invented cheque, drawn by us as SVG: no font and no photograph is needed. */
final class ChequePicture {
  private static final int WIDTH = 760;
  private static final int HEIGHT = 300;
  private static final String SVG = "http://www.w3.org/2000/svg";
  private static final String INK = "#2b2a3a";
  private static final String PRINT = "#5d6b5f";

  private final XMLStreamWriter out;

  private ChequePicture(XMLStreamWriter out) {
    this.out = out;
  }

  static byte[] of(LockboxCheque cheque, Currency currency, LocalDate date, String payee) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      XMLStreamWriter out = XMLOutputFactory.newInstance().createXMLStreamWriter(bytes, "UTF-8");
      new ChequePicture(out).draw(cheque, currency, date, payee);
      out.close();
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
    return bytes.toByteArray();
  }

  private void draw(LockboxCheque cheque, Currency currency, LocalDate date, String payee)
      throws XMLStreamException {
    out.writeStartDocument("UTF-8", "1.0");
    out.writeStartElement("svg");
    out.writeDefaultNamespace(SVG);
    out.writeAttribute("width", Integer.toString(WIDTH));
    out.writeAttribute("height", Integer.toString(HEIGHT));
    out.writeAttribute("viewBox", "0 0 %d %d".formatted(WIDTH, HEIGHT));
    rect(0, 0, WIDTH, HEIGHT, "#eef2e6", PRINT);
    for (int y = 20; y < HEIGHT; y += 14) {
      wave(y);
    }
    text(28, 44, 20, PRINT, cheque.remitter());
    text(610, 44, 18, PRINT, "No. " + cheque.number());
    text(500, 92, 17, INK, date.toString());
    line(490, 100, 720, 100);
    text(28, 142, 14, PRINT, "Pay to the order of");
    text(190, 142, 21, INK, payee);
    line(180, 150, 560, 150);
    rect(590, 118, 140, 38, "#ffffff", PRINT);
    text(602, 144, 19, INK, currency + " " + AmountText.words(cheque.amountMinor(), currency));
    text(28, 196, 14, PRINT, "Drawn by this house’s simulated bank; it is no cheque.");
    line(480, 236, 720, 236);
    text(500, 230, 22, INK, initials(cheque.remitter()));
    text(60, 278, 18, INK, cheque.routing() + "   " + cheque.account() + "   " + cheque.number());
    out.writeEndElement();
    out.writeEndDocument();
  }

  private static String initials(String name) {
    StringBuilder initials = new StringBuilder();
    for (String word : name.split("\\W+")) {
      initials.append(word.isEmpty() ? "" : word.charAt(0) + ". ");
    }
    return initials.toString().strip();
  }

  private void rect(int x, int y, int width, int height, String fill, String stroke)
      throws XMLStreamException {
    out.writeEmptyElement("rect");
    out.writeAttribute("x", Integer.toString(x));
    out.writeAttribute("y", Integer.toString(y));
    out.writeAttribute("width", Integer.toString(width));
    out.writeAttribute("height", Integer.toString(height));
    out.writeAttribute("fill", fill);
    out.writeAttribute("stroke", stroke);
  }

  private void wave(int y) throws XMLStreamException {
    out.writeEmptyElement("path");
    out.writeAttribute("d", "M0 %d q 95 -14 190 0 t 190 0 t 190 0 t 190 0".formatted(y));
    out.writeAttribute("fill", "none");
    out.writeAttribute("stroke", "#dbe5d0");
  }

  private void line(int x1, int y1, int x2, int y2) throws XMLStreamException {
    out.writeEmptyElement("path");
    out.writeAttribute("d", "M%d %d L%d %d".formatted(x1, y1, x2, y2));
    out.writeAttribute("stroke", PRINT);
  }

  private void text(int x, int y, int size, String fill, String words) throws XMLStreamException {
    out.writeStartElement("text");
    out.writeAttribute("x", Integer.toString(x));
    out.writeAttribute("y", Integer.toString(y));
    out.writeAttribute("font-family", "serif");
    out.writeAttribute("font-size", Integer.toString(size));
    out.writeAttribute("fill", fill);
    out.writeCharacters(words);
    out.writeEndElement();
  }
}
