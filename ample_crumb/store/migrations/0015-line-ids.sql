-- A line has an id, made where it is typed, so that what is said of it holds wherever it stands by then. Lines from
-- before get one here; so do those that a release before this one writes meanwhile.
alter table formula_line add column line_id text not null default gen_random_uuid()::text;
alter table formula_line add constraint formula_line_id check (line_id ~ '^[0-9A-Za-z_-]{1,40}$');

-- What a line that means a formula means is a key, and no longer read out of a text each time.
alter table formula_line add column nested_id uuid;
update formula_line line set nested_id = formula.id from formula
where line.chosen ~ '^made-[0-9a-f-]{36}' and formula.kitchen_id = line.kitchen_id
    and formula.id::text = substring(line.chosen from 6 for 36);
alter table formula_line add constraint formula_line_nested foreign key (kitchen_id, nested_id)
    references formula (kitchen_id, id) on delete set null (nested_id);
create index formula_line_nested on formula_line (kitchen_id, nested_id) where nested_id is not null;

create function nest() returns trigger language plpgsql as $$
begin
    new.nested_id := (
        select id from formula where kitchen_id = new.kitchen_id
            and id::text = substring(new.chosen from '^made-([0-9a-f-]{36})')
    );
    return new;
end
$$;
create trigger formula_line_nest before insert or update on formula_line
    for each row when (new.chosen like 'made-%' or new.nested_id is not null) execute function nest();
