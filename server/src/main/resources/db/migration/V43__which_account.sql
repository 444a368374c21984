create table account_meant (
  id bigint primary key,
  books_id bigint not null references books,
  written varchar(120) not null,
  currency char(3) not null,
  bank_account_id bigint not null references bank_account,
  said_at timestamp(3) with time zone not null,
  said_by varchar(60) not null,
  unique (books_id, written, currency)
);
comment on table account_meant is 'Which account a number in files means, where it may be that of several: somebody said so once.';
create index account_meant_account on account_meant (bank_account_id);

alter table arrival add column asks_account boolean default false not null;

-- A bank may keep one number in several currencies.
alter table bank_account drop constraint if exists constraint_1979;
alter table bank_account drop constraint if exists bank_account_books_id_account_number_key;
alter table bank_account add constraint bank_account_of_number
  unique (books_id, account_number, currency);
