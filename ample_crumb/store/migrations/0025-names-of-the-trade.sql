-- Tables and columns by the names that the trade and computing have for them.
--
-- The release before serves beside this one: a table that is renamed keeps a view of its former name, and a column that
-- is renamed stays for one release, held equal by a trigger whichever of the two is written. Both go with a later
-- migration, as soon as no release that writes the former names is left.

-- Tables.
do $$
declare
    renamed record;
    thing record;
begin
    for renamed in
        select * from (values ('eater', 'dietary_profile'), ('helping', 'usual_portion'), ('phase', 'diet_phase'),
            ('correction', 'food_alias')) as each (was, now)
    loop
        execute format('alter table %I rename to %I', renamed.was, renamed.now);
        for thing in
            select conname as name from pg_constraint
            where conrelid = renamed.now::regclass and conname like renamed.was || '\_%'
        loop
            execute format('alter table %I rename constraint %I to %I', renamed.now, thing.name,
                renamed.now || substr(thing.name, length(renamed.was) + 1));
        end loop;
        for thing in
            select relname as name from pg_class join pg_index on indexrelid = pg_class.oid
            where indrelid = renamed.now::regclass and relname like renamed.was || '\_%'
        loop
            execute format('alter index %I rename to %I', thing.name,
                renamed.now || substr(thing.name, length(renamed.was) + 1));
        end loop;
        for thing in
            select tgname as name from pg_trigger where tgrelid = renamed.now::regclass and not tgisinternal
        loop
            execute format('alter trigger %I on %I rename to %I', thing.name, renamed.now,
                renamed.now || substr(thing.name, length(renamed.was) + 1));
        end loop;
        execute format('create view %I with (security_invoker = true) as select * from %I', renamed.was, renamed.now);
        execute format('grant select, insert, update, delete on %I to app', renamed.was);
        update tombstone set kind = renamed.now where kind = renamed.was;
    end loop;
end
$$;

-- What is gone leaves a tombstone, and what comes back takes it away.
alter function bury() rename to write_tombstone;
alter function unbury() rename to remove_tombstone;
do $$
declare
    thing record;
begin
    for thing in
        select tgname as name, relname as of_table from pg_trigger join pg_class on pg_class.oid = tgrelid
        where not tgisinternal and tgname ~ '_(un)?bury$'
    loop
        execute format('alter trigger %I on %I rename to %I', thing.name, thing.of_table,
            regexp_replace(regexp_replace(thing.name, '_unbury$', '_untombstone'), '_bury$', '_tombstone'));
    end loop;
end
$$;

-- Columns.
alter table formula add column revision integer, add column written_piece_count integer, add column classic_id uuid,
    add column classic jsonb, add column classic_number integer;
alter table entry add column revision integer;
alter table product add column revision integer;
alter table batch add column predicted_min numeric;
alter table batch_lot add column piece_count integer;
alter table person add column position integer;
alter table day_type add column position integer;
alter table formula_part add column position integer;
alter table formula_line add column part_position integer, add column position integer;
alter table import_file add column position integer;
alter table import_item add column file_position integer, add column position integer;
alter table opened_good add column storage text;

do $$
declare
    one record;
    names text[];
    first_value text;
    on_insert text;
    on_update text;
    fills text;
    place integer;
begin
    for one in
        select * from (values
            ('formula', array['version', 'pieces', 'twin_id', 'twin', 'twin_number'],
                array['revision', 'written_piece_count', 'classic_id', 'classic', 'classic_number']),
            ('entry', array['version'], array['revision']),
            ('product', array['version'], array['revision']),
            ('batch', array['told_min'], array['predicted_min']),
            ('batch_lot', array['pieces'], array['piece_count']),
            ('person', array['place'], array['position']),
            ('day_type', array['place'], array['position']),
            ('formula_part', array['place'], array['position']),
            ('formula_line', array['part_place', 'place'], array['part_position', 'position']),
            ('import_file', array['place'], array['position']),
            ('import_item', array['file_place', 'place'], array['file_position', 'position']),
            ('opened_good', array['place'], array['storage'])
        ) as each (of_table, was, now)
    loop
        on_insert := '';
        on_update := '';
        fills := '';
        for place in 1 .. cardinality(one.was) loop
            first_value := case
                when one.now[place] = 'revision' then ', 1'
                when one.of_table in ('person', 'day_type') then ', 0'
                else ''
            end;
            on_insert := on_insert || format(
                E'\n        new.%1$I := coalesce(new.%1$I, new.%2$I%3$s);\n        new.%2$I := new.%1$I;',
                one.now[place], one.was[place], first_value);
            on_update := on_update || format(
                E'\n        if new.%1$I is distinct from old.%1$I then new.%2$I := new.%1$I;'
                    '\n        else new.%1$I := new.%2$I;\n        end if;',
                one.now[place], one.was[place]);
            fills := fills || case when place > 1 then ', ' else '' end
                || format('%I = %I', one.now[place], one.was[place]);
            if first_value <> '' then
                execute format('alter table %I alter column %I drop default', one.of_table, one.was[place]);
            end if;
        end loop;
        -- No row changes for anybody who looks, so nothing is told of it.
        execute format('alter table %I disable trigger user', one.of_table);
        execute format('update %I set %s', one.of_table, fills);
        execute format('alter table %I enable trigger user', one.of_table);
        execute format(
            'create function %I() returns trigger language plpgsql as %L',
            one.of_table || '_former_columns',
            format(E'\nbegin\n    if tg_op = ''INSERT'' then%s\n    else%s\n    end if;\n    return new;\nend\n',
                on_insert, on_update));
        execute format('create trigger %I before insert or update on %I for each row execute function %I()',
            one.of_table || '_former_columns', one.of_table, one.of_table || '_former_columns');
    end loop;
end
$$;

alter table formula alter column revision set not null, alter column written_piece_count set not null,
    add constraint formula_revision_counts check (revision >= 1),
    add constraint formula_written_piece_count check (written_piece_count between 1 and 1000),
    add constraint formula_classic check (classic_id is null or classic is null),
    add constraint formula_classic_number_of_a_formula check (classic_number is null or classic_id is not null),
    drop constraint formula_version, drop constraint formula_pieces, drop constraint formula_twin,
    drop constraint formula_twin_number_of_a_formula;
alter table entry alter column revision set not null, add constraint entry_revision_counts check (revision >= 1),
    drop constraint entry_version;
alter table product alter column revision set not null, add constraint product_revision_counts check (revision >= 1),
    drop constraint product_version;
alter table batch_lot alter column piece_count set not null,
    add constraint batch_lot_piece_count check (piece_count between 1 and 1000), drop constraint batch_lot_pieces;
alter table person alter column position set not null;
alter table day_type alter column position set not null;
alter table formula_part alter column position set not null;
alter table formula_line alter column part_position set not null, alter column position set not null;
alter table import_file alter column position set not null,
    add constraint import_file_position check (position between 0 and 10000), drop constraint import_file_place;
alter table import_item alter column file_position set not null, alter column position set not null,
    add constraint import_item_position check (position between 0 and 1000000), drop constraint import_item_place;
alter table opened_good alter column storage set not null,
    add constraint opened_good_storage check (storage in ('counter', 'fridge', 'freezer')),
    drop constraint opened_good_place;

-- Keys by the new names; what the release before writes by the former ones stays unique by those too.
alter table formula_line drop constraint formula_line_kitchen_id_formula_id_part_place_fkey;
alter table import_item drop constraint import_item_kitchen_id_import_id_file_place_fkey;
alter table formula_line drop constraint formula_line_pkey,
    add constraint formula_line_pkey primary key (kitchen_id, formula_id, part_position, position),
    add constraint formula_line_former_key unique (kitchen_id, formula_id, part_place, place);
alter table formula_part drop constraint formula_part_pkey,
    add constraint formula_part_pkey primary key (kitchen_id, formula_id, position),
    add constraint formula_part_former_key unique (kitchen_id, formula_id, place);
alter table import_item drop constraint import_item_pkey,
    add constraint import_item_pkey primary key (kitchen_id, import_id, file_position, position);
alter table import_file drop constraint import_file_pkey,
    add constraint import_file_pkey primary key (kitchen_id, import_id, position);
alter table formula_line add constraint formula_line_of_part
    foreign key (kitchen_id, formula_id, part_position) references formula_part (kitchen_id, formula_id, position)
    on delete cascade;
alter table import_item add constraint import_item_of_file
    foreign key (kitchen_id, import_id, file_position) references import_file (kitchen_id, import_id, position)
    on delete cascade;
alter table formula drop constraint formula_twin_of_kitchen,
    add constraint formula_classic_of_kitchen foreign key (kitchen_id, classic_id) references formula (kitchen_id, id)
    on delete set null (classic_id);

-- Functions that read what was renamed.
create or replace function add_day_types() returns trigger
    language plpgsql
    as $$
begin
    insert into day_type (kitchen_id, person_id, slug, name, position)
    values (new.kitchen_id, new.id, 'training', 'Training', 1), (new.kitchen_id, new.id, 'rest', 'Rest', 2);
    return null;
end
$$;

create or replace function ask_for_outdated(newest integer) returns integer
    language sql security definer
    set search_path to 'public', 'pg_temp'
    as $$
    with asked as (
        insert into job (kitchen_id, kind, key, person_id, rules, priority)
        select formula.kitchen_id, 'summary', formula.id, resident.id, newest, 1
        from formula cross join lateral (
            select person.id from person where person.kitchen_id = formula.kitchen_id and person.removed_at is null
            order by person.position, person.id limit 1
        ) resident
        where summary_rules < newest and not exists (
            select from job where job.kitchen_id = formula.kitchen_id and kind = 'summary' and key = formula.id
        )
        order by summary_rules, formula.kitchen_id, formula.id
        limit (select 500 - count(*) from (select from job where priority = 1 and state = 'queued' limit 500) waiting)
        on conflict (kitchen_id, kind, key) do nothing
        returning 1
    )
    select count(*)::integer from asked
$$;

create or replace function claim_jobs(most integer, lasts interval, newest integer) returns table (kitchen_id uuid, person_id uuid, kind text, key uuid, token bigint, attempts integer)
    language sql security definer
    set search_path to 'public', 'pg_temp'
    as $$
    update job set state = 'running', attempts = job.attempts + 1, claimed_until = now() + lasts
    where (job.kitchen_id, job.kind, job.key) in (
        select waiting.kitchen_id, waiting.kind, waiting.key from job waiting
        where run_after <= now() and rules <= newest
            and (state = 'queued' or (state = 'running' and claimed_until < now()))
        order by priority, run_after limit most for update skip locked
    )
    returning job.kitchen_id, coalesce(
        (select person.id from person where person.kitchen_id = job.kitchen_id and person.id = job.person_id
            and person.removed_at is null),
        (select person.id from person where person.kitchen_id = job.kitchen_id and person.removed_at is null
            order by person.position, person.id limit 1),
        job.person_id
    ), job.kind, job.key, job.token, job.attempts
$$;

create or replace function resident(asked uuid) returns table (kitchen_id uuid, person_id uuid)
    language plpgsql stable security definer
    set search_path to 'public', 'pg_temp'
    as $$
begin
    return query select person.kitchen_id, person.id from person where person.id = asked and person.removed_at is null;
    if not found and is_only_kitchen() then
        return query select person.kitchen_id, person.id from person where person.removed_at is null
            order by person.position, person.id limit 1;
    end if;
end
$$;
