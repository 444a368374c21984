package io.sumbrel.formats.camt;

import com.ctc.wstx.api.WstxInputProperties;
import com.ctc.wstx.stax.WstxInputFactory;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.codehaus.stax2.XMLInputFactory2;

/**
 * ISO 20022 bank-to-customer statements (camt.053), read as a stream and by local name, so that one
 * path serves every version. No document type and no external entity is ever read.
 */
public final class CamtStatementReader {
  private static final XMLInputFactory XML = factory();

  private final List<Issue> issues = new ArrayList<>();
  private final List<BankStatement> statements = new ArrayList<>();

  private CamtStatementReader() {}

  private static XMLInputFactory factory() {
    XMLInputFactory factory = new WstxInputFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.setProperty(XMLInputFactory.IS_COALESCING, true);
    // a broken place is reported where it is reached, not where its text is first asked for
    factory.setProperty(XMLInputFactory2.P_LAZY_PARSING, false);
    factory.setProperty(WstxInputProperties.P_MAX_ELEMENT_DEPTH, 60);
    factory.setProperty(WstxInputProperties.P_MAX_TEXT_LENGTH, 100_000);
    return factory;
  }

  /** Reads every statement of the file. */
  public static Parsed<List<BankStatement>> read(InputStream in) {
    return new CamtStatementReader().readAll(in);
  }

  private Parsed<List<BankStatement>> readAll(InputStream in) {
    try {
      XMLStreamReader xml = XML.createXMLStreamReader(in);
      while (xml.hasNext()) {
        int event = xml.next();
        if (event == XMLStreamConstants.DTD) {
          return Parsed.refused(
              Issue.refuses(
                  "doctype",
                  "the file contains a DOCTYPE; such a file is never read.",
                  xml.getLocation().getLineNumber()));
        }
        if (event == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("Stmt")) {
          new Statement(xml).read();
        }
      }
    } catch (XMLStreamException e) {
      int line = e.getLocation() == null ? 0 : e.getLocation().getLineNumber();
      issues.add(Issue.refuses("truncated", brokenAt(), line));
    }
    if (statements.isEmpty() && issues.isEmpty()) {
      issues.add(Issue.refuses("empty-file", "The file contains no statement.", 0));
    }
    return Parsed.of(statements, issues);
  }

  private String brokenAt() {
    return "the XML breaks off or is not well formed here; the last whole statement is "
        + (statements.isEmpty() ? "none" : statements.get(statements.size() - 1).number())
        + ". Nothing of the file was stored.";
  }

  /** One {@code Stmt}, gathered child by child. */
  private final class Statement {
    private final XMLStreamReader xml;
    private final int line;
    private final List<XmlNode> heads = new ArrayList<>();
    private final List<XmlNode> waiting = new ArrayList<>();
    private final List<StatementEntry> entries = new ArrayList<>();
    private Optional<Currency> currency = Optional.empty();

    Statement(XMLStreamReader xml) {
      this.xml = xml;
      this.line = xml.getLocation().getLineNumber();
    }

    void read() throws XMLStreamException {
      while (xml.next() != XMLStreamConstants.END_ELEMENT) {
        if (xml.getEventType() == XMLStreamConstants.START_ELEMENT) {
          XmlNode node = XmlNode.read(xml);
          if (node.name().equals("Ntry")) {
            entry(node);
          } else {
            heads.add(node);
            currency = currency.or(() -> currencyOf(node));
          }
        }
      }
      attempt(line, this::finish);
    }

    private Optional<Currency> currencyOf(XmlNode node) {
      String code =
          node.name().equals("Acct")
              ? node.textAt("Ccy").orElse("")
              : node.first("Amt").map(XmlNode::currency).orElse("");
      return Currency.getAvailableCurrencies().stream()
          .filter(c -> c.getCurrencyCode().equals(code))
          .findFirst();
    }

    private void entry(XmlNode node) {
      if (currency.isEmpty()) {
        waiting.add(node);
        return;
      }
      attempt(node.line(), () -> entries.add(CamtEntry.of(node, currency.get())));
    }

    private void attempt(int line, Runnable read) {
      try {
        read.run();
      } catch (Refusal e) {
        if (issues.size() < Parsed.MAX_ISSUES) {
          issues.add(Issue.refuses(e.code(), e.getMessage(), line));
        }
      }
    }

    private void finish() {
      currency.orElseThrow(() -> new Refusal("currency", "the statement names no currency."));
      waiting.forEach(this::entry);
      Map<String, XmlNode> balances = new HashMap<>();
      heads.stream()
          .filter(h -> h.name().equals("Bal"))
          .forEach(b -> b.textAt("Tp/CdOrPrtry/Cd").ifPresent(c -> balances.put(c, b)));
      XmlNode opening =
          Optional.ofNullable(balances.get("OPBD"))
              .or(() -> Optional.ofNullable(balances.get("PRCD")))
              .orElseThrow(() -> new Refusal("balance", "the opening balance is missing."));
      XmlNode closing =
          Optional.ofNullable(balances.get("CLBD"))
              .orElseThrow(() -> new Refusal("balance", "the closing balance is missing."));
      statements.add(
          new BankStatement(
              account(),
              currency.get(),
              textOf("ElctrncSeqNb").or(() -> textOf("Id")).orElse(""),
              day(opening),
              CamtEntry.signedAmount(opening, currency.get()),
              day(closing),
              CamtEntry.signedAmount(closing, currency.get()),
              entries));
      requireSummary();
    }

    private LocalDate day(XmlNode balance) {
      return CamtEntry.date(balance, "Dt")
          .orElseThrow(() -> new Refusal("date", "a balance has no date."));
    }

    private String account() {
      return heads.stream()
          .filter(h -> h.name().equals("Acct"))
          .findFirst()
          .flatMap(a -> a.textAt("Id/IBAN", "Id/Othr/Id"))
          .orElseThrow(() -> new Refusal("account", "the statement names no account."));
    }

    private Optional<String> textOf(String name) {
      return heads.stream().filter(h -> h.name().equals(name)).map(XmlNode::text).findFirst();
    }

    /** The file's own count and unsigned sum of entries, over all of them or the booked ones. */
    private void requireSummary() {
      Optional<XmlNode> total =
          heads.stream()
              .filter(h -> h.name().equals("TxsSummry"))
              .flatMap(h -> h.all("TtlNtries").stream())
              .findFirst();
      total
          .flatMap(t -> t.textAt("NbOfNtries"))
          .ifPresent(
              said -> {
                long booked = entries.stream().filter(StatementEntry::isBooked).count();
                if (!said.equals(Long.toString(booked))
                    && !said.equals(Integer.toString(entries.size()))) {
                  throw new Refusal(
                      "count",
                      "the file says %s entries, %d were read.".formatted(said, entries.size()));
                }
              });
      total
          .flatMap(t -> t.textAt("Sum"))
          .ifPresent(
              said -> {
                long stated = AmountText.parse(said, currency.orElseThrow());
                if (stated != unsigned(true) && stated != unsigned(false)) {
                  throw new Refusal(
                      "sum",
                      "the file says its entries sum to %s, they sum to %s."
                          .formatted(
                              AmountText.words(stated, currency.get()),
                              AmountText.words(unsigned(false), currency.get())));
                }
              });
    }

    private long unsigned(boolean bookedOnly) {
      return entries.stream()
          .filter(e -> !bookedOnly || e.isBooked())
          .mapToLong(e -> Math.abs(e.amountMinor()))
          .sum();
    }
  }
}
