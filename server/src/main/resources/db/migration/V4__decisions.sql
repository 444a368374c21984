-- What people decided, held against what the plan had said; and how long what is recorded may take to the bank.

create table decision (
  posting_id bigint primary key references posting,
  books_id bigint not null references books,
  hand varchar(20) not null
    check (hand in ('FROM_THE_LIST', 'ACCEPTED', 'CHOSEN', 'CHANGED', 'BY_HAND')),
  ground varchar(20) check (ground in ('STATED', 'NUMBERS', 'LIST', 'REMEMBERED', 'AMOUNT')),
  said_per_million integer not null check (said_per_million between 0 and 1000000),
  lesson varchar(20000)
);
comment on table decision is 'How a posted tape came about, how sure the plan was of its own way, and what the sum teaches.';
create index decision_of_books on decision (books_id);

create table house_weights (
  books_id bigint primary key references books,
  weights varchar(8000) not null,
  trial varchar(400) not null,
  fitted_at timestamp(3) with time zone not null,
  fitted_by varchar(60) not null
);
comment on table house_weights is 'The weights of the matching in these books, fitted on its own decisions, and what the trial showed; without a row they are as shipped.';

insert into house_limit (books_id, code, amount) select id, 'recorded-days', 60 from books;
