-- What is decided to be paid back is an item of no customer until the bank shows it; tapes without money wait for a second person.

alter table open_item drop constraint open_item_kind;
alter table open_item add constraint open_item_kind
  check (position(',' || kind || ',' in ',INVOICE,CREDIT_NOTE,ON_ACCOUNT,UNIDENTIFIED,TRANSFER_TO_COME,TRANSFER_TO_GO,OWED,PAYMENT_TO_GO,') > 0);

create table waiting_tape (
  id bigint primary key,
  books_id bigint not null references books,
  person_id bigint not null references person,
  currency char(3) not null,
  tape_lines varchar(400000) not null,
  why varchar(400) not null,
  asked_at timestamp(3) with time zone not null,
  sent_back varchar(400)
);
create index waiting_tape_of_books on waiting_tape (books_id);
comment on table waiting_tape is 'A tape without money that waits for a second person, or was sent back to its maker.';
