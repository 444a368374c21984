-- Terms of payment that were agreed with a customer, for invoices that state none.
create table agreed_terms (
  customer_id bigint primary key references customer,
  books_id bigint not null references books,
  terms varchar(40) not null
);
create index agreed_terms_books on agreed_terms (books_id);
comment on table agreed_terms is 'Terms of payment that were agreed with a customer, for its invoices that state none.';
