-- What the bank has shown is tied to what was recorded: several entries to several deposits.
alter table posting drop constraint posting_of_kind;
alter table posting add constraint posting_of_kind
  check (position(',' || kind || ',' in ',BANK_BEGINS,ITEMS_READ,RECEIPTS_FORWARD,TAPE,TIED,TURNED_BACK,') > 0);

insert into ledger_account (books_id, code, name, account_use)
  select id, '6220', 'Deposit differences', 'CONTROL' from books;

create table tie_part (
  posting_id bigint not null references posting,
  line_number integer not null,
  money_in_id bigint references money_in,
  recorded_id bigint,
  reason varchar(30),
  account_code varchar(12) not null,
  currency varchar(3) not null,
  amount_minor bigint not null,
  primary key (posting_id, line_number),
  constraint tie_part_is_one_thing check (
    case when money_in_id is null then 0 else 1 end
    + case when recorded_id is null then 0 else 1 end
    + case when reason is null then 0 else 1 end = 1)
);
comment on table tie_part is 'What a tie holds: an entry of the bank, a deposit or receipt (recorded_id), or the reason of a difference.';
create index tie_part_money_in on tie_part (money_in_id);
create index tie_part_recorded on tie_part (recorded_id);

create table recorded_claim (
  recorded_id bigint primary key,
  posting_id bigint not null references posting
);
comment on table recorded_claim is 'The one tie of a deposit or of a receipt on hand; gone when it is turned back.';

-- A tie explains several entries at once. Made anew: the engines keep a unique index that a key uses.
create table claim_anew (
  money_in_id bigint primary key references money_in,
  posting_id bigint not null
);
insert into claim_anew (money_in_id, posting_id) select money_in_id, posting_id from claim;
drop table claim;
alter table claim_anew rename to claim;
create index claim_posting on claim (posting_id);
alter table claim add constraint claim_of_posting foreign key (posting_id) references posting;
comment on table claim is 'The one explanation of a sum; gone when it is turned back. A tie explains several.';
