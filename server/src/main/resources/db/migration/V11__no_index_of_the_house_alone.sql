-- The embedded engine keeps an index of its own for each key to the set of books: one value in every row of it. What grows
-- goes without that key: it names the books beside what it belongs to, and no books are ever deleted.
alter table open_item drop constraint if exists constraint_40;
alter table open_item drop constraint if exists open_item_books_id_fkey;
alter table money_in drop constraint if exists money_in_of_books;
alter table journal_line drop constraint if exists constraint_625a;
alter table journal_line drop constraint if exists journal_line_books_id_fkey;
alter table posting drop constraint if exists constraint_137;
alter table posting drop constraint if exists posting_books_id_fkey;
alter table audit_line drop constraint if exists constraint_838a;
alter table audit_line drop constraint if exists audit_line_books_id_fkey;
alter table decision drop constraint if exists constraint_505e;
alter table decision drop constraint if exists decision_books_id_fkey;
