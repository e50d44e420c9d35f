-- Tables and columns get the field's words, every key begins with the kitchen, and a kitchen's rows cannot be seen from
-- another: row-level security for the role `app`, which serves and owns nothing. Every row knows when it changed, and a
-- row that is gone leaves a tombstone, so that what changed since a moment can be read.
-- depends: 0006-versions-said

-- Words. -------------------------------------------------------------------------------------------------------------

alter table remembered rename to correction;
alter table guest rename to eater;
alter table batch_said rename to batch_feedback;

alter table batch_feedback rename column said_at to given_at;
alter table batch_feedback rename column holding to holding_shares;

alter table formula rename column figures_by to summary_by;
alter table formula rename column keeps to diets_kept;
alter table formula rename column breaks to diets_broken;
alter table formula rename column told to complete;
alter table formula rename column making to production;
alter table formula rename column count to piece_count;
alter table formula_version rename column count to piece_count;
alter table formula_part rename column loss to loss_share;
alter table formula_part rename column used to used_share;
alter table formula_part
    add column bake text not null default 'with the rest' constraint formula_part_bake check (bake in ('with the rest', 'before', 'not'));
update formula_part set bake = 'not' where unbaked;
alter table formula_part drop column unbaked, alter column bake drop default;
alter table entry rename column pieces to piece_count;

alter table correction rename constraint remembered_phrase_length to correction_phrase_length;
alter table correction rename constraint remembered_slug_length to correction_slug_length;
alter table eater rename constraint guest_name_length to eater_name_length;
alter table eater rename constraint guest_avoids to eater_avoids;
alter table batch_feedback rename constraint batch_said_words_length to batch_feedback_words_length;
alter table formula_part rename constraint formula_part_loss to formula_part_loss_share;
alter table formula_part rename constraint formula_part_used to formula_part_used_share;
alter table entry rename constraint entry_pieces to entry_piece_count;

-- Documents. What is stored as jsonb gets the same words; a key that is not there stays away. ----------------------------

create function pg_temp.renamed(document jsonb, names text[][]) returns jsonb language sql immutable as $$
    select case when document is null or jsonb_typeof(document) <> 'object' then document else coalesce(
        (select jsonb_object_agg(coalesce(
            (select names[place][2] from generate_subscripts(names, 1) place where names[place][1] = key), key), value)
        from jsonb_each(document)), '{}') end
$$;

create function pg_temp.production(document jsonb) returns jsonb language sql immutable as $$
    select pg_temp.renamed(document, array[
        ['grams', 'piece_g'], ['made', 'made_count'], ['loss', 'loss_share'], ['celsius', 'oven_c']])
$$;

create function pg_temp.parts(document jsonb) returns jsonb language sql immutable as $$
    select case when document is null or jsonb_typeof(document) <> 'array' then document else coalesce(
        (select jsonb_agg(
            pg_temp.renamed(part, array[['how', 'options']]) || jsonb_build_object('options', (pg_temp.renamed(
                part -> 'how', array[['loss', 'loss_share'], ['used', 'used_share']]) - 'unbaked') || jsonb_build_object(
                'bake', case when (part -> 'how' ->> 'unbaked')::boolean then 'not' else 'with the rest' end))
            order by place)
        from jsonb_array_elements(document) with ordinality as each (part, place)), '[]') end
$$;

update formula set production = pg_temp.production(production), base_parts = pg_temp.parts(base_parts);

update formula_version set draft =
    pg_temp.renamed(draft, array[['reference', 'twin'], ['making', 'production']])
    || jsonb_build_object('production', pg_temp.production(draft -> 'making'), 'parts', pg_temp.parts(draft -> 'parts'));

-- Keys. --------------------------------------------------------------------------------------------------------------

-- What points at what, dropped before the keys that it points at.
alter table target drop constraint target_person_id_kitchen_id_fkey;
alter table day drop constraint day_person_id_kitchen_id_fkey;
alter table entry drop constraint entry_person_id_kitchen_id_fkey, drop constraint entry_formula_id_kitchen_id_fkey;
alter table formula_line
    drop constraint formula_line_formula_id_part_place_fkey, drop constraint formula_line_formula_id_kitchen_id_fkey;
alter table formula_part drop constraint formula_part_formula_id_kitchen_id_fkey;
alter table formula
    drop constraint formula_bakes_a_kept_state, drop constraint formula_base_id_fkey,
    drop constraint formula_twin_id_kitchen_id_fkey;
alter table formula_version drop constraint formula_version_formula_id_kitchen_id_fkey;
alter table batch_feedback drop constraint batch_said_formula_id_kitchen_id_fkey;
alter table product_label drop constraint product_label_product_id_kitchen_id_fkey;
alter table product drop constraint product_merged_into_kitchen_id_fkey;

alter table person drop constraint person_pkey, drop constraint person_id_kitchen_id_key,
    add primary key (kitchen_id, id);
alter table target drop constraint target_pkey, add primary key (kitchen_id, person_id, day_type, from_day);
alter table day drop constraint day_pkey, add primary key (kitchen_id, person_id, day);
alter table formula drop constraint formula_pkey, drop constraint formula_id_kitchen_id_key,
    add primary key (kitchen_id, id);
alter table formula_part drop constraint formula_part_pkey, add primary key (kitchen_id, formula_id, place);
alter table formula_line drop constraint formula_line_pkey, add primary key (kitchen_id, formula_id, part_place, place);
alter table formula_version drop constraint formula_version_pkey, drop constraint formula_version_formula_id_number_key,
    add primary key (kitchen_id, id), add constraint formula_version_number_once unique (kitchen_id, formula_id, number);
alter table correction drop constraint remembered_pkey, add primary key (kitchen_id, phrase);
alter table entry drop constraint entry_pkey, add primary key (kitchen_id, id);
alter table product drop constraint product_pkey, drop constraint product_id_kitchen_id_key,
    add primary key (kitchen_id, id);
alter table product_label drop constraint product_label_pkey, add primary key (kitchen_id, product_id, number);
alter table eater drop constraint guest_pkey, add primary key (kitchen_id, id);
alter table tin drop constraint tin_pkey, add primary key (kitchen_id, id);
alter table batch_feedback drop constraint batch_said_pkey, add primary key (kitchen_id, id);

alter table target add foreign key (kitchen_id, person_id) references person;
alter table day add foreign key (kitchen_id, person_id) references person;
alter table formula
    add constraint formula_twin_of_kitchen foreign key (kitchen_id, twin_id) references formula
        on delete set null (twin_id),
    add constraint formula_base_of_kitchen foreign key (kitchen_id, base_id) references formula
        on delete set null (base_id),
    -- What a base was like may outlive it.
    drop constraint formula_base_with_its_parts,
    add constraint formula_base_with_its_parts check (base_id is null or base_parts is not null),
    add constraint formula_bakes_a_kept_state foreign key (kitchen_id, id, bake_number)
        references formula_version (kitchen_id, formula_id, number) on delete set null (bake_number);
alter table formula_part add foreign key (kitchen_id, formula_id) references formula on delete cascade;
alter table formula_line
    add foreign key (kitchen_id, formula_id, part_place) references formula_part on delete cascade;
alter table formula_version add foreign key (kitchen_id, formula_id) references formula on delete cascade;
alter table batch_feedback add foreign key (kitchen_id, formula_id) references formula on delete cascade;
alter table entry
    add foreign key (kitchen_id, person_id) references person,
    add foreign key (kitchen_id, formula_id) references formula;
alter table product
    add constraint product_merged_in_kitchen foreign key (kitchen_id, merged_into) references product
        on delete set null (merged_into);
alter table product_label add foreign key (kitchen_id, product_id) references product;

-- An index begins with the kitchen, as every question does.
drop index entry_of_day;
create index entry_of_day on entry (kitchen_id, person_id, day, eaten_at) where removed_at is null;
drop index formula_of_base;
create index formula_of_base on formula (kitchen_id, base_id) where base_id is not null;
drop index formula_version_of_kitchen;
drop index batch_said_of_kitchen;
create index batch_feedback_of_kitchen on batch_feedback (kitchen_id, given_at);
-- These keys begin with the kitchen now and serve as well.
drop index product_of_kitchen;
drop index guest_of_kitchen;
drop index tin_of_kitchen;

-- Change times and tombstones. ---------------------------------------------------------------------------------------

-- `id` is what tells a row of its kind apart, its key without the kitchen, in the order of the key.
create table tombstone (
    kitchen_id uuid not null references kitchen on delete cascade,
    kind text not null constraint tombstone_kind_length check (length(kind) <= 63),
    id text not null,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, kind, id)
);
create index tombstone_since on tombstone (kitchen_id, changed_at);

create function touch() returns trigger language plpgsql as $$
begin
    new.changed_at := now();
    return new;
end
$$;

-- What tells a row of its kind apart: the columns of its key besides the kitchen.
create function key_words(gone jsonb, variadic columns text[]) returns text language sql immutable as $$
    select string_agg(gone ->> name, ' ' order by place) from unnest(columns) with ordinality as each (name, place)
$$;

create function bury() returns trigger language plpgsql as $$
begin
    -- A kitchen that goes takes its tombstones along.
    if exists (select 1 from kitchen where id = old.kitchen_id) then
        insert into tombstone (kitchen_id, kind, id)
        values (old.kitchen_id, tg_table_name, key_words(to_jsonb(old), variadic tg_argv))
        on conflict (kitchen_id, kind, id) do update set changed_at = now();
    end if;
    return null;
end
$$;

-- A row that comes back is not gone.
create function unbury() returns trigger language plpgsql as $$
begin
    delete from tombstone where kitchen_id = new.kitchen_id and kind = tg_table_name
        and id = key_words(to_jsonb(new), variadic tg_argv);
    return null;
end
$$;

alter table kitchen add column changed_at timestamptz not null default now();
create trigger kitchen_touch before update on kitchen for each row execute function touch();

do $$
declare
    changing text;
    -- Parts, lines and labels are of their formula and product, which change with them and are read whole.
    keys text[][] := array[
        ['person', 'id', '', ''], ['target', 'person_id', 'day_type', 'from_day'], ['day', 'person_id', 'day', ''],
        ['formula', 'id', '', ''], ['formula_version', 'id', '', ''], ['correction', 'phrase', '', ''],
        ['entry', 'id', '', ''], ['product', 'id', '', ''], ['price', 'food', '', ''], ['eater', 'id', '', ''],
        ['tin', 'id', '', ''], ['batch_feedback', 'id', '', '']];
    key text[];
    named text;
begin
    foreach changing in array array['person', 'target', 'day', 'formula', 'formula_part', 'formula_line',
        'formula_version', 'correction', 'entry', 'product', 'product_label', 'price', 'eater', 'tin', 'batch_feedback']
    loop
        execute format('alter table %I add column changed_at timestamptz not null default now()', changing);
        execute format('create trigger %I before update on %I for each row execute function touch()',
            changing || '_touch', changing);
    end loop;
    foreach key slice 1 in array keys loop
        named := (select string_agg(quote_literal(name), ', ') from unnest(key[2:]) name where name <> '');
        execute format('create trigger %I after delete on %I for each row execute function bury(%s)',
            key[1] || '_bury', key[1], named);
        execute format('create trigger %I after insert on %I for each row execute function unbury(%s)',
            key[1] || '_unbury', key[1], named);
        execute format('create index %I on %I (kitchen_id, changed_at)', key[1] || '_since', key[1]);
    end loop;
end
$$;

-- Walls. -------------------------------------------------------------------------------------------------------------

-- A local setting leaves an empty text behind when its transaction ends.
create function current_kitchen() returns uuid language sql stable as $$
    select nullif(current_setting('ample_crumb.kitchen_id', true), '')::uuid
$$;

do $$
declare
    walled text;
begin
    if not exists (select 1 from pg_roles where rolname = 'app') then
        create role app nologin;
    end if;
    for walled in select tablename from pg_tables where schemaname = 'public' and tablename !~ '^_?yoyo' loop
        execute format('alter table %I enable row level security', walled);
        execute format('create policy kitchen on %I using (%I = current_kitchen()) with check (%I = current_kitchen())',
            walled, case when walled = 'kitchen' then 'id' else 'kitchen_id' end,
            case when walled = 'kitchen' then 'id' else 'kitchen_id' end);
        execute format('grant select, insert, update, delete on %I to app', walled);
    end loop;
end
$$;

-- Tombstones are written by the trigger alone, in the name of the owner.
revoke insert, update, delete on tombstone from app;
alter function bury() security definer set search_path = public, pg_temp;
alter function unbury() security definer set search_path = public, pg_temp;

-- Who a request is of, before its kitchen is known: the person asked for, else the first of the first kitchen.
create function resident(asked uuid) returns table (kitchen_id uuid, person_id uuid)
language sql stable security definer set search_path = public, pg_temp as $$
    select person.kitchen_id, person.id from person join kitchen on kitchen.id = person.kitchen_id
    order by (person.id = asked) desc nulls last, kitchen.created_at, person.id limit 1
$$;
revoke execute on function resident(uuid) from public;
grant execute on function resident(uuid) to app;
