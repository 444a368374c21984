-- What nothing explains is asked for all day, and is little beside all that was ever explained: it is kept, not looked for.
create table unclaimed (
  money_in_id bigint primary key references money_in,
  books_id bigint not null,
  arrival_id bigint not null,
  bank_account_id bigint,
  standing varchar(10) not null,
  booking_date date not null,
  amount_minor bigint not null
);
comment on table unclaimed is 'Each sum that no posting explains now, and where it stands; written with each act. The proof holds it against the sums and their claims.';
insert into unclaimed (money_in_id, books_id, arrival_id, bank_account_id, standing, booking_date, amount_minor)
  select m.id, m.books_id, m.arrival_id, m.bank_account_id, m.standing, m.booking_date, m.amount_minor
    from money_in m left join claim c on c.money_in_id = m.id where c.money_in_id is null;
-- What its entries come to that count: to sum all entries of an account takes seconds where there are very many.
alter table bank_statement add column counted_minor bigint default 0 not null;
update bank_statement set counted_minor = coalesce((
  select cast(sum(m.amount_minor) as bigint) from money_in m
    where m.statement_id = bank_statement.id and m.standing = 'COUNTS'), 0);
comment on column bank_statement.counted_minor is 'What its entries come to that count; kept with each act. The proof sums them anew.';
