-- What the books are made of is data of the house: accounts with its own numbers, reasons, tax codes, methods.
alter table ledger_account add column own_number varchar(20);
update ledger_account set own_number = code;
alter table ledger_account alter column own_number set not null;
alter table ledger_account add column retired boolean default false not null;
alter table ledger_account add constraint ledger_account_own_number unique (books_id, own_number);
comment on column ledger_account.code is 'Names the account for ever; people and the export know it by the number of the house.';

insert into ledger_account (books_id, code, own_number, name, account_use)
  select b.id, a.code, a.code, a.name, a.account_use
  from books b cross join (values
    ('1000', 'Petty cash', 'CONTROL'), ('1260', 'Processor reserve', 'CONTROL'),
    ('1270', 'Transfers in transit', 'CONTROL'), ('1290', 'Currency clearing', 'CONTROL'),
    ('1360', 'Tax on purchases', 'FREE'), ('2160', 'Payments in transit', 'CONTROL'),
    ('4000', 'Sales', 'FREE'), ('4100', 'Returned sales', 'FREE'),
    ('6230', 'Till differences', 'CONTROL'), ('6240', 'Exchange differences', 'CONTROL')
  ) as a (code, name, account_use);

create table difference_reason (
  books_id bigint not null references books,
  code varchar(30) not null,
  place integer not null,
  words varchar(60) not null,
  side varchar(10) not null,
  account_code varchar(12) not null,
  tax varchar(10) not null,
  primary key (books_id, code),
  constraint difference_reason_account foreign key (books_id, account_code) references ledger_account
);
comment on table difference_reason is 'Why what was received is not what is settled, in the order in which people are shown them.';
insert into difference_reason (books_id, code, place, words, side, account_code, tax)
  select b.id, r.code, r.place, r.words, r.side, r.account_code, r.tax
  from books b cross join (values
    ('BANK_CHARGE', 1, 'bank charge kept', 'KEPT_BACK', '6100', 'STAYS'),
    ('PROCESSOR_FEE', 2, 'processor fee kept', 'KEPT_BACK', '6110', 'STAYS'),
    ('TAX_WITHHELD', 3, 'tax withheld', 'KEPT_BACK', '1350', 'STAYS'),
    ('DISCOUNT', 4, 'discount', 'GRANTED', '4900', 'CORRECTED'),
    ('PRICE', 5, 'price corrected', 'GRANTED', '4910', 'CORRECTED'),
    ('QUANTITY', 6, 'quantity short', 'GRANTED', '4910', 'CORRECTED'),
    ('SMALL_DIFFERENCE', 7, 'small difference written off', 'GRANTED', '6200', 'STAYS'),
    ('ROUNDING', 8, 'rounding', 'GRANTED', '6210', 'STAYS')
  ) as r (code, place, words, side, account_code, tax);

create table tax_code (
  books_id bigint not null references books,
  code varchar(12) not null,
  words varchar(60) not null,
  account_code varchar(12) not null,
  primary key (books_id, code),
  constraint tax_code_account foreign key (books_id, account_code) references ledger_account
);
comment on table tax_code is 'How an amount that includes tax is split, and the account that bears the tax.';
insert into tax_code (books_id, code, words, account_code)
  select b.id, t.code, t.words, t.account_code
  from books b cross join (values
    ('SALES', 'tax on sales', '2200'), ('PURCHASES', 'tax on purchases', '1360')
  ) as t (code, words, account_code);

create table tax_rate (
  books_id bigint not null references books,
  code varchar(12) not null,
  from_date date not null,
  basis_points integer not null check (basis_points between 0 and 10000),
  primary key (books_id, code, from_date),
  constraint tax_rate_of_code foreign key (books_id, code) references tax_code
);
comment on table tax_rate is 'The rate of a tax code from a day on, in hundredths of a per cent.';
insert into tax_rate (books_id, code, from_date, basis_points)
  select books_id, code, date '2000-01-01', 2000 from tax_code;

create table payment_method (
  books_id bigint not null references books,
  code varchar(20) not null,
  place integer not null,
  words varchar(60) not null,
  kind varchar(20) not null,
  holding_code varchar(12) not null,
  primary key (books_id, code),
  constraint payment_method_holding foreign key (books_id, holding_code) references ledger_account
);
comment on table payment_method is 'A way in which receipts reach the house, and the account on which they stand until the bank shows them.';
insert into payment_method (books_id, code, place, words, kind, holding_code)
  select b.id, m.code, m.place, m.words, m.code, m.holding_code
  from books b cross join (values
    ('CHEQUE', 1, 'cheque', '1210'), ('CASH', 2, 'cash', '1220'),
    ('TRANSFER', 3, 'transfer', '1230'), ('CARD', 4, 'card receipt', '1250')
  ) as m (code, place, words, holding_code);

-- A posted line keeps the account and the tax that its reason or tax code had then.
alter table tape_line add column note varchar(200) default '' not null;
alter table tape_line add column tax_code varchar(12);
alter table tape_line add column tax_account varchar(12);
alter table tape_line add column tax_minor bigint;
alter table tape_line add column reason_side varchar(10);
alter table tape_line add column reason_tax varchar(10);
update tape_line set
  account_code = (select r.account_code from difference_reason r join posting p on p.books_id = r.books_id
    where p.id = tape_line.posting_id and r.code = tape_line.reason),
  reason_side = (select r.side from difference_reason r join posting p on p.books_id = r.books_id
    where p.id = tape_line.posting_id and r.code = tape_line.reason),
  reason_tax = (select r.tax from difference_reason r join posting p on p.books_id = r.books_id
    where p.id = tape_line.posting_id and r.code = tape_line.reason)
  where reason is not null;
alter table tape_line add constraint tape_line_tax check ((tax_code is null) = (tax_minor is null));
alter table tape_line add constraint tape_line_reason check ((reason is null) = (reason_side is null));
comment on column tape_line.account_code is 'Where it goes, or the account of its reason.';

-- A tape may be without money: credits used alone, money of nobody named. The check of V1 has no name of its own.
alter table posting drop constraint if exists constraint_137a4722_3;
alter table posting drop constraint if exists posting_check1;

-- Who acts is a person, a rule or a schedule; what needed a second person names who made it.
alter table posting add column actor_kind varchar(10) default 'PERSON' not null;
alter table posting add column maker varchar(60);
alter table audit_line add column actor_kind varchar(10) default 'PERSON' not null;
alter table audit_line add column facts varchar(1000) default '' not null;
comment on column audit_line.facts is 'What the act stored or left standing, each by its name and a hash of all that it says; computed anew by the proof.';

-- A draft goes with its sum. Made anew: its keys have no names of their own.
create table draft_anew (
  money_in_id bigint not null,
  person_id bigint not null,
  tape_lines varchar(400000) not null,
  put_by boolean not null,
  changed_at timestamp(3) with time zone not null,
  waits_for varchar(400),
  sent_back varchar(400),
  primary key (money_in_id, person_id)
);
insert into draft_anew (money_in_id, person_id, tape_lines, put_by, changed_at)
  select money_in_id, person_id, tape_lines, put_by, changed_at from draft;
drop table draft;
alter table draft_anew rename to draft;
create index draft_person on draft (person_id);
alter table draft add constraint draft_of_money foreign key (money_in_id) references money_in on delete cascade;
alter table draft add constraint draft_of_person foreign key (person_id) references person;
comment on table draft is 'A tape that somebody works on and has not posted; it reserves nothing.';
comment on column draft.waits_for is 'Why it waits for a second person; nobody works on it meanwhile.';
comment on column draft.sent_back is 'What the second person said against it.';

-- Where money stands until the bank shows it belongs to what was recorded, not to its kind.
alter table deposit add column clearing_code varchar(12);
update deposit set clearing_code = case kind
  when 'LOCKBOX_BATCH' then '1240' when 'PAYOUT' then '1250' else '1230' end;
alter table deposit alter column clearing_code set not null;
alter table deposit add constraint deposit_clearing foreign key (books_id, clearing_code) references ledger_account;
alter table deposit_member add column holding_code varchar(12);
update deposit_member set holding_code = case kind
  when 'CHEQUE' then '1210' when 'CASH' then '1220' when 'TRANSFER' then '1230' else '1250' end
  where deposit_id is null;
alter table deposit_member add constraint deposit_member_holding foreign key (books_id, holding_code) references ledger_account;

-- Lists go from the newest to the oldest, a page at a time.
drop index posting_in_order;
create index posting_newest on posting (books_id desc, record_number desc);
create index posting_acted_on on posting (books_id, acted_on);
