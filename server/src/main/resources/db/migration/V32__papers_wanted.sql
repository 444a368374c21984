-- A house may want a paper beside money that came in some ways.

alter table books add column papers_wanted varchar(200) default '' not null;
comment on column books.papers_wanted is 'Methods of money that shall have a paper beside it, with blanks between.';
