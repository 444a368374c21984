-- What accounts stand at is kept with each posting: to sum all lines anew takes seconds where there are very many.
create table account_balance (
  books_id bigint not null,
  account_code varchar(12) not null,
  currency varchar(3) not null,
  amount_minor bigint not null,
  primary key (books_id, account_code, currency),
  constraint account_balance_of_account foreign key (books_id, account_code) references ledger_account
);
insert into account_balance (books_id, account_code, currency, amount_minor)
  select books_id, account_code, currency, cast(sum(amount_minor) as bigint) from journal_line
    group by books_id, account_code, currency;
comment on table account_balance is 'What each account stands at in each currency; written with each posting, under the lock of the record. The proof sums the lines anew.';
