-- How each person likes to see things: orders, filters kept by name.

create table personal_setting (
  person_id bigint not null references person,
  name varchar(40) not null,
  setting varchar(20000) not null,
  primary key (person_id, name)
);
comment on table personal_setting is 'What a person chose for a screen, as the screen writes it; no rule of the job.';
