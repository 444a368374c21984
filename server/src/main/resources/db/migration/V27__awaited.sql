-- Money on account may be meant for an invoice or order of which the invoice has not come.

alter table tape_line add column meant_for varchar(40);
