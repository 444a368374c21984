package io.sumbrel.formats.camt;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.SafeXml;
import io.sumbrel.formats.StatementReading;
import io.sumbrel.formats.StatementSink;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.util.List;
import java.util.Set;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * ISO 20022 bank-to-customer messages, read as a stream and by local name, so that one path serves
 * every version. Entries of an intraday report or a notification are information. No document type
 * and no external entity is ever read.
 */
public final class CamtReader extends StatementReading {
  private static final Set<String> AMOUNTS = Set.of("Amt", "RmtdAmt", "CdtNoteAmt");
  private static final Set<String> STATEMENTS = Set.of("Stmt", "Rpt", "Ntfctn");

  private final String[] path = new String[SafeXml.MAX_DEPTH + 2];
  private int depth;
  private XMLStreamReader xml;
  private CamtStatement statement;
  private CamtEntry entry;

  /** A page whose statement goes on behind it. */
  private CamtStatement openPage;

  private CamtReader(StatementSink sink) {
    super(sink);
  }

  /** Reads every statement of the file and keeps it. */
  public static Parsed<List<BankStatement>> read(byte[] bytes) {
    return collect(new ByteArrayInputStream(bytes), CamtReader::new);
  }

  public static StatementReading into(StatementSink sink) {
    return new CamtReader(sink);
  }

  @Override
  protected int line() {
    return xml == null ? 0 : xml.getLocation().getLineNumber();
  }

  @Override
  protected void readAll(InputStream in) {
    try {
      xml = SafeXml.open(in);
      String text = "";
      boolean leaf = false;
      while (xml.hasNext()) {
        switch (xml.next()) {
          case XMLStreamConstants.DTD ->
              throw new Refusal(
                  "doctype", "the file contains a DOCTYPE; such a file is never read.");
          case XMLStreamConstants.START_ELEMENT -> {
            begins(xml.getLocalName());
            leaf = true;
            text = "";
          }
          case XMLStreamConstants.CHARACTERS -> {
            if (leaf && !xml.isWhiteSpace()) {
              text = xml.getText();
            }
          }
          case XMLStreamConstants.END_ELEMENT -> {
            if (leaf && !text.isEmpty()) {
              leaf(text.strip());
            }
            leaf = false;
            endsElement();
          }
          default -> {}
        }
      }
      if (openPage != null) {
        refuse(
            "truncated",
            "%s is not the last of its pages, and the file ends behind it. Bring the pages in as one file; nothing of it was stored."
                .formatted(openPage.pageWords()),
            openPage.line());
      }
    } catch (XMLStreamException e) {
      int at = e.getLocation() == null ? 0 : e.getLocation().getLineNumber();
      refuse(
          "truncated",
          truncated("the XML breaks off or is not well formed here.").getMessage(),
          at);
    }
  }

  private void begins(String name) {
    path[depth++] = name;
    if (statement == null) {
      statement = STATEMENTS.contains(name) ? new CamtStatement(name, line()) : null;
    } else if (name.equals("Ntry")) {
      statement.accountSeen();
      entry = new CamtEntry(line(), statement.isInformation());
    } else if (name.equals("Bal")) {
      statement.beginBalance();
    } else if (entry != null && name.equals("TxDtls")) {
      entry.beginDetail(line());
    } else if (AMOUNTS.contains(name)) {
      currencyOf(xml.getAttributeValue(null, "Ccy"));
    }
  }

  private void currencyOf(String code) {
    if (entry != null) {
      entry.amountCurrency(code);
    } else {
      attempt(line(), () -> statement.amountCurrency(code));
    }
  }

  private void leaf(String text) {
    if (statement == null) {
      return;
    }
    String name = path[depth - 1];
    String parent = depth > 1 ? path[depth - 2] : "";
    // Othr/Id stands one level deeper than an IBAN
    int above = parent.equals("Othr") ? 4 : 3;
    String grandparent = depth >= above ? path[depth - above] : "";
    if (entry != null) {
      entry.leaf(name, parent, grandparent, text);
    } else {
      attempt(line(), () -> statement.leaf(name, parent, grandparent, text));
    }
  }

  private void endsElement() {
    String name = path[--depth];
    if (statement == null) {
      return;
    }
    if (entry != null) {
      endsInEntry(name);
    } else if (name.equals("Bal")) {
      attempt(line(), statement::endBalance);
    } else if (STATEMENTS.contains(name)) {
      CamtStatement ended = statement;
      statement = null;
      attempt(ended.line(), () -> endStatement(ended));
    }
  }

  private void endsInEntry(String name) {
    if (name.equals("Ntry")) {
      CamtEntry ended = entry;
      entry = null;
      attempt(ended.line(), () -> endEntry(ended));
    } else if (name.equals("TxDtls")) {
      entry.endDetail();
    }
  }

  private void endEntry(CamtEntry ended) {
    List<StatementEntry> entries = ended.toEntries(statement);
    statement.count(ended.amountMinor(), ended.isBooked());
    ended.note().ifPresent(n -> note("batch", n, ended.line()));
    entries.forEach(this::entry);
  }

  private void endStatement(CamtStatement ended) {
    ended.requireSummary();
    if (openPage != null) {
      CamtStatement before = openPage;
      openPage = null;
      ended.follows(before);
    }
    if (ended.isContinued()) {
      openPage = ended;
    } else {
      ends(ended.frame());
    }
  }
}
