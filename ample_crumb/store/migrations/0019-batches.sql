-- What was really made. A batch is a fact: what it was of may change or go, the batch stays; a correction is a new
-- revision, and what it was before is kept.
create table batch (
    id uuid not null,
    kitchen_id uuid not null references kitchen (id),
    formula_id uuid,
    version_number integer,
    -- Things that were made of one dough share this.
    dough_id uuid,
    name text not null constraint batch_name_length check (length(name) between 1 and 120),
    family text not null default '' constraint batch_family_length check (length(family) <= 40),
    made_at timestamptz not null,
    zone text not null constraint batch_zone_length check (length(zone) between 1 and 64),
    revision integer not null default 1 constraint batch_revision_counts check (revision >= 1),
    document jsonb not null,
    composition jsonb not null,
    rules integer not null,
    dough_g numeric not null constraint batch_dough check (dough_g >= 0),
    baked_g numeric not null constraint batch_baked check (baked_g >= 0),
    piece_count numeric not null constraint batch_piece_count check (piece_count > 0),
    planned_count numeric not null,
    planned_energy_kcal numeric,
    planned_protein_g numeric,
    oven text,
    told_min numeric,
    took_min numeric,
    bake_forgotten boolean not null default false,
    -- Read whole with the batch: what is in it, whatever its formula says by now.
    allergens jsonb not null default '{}',
    removed_at timestamptz,
    written_at timestamptz not null default now(),
    mass_g numeric not null,
    energy_kcal numeric, protein_g numeric, fat_g numeric, saturates_g numeric, carbohydrate_g numeric,
    sugars_g numeric, fibre_g numeric, polyols_g numeric, erythritol_g numeric, allulose_g numeric, salt_g numeric,
    alcohol_g numeric, water_g numeric, caffeine_mg numeric,
    at_least text[] not null default '{}',
    without_lines integer not null default 0,
    sd jsonb not null default '{}',
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id),
    constraint batch_formula foreign key (kitchen_id, formula_id) references formula (kitchen_id, id)
        on delete set null (formula_id)
);
create index batch_of_formula on batch (kitchen_id, formula_id, made_at desc, id) where removed_at is null;
create index batch_by_time on batch (kitchen_id, made_at desc, id) where removed_at is null;
create index batch_since on batch (kitchen_id, changed_at);

create table batch_lot (
    kitchen_id uuid not null,
    batch_id uuid not null,
    lot integer not null constraint batch_lot_counts check (lot >= 1),
    pieces integer not null constraint batch_lot_pieces check (pieces between 1 and 1000),
    piece_g numeric not null constraint batch_lot_piece check (piece_g >= 0),
    share numeric not null constraint batch_lot_share check (share >= 0 and share <= 1),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, batch_id, lot),
    foreign key (kitchen_id, batch_id) references batch (kitchen_id, id) on delete cascade
);

-- What a batch was told to be before it was corrected.
create table batch_revision (
    kitchen_id uuid not null,
    batch_id uuid not null,
    revision integer not null,
    written_at timestamptz not null,
    document jsonb not null,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, batch_id, revision),
    foreign key (kitchen_id, batch_id) references batch (kitchen_id, id) on delete cascade
);

create table batch_photo (
    id uuid not null,
    kitchen_id uuid not null,
    batch_id uuid not null,
    step text not null default '' constraint batch_photo_step_length check (length(step) <= 300),
    words text not null default '' constraint batch_photo_words_length check (length(words) <= 80),
    width_px integer not null,
    height_px integer not null,
    jpeg bytea not null constraint batch_photo_size check (octet_length(jpeg) <= 1000000),
    taken_at timestamptz not null default now(),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id),
    foreign key (kitchen_id, batch_id) references batch (kitchen_id, id) on delete cascade
);
create index batch_photo_of on batch_photo (kitchen_id, batch_id, taken_at, id);
create index batch_photo_since on batch_photo (kitchen_id, changed_at);

-- What to think of next time, at a line or at a step of the method.
create table formula_note (
    id uuid not null,
    kitchen_id uuid not null,
    formula_id uuid not null,
    line_id text not null default '' constraint formula_note_line check (length(line_id) <= 40),
    step text not null default '' constraint formula_note_step_length check (length(step) <= 300),
    text text not null constraint formula_note_length check (length(text) between 1 and 500),
    written_at timestamptz not null default now(),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id),
    foreign key (kitchen_id, formula_id) references formula (kitchen_id, id) on delete cascade
);
create index formula_note_of on formula_note (kitchen_id, formula_id, written_at, id);
create index formula_note_since on formula_note (kitchen_id, changed_at);

do $$
declare
    made text;
begin
    foreach made in array array['batch', 'batch_lot', 'batch_revision', 'batch_photo', 'formula_note'] loop
        execute format('create trigger %I before update on %I for each row execute function touch()', made || '_touch', made);
        execute format('alter table %I enable row level security', made);
        execute format('create policy kitchen on %I using (kitchen_id = current_kitchen()) '
            'with check (kitchen_id = current_kitchen())', made);
        execute format('grant select, insert, update, delete on %I to app', made);
    end loop;
    -- Lots and revisions are of their batch, which changes with them.
    foreach made in array array['batch', 'batch_photo', 'formula_note'] loop
        execute format('create trigger %I after delete on %I for each row execute function bury(''id'')', made || '_bury', made);
        execute format('create trigger %I after insert on %I for each row execute function unbury(''id'')',
            made || '_unbury', made);
    end loop;
end
$$;

-- Ovens learn from batches.
create trigger batch_habits after insert or delete or update on batch for each row execute function habits_changed();

-- What was said of a batch is of that batch, be there a formula or not.
alter table batch_feedback add column batch_id uuid;
alter table batch_feedback alter column formula_id drop not null;
alter table batch_feedback add constraint batch_feedback_batch foreign key (kitchen_id, batch_id)
    references batch (kitchen_id, id) on delete cascade;
alter table batch_feedback add constraint batch_feedback_of_something
    check (formula_id is not null or batch_id is not null);

alter table formula_version drop constraint formula_version_kept_by;
alter table formula_version add constraint formula_version_kept_by
    check (kept_by in ('baker', 'edit session', 'restore', 'bake'));

-- A piece that is eaten is of a batch, where it is known of which.
alter table entry add column batch_id uuid, add column lot integer;
alter table entry add constraint entry_batch foreign key (kitchen_id, batch_id) references batch (kitchen_id, id);
alter table entry drop constraint entry_piece_names_formula;
alter table entry add constraint entry_piece_names_formula
    check (kind <> 'piece' or ((formula_id is not null or batch_id is not null) and piece_count is not null));
