-- What lists say of items is hashed item by item, so that a list reads no more than it changes.
create table items_hash (
  books_id bigint primary key,
  hash varchar(64) not null,
  constraint items_hash_of_books foreign key (books_id) references books
);
comment on table items_hash is 'The hash of all that lists say of the items of a house, as it stands now; the record names it, and the proof reckons it anew.';
