-- Reasons are data that a supervisor edits; the codes of advices that mean them stand beside them.

alter table difference_reason add column codes varchar(120) default '' not null;
comment on column difference_reason.codes is 'Codes by which payers state it in their advices, such as X12:04, with blanks between.';
