-- Money between bank accounts of the house is an item of no customer until both have shown it.

alter table open_item drop constraint if exists constraint_4016be8;
alter table open_item drop constraint if exists open_item_check;
alter table open_item drop constraint open_item_kind;
alter table open_item add constraint open_item_kind
  check (position(',' || kind || ',' in ',INVOICE,CREDIT_NOTE,ON_ACCOUNT,UNIDENTIFIED,TRANSFER_TO_COME,TRANSFER_TO_GO,') > 0);
alter table open_item add constraint open_item_of_customer
  check ((customer_id is not null) = (position(',' || kind || ',' in ',INVOICE,CREDIT_NOTE,ON_ACCOUNT,') > 0));

alter table decision drop constraint decision_ground;
alter table decision add constraint decision_ground
  check (position(',' || ground || ',' in ',STATED,NUMBERS,LIST,REMEMBERED,AMOUNT,ACCOUNT,TRANSFER,') > 0);
