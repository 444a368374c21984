package io.sumbrel.formats.bai2;

import io.sumbrel.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;

/**
 * One logical record: its first line and the 88 records that continue it.
 *
 * @param type the first two characters
 * @param line 1-based line of its first record
 * @param pieces what each line holds behind its own type, as written
 */
record Bai2Record(String type, int line, List<String> pieces) {

  static Bai2Record begin(String text, int line) {
    if (text.length() < 2) {
      throw new Refusal("record", "“" + text + "” is no record.");
    }
    List<String> pieces = new ArrayList<>();
    pieces.add(text.length() > 3 ? text.substring(3) : "");
    return new Bai2Record(text.substring(0, 2), line, pieces);
  }

  void goesOn(String text) {
    pieces.add(text.length() > 3 ? text.substring(3) : "");
  }

  int lines() {
    return pieces.size();
  }

  /** The fields of a record without text, up to its slash. */
  List<String> fields() {
    return fields(0);
  }

  /**
   * The fields, where a comma before the slash of a line may be an empty field or merely the end of
   * the one before: at each joint that the mask names, it is merely an end.
   */
  List<String> fields(int mask) {
    List<String> fields = new ArrayList<>();
    for (int i = 0; i < pieces.size(); i++) {
      String piece = pieces.get(i);
      int slash = piece.indexOf('/');
      String body = slash < 0 ? piece.stripTrailing() : piece.substring(0, slash);
      List<String> here = new ArrayList<>(List.of(body.split(",", -1)));
      boolean joint = i < pieces.size() - 1 && here.get(here.size() - 1).isEmpty();
      if (joint && (mask & 1 << i) != 0) {
        here.remove(here.size() - 1);
      }
      fields.addAll(here);
    }
    return fields;
  }

  /** The pieces as one text, for a record whose last field is text. */
  String text() {
    StringBuilder text = new StringBuilder();
    for (String piece : pieces) {
      String body = piece.stripTrailing();
      String open = body.endsWith("/") ? body.substring(0, body.length() - 1) : body;
      text.append(text.isEmpty() || text.charAt(text.length() - 1) == ',' ? "" : " ").append(open);
    }
    return text.toString();
  }
}
