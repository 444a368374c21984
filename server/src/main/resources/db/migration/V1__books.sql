-- The schema keeps to what H2 and PostgreSQL share. Amounts are whole minor units.
create sequence row_id start with 1000 increment by 100;

create table books (
  id bigint primary key,
  name varchar(120) not null,
  zone varchar(40) not null,
  business_date date,
  created_at timestamp(3) with time zone not null
);
comment on table books is 'A set of books. Its business date is the real date in its zone unless one is set.';

create table person (
  id bigint primary key,
  books_id bigint not null references books,
  name varchar(60) not null,
  password_hash varchar(200) not null,
  bundle varchar(20) not null check (bundle in ('CLERK', 'SUPERVISOR', 'READER')),
  unique (books_id, name)
);
comment on table person is 'Who may sign in, and the bundle of rights they hold.';

create table audit_head (
  books_id bigint primary key references books,
  last_number bigint not null check (last_number >= 0),
  last_hash varchar(64) not null
);
comment on table audit_head is 'One row for each set of books, locked by whoever writes to the record: number and hash follow commit order.';

create table audit_line (
  books_id bigint not null references books,
  line_number bigint not null check (line_number > 0),
  written_at varchar(40) not null,
  actor varchar(60) not null,
  act varchar(40) not null,
  subject varchar(120) not null,
  detail varchar(2000) not null,
  previous_hash varchar(64) not null,
  hash varchar(64) not null,
  primary key (books_id, line_number)
);
comment on table audit_line is 'Who did what, when. Each hash covers the line before; readers of changes follow the numbers.';

create table journal_year (
  books_id bigint not null references books,
  posting_year integer not null,
  last_number integer not null check (last_number >= 0),
  primary key (books_id, posting_year)
);
comment on table journal_year is 'The last journal number of each year; written under the lock of audit_head.';

create table accounting_month (
  books_id bigint not null references books,
  month_code varchar(7) not null,
  state varchar(10) not null check (state in ('CLOSED', 'REOPENED')),
  supervisor varchar(60) not null,
  reason varchar(400) not null,
  changed_at timestamp(3) with time zone not null,
  primary key (books_id, month_code)
);
comment on table accounting_month is 'Months that were closed, and reopened with a reason. Nothing is posted into a closed month.';

create table house_limit (
  books_id bigint not null references books,
  code varchar(40) not null,
  amount bigint not null check (amount >= 0),
  primary key (books_id, code)
);
comment on table house_limit is 'Limits of the house, in minor units, days or months by their code.';

create table ledger_account (
  books_id bigint not null references books,
  code varchar(12) not null,
  name varchar(80) not null,
  account_use varchar(10) not null check (account_use in ('CONTROL', 'FREE', 'BANK')),
  primary key (books_id, code)
);
comment on table ledger_account is 'The accounts of the ledger.';

create table bank_account (
  id bigint primary key,
  books_id bigint not null references books,
  name varchar(80) not null,
  account_number varchar(40) not null,
  currency varchar(3) not null,
  ledger_code varchar(12) not null,
  begins_on date not null,
  begins_minor bigint not null,
  unique (books_id, account_number),
  unique (books_id, ledger_code),
  foreign key (books_id, ledger_code) references ledger_account
);
comment on table bank_account is 'A bank account of the house, and the day and balance with which it begins in these books.';

create table customer (
  id bigint primary key,
  books_id bigint not null references books,
  number varchar(40) not null,
  name varchar(120) not null,
  parent_id bigint references customer,
  version integer not null,
  unique (books_id, number)
);
comment on table customer is 'Who is billed, by the number of the seller''s own system.';

create table csv_layout (
  id bigint primary key,
  books_id bigint not null references books,
  bank_account_id bigint not null references bank_account,
  signature varchar(2000) not null,
  layout varchar(4000) not null,
  made_by varchar(60) not null,
  made_at timestamp(3) with time zone not null,
  unique (books_id, signature)
);
comment on table csv_layout is 'How a bank writes its CSV: what each column holds. Its header, the signature, tells when it applies.';

create table arrival (
  id bigint primary key,
  books_id bigint not null references books,
  kind varchar(20) not null,
  file_name varchar(200) not null,
  hash varchar(64) not null,
  live_hash varchar(64),
  size_bytes bigint not null,
  state varchar(15) not null check (state in ('LAYOUT', 'WAITING', 'ACCEPTED', 'INFORMATION', 'REFUSED', 'DROPPED', 'WITHDRAWN')),
  account varchar(400) not null,
  title varchar(400) not null,
  stated_count integer not null,
  stated_minor bigint not null,
  accepted_count integer not null,
  known_count integer not null,
  known_minor bigint not null,
  held_count integer not null check (held_count >= 0),
  currency varchar(3) not null,
  csv_layout_id bigint references csv_layout,
  refusal varchar(2000) not null,
  notes varchar(4000) not null,
  arrived_at timestamp(3) with time zone not null,
  arrived_by varchar(60) not null,
  decided_at timestamp(3) with time zone,
  decided_by varchar(60),
  version integer not null,
  unique (books_id, live_hash)
);
comment on table arrival is 'A file that came. The same bytes are taken in once: live_hash is empty when a file was refused, dropped or withdrawn.';

create table bank_statement (
  id bigint primary key,
  bank_account_id bigint not null references bank_account,
  arrival_id bigint not null references arrival,
  sequence_number integer not null check (sequence_number > 0),
  number varchar(60) not null,
  opening_date date not null,
  opening_minor bigint,
  closing_date date not null,
  closing_minor bigint,
  entry_count integer not null,
  unique (bank_account_id, sequence_number),
  check ((opening_minor is null) = (closing_minor is null))
);
comment on table bank_statement is 'An accepted statement; each follows the one before it by its sequence number. Balances are empty where its format states none.';

create table money_in (
  id bigint primary key,
  books_id bigint not null,
  bank_account_id bigint not null,
  statement_id bigint not null,
  arrival_id bigint not null,
  place integer not null,
  ordinal integer not null,
  standing varchar(10) not null check (standing in ('COUNTS', 'HELD', 'DETAILED')),
  booking_date date not null,
  value_date date not null,
  currency varchar(3) not null,
  amount_minor bigint not null check (amount_minor <> 0 and amount_minor between -10000000000000 and 10000000000000),
  bank_reference varchar(80) not null,
  payer_name varchar(200),
  payer_account varchar(60),
  method varchar(20) not null,
  bank_text varchar(4000) not null,
  document_references varchar(2000) not null,
  batch_reference varchar(80),
  original_reference varchar(80),
  reverses_id bigint,
  detail_of_id bigint
);
comment on table money_in is 'A sum that must be explained: a booked bank entry, with its place in its file. One that is held is possibly double and counts nowhere; one that is detailed counts by its parts.';
-- Indexes before the keys that need them: H2 would make each key an index of its own.
create index money_in_account on money_in (bank_account_id, booking_date);
create index money_in_statement on money_in (statement_id);
create index money_in_arrival on money_in (arrival_id);
alter table money_in add constraint money_in_of_books foreign key (books_id) references books;
alter table money_in add constraint money_in_of_account foreign key (bank_account_id) references bank_account;
alter table money_in add constraint money_in_of_statement foreign key (statement_id) references bank_statement;
alter table money_in add constraint money_in_of_arrival foreign key (arrival_id) references arrival;
alter table money_in add constraint money_in_detail_of foreign key (detail_of_id) references money_in;
alter table money_in add constraint money_in_reverses foreign key (reverses_id) references money_in;

create table open_item (
  id bigint primary key,
  books_id bigint not null references books,
  kind varchar(20) not null check (kind in ('INVOICE', 'CREDIT_NOTE', 'ON_ACCOUNT', 'UNIDENTIFIED')),
  customer_id bigint references customer,
  number varchar(60) not null,
  item_date date not null,
  due_date date,
  currency varchar(3) not null,
  tax_minor bigint,
  order_number varchar(60),
  terms varchar(40),
  extra varchar(4000) not null,
  arrival_id bigint references arrival,
  arrival_line integer,
  version integer not null,
  unique (books_id, number),
  check ((customer_id is null) = (kind = 'UNIDENTIFIED'))
);
comment on table open_item is 'An invoice, credit note, or money that stays as credit. What is open of it stands in item_balance.';
create index open_item_customer on open_item (customer_id);

create table item_balance (
  item_id bigint primary key references open_item,
  total_minor bigint not null,
  open_minor bigint not null,
  check ((0 <= open_minor and open_minor <= total_minor) or (total_minor <= open_minor and open_minor <= 0))
);
comment on table item_balance is 'The one row of an item that is locked and updated; the sum of its movements.';

create table posting (
  id bigint primary key,
  books_id bigint not null references books,
  posting_year integer not null,
  posting_number integer not null check (posting_number > 0),
  kind varchar(20) not null check (kind in ('BANK_BEGINS', 'ITEMS_READ', 'TAPE', 'TURNED_BACK')),
  posting_date date not null,
  posted_at timestamp(3) with time zone not null,
  actor varchar(60) not null,
  money_in_id bigint references money_in,
  arrival_id bigint references arrival,
  turns_back_id bigint unique references posting,
  unique (books_id, posting_year, posting_number),
  check ((turns_back_id is not null) = (kind = 'TURNED_BACK')),
  check (kind <> 'TAPE' or money_in_id is not null)
);
comment on table posting is 'One event in the books. Never changed, never deleted; turned back at most once, by another posting.';
create index posting_money_in on posting (money_in_id);

create table journal_line (
  posting_id bigint not null references posting,
  line_number integer not null,
  books_id bigint not null references books,
  account_code varchar(12) not null,
  customer_id bigint references customer,
  currency varchar(3) not null,
  amount_minor bigint not null check (amount_minor <> 0),
  primary key (posting_id, line_number),
  foreign key (books_id, account_code) references ledger_account
);
comment on table journal_line is 'A line of a journal entry: debit above zero, credit below.';

create table tape_line (
  posting_id bigint not null references posting,
  line_number integer not null,
  kind varchar(20) not null,
  amount_minor bigint not null check (amount_minor > 0),
  item_id bigint references open_item,
  reason varchar(30),
  short_pay varchar(30),
  account_code varchar(12),
  customer_id bigint references customer,
  item_customer_id bigint references customer,
  item_total_minor bigint,
  item_tax_minor bigint,
  primary key (posting_id, line_number)
);
comment on table tape_line is 'A line of a posted tape, with the customer, total and tax of its item as they were then.';

create table item_movement (
  posting_id bigint not null references posting,
  line_number integer not null,
  item_id bigint not null references open_item,
  kind varchar(20) not null,
  total_delta bigint not null,
  open_delta bigint not null,
  primary key (posting_id, line_number)
);
comment on table item_movement is 'What a posting does to one item; placings among them.';
create index item_movement_item on item_movement (item_id);

create table claim (
  money_in_id bigint primary key references money_in,
  posting_id bigint not null unique references posting
);
comment on table claim is 'The one explanation of a sum; gone when it is turned back.';

create table draft (
  money_in_id bigint not null references money_in,
  person_id bigint not null references person,
  tape_lines varchar(20000) not null,
  put_by boolean not null,
  changed_at timestamp(3) with time zone not null,
  primary key (money_in_id, person_id)
);
comment on table draft is 'A tape that somebody works on and has not posted; it reserves nothing.';

create table idempotency_key (
  books_id bigint not null references books,
  request_key varchar(80) not null,
  person_id bigint not null references person,
  request_hash varchar(64) not null,
  answer varchar(8000) not null,
  answered_at timestamp(3) with time zone not null,
  primary key (books_id, request_key)
);
comment on table idempotency_key is 'Answers to requests that post, so that a request sent twice posts once.';

create table month_figure (
  books_id bigint not null references books,
  month_code varchar(7) not null,
  bank_account_id bigint not null references bank_account,
  statement_minor bigint not null,
  unexplained_minor bigint not null,
  ledger_minor bigint not null,
  primary key (books_id, month_code, bank_account_id),
  check (statement_minor - unexplained_minor = ledger_minor)
);
comment on table month_figure is 'The bank reconciliation that a closed month keeps.';
