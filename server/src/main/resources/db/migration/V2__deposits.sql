-- Deposits as facts: what reaches the bank as one sum, and its members.

-- The check of V1 has no name of its own: what H2 and PostgreSQL called it.
alter table posting drop constraint if exists constraint_137a4;
alter table posting drop constraint if exists posting_kind_check;
alter table posting add constraint posting_of_kind
  check (kind in ('BANK_BEGINS', 'ITEMS_READ', 'RECEIPTS_FORWARD', 'TAPE', 'TURNED_BACK'));

insert into ledger_account (books_id, code, name, account_use)
  select id, '1210', 'Cheques on hand', 'CONTROL' from books;
insert into ledger_account (books_id, code, name, account_use)
  select id, '1220', 'Till cash', 'CONTROL' from books;
insert into ledger_account (books_id, code, name, account_use)
  select id, '1230', 'Deposits in transit', 'CONTROL' from books;
insert into ledger_account (books_id, code, name, account_use)
  select id, '1240', 'Lockbox clearing', 'CONTROL' from books;
insert into ledger_account (books_id, code, name, account_use)
  select id, '1250', 'Processor balance', 'CONTROL' from books;

alter table csv_layout add column content varchar(10) default 'ENTRIES' not null;
alter table csv_layout add constraint csv_layout_content check (content in ('ENTRIES', 'PAYOUTS'));

create table lockbox (
  id bigint primary key,
  books_id bigint not null references books,
  number varchar(40) not null,
  bank_account_id bigint not null references bank_account,
  layout varchar(4000) not null,
  made_by varchar(60) not null,
  made_at timestamp(3) with time zone not null,
  unique (books_id, number)
);
comment on table lockbox is 'A lockbox of the house: the account it is paid into, and where its bank writes what.';

create table deposit (
  id bigint primary key,
  books_id bigint not null references books,
  arrival_id bigint not null references arrival,
  bank_account_id bigint not null references bank_account,
  kind varchar(20) not null check (kind in ('SLIP', 'LOCKBOX_BATCH', 'PAYOUT', 'SINGLE')),
  currency varchar(3) not null,
  reference varchar(80) not null,
  deposit_date date not null,
  net_minor bigint not null check (net_minor between -10000000000000 and 10000000000000),
  entry_id bigint unique references money_in
);
comment on table deposit is 'What reaches the bank as one sum. The bank entry that is this sum waits to be tied, and stands in no pile.';
create index deposit_account on deposit (bank_account_id, reference);

create table deposit_not_entry (
  deposit_id bigint not null references deposit,
  money_in_id bigint not null references money_in,
  primary key (deposit_id, money_in_id)
);
comment on table deposit_not_entry is 'What a person said: this entry is not the sum of that deposit.';

create table deposit_member (
  id bigint primary key,
  books_id bigint not null references books,
  arrival_id bigint not null references arrival,
  deposit_id bigint references deposit,
  place integer not null,
  ordinal integer not null,
  kind varchar(20) not null,
  member_date date not null,
  currency varchar(3) not null,
  amount_minor bigint not null check (amount_minor <> 0 and amount_minor between -10000000000000 and 10000000000000),
  number varchar(80) not null,
  payer_name varchar(200),
  payer_account varchar(60),
  details varchar(8000) not null,
  note varchar(2000) not null
);
comment on table deposit_member is 'A cheque, sale, fee: what makes a deposit. Without a deposit it is on hand.';
create index deposit_member_deposit on deposit_member (deposit_id);
create index deposit_member_arrival on deposit_member (arrival_id);

-- A member that must be explained is money in; it belongs to no statement of an account.
alter table money_in alter column bank_account_id drop not null;
alter table money_in alter column statement_id drop not null;
alter table money_in add column deposit_member_id bigint;
alter table money_in add constraint money_in_one_origin
  check ((statement_id is null) = (deposit_member_id is not null));
alter table money_in add constraint money_in_account_of_statement
  check ((statement_id is null) = (bank_account_id is null));
alter table money_in add constraint money_in_member unique (deposit_member_id);
alter table money_in add constraint money_in_of_member foreign key (deposit_member_id) references deposit_member;

create table past_payment (
  id bigint primary key,
  books_id bigint not null references books,
  arrival_id bigint not null references arrival,
  place integer not null,
  paid_on date not null,
  payer_name varchar(200),
  payer_account varchar(60),
  currency varchar(3) not null,
  amount_minor bigint not null check (amount_minor > 0),
  customer_number varchar(40) not null,
  items varchar(2000) not null,
  discount_minor bigint not null
);
comment on table past_payment is 'Payments from before these books; they teach payers and habits and post nothing.';
create index past_payment_arrival on past_payment (arrival_id);

create table connection_attempt (
  id bigint primary key,
  books_id bigint not null references books,
  connection varchar(60) not null,
  attempted_at timestamp(3) with time zone not null,
  attempted_by varchar(60) not null,
  from_date date not null,
  to_date date not null,
  brought integer not null,
  known integer not null,
  failure varchar(400) not null
);
comment on table connection_attempt is 'Each time files were fetched; failure is empty when it went well.';
create index connection_attempt_books on connection_attempt (books_id, connection, id);
