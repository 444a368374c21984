-- What banks keep on the way may be the customer's to bear: it stays open then.

alter table customer add column bears_charges boolean default false not null;
comment on column customer.bears_charges is 'Whether what banks keep of its payments stays open and is followed up.';
