-- What is brought in from files: an import is a unit that is read first, then written, and can be taken back whole.

create table import (
    kitchen_id uuid not null references kitchen (id),
    id uuid not null,
    person_id uuid not null,
    name text not null constraint import_name_length check (length(name) between 1 and 120),
    state text not null default 'read' constraint import_state check (state in ('read', 'written', 'taken back')),
    made_at timestamptz not null default now(),
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, id),
    foreign key (kitchen_id, person_id) references person (kitchen_id, id)
);

create table import_file (
    kitchen_id uuid not null,
    import_id uuid not null,
    place integer not null constraint import_file_place check (place between 0 and 10000),
    name text not null constraint import_file_name_length check (length(name) between 1 and 200),
    kind text not null default '' constraint import_file_kind check (length(kind) <= 20),
    -- In a sentence what of the file could not be read.
    remarks text[] not null default '{}' constraint import_file_remarks check (cardinality(remarks) <= 50),
    -- How the columns of a CSV were matched, with a few rows of it to look at.
    matching jsonb,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, import_id, place),
    foreign key (kitchen_id, import_id) references import (kitchen_id, id) on delete cascade
);

create table import_item (
    kitchen_id uuid not null,
    import_id uuid not null,
    file_place integer not null,
    place integer not null constraint import_item_place check (place between 0 and 1000000),
    row_number integer not null default 0,
    kind text not null constraint import_item_kind check (kind in ('formula', 'product', 'entry', 'weight', 'nothing')),
    title text not null constraint import_item_title_length check (length(title) <= 300),
    content jsonb,
    problem text not null default '' constraint import_item_problem_length check (length(problem) <= 500),
    question_count integer not null default 0,
    chosen boolean not null default true,
    -- Of what the file said, so that the same file again makes nothing again.
    fingerprint uuid not null,
    state text not null default 'read' constraint import_item_state check (state in ('read', 'written', 'taken back')),
    -- What it became: an id, or a day; at which version; and what was there before, where something was.
    target text not null default '' constraint import_item_target_length check (length(target) <= 40),
    target_version integer,
    before jsonb,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, import_id, file_place, place),
    foreign key (kitchen_id, import_id, file_place) references import_file (kitchen_id, import_id, place) on delete cascade
);
create index import_item_fingerprint on import_item (kitchen_id, fingerprint) where state = 'written';

do $$
declare
    made text;
    keys text[];
begin
    foreach made in array array['import', 'import_file', 'import_item'] loop
        execute format('create trigger %I before update on %I for each row execute function touch()', made || '_touch', made);
        execute format('alter table %I enable row level security', made);
        execute format('create policy kitchen on %I using (kitchen_id = current_kitchen()) '
            'with check (kitchen_id = current_kitchen())', made);
        execute format('grant select, insert, update, delete on %I to app', made);
    end loop;
    create trigger import_bury after delete on import for each row execute function bury('id');
    create trigger import_unbury after insert on import for each row execute function unbury('id');
end
$$;

-- Formulas and their kept states refer to each other: whoever writes a whole kitchen writes both before it is asked for.
alter table formula alter constraint formula_bakes_a_kept_state deferrable initially immediate;

-- What has changed since a moment is asked of these, whatever their size.
create index formula_changed on formula (kitchen_id, changed_at);
create index product_changed on product (kitchen_id, changed_at);
create index batch_changed on batch (kitchen_id, changed_at);
create index entry_changed on entry (kitchen_id, person_id, changed_at);
create index tombstone_changed on tombstone (kitchen_id, changed_at);
