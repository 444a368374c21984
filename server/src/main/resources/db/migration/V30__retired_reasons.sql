-- A reason that is no longer chosen is kept for what was posted with it.

alter table difference_reason add column retired boolean default false not null;
comment on column difference_reason.retired is 'Whether it is no longer chosen.';
