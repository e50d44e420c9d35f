-- What a formula uses, contains and breaks is kept beside its figures, under the same figures_by: lists need not read
-- every line of every formula for it. `told` is false while a line leaves the allergens open.
-- depends: 0003-products

alter table formula
    add column uses text[] not null default '{}',
    add column contains text[] not null default '{}',
    add column may_contain text[] not null default '{}',
    add column breaks text[] not null default '{}',
    add column keeps text[] not null default '{}',
    add column told boolean not null default false,
    -- What "reduced" compares with: another formula, or figures as typed.
    add column twin_id uuid,
    add column twin jsonb,
    add constraint formula_twin check (twin_id is null or twin is null),
    add foreign key (twin_id, kitchen_id) references formula (id, kitchen_id);

-- A product that is not finished keeps a label that cannot be true yet; no line finds it.
alter table product
    add column gtin text not null default '' constraint product_gtin check (gtin ~ '^([0-9]{8}|[0-9]{13}|[0-9]{14})?$'),
    add column ingredients_text text not null default ''
        constraint product_ingredients_text_length check (length(ingredients_text) <= 4000),
    add column finished boolean not null default true,
    add column merged_into uuid,
    add foreign key (merged_into, kitchen_id) references product (id, kitchen_id);

alter table product_label add column traces text[], add column drained_g numeric;

-- What was paid, for how much as typed and in grams; food is a generic slug or the id of a product.
create table price (
    kitchen_id uuid not null references kitchen,
    food text not null constraint price_food_length check (length(food) between 1 and 80),
    price numeric not null constraint price_price check (price between 0 and 1000000),
    for_text text not null constraint price_for_length check (length(for_text) between 1 and 80),
    for_g numeric not null constraint price_for_g check (for_g > 0),
    primary key (kitchen_id, food)
);
alter table kitchen add column currency text not null default 'EUR'
    constraint kitchen_currency check (currency ~ '^[A-Z]{3}$');

-- Somebody who must not get an allergen, or keeps a diet.
create table guest (
    id uuid primary key,
    kitchen_id uuid not null references kitchen,
    name text not null constraint guest_name_length check (length(name) between 1 and 80),
    avoids text[] not null constraint guest_avoids check (cardinality(avoids) between 1 and 30)
);
create index guest_of_kitchen on guest (kitchen_id);
