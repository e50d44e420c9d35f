-- A kitchen holds people, formulas and what its words mean; a person holds targets, days and entries.
-- Every table carries kitchen_id; the composite foreign keys make a row of one kitchen unable to point into another.

create table kitchen (
    id uuid primary key,
    name text not null constraint kitchen_name_length check (length(name) between 1 and 120),
    created_at timestamptz not null default now()
);

create table person (
    id uuid primary key,
    kitchen_id uuid not null references kitchen,
    name text not null constraint person_name_length check (length(name) between 1 and 120),
    measures text not null default 'us' constraint person_measures check (measures in ('us', 'metric', 'australian')),
    energy text not null default 'stated' constraint person_energy check (energy in ('stated', 'european', 'us')),
    carbohydrate text not null default 'available'
        constraint person_carbohydrate check (carbohydrate in ('available', 'net', 'net_of_polyols', 'us_total')),
    appearance text not null default 'system'
        constraint person_appearance check (appearance in ('system', 'light', 'dark')),
    unique (id, kitchen_id)
);

-- Targets hold from a day on, so that a change today leaves the past as it was.
create table target (
    kitchen_id uuid not null,
    person_id uuid not null,
    day_type text not null constraint target_day_type check (day_type in ('training', 'rest')),
    from_day date not null,
    energy_kcal numeric(7, 1) not null constraint target_energy check (energy_kcal between 1 and 20000),
    protein_g numeric(6, 1) not null constraint target_protein check (protein_g between 0 and 2000),
    fat_g numeric(6, 1) constraint target_fat check (fat_g between 0 and 2000),
    carbohydrate_g numeric(6, 1) constraint target_carbohydrate check (carbohydrate_g between 0 and 4000),
    primary key (person_id, day_type, from_day),
    foreign key (person_id, kitchen_id) references person (id, kitchen_id)
);

create table day (
    kitchen_id uuid not null,
    person_id uuid not null,
    day date not null,
    day_type text not null constraint day_day_type check (day_type in ('training', 'rest')),
    primary key (person_id, day),
    foreign key (person_id, kitchen_id) references person (id, kitchen_id)
);

-- The figures of one piece are kept for lists and ranking; figures_by names the rules and tables they were worked out
-- with, null when a correction has made them stale.
create table formula (
    id uuid primary key,
    kitchen_id uuid not null references kitchen,
    name text not null constraint formula_name_length check (length(name) between 1 and 120),
    family text not null default '' constraint formula_family_length check (length(family) <= 40),
    pieces integer not null constraint formula_pieces check (pieces between 1 and 1000),
    method text not null default '' constraint formula_method_length check (length(method) <= 20000),
    version integer not null default 1 constraint formula_version check (version >= 1),
    archived_at timestamptz,
    created_at timestamptz not null default now(),
    updated_at timestamptz not null default now(),
    figures_by text,
    mass_g numeric not null default 0,
    energy_kcal numeric, protein_g numeric, fat_g numeric, saturates_g numeric, carbohydrate_g numeric,
    sugars_g numeric, fibre_g numeric, polyols_g numeric, erythritol_g numeric, allulose_g numeric, salt_g numeric,
    alcohol_g numeric, water_g numeric, caffeine_mg numeric,
    at_least text[] not null default '{}',
    without_lines integer not null default 0,
    unique (id, kitchen_id)
);
create index formula_of_kitchen on formula (kitchen_id, updated_at desc);

create table formula_part (
    formula_id uuid not null,
    kitchen_id uuid not null,
    place integer not null,
    name text not null default '' constraint formula_part_name_length check (length(name) <= 80),
    primary key (formula_id, place),
    foreign key (formula_id, kitchen_id) references formula (id, kitchen_id) on delete cascade
);

create table formula_line (
    formula_id uuid not null,
    kitchen_id uuid not null,
    part_place integer not null,
    place integer not null,
    text text not null constraint formula_line_length check (length(text) <= 1000),
    chosen text constraint formula_line_chosen_length check (length(chosen) <= 80),
    primary key (formula_id, part_place, place),
    foreign key (formula_id, part_place) references formula_part (formula_id, place) on delete cascade,
    foreign key (formula_id, kitchen_id) references formula (id, kitchen_id) on delete cascade
);

-- What a kitchen's own words were corrected to.
create table remembered (
    kitchen_id uuid not null references kitchen,
    phrase text not null constraint remembered_phrase_length check (length(phrase) between 1 and 300),
    slug text not null constraint remembered_slug_length check (length(slug) between 1 and 80),
    primary key (kitchen_id, phrase)
);

-- A logged portion is a fact: its figures are those of the moment, never worked out again from today's formula.
create table entry (
    id uuid primary key,
    kitchen_id uuid not null,
    person_id uuid not null,
    day date not null,
    eaten_at timestamptz not null,
    kind text not null constraint entry_kind check (kind in ('piece', 'foods')),
    name text not null constraint entry_name_length check (length(name) between 1 and 300),
    text text not null default '' constraint entry_text_length check (length(text) <= 1000),
    formula_id uuid,
    pieces numeric constraint entry_pieces check (pieces > 0 and pieces <= 1000),
    version integer not null default 1 constraint entry_version check (version >= 1),
    removed_at timestamptz,
    mass_g numeric not null constraint entry_mass check (mass_g >= 0),
    energy_kcal numeric, protein_g numeric, fat_g numeric, saturates_g numeric, carbohydrate_g numeric,
    sugars_g numeric, fibre_g numeric, polyols_g numeric, erythritol_g numeric, allulose_g numeric, salt_g numeric,
    alcohol_g numeric, water_g numeric, caffeine_mg numeric,
    at_least text[] not null default '{}',
    without_lines integer not null default 0,
    constraint entry_piece_names_formula check (kind <> 'piece' or (formula_id is not null and pieces is not null)),
    foreign key (person_id, kitchen_id) references person (id, kitchen_id),
    foreign key (formula_id, kitchen_id) references formula (id, kitchen_id)
);
create index entry_of_day on entry (person_id, day, eaten_at) where removed_at is null;
