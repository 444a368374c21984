-- A line of a tape may undo a part of a receipt, which it names by its sum; receipts are found by their amounts.

alter table tape_line add column returned_id bigint references money_in;
create index tape_line_returned on tape_line (returned_id);
create index money_in_amount on money_in (amount_minor);

alter table decision drop constraint decision_ground;
alter table decision add constraint decision_ground
  check (position(',' || ground || ',' in ',STATED,NUMBERS,LIST,REMEMBERED,AMOUNT,ACCOUNT,TRANSFER,RETURN,') > 0);
