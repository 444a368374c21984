package io.sumbrel.bench.match;

import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;

/**
 * What a bank passes on of what a payer wrote: names cut and misspelt, numbers whole or damaged.
 */
final class BankText {
  private static final int[] WIDTHS = {35, 54, 70, 140};
  private static final int[] NAME_WIDTHS = {18, 27, 35};
  private static final String[] OTHER_WORDS = {
    "RENT NOVEMBER",
    "DEPOSIT FOR HALL",
    "REFUND OF OVERCHARGE",
    "DONATION",
    "MIETE NOVEMBER",
    "KAUTION",
    "SPENDE",
    "ACOMPTE",
    "CAUTION",
    "LOYER NOVEMBRE",
    "RUECKZAHLUNG",
    "PREPAYMENT ORDER",
    "GEHALT",
    "VERSICHERUNG",
    "REMBOURSEMENT",
    "AFFITTO",
    "CAPARRA",
    "DEVOLUCION",
    "LOAN",
    "DIVIDEND"
  };
  private static final String[] NOISE_WORDS = {
    "PAYMENT", "TRANSFER", "FOR GOODS", "INVOICES", "THANK YOU", "ACH CREDIT", "REMITTANCE"
  };

  private final Payers payers;
  private final Population population;
  private final Random random;

  /** The fields of a bank's line. */
  record Written(
      Optional<String> payer, Optional<String> account, String text, List<String> references) {}

  BankText(Payers payers, Population population, Random random) {
    this.payers = payers;
    this.population = population;
    this.random = random;
  }

  Written of(Kind kind, int customer, List<TapeLine> lines) {
    boolean unknown = kind == Kind.NO_MATCH && random.nextBoolean();
    boolean other = kind == Kind.THIRD_PARTY || !unknown && payers.learned[customer];
    boolean speaksOfElse =
        kind == Kind.NO_MATCH && !unknown && hits(population.ways().otherWords());
    String full =
        unknown
            ? "WESTERLY " + word(9) + " TRUST"
            : other ? payers.stranger[customer] : payers.customers.get(customer).name();
    Optional<String> payer =
        random.nextInt(20) == 0 ? Optional.empty() : Optional.of(name(full.toUpperCase()));
    Optional<String> account =
        unknown || other || random.nextInt(100) < 45
            ? Optional.empty()
            : Optional.of(payers.account[customer]);
    List<OpenItem> items =
        lines.stream()
            .filter(l -> l.kind() == LineKind.SETTLES || l.kind() == LineKind.CREDIT_USED)
            .map(l -> payers.items.get((int) l.item().orElseThrow().number()))
            .toList();
    List<String> references = new ArrayList<>();
    String told =
        speaksOfElse
            ? pick(OTHER_WORDS)
            : kind == Kind.OLDEST_FIRST ? pick(NOISE_WORDS) : told(customer, items, references);
    if (random.nextInt(4) == 0) {
      told = random.nextBoolean() ? noise() + " " + told : told + " " + noise();
    }
    if (random.nextInt(10) < 3) {
      told =
          told.substring(0, Math.min(told.length(), WIDTHS[random.nextInt(WIDTHS.length)])).strip();
    }
    String text = payer.map(p -> p + "\n").orElse("") + told;
    return new Written(payer, account, text, references);
  }

  private boolean hits(int perMille) {
    return perMille > 0 && random.nextInt(1000) < perMille;
  }

  private String told(int customer, List<OpenItem> items, List<String> references) {
    int way = random.nextInt(1000);
    if (items.isEmpty() || way < population.silent()) {
      return pick(NOISE_WORDS);
    }
    int rest = (way - population.silent()) * 760 / (1000 - population.silent());
    if (hits(population.ways().shortForms())) {
      return "INV " + items.stream().map(this::shortly).collect(Collectors.joining(", "));
    }
    if (rest < 70) {
      return "CUSTOMER " + payers.customers.get(customer).number();
    }
    if (rest < 110) {
      List<String> orders = items.stream().flatMap(i -> i.orderNumber().stream()).toList();
      return orders.isEmpty() ? pick(NOISE_WORDS) : "ORDER " + String.join(" ", orders);
    }
    if (rest < 350) {
      return "INV "
          + items.stream()
              .map(this::written)
              .collect(Collectors.joining(random.nextBoolean() ? " " : ", "));
    }
    if (rest < 430) {
      return "INV "
          + items.subList(0, (items.size() + 1) / 2).stream()
              .map(this::written)
              .collect(Collectors.joining(" "));
    }
    if (rest < 650) {
      return damaged(items);
    }
    items.forEach(i -> references.add(i.number()));
    return "RFB " + items.stream().map(OpenItem::number).collect(Collectors.joining("/"));
  }

  /** Its last digits, with the year or without. */
  private String shortly(OpenItem item) {
    String number = item.number().replaceAll("\\D", "");
    int digits = Math.min(number.length(), 4 + random.nextInt(4));
    String last = number.substring(number.length() - digits);
    String bare = last.replaceFirst("^0+(?=\\d{3})", "");
    return random.nextInt(3) == 0 ? bare + "/" + item.date().getYear() : bare;
  }

  private String written(OpenItem item) {
    return random.nextBoolean() ? item.number() : bare(item);
  }

  String bare(OpenItem item) {
    return item.number().substring(population.prefix().length());
  }

  private String damaged(List<OpenItem> items) {
    if (items.size() > 2 && random.nextInt(3) == 0) {
      String first = bare(items.get(0));
      return "INV "
          + first
          + items.subList(1, items.size()).stream()
              .map(i -> "/" + bare(i).substring(bare(i).length() - 3))
              .collect(Collectors.joining());
    }
    if (items.size() > 1 && random.nextInt(5) == 0) {
      return "INV" + items.stream().map(this::bare).collect(Collectors.joining());
    }
    List<String> numbers = new ArrayList<>(items.stream().map(this::bare).toList());
    int at = random.nextInt(numbers.size());
    numbers.set(at, edited(numbers.get(at)));
    return "INV " + String.join(" ", numbers);
  }

  String edited(String number) {
    int at = 1 + random.nextInt(number.length() - 1);
    char digit = (char) ('0' + random.nextInt(10));
    StringBuilder edited = new StringBuilder(number);
    switch (random.nextInt(5)) {
      case 0 -> edited.setCharAt(at, digit);
      case 1 -> {
        edited.setCharAt(at, number.charAt(at - 1));
        edited.setCharAt(at - 1, number.charAt(at));
      }
      case 2 -> edited.insert(at, digit);
      case 3 -> edited.deleteCharAt(at);
      default -> {
        return number.replace('0', 'O');
      }
    }
    return edited.toString();
  }

  private String name(String full) {
    Population.Ways ways = population.ways();
    String name = ways.accents() > 0 ? plainly(full) : full;
    if (hits(ways.forms())) {
      int form = name.lastIndexOf(' ');
      name = form < 0 ? name : name.substring(0, form) + (random.nextBoolean() ? "" : " CO");
    }
    if (hits(ways.turned())) {
      List<String> words = new ArrayList<>(List.of(name.split(" ")));
      java.util.Collections.rotate(words, 1 + random.nextInt(Math.max(1, words.size() - 1)));
      name = String.join(" ", words);
    }
    if (ways.turned() > 0 && random.nextInt(10) == 0) {
      name = name.substring(0, Math.min(name.length(), NAME_WIDTHS[random.nextInt(3)])).strip();
    }
    return damagedName(name);
  }

  /** As banks pass on letters that they do not have: two for one, or without its mark. */
  private String plainly(String name) {
    String written = name;
    if (random.nextBoolean()) {
      written =
          written
              .replace("Ä", "AE")
              .replace("Ö", "OE")
              .replace("Ü", "UE")
              .replace("Å", "AA")
              .replace("Ø", "OE");
    }
    return java.text.Normalizer.normalize(written, java.text.Normalizer.Form.NFD)
        .replaceAll("\\p{M}", "")
        .replace("ß", "SS")
        .replace("Ø", "O")
        .replace("Ł", "L");
  }

  private String damagedName(String name) {
    return switch (random.nextInt(20)) {
      case 0, 1 -> name.substring(0, Math.min(name.length(), 14 + random.nextInt(10))).strip();
      case 2 ->
          new StringBuilder(name).deleteCharAt(1 + random.nextInt(name.length() - 2)).toString();
      case 3 -> {
        int at = 1 + random.nextInt(name.length() - 2);
        StringBuilder swapped = new StringBuilder(name);
        swapped.setCharAt(at, name.charAt(at + 1));
        swapped.setCharAt(at + 1, name.charAt(at));
        yield swapped.toString();
      }
      default -> name;
    };
  }

  private String noise() {
    return switch (random.nextInt(4)) {
      case 0 -> "%02d.%02d.2026".formatted(1 + random.nextInt(28), 1 + random.nextInt(12));
      case 1 -> "TEL 0" + (200_000_000 + random.nextInt(700_000_000));
      case 2 -> "TRN " + (10_000_000 + random.nextInt(89_000_000));
      default -> "REF " + (100_000 + random.nextInt(900_000));
    };
  }

  private String word(int length) {
    return random
        .ints(length, 'A', 'Z' + 1)
        .mapToObj(c -> "" + (char) c)
        .collect(Collectors.joining());
  }

  private String pick(String[] words) {
    return words[random.nextInt(words.length)];
  }
}
