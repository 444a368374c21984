-- What is learned of payers is seen and may be forgotten.

create table forgotten_payer (
  books_id bigint not null references books,
  payer varchar(200) not null,
  by_account boolean not null,
  customer_id bigint not null references customer,
  primary key (books_id, payer, by_account, customer_id)
);
comment on table forgotten_payer is 'A payer that is not remembered as paying for a customer: its name in plain words, or its account in letters and digits.';
