-- A list of the house belongs to no bank account; two accounts may share a header.
alter table csv_layout alter column bank_account_id drop not null;
alter table csv_layout alter column content set data type varchar(20);
alter table csv_layout drop constraint csv_layout_content;
alter table csv_layout add constraint csv_layout_content
  check (position(',' || content || ',' in ',ENTRIES,PAYOUTS,LIST,') > 0);
alter table csv_layout drop constraint if exists constraint_deb97;
alter table csv_layout drop constraint if exists csv_layout_books_id_signature_key;
alter table csv_layout add constraint csv_layout_of_header
  unique (books_id, signature, bank_account_id);
