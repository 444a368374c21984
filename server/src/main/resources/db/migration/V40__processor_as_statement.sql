-- A processor is read by its payouts, or as the statement of an account, never both.
alter table processor add column statement_account_id bigint references bank_account;
create index processor_statement_account on processor (statement_account_id);
