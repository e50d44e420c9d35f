-- How a formula is made: its parts with what baking takes of each, its tins, and in `making` the rest that nothing is
-- searched or summed by ({"by": "scoop", "scoop": "40", "tins": [...], ...}).
-- depends: 0004-prices-guests-drafts

alter table formula_part
    add column loss numeric constraint formula_part_loss check (loss between 0 and 1),
    add column used numeric not null default 1 constraint formula_part_used check (used > 0 and used <= 1),
    add column optional boolean not null default false,
    add column unbaked boolean not null default false;

-- `count` is how many whole pieces it makes, kept beside their figures.
alter table formula
    add column making jsonb not null default '{}',
    add column count numeric not null default 1;

create table tin (
    id uuid primary key,
    kitchen_id uuid not null references kitchen,
    name text not null constraint tin_name_length check (length(name) between 1 and 80),
    kind text not null,
    length_cm numeric not null, width_cm numeric, depth_cm numeric not null,
    bottom_share numeric not null default 1,
    hole_cm numeric not null default 0,
    cups integer not null default 1,
    water_ml numeric,
    archived_at timestamptz
);
create index tin_of_kitchen on tin (kitchen_id);

-- What bakes here, and how high above the sea.
alter table kitchen
    add column oven text not null default 'top and bottom heat',
    add column watts numeric not null default 800,
    add column altitude_m numeric not null default 0;
