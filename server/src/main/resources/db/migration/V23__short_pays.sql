-- What customers left short is listed, whatever else was posted.

create index tape_line_short_pay on tape_line (short_pay);
