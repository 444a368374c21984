package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.formats.FileKind;
import io.sumbrel.server.bank.StatementChain;
import io.sumbrel.server.deposit.DepositViews;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.matching.PastPayments;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What a file holds, and where each line of it stands. */
@Component
class FileContents {
  private static final int SHOWN_ENTRIES = 500;

  private final MoneyLines moneyLines;
  private final Arrivals arrivals;
  private final ArrivedFiles files;
  private final StatementChain chain;
  private final AcceptDeposits acceptDeposits;
  private final DepositViews depositViews;
  private final WaitingForTie waitingForTie;
  private final ReadOpenItems openItems;
  private final Claims claims;
  private final PastPayments pastPayments;
  private final TakingsViews takingsViews;

  FileContents(
      MoneyLines moneyLines,
      Arrivals arrivals,
      ArrivedFiles files,
      StatementChain chain,
      AcceptDeposits acceptDeposits,
      DepositViews depositViews,
      WaitingForTie waitingForTie,
      ReadOpenItems openItems,
      Claims claims,
      PastPayments pastPayments,
      TakingsViews takingsViews) {
    this.moneyLines = moneyLines;
    this.arrivals = arrivals;
    this.files = files;
    this.chain = chain;
    this.acceptDeposits = acceptDeposits;
    this.depositViews = depositViews;
    this.waitingForTie = waitingForTie;
    this.openItems = openItems;
    this.claims = claims;
    this.pastPayments = pastPayments;
    this.takingsViews = takingsViews;
  }

  /** What becomes of an entry, or has become of it. */
  enum EntryStand {
    NEW,
    KNOWN,
    /** Possibly double: waits for a person's word. */
    HELD,
    /** Shown, and never placed: pending, or for information. */
    SHOWN,
    IN_THE_PILE,
    /** Its deposit is known: it waits to be tied, and the members are in the pile. */
    WAITS_FOR_TIE,
    /** A later file gave its parts, which count in its place. */
    DETAILED,
    EXPLAINED
  }

  /**
   * @param moneyId of one that was taken in
   * @param explainedBy the number of the posting that explains it
   * @param near a text by which it is found in a file of one line
   * @param batch the reference of the one sum that it is a part of
   * @param reverses what the entry takes back, in words
   */
  record EntryView(
      int place,
      LocalDate date,
      long amountMinor,
      String payer,
      String text,
      String near,
      EntryStand stand,
      Optional<Long> moneyId,
      Optional<String> explainedBy,
      Optional<String> batch,
      Optional<String> reverses) {}

  /**
   * A statement proved on a strip.
   *
   * @param openingMinor empty where the format states no balances
   * @param computedMinor what opening and entries make
   */
  record StatementView(
      String number,
      String account,
      String currency,
      Optional<Long> openingMinor,
      long countIn,
      long inMinor,
      long countOut,
      long outMinor,
      Optional<Long> computedMinor,
      Optional<LocalDate> closingDate,
      Optional<Long> closingMinor,
      List<EntryView> entries) {}

  /**
   * A row of a list on which it and the books disagree, or that a person may want to see.
   *
   * @param question whether a choice is wanted
   */
  record ListRowView(
      String number,
      ListComparison.Finding finding,
      int line,
      String customer,
      String currency,
      long listMinor,
      long oursMinor,
      long differenceMinor,
      boolean question) {}

  /** How a list compares with the books. */
  record ListView(
      int newCount,
      int agreesCount,
      int changedCount,
      int differsCount,
      int goneCount,
      List<ListRowView> rows) {}

  /** A payment from before these books. */
  record PastView(
      int place,
      LocalDate date,
      String payer,
      String currency,
      long amountMinor,
      String customer,
      String items,
      long discountMinor) {}

  /**
   * What a file holds: one of these has something in it.
   *
   * @param onHand receipts that are kept until they are banked
   */
  record ContentsView(
      List<StatementView> statements,
      Optional<ListView> list,
      List<DepositViews.DepositView> deposits,
      List<DepositViews.MemberView> onHand,
      List<PastView> past,
      List<TakingsViews.TillDayView> tills) {
    static ContentsView of(List<PastPayment> past) {
      return new ContentsView(
          List.of(),
          Optional.empty(),
          List.of(),
          List.of(),
          past.stream().map(FileContents::view).toList(),
          List.of());
    }

    private static final ContentsView NOTHING =
        new ContentsView(List.of(), Optional.empty(), List.of(), List.of(), List.of(), List.of());
  }

  @Transactional(readOnly = true)
  ContentsView contents(long booksId, long arrivalId, ListScope scope) {
    ArrivalRow row = arrivals.row(booksId, arrivalId);
    if (row.state == ArrivalState.LAYOUT) {
      return ContentsView.NOTHING;
    }
    if (row.state == ArrivalState.ACCEPTED && row.fileKind() == FileKind.PAST_PAYMENTS_CSV) {
      // thousands of rows: the first of them as they were stored, without reading all anew
      return ContentsView.of(pastPayments.first(arrivalId, SHOWN_ENTRIES));
    }
    ArrivedFile file = files.read(booksId, arrivals.original(booksId, arrivalId), row.csvLayoutId);
    Function<StatementEntry, EntryView> view =
        row.state == ArrivalState.ACCEPTED
            ? taken(booksId, row.id, file)
            : expected(booksId, row, file);
    return new ContentsView(
        statements(booksId, file.statements(), view),
        file.items().map(list -> view(openItems.compared(booksId, list, scope))),
        deposits(booksId, row, file),
        onHand(row, file),
        file.past().stream().limit(SHOWN_ENTRIES).map(FileContents::view).toList(),
        tills(booksId, row, file));
  }

  private List<TakingsViews.TillDayView> tills(long booksId, ArrivalRow row, ArrivedFile file) {
    return file.tills().stream()
        .flatMap(
            t ->
                row.state == ArrivalState.ACCEPTED
                    ? takingsViews.later(booksId, t).stream()
                    : Stream.of(takingsViews.of(booksId, t)))
        .toList();
  }

  private List<DepositViews.DepositView> deposits(long booksId, ArrivalRow row, ArrivedFile file) {
    if (row.state == ArrivalState.ACCEPTED) {
      return depositViews.ofFile(booksId, row.id);
    }
    return file.deposits().stream()
        .map(
            b ->
                DepositViews.expected(
                    b.deposit(),
                    acceptDeposits.account(booksId, b),
                    acceptDeposits.isKnown(booksId, b)
                        ? DepositViews.DepositState.KNOWN
                        : DepositViews.DepositState.NEW))
        .toList();
  }

  /** Deposits of a file as they would be taken in. */
  @Transactional(readOnly = true)
  List<DepositViews.DepositView> asNew(long booksId, List<BankedDeposit> deposits) {
    return deposits.stream()
        .map(
            b ->
                DepositViews.expected(
                    b.deposit(), acceptDeposits.account(booksId, b), DepositViews.DepositState.NEW))
        .toList();
  }

  private static List<DepositViews.MemberView> onHand(ArrivalRow row, ArrivedFile file) {
    DepositViews.MemberStand stand =
        row.state == ArrivalState.ACCEPTED
            ? DepositViews.MemberStand.RECORDED
            : DepositViews.MemberStand.NEW;
    return file.onHand().stream()
        .map(o -> DepositViews.expected(o.receipt(), o.currency().getCurrencyCode(), stand))
        .toList();
  }

  private static PastView view(PastPayment p) {
    return new PastView(
        p.place(),
        p.date(),
        p.payerName().orElse(""),
        p.currency().getCurrencyCode(),
        p.amountMinor(),
        p.customerNumber(),
        String.join(" ", p.items()),
        p.discountMinor());
  }

  @Transactional(readOnly = true)
  List<StatementView> statements(
      long booksId, List<BankStatement> statements, Function<StatementEntry, EntryView> view) {
    return statements.stream().map(s -> view(booksId, s, view)).toList();
  }

  /** What will become of the entries of a file when it is accepted. */
  private Function<StatementEntry, EntryView> expected(
      long booksId, ArrivalRow row, ArrivedFile file) {
    Map<StatementEntry, EntryStand> stands = new IdentityHashMap<>();
    if (row.state == ArrivalState.WAITING && row.refusal.isEmpty()) {
      for (StatementChain.Link link : chain.links(booksId, file.statements())) {
        link.reading().known().forEach(e -> stands.put(e, EntryStand.KNOWN));
        link.reading().held().forEach(e -> stands.put(e, EntryStand.HELD));
      }
    }
    return e ->
        entryView(
            e,
            e.isBooked() ? stands.getOrDefault(e, EntryStand.NEW) : EntryStand.SHOWN,
            Optional.empty(),
            Optional.empty(),
            e.reversal().map(r -> r.originalReference()));
  }

  static EntryView asNew(StatementEntry e) {
    return entryView(
        e,
        e.isBooked() ? EntryStand.NEW : EntryStand.SHOWN,
        Optional.empty(),
        Optional.empty(),
        e.reversal().map(r -> r.originalReference()));
  }

  /** Where the entries of an accepted file stand now. */
  private Function<StatementEntry, EntryView> taken(
      long booksId, long arrivalId, ArrivedFile file) {
    Set<MoneyInId> waiting = waitingForTie.entries(booksId);
    Map<StatementEntry, Integer> ordinals = file.ordinals();
    Map<Integer, MoneyLines.InFile> byOrdinal = moneyLines.inFile(arrivalId);
    return e -> {
      MoneyLines.InFile money = byOrdinal.get(ordinals.get(e));
      if (money == null) {
        return entryView(
            e,
            e.isBooked() ? EntryStand.KNOWN : EntryStand.SHOWN,
            Optional.empty(),
            Optional.empty(),
            Optional.empty());
      }
      Optional<String> number = claims.of(new MoneyInId(money.id())).map(c -> c.number().words());
      EntryStand stand =
          switch (money.standing()) {
            case HELD -> EntryStand.HELD;
            case DETAILED -> EntryStand.DETAILED;
            case WITHDRAWN -> EntryStand.SHOWN;
            case COUNTS ->
                number.isPresent()
                    ? EntryStand.EXPLAINED
                    : waiting.contains(new MoneyInId(money.id()))
                        ? EntryStand.WAITS_FOR_TIE
                        : EntryStand.IN_THE_PILE;
          };
      return entryView(e, stand, Optional.of(money.id()), number, money.takesBack());
    };
  }

  private static String nearOf(StatementEntry e) {
    return Stream.of(Stream.of(e.bankReference()), e.payerName().stream(), e.text().stream())
        .flatMap(Function.identity())
        .filter(t -> !t.isBlank())
        .findFirst()
        .orElse("");
  }

  private static EntryView entryView(
      StatementEntry e,
      EntryStand stand,
      Optional<Long> moneyId,
      Optional<String> explainedBy,
      Optional<String> reverses) {
    return new EntryView(
        e.place(),
        e.bookingDate(),
        e.amountMinor(),
        e.payerName().orElse(""),
        String.join(" ", e.text()),
        nearOf(e),
        stand,
        moneyId,
        explainedBy,
        e.batch(),
        reverses);
  }

  private StatementView view(
      long booksId, BankStatement s, Function<StatementEntry, EntryView> view) {
    Optional<Long> opening = s.frame().opening().map(Balance::minor);
    return new StatementView(
        s.number(),
        chain.account(booksId, s).shortName(),
        s.currency().getCurrencyCode(),
        opening,
        s.count(1),
        s.inMinor(),
        s.count(-1),
        s.outMinor(),
        opening.map(o -> o + s.movedMinor()),
        s.frame().closing().map(Balance::date),
        s.frame().closing().map(Balance::minor),
        s.entries().stream().limit(SHOWN_ENTRIES).map(view).toList());
  }

  private static ListView view(ListComparison comparison) {
    Map<ListComparison.Finding, Integer> counts = new HashMap<>();
    comparison.rows().forEach(r -> counts.merge(r.finding(), 1, Integer::sum));
    return new ListView(
        counts.getOrDefault(ListComparison.Finding.NEW, 0),
        counts.getOrDefault(ListComparison.Finding.AGREES, 0),
        counts.getOrDefault(ListComparison.Finding.TOTAL_CHANGED, 0),
        counts.getOrDefault(ListComparison.Finding.OPEN_DIFFERS, 0),
        counts.getOrDefault(ListComparison.Finding.GONE, 0),
        comparison.rows().stream()
            .filter(r -> r.finding() != ListComparison.Finding.AGREES)
            .limit(500)
            .map(FileContents::view)
            .toList());
  }

  private static ListRowView view(ListComparison.Row row) {
    return new ListRowView(
        ReadOpenItems.numberOf(row),
        row.finding(),
        row.listed().map(ListedItem::line).orElse(0),
        row.listed().map(ListedItem::customerName).orElse(""),
        row.listed()
            .map(ListedItem::currency)
            .or(() -> row.ours().map(OpenItem::currency))
            .orElseThrow()
            .getCurrencyCode(),
        row.listed().map(ListedItem::openMinor).orElse(0L),
        row.ours().map(OpenItem::openMinor).orElse(0L),
        row.differenceMinor(),
        row.isQuestion());
  }
}
