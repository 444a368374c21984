-- An item in another currency is settled at a rate of the house; the line keeps both amounts, the rate and its day.

create table exchange_rate (
  books_id bigint not null references books,
  rate_date date not null,
  of_currency varchar(3) not null,
  in_currency varchar(3) not null,
  rate numeric(24, 12) not null check (rate > 0),
  primary key (books_id, of_currency, in_currency, rate_date)
);
comment on table exchange_rate is 'What one unit of a currency is worth in another from a day on.';

alter table tape_line add column item_currency varchar(3);
alter table tape_line add column item_minor bigint;
alter table tape_line add column rate numeric(24, 12);
alter table tape_line add column rate_date date;
alter table tape_line add constraint tape_line_exchange check
  ((item_currency is null) = (item_minor is null) and (item_minor is null) = (rate is null) and (rate is null) = (rate_date is null));
comment on column tape_line.item_minor is 'By how much an item in another currency moves.';
