-- Sums taken out of the day's work, with the reason. One that was brought back keeps its row, even
-- when its file is withdrawn later and the sum is gone: the record tells of all rows together.

create table set_aside (
  money_in_id bigint primary key,
  books_id bigint not null references books,
  reason varchar(20) not null,
  note varchar(200) not null,
  person varchar(80) not null,
  set_on date not null,
  is_set boolean not null
);
comment on table set_aside is 'A sum that nobody works on until it is brought back; it stands unexplained at the bank.';
