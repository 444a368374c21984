-- The item that a wrongly read cheque paid, beside the reason of its tie's difference.
alter table tie_part add column item_id bigint;
alter table tie_part add column customer_id bigint;
