-- What people write beside sums, items and customers, and what they asked whom about a sum.

create table note (
  id bigint primary key,
  books_id bigint not null references books,
  subject varchar(10) not null,
  subject_id bigint not null,
  person varchar(80) not null,
  written_at timestamp(3) with time zone not null,
  words varchar(1000) not null
);
create index note_of_subject on note (subject_id, subject);
create index note_of_books on note (books_id);
comment on table note is 'What somebody wrote beside a sum, an item or a customer; never changed.';

create table question (
  money_in_id bigint primary key references money_in on delete cascade,
  books_id bigint not null references books,
  whom varchar(10) not null,
  name varchar(80) not null,
  words varchar(2000) not null,
  person varchar(80) not null,
  asked_on date not null,
  next_look date not null
);
create index question_of_books on question (books_id);
comment on table question is 'Somebody was asked about a sum, which comes back on its day; gone when it is answered.';
