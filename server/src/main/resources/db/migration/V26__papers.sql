-- Pictures of cheques, advices and letters beside sums, items, customers and deposits.

create table paper (
  id bigint primary key,
  books_id bigint not null references books,
  subject varchar(10) not null,
  subject_id bigint not null,
  file_name varchar(200) not null,
  kind varchar(10) not null,
  size_bytes bigint not null,
  hash varchar(64) not null,
  person varchar(80) not null,
  added_at timestamp(3) with time zone not null,
  taken_off_by varchar(80)
);
create index paper_of_subject on paper (subject_id, subject);
create index paper_of_books on paper (books_id);
comment on table paper is 'A picture or document that somebody put beside something; taken off, it is shown no more.';
