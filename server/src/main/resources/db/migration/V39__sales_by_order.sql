-- To which sale a row of a processor belongs: some name what they pay back by the order alone.
alter table deposit_member add column order_number varchar(80) default '' not null;
alter table deposit_member add column sale_number varchar(80) default '' not null;
update deposit_member
  set order_number = substring(details from position(' ' in details) + 1 for 80)
  where details <> '' and deposit_id in (select id from deposit where kind = 'PAYOUT');
update deposit_member set sale_number = case when number = '' then order_number else number end
  where deposit_id in (select id from deposit where kind = 'PAYOUT');
create index deposit_member_sale on deposit_member (sale_number);
create index deposit_member_order on deposit_member (order_number);
