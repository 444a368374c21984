-- Receipts taken in by hand, and the slips on which they go to the bank.
alter table posting drop constraint posting_of_kind;
alter table posting add constraint posting_of_kind
  check (position(',' || kind || ',' in ',BANK_BEGINS,ITEMS_READ,RECEIPTS_FORWARD,TAPE,HANDED_IN,TIED,TURNED_BACK,') > 0);

create table slip (
  id bigint primary key,
  books_id bigint not null references books,
  number varchar(40) not null,
  bank_account_id bigint not null references bank_account,
  slip_date date not null,
  lines varchar(20000) not null,
  pieces varchar(400) not null,
  counted_minor bigint,
  made_by varchar(60) not null,
  version integer not null,
  unique (books_id, number)
);
comment on table slip is 'A deposit slip that is being made, or was handed in: then a deposit of the same id stands.';

alter table deposit alter column arrival_id drop not null;
alter table deposit add column handed_in_id bigint references posting;
create index deposit_handed_in on deposit (handed_in_id);
comment on column deposit.handed_in_id is 'The posting by which a slip of our own was handed in; no file brought it.';

alter table deposit_member add column slip_id bigint references slip;
alter table deposit_member add column bankable_from date;
create index deposit_member_slip on deposit_member (slip_id);
comment on column deposit_member.slip_id is 'The slip on which a receipt on hand lies.';
comment on column deposit_member.bankable_from is 'From when the bank takes a cheque that is dated ahead.';

create table slip_part (
  posting_id bigint not null references posting,
  line_number integer not null,
  part varchar(20) not null,
  recorded_id bigint,
  account_code varchar(12) not null,
  currency varchar(3) not null,
  amount_minor bigint not null,
  note varchar(200) not null,
  primary key (posting_id, line_number)
);
comment on table slip_part is 'What was handed in: the slip itself first, then its receipts and lines.';
create index slip_part_recorded on slip_part (recorded_id);
