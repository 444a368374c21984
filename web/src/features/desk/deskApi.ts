import { newKey } from '../../api/newKey';
import { queryOptions } from '@tanstack/react-query';
import { client, placeOf, Problem, type Schemas, unwrap } from '../../api/client';

export type Line = Schemas['LineView'];
export type Item = Schemas['ItemView'];
export type Money = Schemas['MoneyView'];
type SharedRow = Schemas['PileRow'];
export type Question = Schemas['QuestionView'];
export type QuestionAsked = Schemas['QuestionRequest'];

/** A row of the pile, with what one's own house and others do on it. */
export interface PileRow extends SharedRow {
  putBy: boolean;
  workedBy: string[];
  /** What was asked about it. */
  question: Question | undefined;
}
export type Choices = Schemas['ChoicesView'];
/** Why a sum is set aside. */
export type AsideReason = Choices['setAsides'][number]['code'];
export type Judged = Schemas['JudgedView'];
export type PreviewRow = Schemas['PreviewView'];
export type Posted = Schemas['Posted'];

type DeskAnswer = Schemas['DeskView'];

export interface DeskState extends Omit<DeskAnswer, 'rows'> {
  rows: PileRow[];
}

/** The pile as it is known, with what the server says changed since. */
function changed(known: DeskState | undefined, answer: DeskAnswer): DeskState {
  const byId = new Map<number, SharedRow>();
  if (known && !answer.whole) {
    known.rows.forEach((r) => byId.set(r.id, r));
    answer.gone.forEach((id) => byId.delete(id));
  }
  answer.rows.forEach((r) => byId.set(r.id, r));
  const worked = new Map(answer.worked.map((w) => [w.id, w]));
  const questions = new Map(answer.questions.map((q) => [q.moneyInId, q]));
  const rows = [...byId.values()]
    .map((r) => ({
      ...r,
      putBy: worked.get(r.id)?.putBy ?? false,
      workedBy: worked.get(r.id)?.workedBy ?? [],
      question: questions.get(r.id),
    }))
    .sort((a, b) => (a.place < b.place ? -1 : 1));
  return { ...answer, rows };
}

const DESK = ['desk'];

/** Reads the whole pile once, and after that only what changed. */
export const deskQuery = queryOptions({
  queryKey: DESK,
  queryFn: async ({ client: queries }) => {
    const known = queries.getQueryData<DeskState>(DESK);
    const query = { known: known?.feedNumber };
    return changed(known, await unwrap(client.GET('/api/desk', { params: { query } })));
  },
  // sorted anew each time: comparing twelve thousand rows deeply is more than showing twenty
  structuralSharing: false,
});

export const choicesQuery = queryOptions({
  queryKey: ['choices'],
  queryFn: () => unwrap(client.GET('/api/desk/choices')),
  staleTime: Infinity,
});

/** What is posted in one go. */
export type Together = { kind: 'sure' } | { kind: 'putBy' } | { kind: 'ticked'; ids: number[] };

export const previewQuery = (what: Together) =>
  queryOptions({
    queryKey: ['desk', 'preview', what],
    queryFn: () =>
      what.kind === 'ticked'
        ? unwrap(client.POST('/api/desk/preview', { body: { ids: what.ids } }))
        : unwrap(client.GET(what.kind === 'sure' ? '/api/desk/sure' : '/api/desk/put-by')),
    gcTime: 0,
  });

/** Names the posting of a sum while it is under way. */
export const postingKey = (id: number) => ['posting', id];

export const moneyQuery = (id: number) =>
  queryOptions({
    queryKey: ['desk', 'money', id],
    queryFn: () => unwrap(client.GET('/api/desk/money/{id}', { params: { path: { id } } })),
    // the same person may have gone on with the tape in another browser
    refetchOnWindowFocus: 'always',
  });

/**
 * Open items of a customer, or of all in whom the text is found.
 *
 * @param paid in which currency, and for items in others on which day
 */
export const itemsQuery = (
  paid: { currency: string; day: string | undefined },
  customer: number | undefined,
  text: string,
) =>
  queryOptions({
    queryKey: ['desk', 'items', paid.currency, paid.day, customer, text],
    queryFn: () =>
      unwrap(client.GET('/api/desk/items', { params: { query: { ...paid, customer, text } } })),
    placeholderData: (before) => before,
  });

/** Remembers payers no more as paying for a customer, or again. */
export const forgetPayers = (payers: Schemas['PayerRequest'][], forgotten: boolean) =>
  unwrap(client.PUT('/api/payers/forgotten', { body: { payers, forgotten } }));

/** Shares a tape out over several sums, each of which keeps its part, put by. */
export const shareOut = (money: number[], lines: Line[]) =>
  unwrap(client.PUT('/api/desk/together', { body: { money, lines } }));

export const postedTapeQuery = (number: string) =>
  queryOptions({
    queryKey: ['desk', 'posted', number],
    queryFn: () =>
      unwrap(
        client.GET('/api/desk/postings/{year}/{number}/tape', {
          params: { path: placeOf(number) },
        }),
      ),
  });

/** Sets right what was wrong of a posted tape but its money. */
export const correct = (number: string, lines: Line[], key: string) =>
  unwrap(
    client.POST('/api/desk/postings/{year}/{number}/correction', {
      params: { path: placeOf(number), header: { 'Idempotency-Key': key } },
      body: { lines },
    }),
  );

export type Customer = Schemas['FoundView'];

/** Adds a customer that no list has brought in yet. */
export const addCustomer = (body: Schemas['CustomerRequest']) =>
  unwrap(client.POST('/api/customers', { body }));

/** Adds a ledger account on which clerks may place money. */
export const addAccount = (body: Schemas['AccountRequest']) =>
  unwrap(client.POST('/api/set-up/accounts', { body }));

/** The first customers whose name or number holds a text. */
export const customersQuery = (text: string) =>
  queryOptions({
    queryKey: ['customers', 'found', text],
    queryFn: () => unwrap(client.GET('/api/customers/found', { params: { query: { text } } })),
    enabled: text.trim().length > 1,
    placeholderData: (before) => before,
  });

/** Receipts that a sum which was paid out may return, found by a text. */
export const receiptsQuery = (id: number, find: string) =>
  queryOptions({
    queryKey: ['desk', 'receipts', id, find],
    queryFn: () =>
      unwrap(
        client.GET('/api/desk/money/{id}/receipts', { params: { path: { id }, query: { find } } }),
      ),
    placeholderData: (before) => before,
  });

export const keepDraft = (id: number, lines: Line[], putBy: boolean) =>
  unwrap(
    client.PUT('/api/desk/money/{id}/draft', { params: { path: { id } }, body: { lines, putBy } }),
  );

export const post = (id: number, lines: Line[], key: string) =>
  unwrap(
    client.POST('/api/desk/money/{id}/posting', {
      params: { path: { id }, header: { 'Idempotency-Key': key } },
      body: { lines },
    }),
  );

export type PostedOfMany = Schemas['OutcomeView'];

/** Posts some tapes, each by itself: one that is refused leaves the others as they are. */
export const postMany = (rows: PreviewRow[], fromTheList: boolean) => {
  const tapes = rows.map((r) => ({
    moneyInId: r.moneyInId,
    key: newKey(),
    posting: {
      lines: r.lines,
      fromTheList,
      ...(r.makerId === undefined ? {} : { makerId: r.makerId }),
    },
  }));
  const send = () => unwrap(client.POST('/api/desk/postings', { body: { tapes } }));
  // with the same keys nothing is posted twice: what did not get through is asked once more
  return send().catch((e: unknown) => {
    if (e instanceof Problem && e.status < 500) {
      throw e;
    }
    return send();
  });
};

/** A text with which a question begins. */
export const draftedQuestion = (id: number, whom: QuestionAsked['whom']) =>
  queryOptions({
    queryKey: ['desk', 'question', id, whom],
    queryFn: () =>
      unwrap(
        client.GET('/api/desk/money/{id}/question', { params: { path: { id }, query: { whom } } }),
      ),
  });

/** Keeps what is asked about a sum. */
export const askAbout = (id: number, body: QuestionAsked) =>
  unwrap(client.POST('/api/desk/money/{id}/question', { params: { path: { id } }, body }));

/** What was asked needs no answer any more. */
export const answered = (id: number) =>
  unwrap(client.POST('/api/desk/money/{id}/answer', { params: { path: { id } } }));

export const questionsQuery = queryOptions({
  queryKey: ['desk', 'questions'],
  queryFn: () => unwrap(client.GET('/api/desk/questions')),
});

/** Lets a tape on a sum wait for a second person. */
export const askForMoney = (id: number, lines: Line[]) =>
  unwrap(client.POST('/api/desk/money/{id}/asking', { params: { path: { id } }, body: { lines } }));

export type Credit = Schemas['CreditView'];

/** Every credit with what is left of it, and what is to be paid back. */
export const creditsQuery = queryOptions({
  queryKey: ['desk', 'credits'],
  queryFn: () => unwrap(client.GET('/api/desk/credits')),
});

/** Posts a tape without money. */
export const postCredits = (currency: string, lines: Line[], key: string) =>
  unwrap(
    client.POST('/api/desk/credits', {
      params: { header: { 'Idempotency-Key': key } },
      body: { currency, lines },
    }),
  );

/** Lets a tape without money wait for a second person. */
export const askForCredits = (currency: string, lines: Line[]) =>
  unwrap(client.POST('/api/desk/credits/asking', { body: { currency, lines } }));

export type Waiting = Schemas['WaitingView'];

/** What waits for a second person. */
export const waitingQuery = queryOptions({
  queryKey: ['desk', 'waiting'],
  queryFn: () => unwrap(client.GET('/api/desk/waiting')),
});

/** Posts what waits, as the second person. */
export const approve = (one: Waiting, key: string) => {
  const header = { 'Idempotency-Key': key };
  return one.moneyInId === undefined
    ? unwrap(
        client.POST('/api/desk/waiting/{id}/approval', {
          params: { path: { id: one.tapeId ?? 0 }, header },
        }),
      )
    : unwrap(
        client.POST('/api/desk/money/{id}/approval', {
          params: { path: { id: one.moneyInId }, header },
          body: { personId: one.personId },
        }),
      );
};

/** Gives a tape back to its maker with a word. */
export const sendBack = (one: Waiting, words: string) =>
  one.moneyInId === undefined
    ? unwrap(
        client.POST('/api/desk/waiting/{id}/sending-back', {
          params: { path: { id: one.tapeId ?? 0 } },
          body: { words },
        }),
      )
    : unwrap(
        client.POST('/api/desk/money/{id}/sending-back', {
          params: { path: { id: one.moneyInId } },
          body: { personId: one.personId, words },
        }),
      );

/** Its maker takes back a tape without money that waits. */
export const withdrawTape = (tapeId: number) =>
  unwrap(client.POST('/api/desk/waiting/{id}/withdrawal', { params: { path: { id: tapeId } } }));

/** Two entries by which the bank corrected itself explain each other. */
export const pair = async (one: number, other: number, key: string): Promise<Posted> => {
  const tied = await unwrap(
    client.POST('/api/ties', {
      params: { header: { 'Idempotency-Key': key } },
      body: { entries: [one, other], recorded: [] },
    }),
  );
  return { ...tied, moneyInId: one };
};

/** Takes a sum out of the day's work. */
export const setAside = (id: number, reason: AsideReason, note: string) =>
  unwrap(
    client.POST('/api/desk/money/{id}/setting-aside', {
      params: { path: { id } },
      body: { reason, note },
    }),
  );

export const bringBack = (id: number) =>
  unwrap(client.POST('/api/desk/money/{id}/bringing-back', { params: { path: { id } } }));

export const setAsideQuery = queryOptions({
  queryKey: ['desk', 'set-aside'],
  queryFn: () => unwrap(client.GET('/api/desk/set-aside')),
});

export type Methods = Schemas['MethodsView'];
export type PayerReceipt = Schemas['PayerReceipt'];

/** The ways to pay, and what else a receipt begins with. */
export const methodsQuery = queryOptions({
  queryKey: ['receipts', 'methods'],
  queryFn: () => unwrap(client.GET('/api/receipts/methods')),
});

/** The receipts that a sum of several payers would be. */
export const payersQuery = (moneyId: number, lines: Line[]) =>
  queryOptions({
    queryKey: ['receipts', 'payers', moneyId, lines],
    queryFn: () =>
      unwrap(client.POST('/api/receipts/payers/preview', { body: { moneyId, lines } })),
    staleTime: 0,
    gcTime: 0,
    retry: false,
  });

/** Makes a receipt for each who paid, and ties all of them to the sum. */
export const partByPayer = async (
  moneyId: number,
  lines: Line[],
  receipts: PayerReceipt[],
  key: string,
): Promise<Posted> => {
  const done = await unwrap(
    client.POST('/api/receipts/payers', {
      params: { header: { 'Idempotency-Key': key } },
      body: { of: { moneyId, lines }, receipts },
    }),
  );
  return { number: done.tie, words: done.words, moneyInId: moneyId };
};
