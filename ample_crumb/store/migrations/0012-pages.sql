-- Lists come in pages and a search reads names alone. Only comparisons that leak nothing are looked up in an index before
-- the walls let a row through, so what products are sorted by is a column and not an expression.
alter table product add column sort_name text generated always as (lower(name)) stored;
create index product_in_order on product (kitchen_id, sort_name, id);
create index product_code on product (kitchen_id, gtin) where gtin <> '';

drop index formula_of_kitchen;
create index formula_in_order on formula (kitchen_id, updated_at desc, id desc) include (name, archived_at);

-- A diary has many entries and few names: each name is found by a step through this index, and its days by another.
create index entry_names on entry (kitchen_id, person_id, name, day desc) where removed_at is null;

-- What older rules wrote is looked for again and again, because an older release may be at work beside this one. A job is
-- done by nobody whose rules are older than those of whoever asked for it.
create index formula_by_rules on formula (summary_rules);
alter table job add column rules integer not null default 0;

create function ask_for_outdated(newest integer) returns integer
    language sql security definer set search_path to 'public', 'pg_temp' as $$
    with asked as (
        insert into job (kitchen_id, kind, key, person_id, rules)
        select formula.kitchen_id, 'summary', formula.id, resident.id, newest
        from formula cross join lateral (
            select id from person where person.kitchen_id = formula.kitchen_id order by id limit 1
        ) resident
        where summary_rules < newest
        order by formula.kitchen_id, formula.id
        on conflict (kitchen_id, kind, key) do nothing
        returning 1
    )
    select count(*)::integer from asked
$$;
