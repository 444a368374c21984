-- Rights are held singly; a bundle only names some that are given together.
alter table person add column rights varchar(200) default '' not null;
update person set rights = case bundle
  when 'SUPERVISOR' then 'READ BRING_IN POST APPROVE RULES SET_UP CLOSE_MONTHS'
  when 'CLERK' then 'READ BRING_IN POST'
  else 'READ' end;
alter table person drop constraint if exists person_bundle;
alter table person drop column bundle;
alter table person add column locked boolean default false not null;
comment on table person is 'Who may sign in, and the rights they hold.';
comment on column person.rights is 'Their names with blanks between; none until a second supervisor has released them.';
comment on column person.password_hash is 'Empty until the person has set a password by the link of an invitation.';

create table invitation (
  person_id bigint primary key references person on delete cascade,
  token_hash varchar(64) not null unique,
  ends_at timestamp(3) with time zone not null
);
comment on table invitation is 'A link by which a person sets a password, once; kept as a hash only.';

create table rights_asked (
  person_id bigint primary key references person on delete cascade,
  rights varchar(200) not null,
  asked_by bigint not null references person
);
comment on table rights_asked is 'Rights that one supervisor gave, while they wait for another.';
create index rights_asked_by on rights_asked (asked_by);

create table first_start (
  id integer primary key check (id = 1),
  begun_at timestamp(3) with time zone not null
);
comment on table first_start is 'One row, once a house was set up by its first start: of several at once one comes through.';
