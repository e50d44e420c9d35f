-- What lists show of a formula is written by its save, and by jobs for what changed round it. A job holds ids alone, so
-- it stands outside the walls; its token tells what was asked last.
create sequence job_token;
create table job (
    kitchen_id uuid not null references kitchen on delete cascade,
    kind text not null constraint job_kind check (kind in ('summary')),
    key uuid not null,
    person_id uuid not null,
    token bigint not null default nextval('job_token'),
    state text not null default 'queued' constraint job_state check (state in ('queued', 'running', 'failed')),
    run_after timestamptz not null default now(),
    claimed_until timestamptz,
    attempts integer not null default 0,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, kind, key)
);
create index job_waiting on job (run_after) where state <> 'failed';
create trigger job_touch before update on job for each row execute function touch();
grant select, insert, update, delete on job to app;
grant usage on sequence job_token to app;

-- What can make a summary stale: foods, words of lines, phrases that may be corrected, formulas inside, tins.
create table formula_dependency (
    kitchen_id uuid not null,
    kind text not null
        constraint formula_dependency_kind check (kind in ('food', 'word', 'phrase', 'formula', 'tin')),
    key text not null constraint formula_dependency_key_length check (length(key) <= 1000),
    formula_id uuid not null,
    changed_at timestamptz not null default now(),
    primary key (kitchen_id, kind, key, formula_id),
    foreign key (kitchen_id, formula_id) references formula (kitchen_id, id) on delete cascade
);
create index formula_dependency_of_formula on formula_dependency (kitchen_id, formula_id);
alter table formula_dependency enable row level security;
create policy kitchen on formula_dependency
    using (kitchen_id = current_kitchen()) with check (kitchen_id = current_kitchen());
grant select, insert, update, delete on formula_dependency to app;

-- What a line was last read as, so that a label can be pinned without reading anything.
alter table formula_line add column food text;
create index formula_line_food on formula_line (kitchen_id, food) where food is not null;

-- Rules are numbered by hand, so that of two releases side by side the older lets stand what the newer wrote.
alter table formula drop column summary_by;
alter table formula add column summary_rules integer not null default 0;

-- Another number after every change of what all lines are read and counted with.
alter table kitchen add column reading_revision bigint not null default 0;
