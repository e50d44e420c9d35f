-- People of one kitchen with days of their own, what their days are meant to be, what is planned and kept for a day, and
-- what they weigh.

alter table person
    add column place integer not null default 0,
    add column avoids text[] not null default '{}' constraint person_avoids check (cardinality(avoids) <= 30),
    add column piece_step text not null default 'half'
        constraint person_piece_step check (piece_step in ('grams', 'half', 'whole')),
    add column hides_energy boolean not null default false,
    -- A count of one's own: its name, what each figure counts, and how it is rounded.
    add column tally jsonb,
    -- What targets were worked out from, so that it need not be typed again.
    add column physique jsonb,
    add column removed_at timestamptz;

-- Who eats along without targets: a smaller piece, and what an age must not get.
alter table eater
    drop constraint eater_avoids,
    add constraint eater_avoids check (cardinality(avoids) <= 30),
    add column piece_share numeric not null default 1
        constraint eater_piece_share check (piece_share > 0 and piece_share <= 4),
    add column age_band text not null default ''
        constraint eater_age_band check (age_band in ('', 'under one', 'one to four', 'five to eleven'));

create table day_type (
    kitchen_id uuid not null,
    person_id uuid not null,
    slug text not null constraint day_type_slug check (slug ~ '^[a-z0-9-]{1,40}$'),
    name text not null constraint day_type_name_length check (length(name) between 1 and 40),
    place integer not null default 0,
    removed_at timestamptz,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, person_id, slug),
    foreign key (kitchen_id, person_id) references person (kitchen_id, id) on delete cascade
);

-- Two ship; a person has them from the beginning.
create function add_day_types() returns trigger language plpgsql as $$
begin
    insert into day_type (kitchen_id, person_id, slug, name, place)
    values (new.kitchen_id, new.id, 'training', 'Training', 1), (new.kitchen_id, new.id, 'rest', 'Rest', 2);
    return null;
end
$$;
create trigger person_day_types after insert on person for each row execute function add_day_types();
insert into day_type (kitchen_id, person_id, slug, name, place)
select person.kitchen_id, person.id, first.slug, first.name, first.place
from person cross join (values ('training', 'Training', 1), ('rest', 'Rest', 2)) first (slug, name, place);

alter table day drop constraint day_day_type,
    add constraint day_day_type foreign key (kitchen_id, person_id, day_type) references day_type,
    alter column day_type drop not null,
    -- Targets of this one day, instead of those of its type.
    add column energy_kcal numeric(7,1) constraint day_energy check (energy_kcal between 1 and 20000),
    add column protein_g numeric(6,1) constraint day_protein check (protein_g between 0 and 2000),
    add column fat_g numeric(6,1) constraint day_fat check (fat_g between 0 and 2000),
    add column carbohydrate_g numeric(6,1) constraint day_carbohydrate check (carbohydrate_g between 0 and 4000),
    add column fibre_g numeric(6,1) constraint day_fibre check (fibre_g between 0 and 200),
    add constraint day_whole_target check ((energy_kcal is null) = (protein_g is null));

alter table target drop constraint target_day_type,
    add constraint target_day_type foreign key (kitchen_id, person_id, day_type) references day_type,
    add column fibre_g numeric(6,1) constraint target_fibre check (fibre_g between 0 and 200);

-- Of which type each weekday is, from a day on: Monday is 1.
create table week_pattern (
    kitchen_id uuid not null,
    person_id uuid not null,
    from_day date not null,
    day_types text[] not null constraint week_pattern_seven check (cardinality(day_types) = 7),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, person_id, from_day),
    foreign key (kitchen_id, person_id) references person (kitchen_id, id)
);

-- What the targets from a day on are called, until the next ones.
create table phase (
    kitchen_id uuid not null,
    person_id uuid not null,
    from_day date not null,
    name text not null constraint phase_name_length check (length(name) between 1 and 60),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, person_id, from_day),
    foreign key (kitchen_id, person_id) references person (kitchen_id, id)
);

-- The type of a day: as set, else as the pattern of the week in force has it, else as the same weekday a week before,
-- else rest.
create function day_type_of(kitchen uuid, person uuid, asked date) returns text
    language sql stable as $$
    select coalesce(
        (select day_type from day where kitchen_id = kitchen and person_id = person and day = asked),
        (select day_types[extract(isodow from asked)::integer] from week_pattern
            where kitchen_id = kitchen and person_id = person and from_day <= asked order by from_day desc limit 1),
        (select day_type from day where kitchen_id = kitchen and person_id = person and day = asked - 7),
        'rest'
    )
$$;

-- The targets of a type of day on a day: the latest up to it; the first ones set also hold for the days before them.
create function target_of(kitchen uuid, person uuid, type text, asked date) returns setof target
    language sql stable as $$
    select * from target where kitchen_id = kitchen and person_id = person and day_type = type
    order by (from_day <= asked) desc, abs(from_day - asked) limit 1
$$;

-- What a day is meant to be: its type and its targets, which may be its own.
create function plan_of_day(kitchen uuid, person uuid, asked date) returns table (
    type text, energy_kcal numeric, protein_g numeric, fat_g numeric, carbohydrate_g numeric, fibre_g numeric,
    of_its_own boolean
) language sql stable as $$
    select this.type,
        case when day.energy_kcal is null then target.energy_kcal else day.energy_kcal end,
        case when day.energy_kcal is null then target.protein_g else day.protein_g end,
        case when day.energy_kcal is null then target.fat_g else day.fat_g end,
        case when day.energy_kcal is null then target.carbohydrate_g else day.carbohydrate_g end,
        case when day.energy_kcal is null then target.fibre_g else day.fibre_g end,
        day.energy_kcal is not null
    from (select day_type_of(kitchen, person, asked) as type) this
    left join day on day.kitchen_id = kitchen and day.person_id = person and day.day = asked
    left join lateral target_of(kitchen, person, this.type, asked) target on true
$$;

-- How many pieces of a formula somebody mostly has, where they said so; else it is seen from what they ate.
create table helping (
    kitchen_id uuid not null,
    person_id uuid not null,
    formula_id uuid not null,
    piece_count numeric not null constraint helping_piece_count check (piece_count > 0 and piece_count <= 100),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, person_id, formula_id),
    foreign key (kitchen_id, person_id) references person (kitchen_id, id),
    foreign key (kitchen_id, formula_id) references formula (kitchen_id, id) on delete cascade
);

-- Foods that are eaten again and again, under a name, with their figures of when they were kept.
create table kept_meal (
    id uuid not null,
    kitchen_id uuid not null references kitchen (id),
    name text not null constraint kept_meal_name_length check (length(name) between 1 and 80),
    text text not null constraint kept_meal_text_length check (length(text) between 1 and 1000),
    minutes integer not null default 5 constraint kept_meal_minutes check (minutes between 0 and 240),
    contains text[] not null default '{}',
    may_contain text[] not null default '{}',
    diets_broken text[] not null default '{}',
    diets_kept text[] not null default '{}',
    complete boolean not null default false,
    hazards text[] not null default '{}',
    traits text[] not null default '{}',
    mass_g numeric not null,
    energy_kcal numeric,
    protein_g numeric,
    fat_g numeric,
    saturates_g numeric,
    carbohydrate_g numeric,
    sugars_g numeric,
    fibre_g numeric,
    polyols_g numeric,
    erythritol_g numeric,
    allulose_g numeric,
    salt_g numeric,
    alcohol_g numeric,
    water_g numeric,
    caffeine_mg numeric,
    at_least text[] not null default '{}',
    without_lines integer not null default 0,
    sd jsonb not null default '{}',
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id)
);
create unique index kept_meal_name on kept_meal (kitchen_id, lower(name));
create index kept_meal_since on kept_meal (kitchen_id, changed_at);

alter table entry
    add column state text not null default 'eaten' constraint entry_state check (state in ('planned', 'eaten')),
    add column meal_id uuid,
    add constraint entry_of_meal foreign key (kitchen_id, meal_id) references kept_meal (kitchen_id, id)
        on delete set null (meal_id);
create index entry_of_formula on entry (kitchen_id, person_id, formula_id, day)
    where removed_at is null and formula_id is not null;
create index entry_of_kept_meal on entry (kitchen_id, person_id, meal_id, day)
    where removed_at is null and meal_id is not null;

-- When somebody last had a piece of a formula; long ago where they never had.
create function last_eaten(kitchen uuid, person uuid, formula uuid) returns date language sql stable as $$
    select coalesce(max(day), '-infinity') from entry
    where kitchen_id = kitchen and person_id = person and formula_id = formula and removed_at is null
        and state = 'eaten'
$$;

create table body_weight (
    kitchen_id uuid not null,
    person_id uuid not null,
    day date not null,
    weight_kg numeric(6,2) not null constraint body_weight_range check (weight_kg between 15 and 400),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, person_id, day),
    foreign key (kitchen_id, person_id) references person (kitchen_id, id)
);

-- What a formula tastes of and how it is to bite, in words that one wishes by; what some ages must not get of it; and
-- in how many minutes one may take the first bite, which is before anything is washed.
alter table formula add column traits text[] not null default '{}', add column hazards text[] not null default '{}',
    add column bite_min integer;

-- Somebody who is gone from the kitchen is nobody's principal; whoever names nobody is the first.
create or replace function resident(asked uuid) returns table (kitchen_id uuid, person_id uuid)
    language sql stable security definer set search_path to 'public', 'pg_temp' as $$
    select person.kitchen_id, person.id from person join kitchen on kitchen.id = person.kitchen_id
    where person.removed_at is null
    order by (person.id = asked) desc nulls last, kitchen.created_at, person.place, person.id limit 1
$$;
create or replace function is_resident(kitchen uuid, asked uuid) returns boolean
    language sql stable security definer set search_path to 'public', 'pg_temp' as $$
    select exists (
        select 1 from person where person.kitchen_id = kitchen and person.id = asked and person.removed_at is null
    )
$$;

do $$
declare
    made text;
    keys text[];
begin
    foreach made in array array['day_type', 'week_pattern', 'phase', 'helping', 'kept_meal', 'body_weight'] loop
        execute format('create trigger %I before update on %I for each row execute function touch()', made || '_touch', made);
        execute format('alter table %I enable row level security', made);
        execute format('create policy kitchen on %I using (kitchen_id = current_kitchen()) '
            'with check (kitchen_id = current_kitchen())', made);
        execute format('grant select, insert, update, delete on %I to app', made);
        keys := case made
            when 'day_type' then array['person_id', 'slug']
            when 'helping' then array['person_id', 'formula_id']
            when 'kept_meal' then array['id']
            when 'body_weight' then array['person_id', 'day']
            else array['person_id', 'from_day'] end;
        execute format('create trigger %I after delete on %I for each row execute function bury(%s)', made || '_bury', made,
            (select string_agg(quote_literal(key), ', ') from unnest(keys) key));
        execute format('create trigger %I after insert on %I for each row execute function unbury(%s)', made || '_unbury',
            made, (select string_agg(quote_literal(key), ', ') from unnest(keys) key));
    end loop;
    -- Everything somebody avoids is a habit of the kitchen.
    create trigger person_habits after insert or delete or update of name, avoids, removed_at on person
        for each row execute function habits_changed();
end
$$;
