-- Kept states of a formula, branches that share a base's lines, twins that are a kept state, and what was said of batches.
-- depends: 0005-tins-making

-- A kept state is a fact: its lines as written, and the figures of a piece as worked out then. `draft` is what the Bench
-- held ({"name", "family", "pieces", "method", "parts", "reference", "making"}); nothing is searched in it.
create table formula_version (
    id uuid primary key,
    formula_id uuid not null,
    kitchen_id uuid not null,
    number integer not null constraint formula_version_number check (number >= 1),
    name text not null default '' constraint formula_version_name_length check (length(name) <= 80),
    kept_by text not null constraint formula_version_kept_by check (kept_by in ('baker', 'sitting', 'restore')),
    kept_at timestamptz not null default now(),
    draft jsonb not null,
    count numeric not null,
    mass_g numeric not null, energy_kcal numeric, protein_g numeric, fat_g numeric, saturates_g numeric,
    carbohydrate_g numeric, sugars_g numeric, fibre_g numeric, polyols_g numeric, erythritol_g numeric,
    allulose_g numeric, salt_g numeric, alcohol_g numeric, water_g numeric, caffeine_mg numeric,
    at_least text[] not null default '{}',
    without_lines integer not null default 0,
    sd jsonb not null default '{}',
    unique (formula_id, number),
    foreign key (formula_id, kitchen_id) references formula (id, kitchen_id) on delete cascade
);
create index formula_version_of_kitchen on formula_version (kitchen_id);

-- `bake_number` is the kept state to bake, null for the formula as it stands. A branch follows `base_id`, and `base_parts`
-- is the base as the branch last followed it.
alter table formula
    add column bake_number integer,
    add column twin_number integer,
    add column base_id uuid references formula,
    add column base_parts jsonb,
    add constraint formula_bakes_a_kept_state foreign key (id, bake_number)
        references formula_version (formula_id, number),
    add constraint formula_base_with_its_parts check ((base_id is null) = (base_parts is null)),
    add constraint formula_twin_number_of_a_formula check (twin_number is null or twin_id is not null);
create index formula_of_base on formula (base_id);

-- How a batch came out, with where its dials stood and which dry goods held its water.
create table batch_said (
    id uuid primary key,
    kitchen_id uuid not null,
    formula_id uuid not null,
    version_number integer,
    said_at timestamptz not null default now(),
    words text not null constraint batch_said_words_length check (length(words) between 1 and 60),
    family text not null,
    dials jsonb not null,
    holding jsonb not null default '{}',
    foreign key (formula_id, kitchen_id) references formula (id, kitchen_id) on delete cascade
);
create index batch_said_of_kitchen on batch_said (kitchen_id, said_at);
