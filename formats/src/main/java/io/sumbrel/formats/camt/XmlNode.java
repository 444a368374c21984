package io.sumbrel.formats.camt;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** One element with what is inside it, by local name: small enough to hold, such as one entry. */
final class XmlNode {
  private final String name;
  private final int line;
  private final String currency;
  private final StringBuilder text = new StringBuilder();
  private final List<XmlNode> children = new ArrayList<>();

  private XmlNode(XMLStreamReader xml) {
    this.name = xml.getLocalName();
    this.line = xml.getLocation().getLineNumber();
    String ccy = xml.getAttributeValue(null, "Ccy");
    this.currency = ccy == null ? "" : ccy;
  }

  /** Reads the element at which the reader stands, up to its end. */
  static XmlNode read(XMLStreamReader xml) throws XMLStreamException {
    XmlNode node = new XmlNode(xml);
    while (true) {
      switch (xml.next()) {
        case XMLStreamConstants.START_ELEMENT -> node.children.add(read(xml));
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA ->
            node.text.append(xml.getText());
        case XMLStreamConstants.END_ELEMENT -> {
          return node;
        }
        default -> {}
      }
    }
  }

  String name() {
    return name;
  }

  /** 1-based line of its start tag. */
  int line() {
    return line;
  }

  String currency() {
    return currency;
  }

  String text() {
    return text.toString().strip();
  }

  /** All elements at a path of local names. */
  List<XmlNode> all(String... path) {
    List<XmlNode> level = List.of(this);
    for (String step : path) {
      level =
          level.stream()
              .flatMap(n -> n.children.stream())
              .filter(n -> n.name.equals(step))
              .toList();
    }
    return level;
  }

  Optional<XmlNode> first(String... path) {
    return all(path).stream().findFirst();
  }

  /** The text at the first of several paths, each written with slashes. */
  Optional<String> textAt(String... paths) {
    for (String path : paths) {
      Optional<String> found = first(path.split("/")).map(XmlNode::text).filter(t -> !t.isEmpty());
      if (found.isPresent()) {
        return found;
      }
    }
    return Optional.empty();
  }
}
