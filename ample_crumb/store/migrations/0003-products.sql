-- A kitchen's own products, each with its labels by date: a changed label is a new one, and what was made of an older
-- one keeps it. cupboard_revision is another one after every change, so that workers know when to read the products
-- anew; random and not counted up, because what was rolled back must never be taken for what came after it.
-- depends: 0002-bands

alter table kitchen add column cupboard_revision uuid;

create table product (
    id uuid primary key,
    kitchen_id uuid not null references kitchen,
    name text not null constraint product_name_length check (length(name) between 1 and 120),
    synonyms text[] not null default '{}' constraint product_synonyms check (cardinality(synonyms) <= 20),
    role text not null default '' constraint product_role_length check (length(role) <= 40),
    version integer not null default 1 constraint product_version check (version >= 1),
    archived_at timestamptz,
    created_at timestamptz not null default now(),
    unique (id, kitchen_id)
);
create index product_of_kitchen on product (kitchen_id);

-- Figures as printed, for their basis; null is unknown, which is not zero.
create table product_label (
    product_id uuid not null,
    kitchen_id uuid not null,
    number integer not null constraint product_label_number check (number >= 1),
    made_at timestamptz not null default now(),
    style text not null constraint product_label_style check (style in ('european', 'us')),
    basis text not null constraint product_label_basis check (basis in ('100 g', '100 ml', 'serving')),
    polyol_kind text not null default '',
    serving_g numeric, density_g_per_ml numeric, energy_kcal numeric, energy_kj numeric, fat_g numeric,
    saturates_g numeric, carbohydrate_g numeric, sugars_g numeric, fibre_g numeric, polyols_g numeric,
    erythritol_g numeric, allulose_g numeric, protein_g numeric, salt_g numeric, sodium_mg numeric, alcohol_g numeric,
    scoop_g numeric, piece_g numeric, pack_g numeric, cup_g numeric,
    allergens text[],
    vegan boolean, vegetarian boolean, added_sugar boolean,
    primary key (product_id, number),
    foreign key (product_id, kitchen_id) references product (id, kitchen_id)
);
