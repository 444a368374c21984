-- What was placed on accounts teaches where such entries go: found by this, not by a look at every line of every tape.
create index tape_line_account on tape_line (account_code);
alter table decision drop constraint decision_ground;
alter table decision add constraint decision_ground
  check (position(',' || ground || ',' in ',STATED,NUMBERS,LIST,REMEMBERED,AMOUNT,ACCOUNT,') > 0);
