-- Where pieces are, how they got there and who ate them: moves are the truth, balances follow from them, and no balance
-- is ever below nothing, whoever takes the last piece at the same moment.
create table shelf (
    id uuid not null,
    kitchen_id uuid not null references kitchen (id),
    kind text not null constraint shelf_kind check (kind in ('counter', 'fridge', 'freezer')),
    name text not null constraint shelf_name_length check (length(name) between 1 and 40),
    removed_at timestamptz,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id)
);
create unique index shelf_name on shelf (kitchen_id, lower(name)) where removed_at is null;
create index shelf_since on shelf (kitchen_id, changed_at);

insert into shelf (id, kitchen_id, kind, name)
select gen_random_uuid(), kitchen.id, first.kind, first.name
from kitchen cross join (values ('counter', 'Counter'), ('fridge', 'Fridge'), ('freezer', 'Freezer')) first (kind, name);

create table stash_move (
    id uuid not null,
    kitchen_id uuid not null,
    seq bigint generated always as identity,
    batch_id uuid not null,
    lot integer not null constraint stash_move_lot check (lot >= 1),
    kind text not null constraint stash_move_kind
        check (kind in ('made', 'moved', 'eaten', 'given', 'thrown', 'corrected', 'reversed')),
    from_shelf_id uuid,
    to_shelf_id uuid,
    piece_count numeric not null constraint stash_move_pieces check (piece_count > 0),
    wrapping text not null default 'covered'
        constraint stash_move_wrapping check (wrapping in ('covered', 'sealed', 'vacuum')),
    reason text not null default '' constraint stash_move_reason_length check (length(reason) <= 200),
    entry_id uuid,
    reverses uuid,
    moved_at timestamptz not null,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id),
    -- What was done is undone once; that again is undone by a move of its own.
    constraint stash_move_reversed_once unique (kitchen_id, reverses),
    constraint stash_move_reverses check ((kind = 'reversed') = (reverses is not null)),
    constraint stash_move_somewhere check (case kind
        when 'made' then from_shelf_id is null and to_shelf_id is not null
        when 'moved' then from_shelf_id is not null and to_shelf_id is not null and from_shelf_id <> to_shelf_id
        when 'corrected' then (from_shelf_id is null) <> (to_shelf_id is null)
        when 'reversed' then from_shelf_id is not null or to_shelf_id is not null
        else from_shelf_id is not null and to_shelf_id is null end),
    foreign key (kitchen_id, batch_id) references batch (kitchen_id, id),
    foreign key (kitchen_id, from_shelf_id) references shelf (kitchen_id, id),
    foreign key (kitchen_id, to_shelf_id) references shelf (kitchen_id, id),
    foreign key (kitchen_id, entry_id) references entry (kitchen_id, id),
    foreign key (kitchen_id, reverses) references stash_move (kitchen_id, id)
);
create index stash_move_of_batch on stash_move (kitchen_id, batch_id, seq);
create index stash_move_thrown on stash_move (kitchen_id, moved_at) where kind = 'thrown';
create unique index stash_move_one_eaten_an_entry on stash_move (kitchen_id, entry_id) where kind = 'eaten';
create index stash_move_of_entry on stash_move (kitchen_id, entry_id) where entry_id is not null;

create table stash_balance (
    kitchen_id uuid not null,
    batch_id uuid not null,
    lot integer not null,
    shelf_id uuid not null,
    piece_count numeric not null constraint stash_balance_pieces check (piece_count >= 0),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, batch_id, lot, shelf_id),
    foreign key (kitchen_id, batch_id) references batch (kitchen_id, id),
    foreign key (kitchen_id, shelf_id) references shelf (kitchen_id, id)
);
create index stash_balance_left on stash_balance (kitchen_id, batch_id) where piece_count > 0;

create function stash_moved() returns trigger
    language plpgsql security definer set search_path = public as $$
declare
    step record;
begin
    -- Shelf by shelf in one order, so that moves of opposite ways never wait for each other.
    for step in
        select shelf_id, piece_count
        from (values (new.from_shelf_id, -new.piece_count), (new.to_shelf_id, new.piece_count))
            as each (shelf_id, piece_count)
        where shelf_id is not null order by shelf_id
    loop
        if step.piece_count < 0 then
            update stash_balance set piece_count = stash_balance.piece_count + step.piece_count
            where kitchen_id = new.kitchen_id and batch_id = new.batch_id and lot = new.lot and shelf_id = step.shelf_id;
            if not found then
                raise exception 'nothing there' using errcode = 'check_violation', constraint = 'stash_balance_pieces';
            end if;
        else
            insert into stash_balance (kitchen_id, batch_id, lot, shelf_id, piece_count)
            values (new.kitchen_id, new.batch_id, new.lot, step.shelf_id, step.piece_count)
            on conflict (kitchen_id, batch_id, lot, shelf_id)
                do update set piece_count = stash_balance.piece_count + excluded.piece_count;
        end if;
    end loop;
    return null;
end
$$;
create trigger stash_move_counts after insert on stash_move for each row execute function stash_moved();

-- What is eaten with a piece: kept for next time, of the formula that it goes with.
create table plate (
    id uuid not null,
    kitchen_id uuid not null references kitchen (id),
    formula_id uuid not null,
    name text not null constraint plate_name_length check (length(name) between 1 and 60),
    sides text not null constraint plate_sides_length check (length(sides) between 1 and 1000),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id),
    foreign key (kitchen_id, formula_id) references formula (kitchen_id, id) on delete cascade
);
create index plate_of on plate (kitchen_id, formula_id, name);
create index plate_since on plate (kitchen_id, changed_at);

-- On which run a batch was recorded.
create index run_event_recorded on run_event (kitchen_id, (payload ->> 'batch_id')) where kind = 'recorded';

-- A plate of several things is one group.
alter table entry add column group_id uuid;

-- What tells how a batch keeps, what shape its pieces have, and what it cost; null where nobody worked it out.
alter table batch add column keeping jsonb, add column shape text not null default '',
    add column cost numeric, add column cost_at_least boolean not null default false;

-- What was wrong with a batch, said when it was eaten.
create table batch_symptom (
    kitchen_id uuid not null,
    batch_id uuid not null,
    symptom text not null constraint batch_symptom_length check (length(symptom) between 1 and 40),
    noticed text[] not null default '{}' constraint batch_symptom_noticed check (cardinality(noticed) <= 30),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, batch_id, symptom),
    foreign key (kitchen_id, batch_id) references batch (kitchen_id, id) on delete cascade
);

-- Two to four batches beside each other, under letters when nobody shall know which is which.
create table tasting (
    id uuid not null,
    kitchen_id uuid not null references kitchen (id),
    name text not null constraint tasting_name_length check (length(name) between 1 and 120),
    blind boolean not null,
    poles text[] not null constraint tasting_poles check (cardinality(poles) between 1 and 20),
    tasted_at timestamptz not null,
    removed_at timestamptz,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id)
);
create index tasting_by_time on tasting (kitchen_id, tasted_at desc, id) where removed_at is null;
create index tasting_since on tasting (kitchen_id, changed_at);

create table tasting_sample (
    kitchen_id uuid not null,
    tasting_id uuid not null,
    letter text not null constraint tasting_sample_letter check (letter ~ '^[A-D]$'),
    batch_id uuid not null,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, tasting_id, letter),
    constraint tasting_sample_once unique (kitchen_id, tasting_id, batch_id),
    foreign key (kitchen_id, tasting_id) references tasting (kitchen_id, id) on delete cascade,
    foreign key (kitchen_id, batch_id) references batch (kitchen_id, id)
);
create index tasting_sample_of_batch on tasting_sample (kitchen_id, batch_id);

create table tasting_mark (
    kitchen_id uuid not null,
    tasting_id uuid not null,
    taster text not null constraint tasting_mark_taster check (length(taster) between 1 and 40),
    letter text not null,
    pole text not null constraint tasting_mark_pole check (length(pole) between 1 and 40),
    score integer not null constraint tasting_mark_score check (score between 1 and 5),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, tasting_id, taster, letter, pole),
    foreign key (kitchen_id, tasting_id, letter) references tasting_sample (kitchen_id, tasting_id, letter)
        on delete cascade
);

-- A pack of the cupboard that was opened, until it is used up or thrown away.
create table opened_good (
    id uuid not null,
    kitchen_id uuid not null references kitchen (id),
    food text not null constraint opened_good_food_length check (length(food) between 1 and 80),
    name text not null constraint opened_good_name_length check (length(name) between 1 and 200),
    place text not null constraint opened_good_place check (place in ('counter', 'fridge', 'freezer')),
    opened_at timestamptz not null,
    done_as text not null default '' constraint opened_good_done check (done_as in ('', 'used', 'thrown')),
    done_at timestamptz,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id)
);
create index opened_good_open on opened_good (kitchen_id, opened_at, id) where done_at is null;
create index opened_good_since on opened_good (kitchen_id, changed_at);

do $$
declare
    made text;
begin
    foreach made in array array['shelf', 'stash_move', 'stash_balance', 'plate', 'batch_symptom', 'tasting',
        'tasting_sample', 'tasting_mark', 'opened_good']
    loop
        execute format('create trigger %I before update on %I for each row execute function touch()', made || '_touch', made);
        execute format('alter table %I enable row level security', made);
        execute format('create policy kitchen on %I using (kitchen_id = current_kitchen()) '
            'with check (kitchen_id = current_kitchen())', made);
    end loop;
    foreach made in array array['shelf', 'plate', 'batch_symptom', 'tasting', 'tasting_sample', 'tasting_mark', 'opened_good']
    loop
        execute format('grant select, insert, update, delete on %I to app', made);
    end loop;
    -- What happened stays as it was told, and what is there follows from it alone.
    grant select, insert on stash_move to app;
    grant select on stash_balance to app;
    foreach made in array array['shelf', 'plate', 'tasting', 'opened_good'] loop
        execute format('create trigger %I after delete on %I for each row execute function bury(''id'')', made || '_bury', made);
        execute format('create trigger %I after insert on %I for each row execute function unbury(''id'')',
            made || '_unbury', made);
    end loop;
end
$$;
revoke all on function stash_moved() from public;
