-- A bake day: what is asked of it, its plan, and what happened on it.
create table bake_run (
    id uuid not null,
    kitchen_id uuid not null references kitchen,
    name text not null constraint bake_run_name_length check (length(name) between 1 and 120),
    zone text not null constraint bake_run_zone_length check (length(zone) between 1 and 64),
    zero_at timestamptz not null,
    asked jsonb not null,
    plan jsonb,
    revision integer not null default 1 constraint bake_run_revision_counts check (revision >= 1),
    last_seq integer not null default 0 constraint bake_run_seq_counts check (last_seq >= 0),
    removed_at timestamptz,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id)
);
create index bake_run_by_day on bake_run (kitchen_id, zero_at desc, id) where removed_at is null;
create index bake_run_since on bake_run (kitchen_id, changed_at);

-- Append only: the one truth of a run. What waited offline arrives once and in order.
create table run_event (
    kitchen_id uuid not null,
    run_id uuid not null,
    seq integer not null constraint run_event_seq_counts check (seq >= 1),
    device text not null constraint run_event_device_length check (length(device) between 1 and 64),
    device_seq integer not null constraint run_event_device_seq_counts check (device_seq >= 1),
    kind text not null constraint run_event_kind_length check (length(kind) between 1 and 40),
    payload jsonb not null,
    elapsed_ms bigint not null constraint run_event_elapsed check (elapsed_ms >= 0),
    received_at timestamptz not null default clock_timestamp(),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, run_id, seq),
    constraint run_event_once unique (kitchen_id, run_id, device, device_seq),
    foreign key (kitchen_id, run_id) references bake_run (kitchen_id, id) on delete cascade
);

create table shopping_tick (
    kitchen_id uuid not null,
    run_id uuid not null,
    food text not null constraint shopping_tick_food_length check (length(food) between 1 and 80),
    ticked boolean not null,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, run_id, food),
    foreign key (kitchen_id, run_id) references bake_run (kitchen_id, id) on delete cascade
);

-- What is at home of a food, the packs it is sold in, and where it was found last.
create table stock (
    kitchen_id uuid not null references kitchen,
    food text not null constraint stock_food_length check (length(food) between 1 and 80),
    state text not null default '' constraint stock_state check (state in ('', 'have', 'low', 'out')),
    mass_g numeric constraint stock_mass check (mass_g >= 0),
    packs_g numeric[] not null default '{}' constraint stock_packs check (cardinality(packs_g) <= 20),
    found_at text not null default '' constraint stock_found_length check (length(found_at) <= 80),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, food),
    constraint stock_one_of_two check (mass_g is null or state = '')
);

create table planning_kitchen (
    kitchen_id uuid not null references kitchen,
    document jsonb not null,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id)
);

-- What was done to the simulated scale; every worker shows the same.
create table scale_command (
    kitchen_id uuid not null references kitchen,
    id uuid not null,
    command text not null constraint scale_command_length check (length(command) <= 40),
    mass_g numeric not null,
    over_s numeric not null,
    battery_share numeric not null,
    at timestamptz not null default clock_timestamp(),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id)
);
create index scale_command_in_time on scale_command (kitchen_id, at desc, id);

-- What a baker changed of the tasks of a formula.
create table formula_tasks (
    kitchen_id uuid not null,
    formula_id uuid not null,
    document jsonb not null,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, formula_id),
    foreign key (kitchen_id, formula_id) references formula (kitchen_id, id) on delete cascade
);

-- How long a formula keeps hands and kitchen busy, beside its figures; null until it was worked out.
alter table formula add column hands_on_min integer, add column whole_min integer, add column bowl_count integer;

do $$
declare
    made text;
begin
    foreach made in array array['bake_run', 'run_event', 'shopping_tick', 'stock', 'planning_kitchen', 'formula_tasks',
        'scale_command']
    loop
        execute format('create trigger %I before update on %I for each row execute function touch()', made || '_touch', made);
        execute format('alter table %I enable row level security', made);
        execute format('create policy kitchen on %I using (kitchen_id = current_kitchen()) '
            'with check (kitchen_id = current_kitchen())', made);
    end loop;
    foreach made in array array['bake_run', 'shopping_tick', 'stock', 'planning_kitchen', 'formula_tasks', 'scale_command'] loop
        execute format('grant select, insert, update, delete on %I to app', made);
    end loop;
    -- What happened stays as it was told.
    grant select, insert on run_event to app;
    create trigger bake_run_bury after delete on bake_run for each row execute function bury('id');
    create trigger bake_run_unbury after insert on bake_run for each row execute function unbury('id');
end
$$;
