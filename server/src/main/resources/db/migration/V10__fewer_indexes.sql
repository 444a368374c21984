-- The embedded engine keeps an index of its own for each key to another table, beside the primary key that begins with the
-- same column. Lines are written in one act with their posting, and items with their file; neither is ever deleted. So
-- these keys go, and with them an index of every line and item. Their names are those that each engine gave them.
alter table item_movement drop constraint if exists constraint_53;
alter table item_movement drop constraint if exists item_movement_posting_id_fkey;
alter table tape_line drop constraint if exists constraint_9b;
alter table tape_line drop constraint if exists tape_line_posting_id_fkey;
alter table journal_line drop constraint if exists constraint_625;
alter table journal_line drop constraint if exists journal_line_posting_id_fkey;
alter table open_item drop constraint if exists constraint_4016b;
alter table open_item drop constraint if exists open_item_arrival_id_fkey;
