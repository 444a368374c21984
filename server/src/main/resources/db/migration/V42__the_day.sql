-- The first day that a file speaks of: files of one account are accepted in the order of their days.
alter table arrival add column first_day date;
alter table arrival add column waits_for_earlier boolean default false not null;

create table fetch_times (
  id bigint primary key,
  books_id bigint not null references books,
  connection varchar(60) not null,
  times varchar(200) not null,
  kept_at timestamp(3) with time zone not null,
  kept_by varchar(60) not null,
  unique (books_id, connection)
);
comment on table fetch_times is 'When a connection is asked by itself: times of the day of the house, empty for never.';
