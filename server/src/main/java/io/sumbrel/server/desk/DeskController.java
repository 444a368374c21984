package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.SetAside;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.matching.UsualAccountsNow;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/desk")
class DeskController {
  private final PlanBoard plans;
  private final WhatWasSaid whatWasSaid;
  private final Desk desk;
  private final DoneList doneList;
  private final Drafts drafts;
  private final PostTape postTape;
  private final TurnBackPosting turnBackPosting;
  private final Charts charts;
  private final Customers customers;
  private final PostTogether postTogether;
  private final UsualAccountsNow usualAccounts;
  private final BankAccounts accounts;
  private final SettingAside settingAside;
  private final ShownItems shownItems;
  private final WorkTogether together;
  private final CorrectPosting correctPosting;
  private final PostPreview preview;
  private final FindAnything findAnything;

  DeskController(
      PlanBoard plans,
      WhatWasSaid whatWasSaid,
      Desk desk,
      DoneList doneList,
      Drafts drafts,
      PostTape postTape,
      TurnBackPosting turnBackPosting,
      Charts charts,
      Customers customers,
      PostTogether postTogether,
      UsualAccountsNow usualAccounts,
      BankAccounts accounts,
      SettingAside settingAside,
      ShownItems shownItems,
      WorkTogether together,
      CorrectPosting correctPosting,
      PostPreview preview,
      FindAnything findAnything) {
    this.plans = plans;
    this.whatWasSaid = whatWasSaid;
    this.desk = desk;
    this.doneList = doneList;
    this.drafts = drafts;
    this.postTape = postTape;
    this.turnBackPosting = turnBackPosting;
    this.charts = charts;
    this.customers = customers;
    this.postTogether = postTogether;
    this.usualAccounts = usualAccounts;
    this.accounts = accounts;
    this.settingAside = settingAside;
    this.shownItems = shownItems;
    this.together = together;
    this.correctPosting = correctPosting;
    this.preview = preview;
    this.findAnything = findAnything;
  }

  record DraftRequest(List<LineView> lines, boolean putBy) {}

  /**
   * @param known the state of the pile that the browser has: only what changed since is sent
   */
  @GetMapping
  DeskViews.DeskView desk(
      @AuthenticationPrincipal Actor actor, @RequestParam Optional<Long> known) {
    return desk.desk(actor, plans.board(actor.booksId()), usualAccounts.of(actor.booksId()), known);
  }

  @GetMapping("/choices")
  DeskViews.ChoicesView choices(@AuthenticationPrincipal Actor actor) {
    Chart chart = charts.of(actor.booksId());
    return new DeskViews.ChoicesView(
        Arrays.stream(LineKind.values())
            .map(k -> new DeskViews.KindView(k, k.words(), k.side(false), k.side(true)))
            .toList(),
        chart.reasons().stream()
            .map(
                r ->
                    new DeskViews.ReasonView(
                        r.code(),
                        r.words(),
                        LineKind.of(r),
                        r.namesItem(),
                        r.equals(DifferenceReason.EXCHANGE),
                        r.retired()))
            .toList(),
        Arrays.stream(ShortPayReason.values())
            .map(r -> new DeskViews.ShortPayView(r, r.words()))
            .toList(),
        chart.accounts().stream()
            .filter(LedgerAccount::isFree)
            .map(DeskViews.AccountView::of)
            .toList(),
        chart.account(StandardAccount.EXCHANGE_DIFFERENCES.code()).map(DeskViews.AccountView::of),
        accounts.all(actor.booksId()).stream()
            .map(
                a ->
                    new DeskViews.OwnView(
                        a.code().code(),
                        a.shortName(),
                        a.beginsWith().currency().getCurrencyCode()))
            .toList(),
        chart.taxCodes().stream().map(t -> new DeskViews.TaxView(t.code(), t.words())).toList(),
        Arrays.stream(SetAside.Reason.values())
            .map(r -> new DeskViews.AsideView(r, r.words(), r.needsNote()))
            .toList(),
        Arrays.stream(Decision.Hand.values())
            .map(h -> new DeskViews.HowView(h.name(), h.words()))
            .toList(),
        Arrays.stream(Decision.Ground.values())
            .map(g -> new DeskViews.HowView(g.name(), g.words()))
            .toList(),
        customers.thatBearCharges(actor.booksId()).stream().map(CustomerId::number).toList());
  }

  /** What may be posted in one go, after a look at it. */
  @GetMapping("/sure")
  List<DeskViews.PreviewView> sure(@AuthenticationPrincipal Actor actor) {
    return preview.sure(actor, pile(actor));
  }

  private PostPreview.Pile pile(Actor actor) {
    return new PostPreview.Pile(plans.board(actor.booksId()), usualAccounts.of(actor.booksId()));
  }

  /** A text in everything: pile, explained, set aside, items, deposits, customers. */
  @GetMapping("/find")
  FindAnything.AllFound find(
      @AuthenticationPrincipal Actor actor, @RequestParam(defaultValue = "") String text) {
    return findAnything.of(actor, plans.board(actor.booksId()), text);
  }

  record TickedRequest(List<Long> ids) {}

  /** The same of sums that are ticked, however sure. */
  @PostMapping("/preview")
  @PreAuthorize("hasAuthority('POST')")
  List<DeskViews.PreviewView> preview(
      @AuthenticationPrincipal Actor actor, @RequestBody TickedRequest request) {
    return preview.ticked(actor, pile(actor), request.ids());
  }

  /** The same of worked tapes that are put by, whoever made them. */
  @GetMapping("/put-by")
  List<DeskViews.PreviewView> putBy(@AuthenticationPrincipal Actor actor) {
    return preview.putBy(actor, pile(actor));
  }

  @GetMapping("/money/{id}")
  DeskViews.MoneyView money(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return desk.money(
        actor, plans.board(actor.booksId()), usualAccounts.of(actor.booksId()), new MoneyInId(id));
  }

  /** Receipts in which a text is found, and how a sum that was paid out would return each. */
  @GetMapping("/money/{id}/receipts")
  List<DeskViews.WayView> receipts(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestParam(defaultValue = "") String find) {
    return desk.receipts(actor, new MoneyInId(id), doneList.moneyFound(actor, find));
  }

  /**
   * Open items of one customer, or of all that the text is found in.
   *
   * @param day of the money; items in other currencies are shown with it, at the rates of that day
   */
  @GetMapping("/items")
  DeskViews.ItemsView items(
      @AuthenticationPrincipal Actor actor,
      @RequestParam String currency,
      @RequestParam Optional<LocalDate> day,
      @RequestParam Optional<Long> customer,
      @RequestParam(defaultValue = "") String text) {
    ShownItems.In in = new ShownItems.In(Currencies.of(currency), day);
    return customer
        .map(c -> shownItems.itemsOf(actor, new CustomerId(c), in))
        .orElseGet(() -> shownItems.search(actor, text, in));
  }

  /** Shares a tape out over several sums; each is kept, put by. */
  @PutMapping("/together")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void share(
      @AuthenticationPrincipal Actor actor, @RequestBody WorkTogether.TogetherRequest request) {
    together.share(actor, request);
  }

  /** Keeps the tape and says what the core thinks of it. */
  @PutMapping("/money/{id}/draft")
  @PreAuthorize("hasAuthority('POST')")
  DeskViews.JudgedView keep(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody DraftRequest request) {
    MoneyInId moneyIn = new MoneyInId(id);
    DeskViews.JudgedView judged =
        desk.judge(
            actor,
            plans.board(actor.booksId()),
            usualAccounts.of(actor.booksId()),
            moneyIn,
            request.lines());
    drafts.keep(actor, moneyIn, request.lines(), request.putBy());
    return judged;
  }

  @PostMapping("/money/{id}/posting")
  @PreAuthorize("hasAuthority('POST')")
  Posted post(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestHeader("Idempotency-Key") String key,
      @RequestBody PostTape.PostingRequest request) {
    MoneyInId moneyIn = new MoneyInId(id);
    return postTape.post(
        actor, moneyIn, request, key, whatWasSaid.of(actor, moneyIn), Optional.empty());
  }

  /** Posts many, each an act of its own with its outcome. */
  @PostMapping("/postings")
  @PreAuthorize("hasAuthority('POST')")
  List<PostTogether.OutcomeView> postMany(
      @AuthenticationPrincipal Actor actor, @RequestBody PostTogether.ManyRequest request) {
    return postTogether.post(actor, request.tapes());
  }

  /** All that is set aside. */
  @GetMapping("/set-aside")
  List<SettingAside.SetAsideView> setAside(@AuthenticationPrincipal Actor actor) {
    return settingAside.report(actor);
  }

  @PostMapping("/money/{id}/setting-aside")
  @PreAuthorize("hasAuthority('POST')")
  DeskViews.DoneSaid setAside(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody SettingAside.SetAsideRequest request) {
    return new DeskViews.DoneSaid(settingAside.setAside(actor, new MoneyInId(id), request));
  }

  @PostMapping("/money/{id}/bringing-back")
  @PreAuthorize("hasAuthority('POST')")
  DeskViews.DoneSaid bringBack(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return new DeskViews.DoneSaid(settingAside.bringBack(actor, new MoneyInId(id)));
  }

  /**
   * @param together short numbers of what rests on it, as it was shown
   */
  @PostMapping("/postings/{year}/{number}/turning-back")
  @PreAuthorize("hasAuthority('POST')")
  Posted turnBack(
      @AuthenticationPrincipal Actor actor,
      @PathVariable int year,
      @PathVariable int number,
      @RequestParam(defaultValue = "") List<String> together) {
    return turnBackPosting.turnBack(
        actor,
        PostingNumber.of(year, number),
        together.stream().map(PostingNumber::parse).toList());
  }

  /** What has to be turned back before a posting can be. */
  @GetMapping("/postings/{year}/{number}/resting")
  List<TurnBackPosting.RestingView> resting(
      @AuthenticationPrincipal Actor actor, @PathVariable int year, @PathVariable int number) {
    return turnBackPosting.resting(actor, PostingNumber.of(year, number));
  }

  /** A posted tape, to be corrected. */
  @GetMapping("/postings/{year}/{number}/tape")
  CorrectPosting.PostedTapeView postedTape(
      @AuthenticationPrincipal Actor actor, @PathVariable int year, @PathVariable int number) {
    return correctPosting.tape(actor, PostingNumber.of(year, number));
  }

  @PostMapping("/postings/{year}/{number}/correction")
  @PreAuthorize("hasAuthority('POST')")
  Posted correct(
      @AuthenticationPrincipal Actor actor,
      @PathVariable int year,
      @PathVariable int number,
      @RequestHeader("Idempotency-Key") String key,
      @RequestBody CorrectPosting.CorrectionRequest request) {
    return correctPosting.correct(actor, PostingNumber.of(year, number), request, key);
  }

  /**
   * A page of what is explained, the newest first.
   *
   * @param how the code of a hand or of a ground
   * @param before where it begins, as the page before said
   */
  @GetMapping("/done")
  DeskViews.DoneListView done(
      @AuthenticationPrincipal Actor actor,
      @RequestParam Optional<Long> account,
      @RequestParam(defaultValue = "") String how,
      @RequestParam(defaultValue = "") String find,
      @RequestParam Optional<Long> before) {
    return doneList.page(actor, new DoneList.Wanted(account, how, find), before);
  }

  /** What stands of all that is explained so, by currency. */
  @GetMapping("/done/totals")
  List<DeskViews.TotalView> doneTotals(
      @AuthenticationPrincipal Actor actor,
      @RequestParam Optional<Long> account,
      @RequestParam(defaultValue = "") String how,
      @RequestParam(defaultValue = "") String find) {
    return doneList.totals(actor, new DoneList.Wanted(account, how, find));
  }
}
