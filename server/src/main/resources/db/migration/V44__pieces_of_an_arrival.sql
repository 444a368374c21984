-- The sums of a large file are read piece by piece, in the order of their ids.
drop index money_in_arrival;
create index money_in_arrival on money_in (arrival_id, id);
