package io.sumbrel.server.arrivals;

import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.formats.listlayout.ListKind;
import io.sumbrel.server.bank.AccountStands;
import io.sumbrel.server.deposit.DepositViews;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.FileStore;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/arrivals")
class ArrivalsController {
  /** So many entries may look alike in one line. */
  private static final int MOST_PLACES = 100_000;

  private final Arrivals arrivals;
  private final FileContents contents;
  private final DaysFiles daysFiles;
  private final BringIn bringIn;
  private final AcceptFile acceptFile;
  private final DecideHeld decideHeld;
  private final WithdrawFile withdrawFile;
  private final MakeLayout makeLayout;
  private final TriedLists triedLists;
  private final MakeLockbox makeLockbox;
  private final NameAccount nameAccount;
  private final TypeEntries typeEntries;
  private final AccountStands accountStands;
  private final ImportProgress progress;

  ArrivalsController(
      Arrivals arrivals,
      FileContents contents,
      DaysFiles daysFiles,
      BringIn bringIn,
      AcceptFile acceptFile,
      DecideHeld decideHeld,
      WithdrawFile withdrawFile,
      MakeLayout makeLayout,
      TriedLists triedLists,
      MakeLockbox makeLockbox,
      NameAccount nameAccount,
      TypeEntries typeEntries,
      AccountStands accountStands,
      ImportProgress progress) {
    this.arrivals = arrivals;
    this.contents = contents;
    this.daysFiles = daysFiles;
    this.bringIn = bringIn;
    this.acceptFile = acceptFile;
    this.decideHeld = decideHeld;
    this.withdrawFile = withdrawFile;
    this.makeLayout = makeLayout;
    this.triedLists = triedLists;
    this.makeLockbox = makeLockbox;
    this.nameAccount = nameAccount;
    this.typeEntries = typeEntries;
    this.accountStands = accountStands;
    this.progress = progress;
  }

  @GetMapping
  List<ArrivalView> arrivals(@AuthenticationPrincipal Actor actor) {
    return arrivals.all(actor.booksId());
  }

  /** What waits, in the order in which it is accepted in one go. */
  @GetMapping("/day")
  List<DaysFiles.DayFile> day(@AuthenticationPrincipal Actor actor) {
    return daysFiles.waiting(actor.booksId());
  }

  /** One file, however old it is. */
  @GetMapping("/{id}")
  ArrivalView arrival(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return arrivals.one(actor.booksId(), id);
  }

  /** The bytes of the file are the body; its size is refused before anything is read. */
  @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @PreAuthorize("hasAuthority('BRING_IN')")
  ArrivalView bringIn(
      @AuthenticationPrincipal Actor actor, @RequestParam String name, HttpServletRequest request)
      throws IOException {
    FileStore.requireSize(request.getContentLengthLong(), FileStore.MOST_MEGABYTES);
    return bringIn.bringIn(actor, name, request.getInputStream());
  }

  @GetMapping("/{id}/contents")
  FileContents.ContentsView contents(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestParam(defaultValue = "CHANGES_ONLY") ListScope scope) {
    return contents.contents(actor.booksId(), id, scope);
  }

  @GetMapping("/{id}/original")
  ResponseEntity<Resource> original(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return attachment(
        arrivals.find(actor.booksId(), id).fileName(),
        new FileSystemResource(arrivals.original(actor.booksId(), id).path()));
  }

  @PostMapping("/{id}/acceptance")
  @PreAuthorize("hasAuthority('BRING_IN')")
  ArrivalView accept(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody AcceptFile.Acceptance how) {
    return acceptFile.accept(actor, id, how);
  }

  /** Our own forms of lists, and what their columns hold. */
  @GetMapping("/forms")
  List<ListForms.FormView> forms() {
    return ListForms.all();
  }

  /** A form with a few rows as an example. */
  @GetMapping("/forms/sample")
  ResponseEntity<Resource> form(
      @RequestParam(defaultValue = "OPEN_ITEMS") ListKind list,
      @RequestParam(defaultValue = "false") boolean workbook) {
    String name = list.words().replace(' ', '-') + (workbook ? ".xlsx" : ".csv");
    return attachment(
        name, new ByteArrayResource(workbook ? ListForms.workbook(list) : ListForms.csv(list)));
  }

  private static ResponseEntity<Resource> attachment(String name, Resource bytes) {
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build()
                .toString())
        .body(bytes);
  }

  /** The first rows of a file in columns of its own. */
  @GetMapping("/{id}/sample")
  MakeLayout.SampleView sample(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestParam Optional<Integer> sheet,
      @RequestParam Optional<Character> delimiter,
      @RequestParam Optional<Integer> headerLine) {
    return makeLayout.sample(actor, id, new MakeLayout.SampleOf(sheet, delimiter, headerLine));
  }

  /** What a file says when it is read by a layout; nothing is kept. */
  @PostMapping("/{id}/layout/trial")
  List<FileContents.StatementView> tryLayout(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody MakeLayout.LayoutRequest request) {
    return contents.statements(
        actor.booksId(), makeLayout.tried(actor, id, request).statements(), FileContents::asNew);
  }

  @PutMapping("/{id}/layout")
  @PreAuthorize("hasAuthority('BRING_IN')")
  ArrivalView keepLayout(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody MakeLayout.LayoutRequest request) {
    return makeLayout.keep(actor, id, request);
  }

  /** What a file says when it is read as payouts; nothing is kept. */
  @PostMapping("/{id}/payout-layout/trial")
  List<DepositViews.DepositView> tryPayouts(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody MakeLayout.PayoutLayoutRequest request) {
    return contents.asNew(actor.booksId(), makeLayout.tried(actor, id, request).deposits());
  }

  @PutMapping("/{id}/payout-layout")
  @PreAuthorize("hasAuthority('BRING_IN')")
  ArrivalView keepPayouts(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody MakeLayout.PayoutLayoutRequest request) {
    return makeLayout.keep(actor, id, request);
  }

  /** What a file says when it is read as a list of the house; nothing is kept. */
  @PostMapping("/{id}/list-layout/trial")
  TriedLists.ListTrialView tryList(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody MakeLayout.ListLayoutRequest request) {
    return triedLists.tried(actor.booksId(), makeLayout.tried(actor, id, request));
  }

  @PutMapping("/{id}/list-layout")
  @PreAuthorize("hasAuthority('BRING_IN')")
  ArrivalView keepList(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody MakeLayout.ListLayoutRequest request) {
    return makeLayout.keep(actor, id, request);
  }

  /** How a lockbox file is read, or would be. */
  @GetMapping("/{id}/lockbox")
  MakeLockbox.LockboxView lockbox(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return makeLockbox.view(actor, id);
  }

  @PostMapping("/{id}/lockbox/trial")
  List<DepositViews.DepositView> tryLockbox(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody MakeLockbox.LockboxRequest request) {
    return contents.asNew(actor.booksId(), makeLockbox.tried(actor, id, request));
  }

  @PutMapping("/{id}/lockbox")
  @PreAuthorize("hasAuthority('BRING_IN')")
  ArrivalView keepLockbox(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody MakeLockbox.LockboxRequest request) {
    return makeLockbox.keep(actor, id, request);
  }

  /** Which account a file may mean. */
  @GetMapping("/{id}/account")
  NameAccount.AccountQuestion account(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return nameAccount.question(actor, id);
  }

  @PutMapping("/{id}/account/{bankAccountId}")
  @PreAuthorize("hasAuthority('BRING_IN')")
  ArrivalView nameAccount(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @PathVariable long bankAccountId) {
    return nameAccount.keep(actor, id, bankAccountId);
  }

  @PostMapping("/typed")
  @PreAuthorize("hasAuthority('BRING_IN')")
  ArrivalView type(
      @AuthenticationPrincipal Actor actor, @RequestBody TypeEntries.TypedRequest request) {
    return typeEntries.type(actor, request);
  }

  @PostMapping("/held/{moneyId}/{verdict}")
  @PreAuthorize("hasAuthority('BRING_IN')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void decideHeld(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long moneyId,
      @PathVariable DecideHeld.Verdict verdict) {
    decideHeld.decide(actor, moneyId, verdict);
  }

  @PostMapping("/{id}/withdrawal")
  @PreAuthorize("hasAuthority('BRING_IN')")
  ArrivalView withdraw(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return withdrawFile.withdraw(actor, id);
  }

  @GetMapping("/{id}/lines")
  List<Arrivals.SourceLine> lines(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestParam int around,
      @RequestParam(defaultValue = "") String near,
      @RequestParam(defaultValue = "0") int nth) {
    return arrivals.lines(actor.booksId(), id, around, near, Math.min(nth, MOST_PLACES));
  }

  /** What is being taken in at this moment. */
  @GetMapping("/progress")
  List<ImportProgress.Progress> progress(@AuthenticationPrincipal Actor actor) {
    return progress.of(actor.booksId());
  }

  /** Stops taking a file in: nothing of it is stored. */
  @DeleteMapping("/{id}/acceptance")
  @PreAuthorize("hasAuthority('BRING_IN')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void stop(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    progress.stop(actor.booksId(), id);
  }

  @GetMapping("/accounts")
  List<AccountStands.AccountStand> accounts(@AuthenticationPrincipal Actor actor) {
    return accountStands.all(actor.booksId());
  }

  @DeleteMapping("/{id}")
  @PreAuthorize("hasAuthority('BRING_IN')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    bringIn.drop(actor, id);
  }
}
