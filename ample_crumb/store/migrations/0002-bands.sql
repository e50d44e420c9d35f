-- Every kept figure has its standard deviation beside it, {"energy_kcal": 5.8, ...}; empty where it was kept before
-- bands were known. Nothing is searched or summed by it in here.
-- depends: 0001-kitchen-formulas-days

alter table formula add column sd jsonb not null default '{}';
alter table entry add column sd jsonb not null default '{}';
