package io.sumbrel.formats.invoice;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.SafeXml;
import java.io.ByteArrayInputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** The texts of an XML document by their paths below the root, by local names. */
final class Leaves {
  /** Of a path that repeats, as the lines of an invoice do, the first are kept. */
  private static final int KEPT = 20;

  private final Map<String, List<Leaf>> leaves = new HashMap<>();
  private String root = "";

  /**
   * @param attribute {@code currencyID} of an amount, {@code schemeID} of a number; empty without
   */
  record Leaf(String text, int line, String attribute) {}

  private Leaves() {}

  /**
   * @throws Refusal {@code doctype}
   * @throws XMLStreamException where the document breaks off or is not well formed
   */
  static Leaves of(byte[] bytes) throws XMLStreamException {
    Leaves leaves = new Leaves();
    leaves.gather(SafeXml.open(new ByteArrayInputStream(bytes)));
    return leaves;
  }

  private void gather(XMLStreamReader xml) throws XMLStreamException {
    Deque<String> path = new ArrayDeque<>();
    StringBuilder text = new StringBuilder();
    String attribute = "";
    while (xml.hasNext()) {
      switch (xml.next()) {
        case XMLStreamConstants.DTD ->
            throw new Refusal("doctype", "The file contains a DOCTYPE; such a file is never read.");
        case XMLStreamConstants.START_ELEMENT -> {
          if (root.isEmpty()) {
            root = xml.getLocalName();
          } else {
            path.addLast(xml.getLocalName());
          }
          text.setLength(0);
          attribute = attribute(xml);
        }
        case XMLStreamConstants.CHARACTERS -> text.append(xml.getText());
        case XMLStreamConstants.END_ELEMENT -> {
          if (!text.toString().isBlank()) {
            keep(
                String.join("/", path),
                new Leaf(text.toString().strip(), xml.getLocation().getLineNumber(), attribute));
          }
          text.setLength(0);
          path.pollLast();
        }
        default -> {}
      }
    }
  }

  private static String attribute(XMLStreamReader xml) {
    return Optional.ofNullable(xml.getAttributeValue(null, "currencyID"))
        .or(() -> Optional.ofNullable(xml.getAttributeValue(null, "schemeID")))
        .orElse("");
  }

  private void keep(String path, Leaf leaf) {
    List<Leaf> all = leaves.computeIfAbsent(path, p -> new ArrayList<>());
    if (all.size() < KEPT) {
      all.add(leaf);
    }
  }

  String root() {
    return root;
  }

  List<Leaf> all(String path) {
    return leaves.getOrDefault(path, List.of());
  }

  Optional<Leaf> first(String path) {
    return all(path).stream().findFirst();
  }

  Optional<String> at(String path) {
    return first(path).map(Leaf::text);
  }

  /** The first that is there of several paths. */
  Optional<String> atFirstOf(String... paths) {
    for (String path : paths) {
      Optional<String> found = at(path);
      if (found.isPresent()) {
        return found;
      }
    }
    return Optional.empty();
  }

  /**
   * @throws Refusal {@code element-missing}
   */
  String required(String path) {
    return at(path).orElseThrow(() -> missing(path));
  }

  static Refusal missing(String what) {
    return new Refusal("element-missing", "The document lacks " + what + ".");
  }
}
