-- Who looks after a customer or a bank account, and when what was left short is looked at next.

create table responsible (
  subject varchar(10) not null,
  subject_id bigint not null,
  books_id bigint not null references books,
  person_id bigint not null references person,
  primary key (subject, subject_id)
);
create index responsible_of_books on responsible (books_id);
comment on table responsible is 'Who looks after a customer or a bank account; what has no row is nobody''s.';

create table short_pay_look (
  item_id bigint primary key references open_item on delete cascade,
  books_id bigint not null references books,
  next_look date not null
);
create index short_pay_look_of_books on short_pay_look (books_id);
comment on table short_pay_look is 'When the rest of an item that was left short is looked at next.';
