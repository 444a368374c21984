-- A list of the house belongs to no bank account; two accounts may share a header.
alter table csv_layout alter column bank_account_id set null;
alter table csv_layout alter column content varchar(20);
alter table csv_layout drop constraint csv_layout_content;
alter table csv_layout add constraint csv_layout_content
  check (position(',' || content || ',' in ',ENTRIES,PAYOUTS,LIST,') > 0);
alter table csv_layout drop constraint constraint_deb97;
alter table csv_layout add constraint csv_layout_of_header
  unique (books_id, signature, bank_account_id);
