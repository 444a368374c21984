-- What is posted with a payout as a whole, and where a house books what a processor does.
alter table posting drop constraint posting_of_kind;
alter table posting add constraint posting_of_kind
  check (position(',' || kind || ',' in ',BANK_BEGINS,ITEMS_READ,RECEIPTS_FORWARD,TAPE,HANDED_IN,PAYOUT,TIED,TURNED_BACK,') > 0);

alter table deposit add column posted_id bigint references posting;
create index deposit_posted on deposit (posted_id);
comment on column deposit.posted_id is 'The posting by which what a processor kept of a payout is in the books.';

alter table deposit add column layout_id bigint references csv_layout;
create index deposit_layout on deposit (layout_id);
comment on column deposit.layout_id is 'How its processor writes: it names the processor.';
update deposit set layout_id = (select a.csv_layout_id from arrival a where a.id = deposit.arrival_id)
  where kind = 'PAYOUT';

create index deposit_member_number on deposit_member (number);

create table payout_part (
  posting_id bigint not null references posting,
  line_number integer not null,
  part varchar(20) not null,
  recorded_id bigint,
  money_in_id bigint,
  account_code varchar(12),
  tax_code varchar(12),
  tax_account_code varchar(12),
  tax_minor bigint,
  currency varchar(3) not null,
  amount_minor bigint not null,
  number varchar(80) not null,
  primary key (posting_id, line_number)
);
comment on table payout_part is 'What was posted with a payout: the payout itself first, then its rows and the receipts that some of them are.';
create index payout_part_money on payout_part (money_in_id);
create index payout_part_recorded on payout_part (recorded_id);

create table processor (
  layout_id bigint primary key references csv_layout on delete cascade,
  books_id bigint not null references books,
  name varchar(60) not null,
  sales_account varchar(12) not null,
  sales_tax varchar(12),
  fees_account varchar(12) not null,
  fees_tax varchar(12),
  adjustments_account varchar(12) not null,
  adjustments_tax varchar(12)
);
comment on table processor is 'A card processor: what the house calls it, and where it books what that does.';
create index processor_books on processor (books_id);
