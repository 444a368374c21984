-- What a customer owes again for money that was paid out: a payment from before the books that came back, a charge passed on.

alter table open_item drop constraint open_item_kind;
alter table open_item add constraint open_item_kind
  check (position(',' || kind || ',' in ',INVOICE,CREDIT_NOTE,ON_ACCOUNT,UNIDENTIFIED,TRANSFER_TO_COME,TRANSFER_TO_GO,OWED,') > 0);
alter table open_item drop constraint open_item_of_customer;
alter table open_item add constraint open_item_of_customer
  check ((customer_id is not null) = (position(',' || kind || ',' in ',INVOICE,CREDIT_NOTE,ON_ACCOUNT,OWED,') > 0));
