package io.sumbrel.formats.camt;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import java.io.StringWriter;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes statements as camt.053.001.08, one element a line, for a bank that stands in for one. */
public final class CamtWriter {
  private static final String NAMESPACE = "urn:iso:std:iso:20022:tech:xsd:camt.053.001.08";

  private final StringWriter text = new StringWriter();
  private final XMLStreamWriter xml;

  private CamtWriter() throws XMLStreamException {
    xml = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
  }

  public static String write(List<BankStatement> statements) {
    try {
      CamtWriter writer = new CamtWriter();
      writer.document(statements);
      return writer.text.toString();
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
  }

  private void document(List<BankStatement> statements) throws XMLStreamException {
    xml.writeStartDocument("UTF-8", "1.0");
    begins("Document");
    xml.writeDefaultNamespace(NAMESPACE);
    begins("BkToCstmrStmt");
    begins("GrpHdr");
    leaf("MsgId", "M" + statements.get(0).number());
    leaf("CreDtTm", created(statements.get(0)));
    ends();
    for (BankStatement statement : statements) {
      statement(statement);
    }
    ends();
    ends();
    xml.writeEndDocument();
    xml.flush();
  }

  private static String created(BankStatement statement) {
    return statement.frame().closing().map(Balance::date).orElse(LocalDate.EPOCH)
        + "T22:05:00+00:00";
  }

  private void statement(BankStatement s) throws XMLStreamException {
    begins("Stmt");
    leaf("Id", s.number());
    leaf("CreDtTm", created(s));
    begins("Acct");
    begins("Id");
    if (s.account().matches("[A-Z]{2}\\d{2}.*")) {
      leaf("IBAN", s.account());
    } else {
      begins("Othr");
      leaf("Id", s.account());
      ends();
    }
    ends();
    leaf("Ccy", s.currency().getCurrencyCode());
    ends();
    balance("OPBD", s.frame().opening().orElseThrow(), s.currency());
    balance("CLBD", s.frame().closing().orElseThrow(), s.currency());
    for (StatementEntry entry : s.entries()) {
      entry(entry, s.currency());
    }
    ends();
  }

  private void balance(String code, Balance balance, Currency currency) throws XMLStreamException {
    begins("Bal");
    begins("Tp");
    begins("CdOrPrtry");
    leaf("Cd", code);
    ends();
    ends();
    amount(balance.minor(), currency);
    date("Dt", balance.date());
    ends();
  }

  private void entry(StatementEntry e, Currency currency) throws XMLStreamException {
    begins("Ntry");
    amount(e.amountMinor(), currency);
    if (e.reversal().isPresent()) {
      leaf("RvslInd", "true");
    }
    begins("Sts");
    leaf("Cd", "BOOK");
    ends();
    date("BookgDt", e.bookingDate());
    date("ValDt", e.valueDate());
    leaf("AcctSvcrRef", e.bankReference());
    code(e.method(), e.amountMinor() > 0);
    begins("NtryDtls");
    begins("TxDtls");
    begins("Refs");
    leaf("EndToEndId", "NOTPROVIDED");
    ends();
    if (e.payerName().isPresent()) {
      parties(e);
    }
    if (!e.text().isEmpty()) {
      begins("RmtInf");
      for (String piece : e.text()) {
        leaf("Ustrd", piece);
      }
      ends();
    }
    ends();
    ends();
    ends();
  }

  private void parties(StatementEntry e) throws XMLStreamException {
    String side = e.amountMinor() > 0 ? "Dbtr" : "Cdtr";
    begins("RltdPties");
    begins(side);
    begins("Pty");
    leaf("Nm", e.payerName().orElseThrow());
    ends();
    ends();
    if (e.payerAccount().isPresent()) {
      begins(side + "Acct");
      begins("Id");
      begins("Othr");
      leaf("Id", e.payerAccount().get());
      ends();
      ends();
      ends();
    }
    ends();
  }

  /** Families and sub-families from memory, the same that the reader knows. */
  private void code(Method method, boolean in) throws XMLStreamException {
    String[] codes =
        switch (method) {
          case TRANSFER -> new String[] {in ? "RCDT" : "ICDT", "DMCT"};
          case CHEQUE -> new String[] {in ? "RCHQ" : "ICHQ", "CCHQ"};
          case DIRECT_DEBIT -> new String[] {in ? "IDDT" : "RDDT", "ESDD"};
          case CARD -> new String[] {"MCRD", "POSP"};
          case DEPOSIT -> new String[] {"CNTR", "CDPT"};
          case LOCKBOX -> new String[] {"LBOX", "LBCA"};
          case RETURNED -> new String[] {"RCHQ", "UPCQ"};
          case CHARGE -> new String[] {"MDOP", "CHRG"};
          case INTEREST -> new String[] {"MCOP", "INTR"};
          case OTHER -> new String[] {"NTAV", "NTAV"};
        };
    begins("BkTxCd");
    begins("Domn");
    leaf("Cd", "PMNT");
    begins("Fmly");
    leaf("Cd", codes[0]);
    leaf("SubFmlyCd", codes[1]);
    ends();
    ends();
    ends();
  }

  private void amount(long minor, Currency currency) throws XMLStreamException {
    begins("Amt");
    xml.writeAttribute("Ccy", currency.getCurrencyCode());
    xml.writeCharacters(AmountText.plain(Math.abs(minor), currency));
    ends();
    leaf("CdtDbtInd", minor < 0 ? "DBIT" : "CRDT");
  }

  private void date(String name, LocalDate date) throws XMLStreamException {
    begins(name);
    leaf("Dt", date.toString());
    ends();
  }

  private void begins(String name) throws XMLStreamException {
    xml.writeCharacters("\n");
    xml.writeStartElement(name);
  }

  private void ends() throws XMLStreamException {
    xml.writeEndElement();
  }

  private void leaf(String name, String value) throws XMLStreamException {
    xml.writeStartElement(name);
    xml.writeCharacters(value);
    xml.writeEndElement();
  }
}
