-- A limit may hold for one currency; 'any' stands for all that have none of their own.
create table limit_by_currency (
  books_id bigint not null,
  currency varchar(3) not null,
  reason varchar(30) not null,
  authority varchar(20) not null,
  tape_minor bigint not null,
  month_minor bigint not null,
  primary key (books_id, currency, reason, authority),
  constraint difference_limit_of_books foreign key (books_id) references books,
  constraint difference_limit_rises check (tape_minor >= 0 and month_minor >= tape_minor)
);
insert into limit_by_currency (books_id, currency, reason, authority, tape_minor, month_minor)
  select books_id, 'any', reason, authority, tape_minor, month_minor from difference_limit;
drop table difference_limit;
alter table limit_by_currency rename to difference_limit;
comment on table difference_limit is 'How far people may go with each reason, in minor units of the currency.';

-- A line of a tape says in which currency it is, so that limits are counted by currency.
alter table tape_line add column currency varchar(3);
update tape_line set currency = (select m.currency from posting p join money_in m on m.id = p.money_in_id
  where p.id = tape_line.posting_id);
update tape_line set currency = (select min(i.currency) from tape_line l join open_item i on i.id = l.item_id
  where l.posting_id = tape_line.posting_id) where currency is null;
alter table tape_line alter column currency set not null;
