-- What lists say of items is hashed item by item, so that a list reads no more than it changes.
create table items_hash (
  books_id bigint primary key,
  hash varchar(64) not null,
  constraint items_hash_of_books foreign key (books_id) references books
);
comment on table items_hash is 'The hash of all that lists say of the items of a house, as it stands now; the record names it, and the proof reckons it anew.';

-- What was proved when a month was closed is kept, so that later proofs go on from there.
alter table accounting_month add column proved_record bigint;
alter table accounting_month add column proved_posting bigint;
comment on column accounting_month.proved_posting is 'Every posting with a smaller id was proved when the month was closed; none of them is dated after it.';
create table month_balance (
  books_id bigint not null,
  month_code varchar(7) not null,
  place integer not null,
  account_code varchar(12) not null,
  customer_id bigint,
  currency varchar(3) not null,
  amount_minor bigint not null,
  primary key (books_id, month_code, place),
  constraint month_balance_of_month foreign key (books_id, month_code) references accounting_month
);
comment on table month_balance is 'What the accounts stood at before the first posting after a closed month, receivables by customer; without the balances with which bank accounts began.';

-- What is held, or gone, is little beside all that counts.
create index money_in_standing on money_in (books_id, standing);

-- On the embedded engine this key had an index of its own beside ours. Made anew, it uses that. Its first names are those
-- that each engine gave it.
alter table item_movement drop constraint if exists constraint_533;
alter table item_movement drop constraint if exists item_movement_item_id_fkey;
alter table item_movement add constraint item_movement_of_item foreign key (item_id) references open_item;
