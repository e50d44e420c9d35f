-- States of a cupboard are numbered, and a product says in which it last changed, so that a worker reads what changed
-- and not all. Numbers that a rolled-back change took never come again.
create sequence cupboard_revision;
alter table kitchen alter column cupboard_revision type bigint
    using case when cupboard_revision is null then null else nextval('cupboard_revision') end;
alter table product add column cupboard_revision bigint not null default 0;
create index product_by_revision on product (kitchen_id, cupboard_revision);
grant usage on sequence cupboard_revision to app;
