-- What many kitchens in one database need: whoever asks is found by an index and never guessed, work over all of them
-- goes in small batches behind what people wait for, and every table has its wall.

-- A person who stands twice, in two kitchens, by one id: the one of the newer kitchen gets an id of its own.
do $$
declare
    twin record;
    new_id uuid;
    own text;
begin
    for twin in
        select id, kitchen_id from (
            select person.id, person.kitchen_id,
                row_number() over (partition by person.id order by kitchen.created_at, kitchen.id) as number
            from person join kitchen on kitchen.id = person.kitchen_id
        ) each where number > 1 order by kitchen_id, id
    loop
        new_id := gen_random_uuid();
        insert into person
        select (jsonb_populate_record(null::person, to_jsonb(person) || jsonb_build_object('id', new_id))).*
        from person where kitchen_id = twin.kitchen_id and id = twin.id;
        delete from day_type where kitchen_id = twin.kitchen_id and person_id = new_id;
        foreach own in array array['day_type', 'day', 'target', 'week_pattern', 'phase', 'helping', 'body_weight',
            'entry', 'import', 'job']
        loop
            execute format('update %I set person_id = $1 where kitchen_id = $2 and person_id = $3', own)
                using new_id, twin.kitchen_id, twin.id;
        end loop;
        delete from person where kitchen_id = twin.kitchen_id and id = twin.id;
    end loop;
end
$$;
alter table person add constraint person_id_once unique (id);

create function is_only_kitchen() returns boolean
    language sql stable security definer set search_path to 'public', 'pg_temp' as $$
    select count(*) = 1 from (select from kitchen limit 2) two
$$;
create or replace function resident(asked uuid) returns table (kitchen_id uuid, person_id uuid)
    language plpgsql stable security definer set search_path to 'public', 'pg_temp' as $$
begin
    return query select person.kitchen_id, person.id from person where person.id = asked and person.removed_at is null;
    if not found and is_only_kitchen() then
        return query select person.kitchen_id, person.id from person where person.removed_at is null
            order by person.place, person.id limit 1;
    end if;
end
$$;

-- Which of these ids are somebody's already, wherever they live.
create function taken_people(asked uuid[]) returns setof uuid
    language sql stable security definer set search_path to 'public', 'pg_temp' as $$
    select id from person where id = any (asked)
$$;

-- How much protein powder is in a piece: more than two scoops at a sitting is not offered.
alter table formula add column powder_g numeric not null default 0
    constraint formula_powder check (powder_g >= 0);
alter table batch add column powder_g numeric constraint batch_powder check (powder_g >= 0);

-- What people wait for is 0; what follows from new rules is 1 and comes behind it.
alter table job add column priority smallint not null default 0 constraint job_priority check (priority in (0, 1));
drop index job_waiting;
create index job_waiting on job (priority, run_after) where state in ('queued', 'running');
alter table job enable row level security;
create policy kitchen on job using (kitchen_id = current_kitchen()) with check (kitchen_id = current_kitchen());

create function claim_jobs(most integer, lasts interval, newest integer)
    returns table (kitchen_id uuid, person_id uuid, kind text, key uuid, token bigint, attempts integer)
    language sql security definer set search_path to 'public', 'pg_temp' as $$
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
            order by person.place, person.id limit 1),
        job.person_id
    ), job.kind, job.key, job.token, job.attempts
$$;

-- Asks for what older rules made, a batch at a time, and for no more while as many wait: the rest of the work goes on.
drop index formula_by_rules;
create index formula_by_rules on formula (summary_rules, kitchen_id, id);
create or replace function ask_for_outdated(newest integer) returns integer
    language sql security definer set search_path to 'public', 'pg_temp' as $$
    with asked as (
        insert into job (kitchen_id, kind, key, person_id, rules, priority)
        select formula.kitchen_id, 'summary', formula.id, resident.id, newest, 1
        from formula cross join lateral (
            select person.id from person where person.kitchen_id = formula.kitchen_id and person.removed_at is null
            order by person.place, person.id limit 1
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

alter function stash_moved() set search_path to 'public', 'pg_temp';

-- Asked for by one index each: these stood twice.
drop index formula_since, product_since, batch_since, tombstone_since;

-- Asked where what they point at goes.
create index batch_feedback_of_batch on batch_feedback (kitchen_id, batch_id) where batch_id is not null;
create index batch_feedback_of_formula on batch_feedback (kitchen_id, formula_id) where formula_id is not null;
create index helping_of_formula on helping (kitchen_id, formula_id);
create index stash_move_from_shelf on stash_move (kitchen_id, from_shelf_id) where from_shelf_id is not null;
create index stash_move_to_shelf on stash_move (kitchen_id, to_shelf_id) where to_shelf_id is not null;
create index stash_balance_on_shelf on stash_balance (kitchen_id, shelf_id);
create index entry_of_batch on entry (kitchen_id, batch_id) where batch_id is not null;
