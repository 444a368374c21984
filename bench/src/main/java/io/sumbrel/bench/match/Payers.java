package io.sumbrel.bench.match;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.PastPayment;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/**
 * The customers of an invented company, what they owe, and how they paid before. A few customers
 * owe much of it all: the largest about 600 of 100,000 items.
 */
final class Payers {
  static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final List<Currency> CURRENCIES =
      List.of(
          Currency.getInstance("USD"), Currency.getInstance("EUR"), Currency.getInstance("CAD"));
  private static final String[] STARTS =
      ("Bram Cald Dunn Elm Fern Gorse Hazel Ivel Juno Kest Lind Mar Nor Oak Pell Quill Rowan Sedge"
              + " Tarn Ulv Vell Wren Yar Zell Ash Birch Corv Dell Esk Flint")
          .split(" ");
  private static final String[] ENDS =
      "ford wick ham stead moor by dale mere holt worth gate burn ley combe ton".split(" ");
  private static final String[] TRADES =
      ("Pottery Glass Timber Tools Kitchens Textiles Printing Catering Gardens Schools Hotels Stoves"
              + " Paper Lighting Joinery Bakery Marine Optics Cycles Dairy")
          .split(" ");
  private static final String[] ACCENTED =
      ("Mühl Schön Grün Böck Weiß Größ Jörg Köhl Äng Ström Åker Bjørn Lefè Crê Peña Muñ Žit Łąk")
          .split(" ");
  private static final String[] FIRST_NAMES =
      "Ada Bruno Clara Dario Edda Fabio Greta Hanno Ilse Jonas Karin Leif Mira Nils Olga"
          .split(" ");
  private static final String[] FORMS_OF_MORE = {
    " S.r.l.",
    " Sp. z o.o.",
    " S.A.R.L.",
    " AB",
    " A/S",
    " Oy",
    " GmbH & Co. KG",
    " Kft.",
    " d.o.o."
  };
  private static final String[] FORMS = {" Ltd", " Inc", " GmbH", " SA", "", " BV", " & Sons", ""};

  final List<Customer> customers = new ArrayList<>();
  final List<OpenItem> items = new ArrayList<>();
  final List<PastPayment> past = new ArrayList<>();
  final List<List<Integer>> openOf = new ArrayList<>();
  final Currency[] currency;
  final String[] account;
  final String[] stranger;

  /** Who pays under the other name, as ever. */
  final boolean[] learned;

  private final Population population;
  private final Random random;
  private final long[] prices = new long[60];

  Payers(Population population, int openItems, long seed) {
    this.population = population;
    this.random = new Random(seed);
    int count = Math.max(10, openItems / 12);
    currency = new Currency[count];
    account = new String[count];
    stranger = new String[count];
    learned = new boolean[count];
    for (int p = 0; p < prices.length; p++) {
      prices[p] = amount();
    }
    for (int c = 0; c < count; c++) {
      customer(c);
    }
    invoices(openItems, count);
    for (int c = 0; c < count; c++) {
      payments(c);
    }
  }

  private void customer(int c) {
    Optional<CustomerId> parent =
        c >= 10 && random.nextInt(100) < 3
            ? Optional.of(customers.get(random.nextInt(c)).id())
            : Optional.empty();
    parent = parent.filter(p -> customers.get((int) p.number()).parent().isEmpty());
    currency[c] =
        parent.isPresent()
            ? currency[(int) parent.get().number()]
            : CURRENCIES.get(Math.max(0, random.nextInt(10) - 7));
    account[c] = "ZZ" + (10 + random.nextInt(89)) + (1_000_000_000L + random.nextInt(900_000_000));
    stranger[c] = name();
    learned[c] =
        population.ways().learned() > 0 && random.nextInt(1000) < population.ways().learned();
    customers.add(new Customer(new CustomerId(c), "K" + (30_000 + c), named(), parent));
    openOf.add(new ArrayList<>());
  }

  /** A customer's name, of which some have letters that banks write otherwise. */
  private String named() {
    Population.Ways ways = population.ways();
    if (ways.accents() == 0 || random.nextInt(1000) >= ways.accents()) {
      return name();
    }
    String place = ACCENTED[random.nextInt(ACCENTED.length)] + ENDS[random.nextInt(ENDS.length)];
    return switch (random.nextInt(3)) {
      case 0 -> FIRST_NAMES[random.nextInt(FIRST_NAMES.length)] + " " + place;
      case 1 ->
          place
              + " "
              + TRADES[random.nextInt(TRADES.length)]
              + FORMS_OF_MORE[random.nextInt(FORMS_OF_MORE.length)];
      default -> place + " " + place() + FORMS_OF_MORE[random.nextInt(FORMS_OF_MORE.length)];
    };
  }

  private String name() {
    return place()
        + (random.nextInt(5) > 0 ? " " + place() : "")
        + " "
        + TRADES[random.nextInt(TRADES.length)]
        + FORMS[random.nextInt(FORMS.length)];
  }

  private String place() {
    return STARTS[random.nextInt(STARTS.length)] + ENDS[random.nextInt(ENDS.length)];
  }

  private long amount() {
    long amount = (long) StrictMath.exp(9.5 + 1.3 * random.nextGaussian());
    return Math.max(500, random.nextInt(4) == 0 ? amount / 100 * 100 : amount);
  }

  /** Every second number of the dense series belongs to an invoice that is settled. */
  private void invoices(int openItems, int count) {
    double[] upTo = new double[count];
    double sum = 0;
    for (int c = 0; c < count; c++) {
      sum += StrictMath.pow(c + 10, -0.75);
      upTo[c] = sum;
    }
    long[] recurring = new long[count];
    boolean[] discounts = new boolean[count];
    for (int c = 0; c < count; c++) {
      recurring[c] = random.nextInt(5) == 0 ? amount() : 0;
      discounts[c] = random.nextInt(6) == 0;
    }
    int number = population.firstNumber();
    for (int made = 0; made < openItems; ) {
      int at = Arrays.binarySearch(upTo, random.nextDouble() * sum);
      int c = Math.min(count - 1, at < 0 ? -at - 1 : at);
      boolean open = random.nextInt(10) < 6;
      int age = (int) (120L * (openItems - made) / openItems) + random.nextInt(5);
      long total =
          random.nextInt(1000) < population.priceList() ? prices[random.nextInt(60)] : amount();
      total = recurring[c] > 0 && random.nextInt(2) == 0 ? recurring[c] : total;
      boolean credit = random.nextInt(25) == 0;
      item(
          c,
          number++,
          age,
          credit ? -Math.max(100, total / (2 + random.nextInt(8))) : total,
          open,
          discounts[c]);
      made += open ? 1 : 0;
      number += random.nextInt(4) == 0 ? 1 : 0;
    }
  }

  private void item(int c, int number, int age, long total, boolean open, boolean discount) {
    LocalDate date = DAY.minusDays(age);
    Terms terms =
        Terms.parse(
            discount ? "2/10 net 30" : c % 3 == 0 ? "net 14" : c % 3 == 1 ? "net 30" : "net 60");
    int index = items.size();
    items.add(
        new OpenItem(
            new ItemId(index),
            total < 0 ? ItemKind.CREDIT_NOTE : ItemKind.INVOICE,
            Optional.of(customers.get(c).id()),
            population.number(number),
            date,
            Optional.of(total < 0 ? date : terms.dueDate(date)),
            currency[c],
            total,
            open ? total : 0,
            Optional.empty(),
            random.nextInt(3) < 2
                ? Optional.of("P" + (700_000 + random.nextInt(250_000)))
                : Optional.empty(),
            Optional.of(terms)));
    if (open) {
      openOf.get(c).add(index);
    }
  }

  /** From before: two in three customers paid, some through somebody else. */
  private void payments(int c) {
    int times = random.nextInt(3) == 0 ? 0 : 1 + random.nextInt(6);
    boolean known = random.nextInt(10) < 6;
    for (int t = 0; t < times; t++) {
      boolean byOther = learned[c] || known && t == 0 && random.nextInt(3) == 0;
      String name = byOther ? stranger[c] : customers.get(c).name();
      past.add(
          new PastPayment(
              past.size() + 1,
              DAY.minusDays(30L * (t + 1)),
              Optional.of(name.toUpperCase()),
              byOther || random.nextInt(10) < 3 ? Optional.empty() : Optional.of(account[c]),
              currency[c],
              amount(),
              customers.get(c).number(),
              List.of(),
              0));
    }
  }
}
