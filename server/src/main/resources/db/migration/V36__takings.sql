-- What counters take in on a day.
alter table posting drop constraint posting_of_kind;
alter table posting add constraint posting_of_kind
  check (position(',' || kind || ',' in ',BANK_BEGINS,ITEMS_READ,RECEIPTS_FORWARD,TAPE,TAKINGS,HANDED_IN,PAYOUT,TIED,TURNED_BACK,') > 0);

create table takings_part (
  posting_id bigint not null references posting,
  line_number integer not null,
  part varchar(20) not null,
  money_in_id bigint,
  account_code varchar(12) not null,
  tax_code varchar(12),
  tax_account_code varchar(12),
  tax_minor bigint,
  currency varchar(3) not null,
  amount_minor bigint not null,
  note varchar(200) not null,
  primary key (posting_id, line_number)
);
comment on table takings_part is 'What a counter took in on a day: the till first, then what was sold, and what was paid.';
create index takings_part_money on takings_part (money_in_id);
create index takings_part_till on takings_part (part, note);

create index open_item_order_number on open_item (order_number);

-- What several paid in one sum of the bank.
alter table deposit drop constraint deposit_kind;
alter table deposit add constraint deposit_kind
  check (position(',' || kind || ',' in ',SLIP,LOCKBOX_BATCH,PAYOUT,TOGETHER,SINGLE,') > 0);
