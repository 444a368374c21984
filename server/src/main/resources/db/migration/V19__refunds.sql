-- How a posted tape came about may be that it was proposed as a refund.

alter table decision drop constraint decision_ground;
alter table decision add constraint decision_ground
  check (position(',' || ground || ',' in ',STATED,NUMBERS,LIST,REMEMBERED,AMOUNT,ACCOUNT,TRANSFER,RETURN,REFUND,') > 0);
