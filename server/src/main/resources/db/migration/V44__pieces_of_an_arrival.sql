-- The sums of a large file are read piece by piece, in the order of their ids.
create index money_in_pieces on money_in (arrival_id, id);
