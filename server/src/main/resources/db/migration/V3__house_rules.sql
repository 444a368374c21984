-- What a house lays down about money that names nothing, and about tax that customers withhold.

alter table books add column silent_list varchar(120);
comment on column books.silent_list is 'Steps for silent payments in order, those that are off with a minus before them; null when none is set.';

alter table customer add column silent_list varchar(120);
comment on column customer.silent_list is 'The same, agreed with the customer; null when the list of the house holds.';

create table withheld_rate (
  books_id bigint not null references books,
  basis_points integer not null check (basis_points between 1 and 5000),
  primary key (books_id, basis_points)
);
comment on table withheld_rate is 'Rates at which customers withhold tax, in hundredths of a per cent.';
