-- How far one person may go, where that is otherwise than for the role.

create table person_limit (
  person_id bigint not null references person,
  reason varchar(30) not null,
  books_id bigint not null references books,
  tape_minor bigint not null,
  month_minor bigint not null,
  primary key (person_id, reason)
);
create index person_limit_of_books on person_limit (books_id);
comment on table person_limit is 'In smallest units of whatever currency: on a tape, and for one customer in a month.';
