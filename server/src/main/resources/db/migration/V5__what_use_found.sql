-- Checks with a list (x in (...), and x = .. or x = .., which the embedded engine turns into one) keep
-- the connection that made them, and fail for good when the pool retires it. A position in a text does not.
-- Constraints of earlier scripts without a name are dropped by what either engine called them.
alter table person drop constraint if exists constraint_8c7;
alter table person drop constraint if exists person_bundle_check;
alter table person add constraint person_bundle
  check (position(',' || bundle || ',' in ',CLERK,SUPERVISOR,READER,') > 0);

alter table accounting_month drop constraint if exists constraint_d6;
alter table accounting_month drop constraint if exists accounting_month_state_check;
alter table accounting_month add constraint accounting_month_state
  check (position(',' || state || ',' in ',CLOSED,REOPENED,') > 0);

alter table ledger_account drop constraint if exists constraint_74;
alter table ledger_account drop constraint if exists ledger_account_account_use_check;
alter table ledger_account add constraint ledger_account_use
  check (position(',' || account_use || ',' in ',CONTROL,FREE,BANK,') > 0);

alter table csv_layout drop constraint csv_layout_content;
alter table csv_layout add constraint csv_layout_content
  check (position(',' || content || ',' in ',ENTRIES,PAYOUTS,') > 0);

alter table deposit drop constraint if exists constraint_8772a2;
alter table deposit drop constraint if exists deposit_kind_check;
alter table deposit add constraint deposit_kind
  check (position(',' || kind || ',' in ',SLIP,LOCKBOX_BATCH,PAYOUT,SINGLE,') > 0);

alter table posting drop constraint posting_of_kind;
alter table posting add constraint posting_of_kind
  check (position(',' || kind || ',' in ',BANK_BEGINS,ITEMS_READ,RECEIPTS_FORWARD,TAPE,TURNED_BACK,') > 0);

alter table decision drop constraint if exists constraint_505e1;
alter table decision drop constraint if exists decision_hand_check;
alter table decision add constraint decision_hand
  check (position(',' || hand || ',' in ',FROM_THE_LIST,ACCEPTED,CHOSEN,CHANGED,BY_HAND,') > 0);
alter table decision drop constraint if exists constraint_505e1f;
alter table decision drop constraint if exists decision_ground_check;
alter table decision add constraint decision_ground
  check (position(',' || ground || ',' in ',STATED,NUMBERS,LIST,REMEMBERED,AMOUNT,') > 0);

-- A file of which everything is known already is no refusal.
alter table arrival drop constraint if exists constraint_ff0;
alter table arrival drop constraint if exists arrival_state_check;
alter table arrival add constraint arrival_state
  check (position(',' || state || ',' in
    ',LAYOUT,WAITING,ACCEPTED,INFORMATION,KNOWN,REFUSED,DROPPED,WITHDRAWN,') > 0);

-- What was posted and turned back is withdrawn without being forgotten: its postings name it.
alter table money_in drop constraint if exists constraint_1ad;
alter table money_in drop constraint if exists money_in_standing_check;
alter table money_in add constraint money_in_standing
  check (position(',' || standing || ',' in ',COUNTS,HELD,DETAILED,WITHDRAWN,') > 0);
alter table bank_statement alter column sequence_number drop not null;
comment on column bank_statement.sequence_number is 'Its place among the statements of the account; empty when it was withdrawn.';

-- The seller numbers invoices and credit notes, these books number money that stays as credit.
alter table open_item drop constraint if exists constraint_401;
alter table open_item drop constraint if exists open_item_kind_check;
alter table open_item add constraint open_item_kind
  check (position(',' || kind || ',' in ',INVOICE,CREDIT_NOTE,ON_ACCOUNT,UNIDENTIFIED,') > 0);
alter table open_item add column numbered_by varchar(10) default 'SELLER' not null;
update open_item set numbered_by = 'BOOKS' where kind = 'ON_ACCOUNT' or kind = 'UNIDENTIFIED';
alter table open_item drop constraint if exists constraint_4016be;
alter table open_item drop constraint if exists open_item_books_id_number_key;
alter table open_item add constraint open_item_number_once unique (books_id, number, numbered_by);

-- The order of postings is that of the record, whatever the clock said; and the day on which each was made.
alter table posting add column record_number bigint;
alter table posting add column acted_on date;
create table posting_order (posting_id bigint primary key, place bigint not null);
insert into posting_order (posting_id, place)
  select id, row_number() over (partition by books_id order by id) from posting;
update posting set
  record_number = (select place from posting_order where posting_id = posting.id),
  acted_on = cast(posted_at as date);
drop table posting_order;
alter table posting alter column record_number set not null;
alter table posting alter column acted_on set not null;
create index posting_in_order on posting (books_id, record_number);
create index posting_by_date on posting (books_id, posting_date);
comment on column posting.record_number is 'The line of the record that tells of it; of older ones a number below.';
comment on column posting.acted_on is 'The business date on which somebody posted it.';

alter table tape_line add column agreed boolean default false not null;
comment on column tape_line.agreed is 'Granted by terms or by a rate of the house anyway: it counts towards no limit.';

-- A limit for each reason and role: on one tape or item, and for one customer in one month.
create table difference_limit (
  books_id bigint not null references books,
  reason varchar(30) not null,
  authority varchar(20) not null,
  tape_minor bigint not null check (tape_minor >= 0),
  month_minor bigint not null check (month_minor >= tape_minor),
  primary key (books_id, reason, authority)
);
comment on table difference_limit is 'How far people may go with each reason, in minor units.';
insert into difference_limit (books_id, reason, authority, tape_minor, month_minor)
  select books_id, reason, 'CLERK', amount, 4 * amount from house_limit,
    (values ('BANK_CHARGE'), ('PROCESSOR_FEE')) as kept (reason) where code = 'charge-cap';
insert into difference_limit (books_id, reason, authority, tape_minor, month_minor)
  select books_id, reason, 'SUPERVISOR', 15 * amount, 60 * amount from house_limit,
    (values ('BANK_CHARGE'), ('PROCESSOR_FEE')) as kept (reason) where code = 'charge-cap';
insert into difference_limit (books_id, reason, authority, tape_minor, month_minor)
  select books_id, reason, 'CLERK', amount, amount from house_limit,
    (values ('DISCOUNT'), ('PRICE'), ('QUANTITY'), ('SMALL_DIFFERENCE'), ('ROUNDING')) as granted (reason)
    where code = 'clerk-write-off';
insert into difference_limit (books_id, reason, authority, tape_minor, month_minor)
  select books_id, reason, 'SUPERVISOR', amount, amount from house_limit,
    (values ('DISCOUNT'), ('PRICE'), ('QUANTITY'), ('SMALL_DIFFERENCE'), ('ROUNDING')) as granted (reason)
    where code = 'supervisor-write-off';
insert into difference_limit (books_id, reason, authority, tape_minor, month_minor)
  select id, 'TAX_WITHHELD', 'CLERK', 5000, 20000 from books;
insert into difference_limit (books_id, reason, authority, tape_minor, month_minor)
  select id, 'TAX_WITHHELD', 'SUPERVISOR', 500000, 2000000 from books;
delete from house_limit
  where code = 'charge-cap' or code = 'clerk-write-off' or code = 'supervisor-write-off';
insert into house_limit (books_id, code, amount) select id, 'days-ahead', 31 from books;

-- A tape of a thousand lines, and a member with many details, are kept whole.
alter table draft alter column tape_lines set data type varchar(400000);
alter table deposit_member alter column details set data type varchar(100000);
