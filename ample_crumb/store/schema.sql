CREATE FUNCTION public.add_day_types() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    insert into day_type (kitchen_id, person_id, slug, name, position)
    values (new.kitchen_id, new.id, 'training', 'Training', 1), (new.kitchen_id, new.id, 'rest', 'Rest', 2);
    return null;
end
$$;
CREATE FUNCTION public.ask_for_outdated(newest integer) RETURNS integer
    LANGUAGE sql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
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
CREATE FUNCTION public.batch_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new.predicted_min := coalesce(new.predicted_min, new.told_min);
        new.told_min := new.predicted_min;
    else
        if new.predicted_min is distinct from old.predicted_min then new.told_min := new.predicted_min;
        else new.predicted_min := new.told_min;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.batch_lot_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new.piece_count := coalesce(new.piece_count, new.pieces);
        new.pieces := new.piece_count;
    else
        if new.piece_count is distinct from old.piece_count then new.pieces := new.piece_count;
        else new.piece_count := new.pieces;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.claim_jobs(most integer, lasts interval, newest integer) RETURNS TABLE(kitchen_id uuid, person_id uuid, kind text, key uuid, token bigint, attempts integer)
    LANGUAGE sql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
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
CREATE FUNCTION public.current_kitchen() RETURNS uuid
    LANGUAGE sql STABLE
    AS $$
    select nullif(current_setting('ample_crumb.kitchen_id', true), '')::uuid
$$;
CREATE FUNCTION public.day_type_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new."position" := coalesce(new."position", new.place, 0);
        new.place := new."position";
    else
        if new."position" is distinct from old."position" then new.place := new."position";
        else new."position" := new.place;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.day_type_of(kitchen uuid, person uuid, asked date) RETURNS text
    LANGUAGE sql STABLE
    AS $$
    select coalesce(
        (select day_type from day where kitchen_id = kitchen and person_id = person and day = asked),
        (select day_types[extract(isodow from asked)::integer] from week_pattern
            where kitchen_id = kitchen and person_id = person and from_day <= asked order by from_day desc limit 1),
        (select day_type from day where kitchen_id = kitchen and person_id = person and day = asked - 7),
        'rest'
    )
$$;
CREATE FUNCTION public.entry_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new.revision := coalesce(new.revision, new.version, 1);
        new.version := new.revision;
    else
        if new.revision is distinct from old.revision then new.version := new.revision;
        else new.revision := new.version;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.formula_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new.revision := coalesce(new.revision, new.version, 1);
        new.version := new.revision;
        new.written_piece_count := coalesce(new.written_piece_count, new.pieces);
        new.pieces := new.written_piece_count;
        new.classic_id := coalesce(new.classic_id, new.twin_id);
        new.twin_id := new.classic_id;
        new.classic := coalesce(new.classic, new.twin);
        new.twin := new.classic;
        new.classic_number := coalesce(new.classic_number, new.twin_number);
        new.twin_number := new.classic_number;
    else
        if new.revision is distinct from old.revision then new.version := new.revision;
        else new.revision := new.version;
        end if;
        if new.written_piece_count is distinct from old.written_piece_count then new.pieces := new.written_piece_count;
        else new.written_piece_count := new.pieces;
        end if;
        if new.classic_id is distinct from old.classic_id then new.twin_id := new.classic_id;
        else new.classic_id := new.twin_id;
        end if;
        if new.classic is distinct from old.classic then new.twin := new.classic;
        else new.classic := new.twin;
        end if;
        if new.classic_number is distinct from old.classic_number then new.twin_number := new.classic_number;
        else new.classic_number := new.twin_number;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.formula_line_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new.part_position := coalesce(new.part_position, new.part_place);
        new.part_place := new.part_position;
        new."position" := coalesce(new."position", new.place);
        new.place := new."position";
    else
        if new.part_position is distinct from old.part_position then new.part_place := new.part_position;
        else new.part_position := new.part_place;
        end if;
        if new."position" is distinct from old."position" then new.place := new."position";
        else new."position" := new.place;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.formula_part_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new."position" := coalesce(new."position", new.place);
        new.place := new."position";
    else
        if new."position" is distinct from old."position" then new.place := new."position";
        else new."position" := new.place;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.habits_changed() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    update kitchen set habits_revision = nextval('habits_revision') where id = coalesce(new.kitchen_id, old.kitchen_id);
    return null;
end
$$;
CREATE FUNCTION public.import_file_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new."position" := coalesce(new."position", new.place);
        new.place := new."position";
    else
        if new."position" is distinct from old."position" then new.place := new."position";
        else new."position" := new.place;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.import_item_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new.file_position := coalesce(new.file_position, new.file_place);
        new.file_place := new.file_position;
        new."position" := coalesce(new."position", new.place);
        new.place := new."position";
    else
        if new.file_position is distinct from old.file_position then new.file_place := new.file_position;
        else new.file_position := new.file_place;
        end if;
        if new."position" is distinct from old."position" then new.place := new."position";
        else new."position" := new.place;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.is_only_kitchen() RETURNS boolean
    LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
    select count(*) = 1 from (select from kitchen limit 2) two
$$;
CREATE FUNCTION public.is_resident(kitchen uuid, asked uuid) RETURNS boolean
    LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
    select exists (
        select 1 from person where person.kitchen_id = kitchen and person.id = asked and person.removed_at is null
    )
$$;
CREATE FUNCTION public.key_words(gone jsonb, VARIADIC columns text[]) RETURNS text
    LANGUAGE sql IMMUTABLE
    AS $$
    select string_agg(gone ->> name, ' ' order by place) from unnest(columns) with ordinality as each (name, place)
$$;
CREATE FUNCTION public.last_eaten(kitchen uuid, person uuid, formula uuid) RETURNS date
    LANGUAGE sql STABLE
    AS $$
    select coalesce(max(day), '-infinity') from entry
    where kitchen_id = kitchen and person_id = person and formula_id = formula and removed_at is null
        and state = 'eaten'
$$;
CREATE FUNCTION public.nest() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    new.nested_id := (
        select id from formula where kitchen_id = new.kitchen_id
            and id::text = substring(new.chosen from '^made-([0-9a-f-]{36})')
    );
    return new;
end
$$;
CREATE FUNCTION public.opened_good_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new.storage := coalesce(new.storage, new.place);
        new.place := new.storage;
    else
        if new.storage is distinct from old.storage then new.place := new.storage;
        else new.storage := new.place;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.person_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new."position" := coalesce(new."position", new.place, 0);
        new.place := new."position";
    else
        if new."position" is distinct from old."position" then new.place := new."position";
        else new."position" := new.place;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.plan_of_day(kitchen uuid, person uuid, asked date) RETURNS TABLE(type text, energy_kcal numeric, protein_g numeric, fat_g numeric, carbohydrate_g numeric, fibre_g numeric, of_its_own boolean)
    LANGUAGE sql STABLE
    AS $$
    select this.type,
        case when day.energy_kcal is null then target.energy_kcal else day.energy_kcal end,
        case when day.energy_kcal is null then target.protein_g else day.protein_g end,
        case when day.energy_kcal is null then target.fat_g else day.fat_g end,
        case when day.energy_kcal is null then target.carbohydrate_g else day.carbohydrate_g end,
        case when day.energy_kcal is null then target.fibre_g else day.fibre_g end,
        day.energy_kcal is not null
    from (select day_type_of(kitchen, person, asked) as type) this
    left join day on day.kitchen_id = kitchen and day.person_id = person and day.day = asked
    left join lateral target_of(kitchen, person, this.type, asked) target on true
$$;
CREATE FUNCTION public.product_former_columns() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    if tg_op = 'INSERT' then
        new.revision := coalesce(new.revision, new.version, 1);
        new.version := new.revision;
    else
        if new.revision is distinct from old.revision then new.version := new.revision;
        else new.revision := new.version;
        end if;
    end if;
    return new;
end
$$;
CREATE FUNCTION public.remove_tombstone() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
    delete from tombstone where kitchen_id = new.kitchen_id and kind = tg_table_name
        and id = key_words(to_jsonb(new), variadic tg_argv);
    return null;
end
$$;
CREATE FUNCTION public.resident(asked uuid) RETURNS TABLE(kitchen_id uuid, person_id uuid)
    LANGUAGE plpgsql STABLE SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
    return query select person.kitchen_id, person.id from person where person.id = asked and person.removed_at is null;
    if not found and is_only_kitchen() then
        return query select person.kitchen_id, person.id from person where person.removed_at is null
            order by person.position, person.id limit 1;
    end if;
end
$$;
CREATE FUNCTION public.stash_moved() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
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
CREATE FUNCTION public.taken_people(asked uuid[]) RETURNS SETOF uuid
    LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
    select id from person where id = any (asked)
$$;
CREATE TABLE public.target (
    kitchen_id uuid NOT NULL,
    person_id uuid NOT NULL,
    day_type text NOT NULL,
    from_day date NOT NULL,
    energy_kcal numeric(7,1) NOT NULL,
    protein_g numeric(6,1) NOT NULL,
    fat_g numeric(6,1),
    carbohydrate_g numeric(6,1),
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    fibre_g numeric(6,1),
    CONSTRAINT target_carbohydrate CHECK (((carbohydrate_g >= (0)::numeric) AND (carbohydrate_g <= (4000)::numeric))),
    CONSTRAINT target_energy CHECK (((energy_kcal >= (1)::numeric) AND (energy_kcal <= (20000)::numeric))),
    CONSTRAINT target_fat CHECK (((fat_g >= (0)::numeric) AND (fat_g <= (2000)::numeric))),
    CONSTRAINT target_fibre CHECK (((fibre_g >= (0)::numeric) AND (fibre_g <= (200)::numeric))),
    CONSTRAINT target_protein CHECK (((protein_g >= (0)::numeric) AND (protein_g <= (2000)::numeric)))
);
CREATE FUNCTION public.target_of(kitchen uuid, person uuid, type text, asked date) RETURNS SETOF public.target
    LANGUAGE sql STABLE
    AS $$
    select * from target where kitchen_id = kitchen and person_id = person and day_type = type
    order by (from_day <= asked) desc, abs(from_day - asked) limit 1
$$;
CREATE FUNCTION public.touch() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
    new.changed_at := now();
    return new;
end
$$;
CREATE FUNCTION public.write_tombstone() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
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
CREATE TABLE public.bake_run (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    name text NOT NULL,
    zone text NOT NULL,
    zero_at timestamp with time zone NOT NULL,
    asked jsonb NOT NULL,
    plan jsonb,
    revision integer DEFAULT 1 NOT NULL,
    last_seq integer DEFAULT 0 NOT NULL,
    removed_at timestamp with time zone,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT bake_run_name_length CHECK (((length(name) >= 1) AND (length(name) <= 120))),
    CONSTRAINT bake_run_revision_counts CHECK ((revision >= 1)),
    CONSTRAINT bake_run_seq_counts CHECK ((last_seq >= 0)),
    CONSTRAINT bake_run_zone_length CHECK (((length(zone) >= 1) AND (length(zone) <= 64)))
);
CREATE TABLE public.batch (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    formula_id uuid,
    version_number integer,
    dough_id uuid,
    name text NOT NULL,
    family text DEFAULT ''::text NOT NULL,
    made_at timestamp with time zone NOT NULL,
    zone text NOT NULL,
    revision integer DEFAULT 1 NOT NULL,
    document jsonb NOT NULL,
    composition jsonb NOT NULL,
    rules integer NOT NULL,
    dough_g numeric NOT NULL,
    baked_g numeric NOT NULL,
    piece_count numeric NOT NULL,
    planned_count numeric NOT NULL,
    planned_energy_kcal numeric,
    planned_protein_g numeric,
    oven text,
    told_min numeric,
    took_min numeric,
    bake_forgotten boolean DEFAULT false NOT NULL,
    allergens jsonb DEFAULT '{}'::jsonb NOT NULL,
    removed_at timestamp with time zone,
    written_at timestamp with time zone DEFAULT now() NOT NULL,
    mass_g numeric NOT NULL,
    energy_kcal numeric,
    protein_g numeric,
    fat_g numeric,
    saturates_g numeric,
    carbohydrate_g numeric,
    sugars_g numeric,
    fibre_g numeric,
    polyols_g numeric,
    erythritol_g numeric,
    allulose_g numeric,
    salt_g numeric,
    alcohol_g numeric,
    water_g numeric,
    caffeine_mg numeric,
    at_least text[] DEFAULT '{}'::text[] NOT NULL,
    without_lines integer DEFAULT 0 NOT NULL,
    sd jsonb DEFAULT '{}'::jsonb NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    keeping jsonb,
    shape text DEFAULT ''::text NOT NULL,
    cost numeric,
    cost_at_least boolean DEFAULT false NOT NULL,
    powder_g numeric,
    predicted_min numeric,
    CONSTRAINT batch_baked CHECK ((baked_g >= (0)::numeric)),
    CONSTRAINT batch_dough CHECK ((dough_g >= (0)::numeric)),
    CONSTRAINT batch_family_length CHECK ((length(family) <= 40)),
    CONSTRAINT batch_name_length CHECK (((length(name) >= 1) AND (length(name) <= 120))),
    CONSTRAINT batch_piece_count CHECK ((piece_count > (0)::numeric)),
    CONSTRAINT batch_powder CHECK ((powder_g >= (0)::numeric)),
    CONSTRAINT batch_revision_counts CHECK ((revision >= 1)),
    CONSTRAINT batch_zone_length CHECK (((length(zone) >= 1) AND (length(zone) <= 64)))
);
CREATE TABLE public.batch_feedback (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    formula_id uuid,
    version_number integer,
    given_at timestamp with time zone DEFAULT now() NOT NULL,
    words text NOT NULL,
    family text NOT NULL,
    dials jsonb NOT NULL,
    holding_shares jsonb DEFAULT '{}'::jsonb NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    batch_id uuid,
    CONSTRAINT batch_feedback_of_something CHECK (((formula_id IS NOT NULL) OR (batch_id IS NOT NULL))),
    CONSTRAINT batch_feedback_words_length CHECK (((length(words) >= 1) AND (length(words) <= 60)))
);
CREATE TABLE public.batch_lot (
    kitchen_id uuid NOT NULL,
    batch_id uuid NOT NULL,
    lot integer NOT NULL,
    pieces integer NOT NULL,
    piece_g numeric NOT NULL,
    share numeric NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    piece_count integer NOT NULL,
    CONSTRAINT batch_lot_counts CHECK ((lot >= 1)),
    CONSTRAINT batch_lot_piece CHECK ((piece_g >= (0)::numeric)),
    CONSTRAINT batch_lot_piece_count CHECK (((piece_count >= 1) AND (piece_count <= 1000))),
    CONSTRAINT batch_lot_share CHECK (((share >= (0)::numeric) AND (share <= (1)::numeric)))
);
CREATE TABLE public.batch_photo (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    batch_id uuid NOT NULL,
    step text DEFAULT ''::text NOT NULL,
    words text DEFAULT ''::text NOT NULL,
    width_px integer NOT NULL,
    height_px integer NOT NULL,
    jpeg bytea NOT NULL,
    taken_at timestamp with time zone DEFAULT now() NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT batch_photo_size CHECK ((octet_length(jpeg) <= 1000000)),
    CONSTRAINT batch_photo_step_length CHECK ((length(step) <= 300)),
    CONSTRAINT batch_photo_words_length CHECK ((length(words) <= 80))
);
CREATE TABLE public.batch_revision (
    kitchen_id uuid NOT NULL,
    batch_id uuid NOT NULL,
    revision integer NOT NULL,
    written_at timestamp with time zone NOT NULL,
    document jsonb NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.batch_symptom (
    kitchen_id uuid NOT NULL,
    batch_id uuid NOT NULL,
    symptom text NOT NULL,
    noticed text[] DEFAULT '{}'::text[] NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT batch_symptom_length CHECK (((length(symptom) >= 1) AND (length(symptom) <= 40))),
    CONSTRAINT batch_symptom_noticed CHECK ((cardinality(noticed) <= 30))
);
CREATE TABLE public.body_weight (
    kitchen_id uuid NOT NULL,
    person_id uuid NOT NULL,
    day date NOT NULL,
    weight_kg numeric(6,2) NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT body_weight_range CHECK (((weight_kg >= (15)::numeric) AND (weight_kg <= (400)::numeric)))
);
CREATE TABLE public.food_alias (
    kitchen_id uuid NOT NULL,
    phrase text NOT NULL,
    slug text NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT food_alias_phrase_length CHECK (((length(phrase) >= 1) AND (length(phrase) <= 300))),
    CONSTRAINT food_alias_slug_length CHECK (((length(slug) >= 1) AND (length(slug) <= 80)))
);
CREATE VIEW public.correction WITH (security_invoker='true') AS
 SELECT food_alias.kitchen_id,
    food_alias.phrase,
    food_alias.slug,
    food_alias.changed_at
   FROM public.food_alias;
CREATE SEQUENCE public.cupboard_revision
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
CREATE TABLE public.day (
    kitchen_id uuid NOT NULL,
    person_id uuid NOT NULL,
    day date NOT NULL,
    day_type text,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    energy_kcal numeric(7,1),
    protein_g numeric(6,1),
    fat_g numeric(6,1),
    carbohydrate_g numeric(6,1),
    fibre_g numeric(6,1),
    CONSTRAINT day_carbohydrate CHECK (((carbohydrate_g >= (0)::numeric) AND (carbohydrate_g <= (4000)::numeric))),
    CONSTRAINT day_energy CHECK (((energy_kcal >= (1)::numeric) AND (energy_kcal <= (20000)::numeric))),
    CONSTRAINT day_fat CHECK (((fat_g >= (0)::numeric) AND (fat_g <= (2000)::numeric))),
    CONSTRAINT day_fibre CHECK (((fibre_g >= (0)::numeric) AND (fibre_g <= (200)::numeric))),
    CONSTRAINT day_protein CHECK (((protein_g >= (0)::numeric) AND (protein_g <= (2000)::numeric))),
    CONSTRAINT day_whole_target CHECK (((energy_kcal IS NULL) = (protein_g IS NULL)))
);
CREATE TABLE public.day_type (
    kitchen_id uuid NOT NULL,
    person_id uuid NOT NULL,
    slug text NOT NULL,
    name text NOT NULL,
    place integer NOT NULL,
    removed_at timestamp with time zone,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    "position" integer NOT NULL,
    CONSTRAINT day_type_name_length CHECK (((length(name) >= 1) AND (length(name) <= 40))),
    CONSTRAINT day_type_slug CHECK ((slug ~ '^[a-z0-9-]{1,40}$'::text))
);
CREATE TABLE public.diet_phase (
    kitchen_id uuid NOT NULL,
    person_id uuid NOT NULL,
    from_day date NOT NULL,
    name text NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT diet_phase_name_length CHECK (((length(name) >= 1) AND (length(name) <= 60)))
);
CREATE TABLE public.dietary_profile (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    name text NOT NULL,
    avoids text[] NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    piece_share numeric DEFAULT 1 NOT NULL,
    age_band text DEFAULT ''::text NOT NULL,
    CONSTRAINT dietary_profile_age_band CHECK ((age_band = ANY (ARRAY[''::text, 'under one'::text, 'one to four'::text, 'five to eleven'::text]))),
    CONSTRAINT dietary_profile_avoids CHECK ((cardinality(avoids) <= 30)),
    CONSTRAINT dietary_profile_name_length CHECK (((length(name) >= 1) AND (length(name) <= 80))),
    CONSTRAINT dietary_profile_piece_share CHECK (((piece_share > (0)::numeric) AND (piece_share <= (4)::numeric)))
);
CREATE VIEW public.eater WITH (security_invoker='true') AS
 SELECT dietary_profile.id,
    dietary_profile.kitchen_id,
    dietary_profile.name,
    dietary_profile.avoids,
    dietary_profile.changed_at,
    dietary_profile.piece_share,
    dietary_profile.age_band
   FROM public.dietary_profile;
CREATE TABLE public.entry (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    person_id uuid NOT NULL,
    day date NOT NULL,
    eaten_at timestamp with time zone NOT NULL,
    kind text NOT NULL,
    name text NOT NULL,
    text text DEFAULT ''::text NOT NULL,
    formula_id uuid,
    piece_count numeric,
    version integer NOT NULL,
    removed_at timestamp with time zone,
    mass_g numeric NOT NULL,
    energy_kcal numeric,
    protein_g numeric,
    fat_g numeric,
    saturates_g numeric,
    carbohydrate_g numeric,
    sugars_g numeric,
    fibre_g numeric,
    polyols_g numeric,
    erythritol_g numeric,
    allulose_g numeric,
    salt_g numeric,
    alcohol_g numeric,
    water_g numeric,
    caffeine_mg numeric,
    at_least text[] DEFAULT '{}'::text[] NOT NULL,
    without_lines integer DEFAULT 0 NOT NULL,
    sd jsonb DEFAULT '{}'::jsonb NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    batch_id uuid,
    lot integer,
    group_id uuid,
    state text DEFAULT 'eaten'::text NOT NULL,
    meal_id uuid,
    revision integer NOT NULL,
    CONSTRAINT entry_kind CHECK ((kind = ANY (ARRAY['piece'::text, 'foods'::text]))),
    CONSTRAINT entry_mass CHECK ((mass_g >= (0)::numeric)),
    CONSTRAINT entry_name_length CHECK (((length(name) >= 1) AND (length(name) <= 300))),
    CONSTRAINT entry_piece_count CHECK (((piece_count > (0)::numeric) AND (piece_count <= (1000)::numeric))),
    CONSTRAINT entry_piece_names_formula CHECK (((kind <> 'piece'::text) OR (((formula_id IS NOT NULL) OR (batch_id IS NOT NULL)) AND (piece_count IS NOT NULL)))),
    CONSTRAINT entry_revision_counts CHECK ((revision >= 1)),
    CONSTRAINT entry_state CHECK ((state = ANY (ARRAY['planned'::text, 'eaten'::text]))),
    CONSTRAINT entry_text_length CHECK ((length(text) <= 1000))
);
CREATE TABLE public.formula (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    name text NOT NULL,
    family text DEFAULT ''::text NOT NULL,
    pieces integer NOT NULL,
    method text DEFAULT ''::text NOT NULL,
    version integer NOT NULL,
    archived_at timestamp with time zone,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    updated_at timestamp with time zone DEFAULT now() NOT NULL,
    mass_g numeric DEFAULT 0 NOT NULL,
    energy_kcal numeric,
    protein_g numeric,
    fat_g numeric,
    saturates_g numeric,
    carbohydrate_g numeric,
    sugars_g numeric,
    fibre_g numeric,
    polyols_g numeric,
    erythritol_g numeric,
    allulose_g numeric,
    salt_g numeric,
    alcohol_g numeric,
    water_g numeric,
    caffeine_mg numeric,
    at_least text[] DEFAULT '{}'::text[] NOT NULL,
    without_lines integer DEFAULT 0 NOT NULL,
    sd jsonb DEFAULT '{}'::jsonb NOT NULL,
    uses text[] DEFAULT '{}'::text[] NOT NULL,
    contains text[] DEFAULT '{}'::text[] NOT NULL,
    may_contain text[] DEFAULT '{}'::text[] NOT NULL,
    diets_broken text[] DEFAULT '{}'::text[] NOT NULL,
    diets_kept text[] DEFAULT '{}'::text[] NOT NULL,
    complete boolean DEFAULT false NOT NULL,
    twin_id uuid,
    twin jsonb,
    production jsonb DEFAULT '{}'::jsonb NOT NULL,
    piece_count numeric DEFAULT 1 NOT NULL,
    bake_number integer,
    twin_number integer,
    base_id uuid,
    base_parts jsonb,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    summary_rules integer DEFAULT 0 NOT NULL,
    piece_cost double precision,
    cost_at_least boolean DEFAULT false NOT NULL,
    hands_on_min integer,
    whole_min integer,
    bowl_count integer,
    traits text[] DEFAULT '{}'::text[] NOT NULL,
    hazards text[] DEFAULT '{}'::text[] NOT NULL,
    bite_min integer,
    powder_g numeric DEFAULT 0 NOT NULL,
    revision integer NOT NULL,
    written_piece_count integer NOT NULL,
    classic_id uuid,
    classic jsonb,
    classic_number integer,
    CONSTRAINT formula_base_with_its_parts CHECK (((base_id IS NULL) OR (base_parts IS NOT NULL))),
    CONSTRAINT formula_classic CHECK (((classic_id IS NULL) OR (classic IS NULL))),
    CONSTRAINT formula_classic_number_of_a_formula CHECK (((classic_number IS NULL) OR (classic_id IS NOT NULL))),
    CONSTRAINT formula_family_length CHECK ((length(family) <= 40)),
    CONSTRAINT formula_method_length CHECK ((length(method) <= 20000)),
    CONSTRAINT formula_name_length CHECK (((length(name) >= 1) AND (length(name) <= 120))),
    CONSTRAINT formula_powder CHECK ((powder_g >= (0)::numeric)),
    CONSTRAINT formula_revision_counts CHECK ((revision >= 1)),
    CONSTRAINT formula_written_piece_count CHECK (((written_piece_count >= 1) AND (written_piece_count <= 1000)))
);
CREATE TABLE public.formula_dependency (
    kitchen_id uuid NOT NULL,
    kind text NOT NULL,
    key text NOT NULL,
    formula_id uuid NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT formula_dependency_key_length CHECK ((length(key) <= 1000)),
    CONSTRAINT formula_dependency_kind CHECK ((kind = ANY (ARRAY['food'::text, 'word'::text, 'phrase'::text, 'formula'::text, 'tin'::text])))
);
CREATE TABLE public.formula_line (
    formula_id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    part_place integer NOT NULL,
    place integer NOT NULL,
    text text NOT NULL,
    chosen text,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    food text,
    line_id text DEFAULT (gen_random_uuid())::text NOT NULL,
    nested_id uuid,
    part_position integer NOT NULL,
    "position" integer NOT NULL,
    CONSTRAINT formula_line_chosen_length CHECK ((length(chosen) <= 80)),
    CONSTRAINT formula_line_id CHECK ((line_id ~ '^[0-9A-Za-z_-]{1,40}$'::text)),
    CONSTRAINT formula_line_length CHECK ((length(text) <= 1000))
);
CREATE TABLE public.formula_note (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    formula_id uuid NOT NULL,
    line_id text DEFAULT ''::text NOT NULL,
    step text DEFAULT ''::text NOT NULL,
    text text NOT NULL,
    written_at timestamp with time zone DEFAULT now() NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT formula_note_length CHECK (((length(text) >= 1) AND (length(text) <= 500))),
    CONSTRAINT formula_note_line CHECK ((length(line_id) <= 40)),
    CONSTRAINT formula_note_step_length CHECK ((length(step) <= 300))
);
CREATE TABLE public.formula_part (
    formula_id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    place integer NOT NULL,
    name text DEFAULT ''::text NOT NULL,
    loss_share numeric,
    used_share numeric DEFAULT 1 NOT NULL,
    optional boolean DEFAULT false NOT NULL,
    bake text NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    "position" integer NOT NULL,
    CONSTRAINT formula_part_bake CHECK ((bake = ANY (ARRAY['with the rest'::text, 'before'::text, 'not'::text]))),
    CONSTRAINT formula_part_loss_share CHECK (((loss_share >= (0)::numeric) AND (loss_share <= (1)::numeric))),
    CONSTRAINT formula_part_name_length CHECK ((length(name) <= 80)),
    CONSTRAINT formula_part_used_share CHECK (((used_share > (0)::numeric) AND (used_share <= (1)::numeric)))
);
CREATE TABLE public.formula_tasks (
    kitchen_id uuid NOT NULL,
    formula_id uuid NOT NULL,
    document jsonb NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.formula_version (
    id uuid NOT NULL,
    formula_id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    number integer NOT NULL,
    name text DEFAULT ''::text NOT NULL,
    kept_by text NOT NULL,
    kept_at timestamp with time zone DEFAULT now() NOT NULL,
    draft jsonb NOT NULL,
    piece_count numeric NOT NULL,
    mass_g numeric NOT NULL,
    energy_kcal numeric,
    protein_g numeric,
    fat_g numeric,
    saturates_g numeric,
    carbohydrate_g numeric,
    sugars_g numeric,
    fibre_g numeric,
    polyols_g numeric,
    erythritol_g numeric,
    allulose_g numeric,
    salt_g numeric,
    alcohol_g numeric,
    water_g numeric,
    caffeine_mg numeric,
    at_least text[] DEFAULT '{}'::text[] NOT NULL,
    without_lines integer DEFAULT 0 NOT NULL,
    sd jsonb DEFAULT '{}'::jsonb NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT formula_version_kept_by CHECK ((kept_by = ANY (ARRAY['baker'::text, 'edit session'::text, 'restore'::text, 'bake'::text]))),
    CONSTRAINT formula_version_name_length CHECK ((length(name) <= 80)),
    CONSTRAINT formula_version_number CHECK ((number >= 1))
);
CREATE SEQUENCE public.habits_revision
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
CREATE TABLE public.usual_portion (
    kitchen_id uuid NOT NULL,
    person_id uuid NOT NULL,
    formula_id uuid NOT NULL,
    piece_count numeric NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT usual_portion_piece_count CHECK (((piece_count > (0)::numeric) AND (piece_count <= (100)::numeric)))
);
CREATE VIEW public.helping WITH (security_invoker='true') AS
 SELECT usual_portion.kitchen_id,
    usual_portion.person_id,
    usual_portion.formula_id,
    usual_portion.piece_count,
    usual_portion.changed_at
   FROM public.usual_portion;
CREATE TABLE public.import (
    kitchen_id uuid NOT NULL,
    id uuid NOT NULL,
    person_id uuid NOT NULL,
    name text NOT NULL,
    state text DEFAULT 'read'::text NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT import_name_length CHECK (((length(name) >= 1) AND (length(name) <= 120))),
    CONSTRAINT import_state CHECK ((state = ANY (ARRAY['read'::text, 'written'::text, 'taken back'::text])))
);
CREATE TABLE public.import_file (
    kitchen_id uuid NOT NULL,
    import_id uuid NOT NULL,
    place integer NOT NULL,
    name text NOT NULL,
    kind text DEFAULT ''::text NOT NULL,
    remarks text[] DEFAULT '{}'::text[] NOT NULL,
    matching jsonb,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    "position" integer NOT NULL,
    CONSTRAINT import_file_kind CHECK ((length(kind) <= 20)),
    CONSTRAINT import_file_name_length CHECK (((length(name) >= 1) AND (length(name) <= 200))),
    CONSTRAINT import_file_position CHECK ((("position" >= 0) AND ("position" <= 10000))),
    CONSTRAINT import_file_remarks CHECK ((cardinality(remarks) <= 50))
);
CREATE TABLE public.import_item (
    kitchen_id uuid NOT NULL,
    import_id uuid NOT NULL,
    file_place integer NOT NULL,
    place integer NOT NULL,
    row_number integer DEFAULT 0 NOT NULL,
    kind text NOT NULL,
    title text NOT NULL,
    content jsonb,
    problem text DEFAULT ''::text NOT NULL,
    question_count integer DEFAULT 0 NOT NULL,
    chosen boolean DEFAULT true NOT NULL,
    fingerprint uuid NOT NULL,
    state text DEFAULT 'read'::text NOT NULL,
    target text DEFAULT ''::text NOT NULL,
    target_version integer,
    before jsonb,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    file_position integer NOT NULL,
    "position" integer NOT NULL,
    CONSTRAINT import_item_kind CHECK ((kind = ANY (ARRAY['formula'::text, 'product'::text, 'entry'::text, 'weight'::text, 'nothing'::text]))),
    CONSTRAINT import_item_position CHECK ((("position" >= 0) AND ("position" <= 1000000))),
    CONSTRAINT import_item_problem_length CHECK ((length(problem) <= 500)),
    CONSTRAINT import_item_state CHECK ((state = ANY (ARRAY['read'::text, 'written'::text, 'taken back'::text]))),
    CONSTRAINT import_item_target_length CHECK ((length(target) <= 40)),
    CONSTRAINT import_item_title_length CHECK ((length(title) <= 300))
);
CREATE SEQUENCE public.job_token
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
CREATE TABLE public.job (
    kitchen_id uuid NOT NULL,
    kind text NOT NULL,
    key uuid NOT NULL,
    person_id uuid NOT NULL,
    token bigint DEFAULT nextval('public.job_token'::regclass) NOT NULL,
    state text DEFAULT 'queued'::text NOT NULL,
    run_after timestamp with time zone DEFAULT now() NOT NULL,
    claimed_until timestamp with time zone,
    attempts integer DEFAULT 0 NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    rules integer DEFAULT 0 NOT NULL,
    priority smallint DEFAULT 0 NOT NULL,
    CONSTRAINT job_kind CHECK ((kind = 'summary'::text)),
    CONSTRAINT job_priority CHECK ((priority = ANY (ARRAY[0, 1]))),
    CONSTRAINT job_state CHECK ((state = ANY (ARRAY['queued'::text, 'running'::text, 'stopped'::text, 'failed'::text])))
);
CREATE TABLE public.kept_meal (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    name text NOT NULL,
    text text NOT NULL,
    minutes integer DEFAULT 5 NOT NULL,
    contains text[] DEFAULT '{}'::text[] NOT NULL,
    may_contain text[] DEFAULT '{}'::text[] NOT NULL,
    diets_broken text[] DEFAULT '{}'::text[] NOT NULL,
    diets_kept text[] DEFAULT '{}'::text[] NOT NULL,
    complete boolean DEFAULT false NOT NULL,
    hazards text[] DEFAULT '{}'::text[] NOT NULL,
    traits text[] DEFAULT '{}'::text[] NOT NULL,
    mass_g numeric NOT NULL,
    energy_kcal numeric,
    protein_g numeric,
    fat_g numeric,
    saturates_g numeric,
    carbohydrate_g numeric,
    sugars_g numeric,
    fibre_g numeric,
    polyols_g numeric,
    erythritol_g numeric,
    allulose_g numeric,
    salt_g numeric,
    alcohol_g numeric,
    water_g numeric,
    caffeine_mg numeric,
    at_least text[] DEFAULT '{}'::text[] NOT NULL,
    without_lines integer DEFAULT 0 NOT NULL,
    sd jsonb DEFAULT '{}'::jsonb NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT kept_meal_minutes CHECK (((minutes >= 0) AND (minutes <= 240))),
    CONSTRAINT kept_meal_name_length CHECK (((length(name) >= 1) AND (length(name) <= 80))),
    CONSTRAINT kept_meal_text_length CHECK (((length(text) >= 1) AND (length(text) <= 1000)))
);
CREATE TABLE public.kitchen (
    id uuid NOT NULL,
    name text NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    cupboard_revision bigint,
    currency text DEFAULT 'EUR'::text NOT NULL,
    oven text DEFAULT 'top and bottom heat'::text NOT NULL,
    watts numeric DEFAULT 800 NOT NULL,
    altitude_m numeric DEFAULT 0 NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    reading_revision bigint DEFAULT 0 NOT NULL,
    habits_revision bigint DEFAULT 0 NOT NULL,
    CONSTRAINT kitchen_currency CHECK ((currency ~ '^[A-Z]{3}$'::text)),
    CONSTRAINT kitchen_name_length CHECK (((length(name) >= 1) AND (length(name) <= 120)))
);
CREATE TABLE public.opened_good (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    food text NOT NULL,
    name text NOT NULL,
    place text NOT NULL,
    opened_at timestamp with time zone NOT NULL,
    done_as text DEFAULT ''::text NOT NULL,
    done_at timestamp with time zone,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    storage text NOT NULL,
    CONSTRAINT opened_good_done CHECK ((done_as = ANY (ARRAY[''::text, 'used'::text, 'thrown'::text]))),
    CONSTRAINT opened_good_food_length CHECK (((length(food) >= 1) AND (length(food) <= 80))),
    CONSTRAINT opened_good_name_length CHECK (((length(name) >= 1) AND (length(name) <= 200))),
    CONSTRAINT opened_good_storage CHECK ((storage = ANY (ARRAY['counter'::text, 'fridge'::text, 'freezer'::text])))
);
CREATE TABLE public.person (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    name text NOT NULL,
    measures text DEFAULT 'us'::text NOT NULL,
    energy text DEFAULT 'stated'::text NOT NULL,
    carbohydrate text DEFAULT 'available'::text NOT NULL,
    appearance text DEFAULT 'system'::text NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    place integer NOT NULL,
    avoids text[] DEFAULT '{}'::text[] NOT NULL,
    piece_step text DEFAULT 'half'::text NOT NULL,
    hides_energy boolean DEFAULT false NOT NULL,
    tally jsonb,
    physique jsonb,
    removed_at timestamp with time zone,
    "position" integer NOT NULL,
    CONSTRAINT person_appearance CHECK ((appearance = ANY (ARRAY['system'::text, 'light'::text, 'dark'::text]))),
    CONSTRAINT person_avoids CHECK ((cardinality(avoids) <= 30)),
    CONSTRAINT person_carbohydrate CHECK ((carbohydrate = ANY (ARRAY['available'::text, 'net'::text, 'net_of_polyols'::text, 'us_total'::text]))),
    CONSTRAINT person_energy CHECK ((energy = ANY (ARRAY['stated'::text, 'european'::text, 'us'::text]))),
    CONSTRAINT person_measures CHECK ((measures = ANY (ARRAY['us'::text, 'metric'::text, 'australian'::text]))),
    CONSTRAINT person_name_length CHECK (((length(name) >= 1) AND (length(name) <= 120))),
    CONSTRAINT person_piece_step CHECK ((piece_step = ANY (ARRAY['grams'::text, 'half'::text, 'whole'::text])))
);
CREATE VIEW public.phase WITH (security_invoker='true') AS
 SELECT diet_phase.kitchen_id,
    diet_phase.person_id,
    diet_phase.from_day,
    diet_phase.name,
    diet_phase.changed_at
   FROM public.diet_phase;
CREATE TABLE public.planning_kitchen (
    kitchen_id uuid NOT NULL,
    document jsonb NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE public.plate (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    formula_id uuid NOT NULL,
    name text NOT NULL,
    sides text NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT plate_name_length CHECK (((length(name) >= 1) AND (length(name) <= 60))),
    CONSTRAINT plate_sides_length CHECK (((length(sides) >= 1) AND (length(sides) <= 1000)))
);
CREATE TABLE public.price (
    kitchen_id uuid NOT NULL,
    food text NOT NULL,
    price numeric NOT NULL,
    for_text text NOT NULL,
    for_g numeric NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT price_food_length CHECK (((length(food) >= 1) AND (length(food) <= 80))),
    CONSTRAINT price_for_g CHECK ((for_g > (0)::numeric)),
    CONSTRAINT price_for_length CHECK (((length(for_text) >= 1) AND (length(for_text) <= 80))),
    CONSTRAINT price_price CHECK (((price >= (0)::numeric) AND (price <= (1000000)::numeric)))
);
CREATE TABLE public.product (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    name text NOT NULL,
    synonyms text[] DEFAULT '{}'::text[] NOT NULL,
    role text DEFAULT ''::text NOT NULL,
    version integer NOT NULL,
    archived_at timestamp with time zone,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    gtin text DEFAULT ''::text NOT NULL,
    ingredients_text text DEFAULT ''::text NOT NULL,
    finished boolean DEFAULT true NOT NULL,
    merged_into uuid,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    cupboard_revision bigint DEFAULT 0 NOT NULL,
    sort_name text GENERATED ALWAYS AS (lower(name)) STORED,
    revision integer NOT NULL,
    CONSTRAINT product_gtin CHECK ((gtin ~ '^([0-9]{8}|[0-9]{13}|[0-9]{14})?$'::text)),
    CONSTRAINT product_ingredients_text_length CHECK ((length(ingredients_text) <= 4000)),
    CONSTRAINT product_name_length CHECK (((length(name) >= 1) AND (length(name) <= 120))),
    CONSTRAINT product_revision_counts CHECK ((revision >= 1)),
    CONSTRAINT product_role_length CHECK ((length(role) <= 40)),
    CONSTRAINT product_synonyms CHECK ((cardinality(synonyms) <= 20))
);
CREATE TABLE public.product_label (
    product_id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    number integer NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL,
    style text NOT NULL,
    basis text NOT NULL,
    polyol_kind text DEFAULT ''::text NOT NULL,
    serving_g numeric,
    density_g_per_ml numeric,
    energy_kcal numeric,
    energy_kj numeric,
    fat_g numeric,
    saturates_g numeric,
    carbohydrate_g numeric,
    sugars_g numeric,
    fibre_g numeric,
    polyols_g numeric,
    erythritol_g numeric,
    allulose_g numeric,
    protein_g numeric,
    salt_g numeric,
    sodium_mg numeric,
    alcohol_g numeric,
    scoop_g numeric,
    piece_g numeric,
    pack_g numeric,
    cup_g numeric,
    allergens text[],
    vegan boolean,
    vegetarian boolean,
    added_sugar boolean,
    traces text[],
    drained_g numeric,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT product_label_basis CHECK ((basis = ANY (ARRAY['100 g'::text, '100 ml'::text, 'serving'::text]))),
    CONSTRAINT product_label_number CHECK ((number >= 1)),
    CONSTRAINT product_label_style CHECK ((style = ANY (ARRAY['european'::text, 'us'::text])))
);
CREATE TABLE public.run_event (
    kitchen_id uuid NOT NULL,
    run_id uuid NOT NULL,
    seq integer NOT NULL,
    device text NOT NULL,
    device_seq integer NOT NULL,
    kind text NOT NULL,
    payload jsonb NOT NULL,
    elapsed_ms bigint NOT NULL,
    received_at timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT run_event_device_length CHECK (((length(device) >= 1) AND (length(device) <= 64))),
    CONSTRAINT run_event_device_seq_counts CHECK ((device_seq >= 1)),
    CONSTRAINT run_event_elapsed CHECK ((elapsed_ms >= 0)),
    CONSTRAINT run_event_kind_length CHECK (((length(kind) >= 1) AND (length(kind) <= 40))),
    CONSTRAINT run_event_seq_counts CHECK ((seq >= 1))
);
CREATE TABLE public.scale_command (
    kitchen_id uuid NOT NULL,
    id uuid NOT NULL,
    command text NOT NULL,
    mass_g numeric NOT NULL,
    over_s numeric NOT NULL,
    battery_share numeric NOT NULL,
    at timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT scale_command_length CHECK ((length(command) <= 40))
);
CREATE TABLE public.shelf (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    kind text NOT NULL,
    name text NOT NULL,
    removed_at timestamp with time zone,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT shelf_kind CHECK ((kind = ANY (ARRAY['counter'::text, 'fridge'::text, 'freezer'::text]))),
    CONSTRAINT shelf_name_length CHECK (((length(name) >= 1) AND (length(name) <= 40)))
);
CREATE TABLE public.shopping_tick (
    kitchen_id uuid NOT NULL,
    run_id uuid NOT NULL,
    food text NOT NULL,
    ticked boolean NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT shopping_tick_food_length CHECK (((length(food) >= 1) AND (length(food) <= 80)))
);
CREATE TABLE public.stash_balance (
    kitchen_id uuid NOT NULL,
    batch_id uuid NOT NULL,
    lot integer NOT NULL,
    shelf_id uuid NOT NULL,
    piece_count numeric NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT stash_balance_pieces CHECK ((piece_count >= (0)::numeric))
);
CREATE TABLE public.stash_move (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    seq bigint NOT NULL,
    batch_id uuid NOT NULL,
    lot integer NOT NULL,
    kind text NOT NULL,
    from_shelf_id uuid,
    to_shelf_id uuid,
    piece_count numeric NOT NULL,
    wrapping text DEFAULT 'covered'::text NOT NULL,
    reason text DEFAULT ''::text NOT NULL,
    entry_id uuid,
    reverses uuid,
    moved_at timestamp with time zone NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT stash_move_kind CHECK ((kind = ANY (ARRAY['made'::text, 'moved'::text, 'eaten'::text, 'given'::text, 'thrown'::text, 'corrected'::text, 'reversed'::text]))),
    CONSTRAINT stash_move_lot CHECK ((lot >= 1)),
    CONSTRAINT stash_move_pieces CHECK ((piece_count > (0)::numeric)),
    CONSTRAINT stash_move_reason_length CHECK ((length(reason) <= 200)),
    CONSTRAINT stash_move_reverses CHECK (((kind = 'reversed'::text) = (reverses IS NOT NULL))),
    CONSTRAINT stash_move_somewhere CHECK (
CASE kind
    WHEN 'made'::text THEN ((from_shelf_id IS NULL) AND (to_shelf_id IS NOT NULL))
    WHEN 'moved'::text THEN ((from_shelf_id IS NOT NULL) AND (to_shelf_id IS NOT NULL) AND (from_shelf_id <> to_shelf_id))
    WHEN 'corrected'::text THEN ((from_shelf_id IS NULL) <> (to_shelf_id IS NULL))
    WHEN 'reversed'::text THEN ((from_shelf_id IS NOT NULL) OR (to_shelf_id IS NOT NULL))
    ELSE ((from_shelf_id IS NOT NULL) AND (to_shelf_id IS NULL))
END),
    CONSTRAINT stash_move_wrapping CHECK ((wrapping = ANY (ARRAY['covered'::text, 'sealed'::text, 'vacuum'::text])))
);
ALTER TABLE public.stash_move ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.stash_move_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.stock (
    kitchen_id uuid NOT NULL,
    food text NOT NULL,
    state text DEFAULT ''::text NOT NULL,
    mass_g numeric,
    packs_g numeric[] DEFAULT '{}'::numeric[] NOT NULL,
    found_at text DEFAULT ''::text NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT stock_food_length CHECK (((length(food) >= 1) AND (length(food) <= 80))),
    CONSTRAINT stock_found_length CHECK ((length(found_at) <= 80)),
    CONSTRAINT stock_mass CHECK ((mass_g >= (0)::numeric)),
    CONSTRAINT stock_one_of_two CHECK (((mass_g IS NULL) OR (state = ''::text))),
    CONSTRAINT stock_packs CHECK ((cardinality(packs_g) <= 20)),
    CONSTRAINT stock_state CHECK ((state = ANY (ARRAY[''::text, 'have'::text, 'low'::text, 'out'::text])))
);
CREATE TABLE public.tasting (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    name text NOT NULL,
    blind boolean NOT NULL,
    poles text[] NOT NULL,
    tasted_at timestamp with time zone NOT NULL,
    removed_at timestamp with time zone,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT tasting_name_length CHECK (((length(name) >= 1) AND (length(name) <= 120))),
    CONSTRAINT tasting_poles CHECK (((cardinality(poles) >= 1) AND (cardinality(poles) <= 20)))
);
CREATE TABLE public.tasting_mark (
    kitchen_id uuid NOT NULL,
    tasting_id uuid NOT NULL,
    taster text NOT NULL,
    letter text NOT NULL,
    pole text NOT NULL,
    score integer NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT tasting_mark_pole CHECK (((length(pole) >= 1) AND (length(pole) <= 40))),
    CONSTRAINT tasting_mark_score CHECK (((score >= 1) AND (score <= 5))),
    CONSTRAINT tasting_mark_taster CHECK (((length(taster) >= 1) AND (length(taster) <= 40)))
);
CREATE TABLE public.tasting_sample (
    kitchen_id uuid NOT NULL,
    tasting_id uuid NOT NULL,
    letter text NOT NULL,
    batch_id uuid NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT tasting_sample_letter CHECK ((letter ~ '^[A-D]$'::text))
);
CREATE TABLE public.tin (
    id uuid NOT NULL,
    kitchen_id uuid NOT NULL,
    name text NOT NULL,
    kind text NOT NULL,
    length_cm numeric NOT NULL,
    width_cm numeric,
    depth_cm numeric NOT NULL,
    bottom_share numeric DEFAULT 1 NOT NULL,
    hole_cm numeric DEFAULT 0 NOT NULL,
    cups integer DEFAULT 1 NOT NULL,
    water_ml numeric,
    archived_at timestamp with time zone,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    material text DEFAULT 'metal'::text NOT NULL,
    CONSTRAINT tin_material_known CHECK ((material = ANY (ARRAY['metal'::text, 'glass'::text, 'silicone'::text, 'paper'::text]))),
    CONSTRAINT tin_name_length CHECK (((length(name) >= 1) AND (length(name) <= 80)))
);
CREATE TABLE public.tombstone (
    kitchen_id uuid NOT NULL,
    kind text NOT NULL,
    id text NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT tombstone_kind_length CHECK ((length(kind) <= 63))
);
CREATE TABLE public.week_pattern (
    kitchen_id uuid NOT NULL,
    person_id uuid NOT NULL,
    from_day date NOT NULL,
    day_types text[] NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT week_pattern_seven CHECK ((cardinality(day_types) = 7))
);
ALTER TABLE ONLY public.bake_run
    ADD CONSTRAINT bake_run_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.batch_feedback
    ADD CONSTRAINT batch_feedback_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.batch_lot
    ADD CONSTRAINT batch_lot_pkey PRIMARY KEY (kitchen_id, batch_id, lot);
ALTER TABLE ONLY public.batch_photo
    ADD CONSTRAINT batch_photo_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.batch
    ADD CONSTRAINT batch_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.batch_revision
    ADD CONSTRAINT batch_revision_pkey PRIMARY KEY (kitchen_id, batch_id, revision);
ALTER TABLE ONLY public.batch_symptom
    ADD CONSTRAINT batch_symptom_pkey PRIMARY KEY (kitchen_id, batch_id, symptom);
ALTER TABLE ONLY public.body_weight
    ADD CONSTRAINT body_weight_pkey PRIMARY KEY (kitchen_id, person_id, day);
ALTER TABLE ONLY public.day
    ADD CONSTRAINT day_pkey PRIMARY KEY (kitchen_id, person_id, day);
ALTER TABLE ONLY public.day_type
    ADD CONSTRAINT day_type_pkey PRIMARY KEY (kitchen_id, person_id, slug);
ALTER TABLE ONLY public.diet_phase
    ADD CONSTRAINT diet_phase_pkey PRIMARY KEY (kitchen_id, person_id, from_day);
ALTER TABLE ONLY public.dietary_profile
    ADD CONSTRAINT dietary_profile_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.entry
    ADD CONSTRAINT entry_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.food_alias
    ADD CONSTRAINT food_alias_pkey PRIMARY KEY (kitchen_id, phrase);
ALTER TABLE ONLY public.formula_dependency
    ADD CONSTRAINT formula_dependency_pkey PRIMARY KEY (kitchen_id, kind, key, formula_id);
ALTER TABLE ONLY public.formula_line
    ADD CONSTRAINT formula_line_former_key UNIQUE (kitchen_id, formula_id, part_place, place);
ALTER TABLE ONLY public.formula_line
    ADD CONSTRAINT formula_line_pkey PRIMARY KEY (kitchen_id, formula_id, part_position, "position");
ALTER TABLE ONLY public.formula_note
    ADD CONSTRAINT formula_note_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.formula_part
    ADD CONSTRAINT formula_part_former_key UNIQUE (kitchen_id, formula_id, place);
ALTER TABLE ONLY public.formula_part
    ADD CONSTRAINT formula_part_pkey PRIMARY KEY (kitchen_id, formula_id, "position");
ALTER TABLE ONLY public.formula
    ADD CONSTRAINT formula_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.formula_tasks
    ADD CONSTRAINT formula_tasks_pkey PRIMARY KEY (kitchen_id, formula_id);
ALTER TABLE ONLY public.formula_version
    ADD CONSTRAINT formula_version_number_once UNIQUE (kitchen_id, formula_id, number);
ALTER TABLE ONLY public.formula_version
    ADD CONSTRAINT formula_version_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.import_file
    ADD CONSTRAINT import_file_pkey PRIMARY KEY (kitchen_id, import_id, "position");
ALTER TABLE ONLY public.import_item
    ADD CONSTRAINT import_item_pkey PRIMARY KEY (kitchen_id, import_id, file_position, "position");
ALTER TABLE ONLY public.import
    ADD CONSTRAINT import_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.job
    ADD CONSTRAINT job_pkey PRIMARY KEY (kitchen_id, kind, key);
ALTER TABLE ONLY public.kept_meal
    ADD CONSTRAINT kept_meal_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.kitchen
    ADD CONSTRAINT kitchen_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.opened_good
    ADD CONSTRAINT opened_good_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.person
    ADD CONSTRAINT person_id_once UNIQUE (id);
ALTER TABLE ONLY public.person
    ADD CONSTRAINT person_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.planning_kitchen
    ADD CONSTRAINT planning_kitchen_pkey PRIMARY KEY (kitchen_id);
ALTER TABLE ONLY public.plate
    ADD CONSTRAINT plate_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.price
    ADD CONSTRAINT price_pkey PRIMARY KEY (kitchen_id, food);
ALTER TABLE ONLY public.product_label
    ADD CONSTRAINT product_label_pkey PRIMARY KEY (kitchen_id, product_id, number);
ALTER TABLE ONLY public.product
    ADD CONSTRAINT product_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.run_event
    ADD CONSTRAINT run_event_once UNIQUE (kitchen_id, run_id, device, device_seq);
ALTER TABLE ONLY public.run_event
    ADD CONSTRAINT run_event_pkey PRIMARY KEY (kitchen_id, run_id, seq);
ALTER TABLE ONLY public.scale_command
    ADD CONSTRAINT scale_command_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.shelf
    ADD CONSTRAINT shelf_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.shopping_tick
    ADD CONSTRAINT shopping_tick_pkey PRIMARY KEY (kitchen_id, run_id, food);
ALTER TABLE ONLY public.stash_balance
    ADD CONSTRAINT stash_balance_pkey PRIMARY KEY (kitchen_id, batch_id, lot, shelf_id);
ALTER TABLE ONLY public.stash_move
    ADD CONSTRAINT stash_move_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.stash_move
    ADD CONSTRAINT stash_move_reversed_once UNIQUE (kitchen_id, reverses);
ALTER TABLE ONLY public.stock
    ADD CONSTRAINT stock_pkey PRIMARY KEY (kitchen_id, food);
ALTER TABLE ONLY public.target
    ADD CONSTRAINT target_pkey PRIMARY KEY (kitchen_id, person_id, day_type, from_day);
ALTER TABLE ONLY public.tasting_mark
    ADD CONSTRAINT tasting_mark_pkey PRIMARY KEY (kitchen_id, tasting_id, taster, letter, pole);
ALTER TABLE ONLY public.tasting
    ADD CONSTRAINT tasting_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.tasting_sample
    ADD CONSTRAINT tasting_sample_once UNIQUE (kitchen_id, tasting_id, batch_id);
ALTER TABLE ONLY public.tasting_sample
    ADD CONSTRAINT tasting_sample_pkey PRIMARY KEY (kitchen_id, tasting_id, letter);
ALTER TABLE ONLY public.tin
    ADD CONSTRAINT tin_pkey PRIMARY KEY (kitchen_id, id);
ALTER TABLE ONLY public.tombstone
    ADD CONSTRAINT tombstone_pkey PRIMARY KEY (kitchen_id, kind, id);
ALTER TABLE ONLY public.usual_portion
    ADD CONSTRAINT usual_portion_pkey PRIMARY KEY (kitchen_id, person_id, formula_id);
ALTER TABLE ONLY public.week_pattern
    ADD CONSTRAINT week_pattern_pkey PRIMARY KEY (kitchen_id, person_id, from_day);
CREATE INDEX bake_run_by_day ON public.bake_run USING btree (kitchen_id, zero_at DESC, id) WHERE (removed_at IS NULL);
CREATE INDEX bake_run_since ON public.bake_run USING btree (kitchen_id, changed_at);
CREATE INDEX batch_by_time ON public.batch USING btree (kitchen_id, made_at DESC, id) WHERE (removed_at IS NULL);
CREATE INDEX batch_changed ON public.batch USING btree (kitchen_id, changed_at);
CREATE INDEX batch_feedback_of_batch ON public.batch_feedback USING btree (kitchen_id, batch_id) WHERE (batch_id IS NOT NULL);
CREATE INDEX batch_feedback_of_formula ON public.batch_feedback USING btree (kitchen_id, formula_id) WHERE (formula_id IS NOT NULL);
CREATE INDEX batch_feedback_of_kitchen ON public.batch_feedback USING btree (kitchen_id, given_at);
CREATE INDEX batch_feedback_since ON public.batch_feedback USING btree (kitchen_id, changed_at);
CREATE INDEX batch_of_formula ON public.batch USING btree (kitchen_id, formula_id, made_at DESC, id) WHERE (removed_at IS NULL);
CREATE INDEX batch_photo_of ON public.batch_photo USING btree (kitchen_id, batch_id, taken_at, id);
CREATE INDEX batch_photo_since ON public.batch_photo USING btree (kitchen_id, changed_at);
CREATE INDEX day_since ON public.day USING btree (kitchen_id, changed_at);
CREATE INDEX dietary_profile_since ON public.dietary_profile USING btree (kitchen_id, changed_at);
CREATE INDEX entry_changed ON public.entry USING btree (kitchen_id, person_id, changed_at);
CREATE INDEX entry_names ON public.entry USING btree (kitchen_id, person_id, name, day DESC) WHERE (removed_at IS NULL);
CREATE INDEX entry_of_batch ON public.entry USING btree (kitchen_id, batch_id) WHERE (batch_id IS NOT NULL);
CREATE INDEX entry_of_day ON public.entry USING btree (kitchen_id, person_id, day, eaten_at) WHERE (removed_at IS NULL);
CREATE INDEX entry_of_formula ON public.entry USING btree (kitchen_id, person_id, formula_id, day) WHERE ((removed_at IS NULL) AND (formula_id IS NOT NULL));
CREATE INDEX entry_of_kept_meal ON public.entry USING btree (kitchen_id, person_id, meal_id, day) WHERE ((removed_at IS NULL) AND (meal_id IS NOT NULL));
CREATE INDEX entry_since ON public.entry USING btree (kitchen_id, changed_at);
CREATE INDEX food_alias_since ON public.food_alias USING btree (kitchen_id, changed_at);
CREATE INDEX formula_by_cost ON public.formula USING btree (kitchen_id, (
CASE
    WHEN (piece_cost IS NULL) THEN 2
    WHEN cost_at_least THEN 1
    ELSE 0
END), COALESCE(piece_cost, (0)::double precision), id) WHERE (archived_at IS NULL);
CREATE INDEX formula_by_family ON public.formula USING btree (kitchen_id, family, updated_at DESC, id DESC) WHERE (archived_at IS NULL);
CREATE INDEX formula_by_protein ON public.formula USING btree (kitchen_id, COALESCE((protein_g / NULLIF(energy_kcal, (0)::numeric)), ('-1'::integer)::numeric) DESC, id DESC) WHERE (archived_at IS NULL);
CREATE INDEX formula_by_rules ON public.formula USING btree (summary_rules, kitchen_id, id);
CREATE INDEX formula_changed ON public.formula USING btree (kitchen_id, changed_at);
CREATE INDEX formula_dependency_of_formula ON public.formula_dependency USING btree (kitchen_id, formula_id);
CREATE INDEX formula_in_order ON public.formula USING btree (kitchen_id, updated_at DESC, id DESC) INCLUDE (name, archived_at);
CREATE INDEX formula_line_food ON public.formula_line USING btree (kitchen_id, food) WHERE (food IS NOT NULL);
CREATE INDEX formula_line_nested ON public.formula_line USING btree (kitchen_id, nested_id) WHERE (nested_id IS NOT NULL);
CREATE INDEX formula_note_of ON public.formula_note USING btree (kitchen_id, formula_id, written_at, id);
CREATE INDEX formula_note_since ON public.formula_note USING btree (kitchen_id, changed_at);
CREATE INDEX formula_of_base ON public.formula USING btree (kitchen_id, base_id) WHERE (base_id IS NOT NULL);
CREATE INDEX formula_version_since ON public.formula_version USING btree (kitchen_id, changed_at);
CREATE INDEX import_item_fingerprint ON public.import_item USING btree (kitchen_id, fingerprint) WHERE (state = 'written'::text);
CREATE INDEX job_waiting ON public.job USING btree (priority, run_after) WHERE (state = ANY (ARRAY['queued'::text, 'running'::text]));
CREATE UNIQUE INDEX kept_meal_name ON public.kept_meal USING btree (kitchen_id, lower(name));
CREATE INDEX kept_meal_since ON public.kept_meal USING btree (kitchen_id, changed_at);
CREATE INDEX opened_good_open ON public.opened_good USING btree (kitchen_id, opened_at, id) WHERE (done_at IS NULL);
CREATE INDEX opened_good_since ON public.opened_good USING btree (kitchen_id, changed_at);
CREATE INDEX person_since ON public.person USING btree (kitchen_id, changed_at);
CREATE INDEX plate_of ON public.plate USING btree (kitchen_id, formula_id, name);
CREATE INDEX plate_since ON public.plate USING btree (kitchen_id, changed_at);
CREATE INDEX price_since ON public.price USING btree (kitchen_id, changed_at);
CREATE INDEX product_by_revision ON public.product USING btree (kitchen_id, cupboard_revision);
CREATE INDEX product_changed ON public.product USING btree (kitchen_id, changed_at);
CREATE INDEX product_code ON public.product USING btree (kitchen_id, gtin) WHERE (gtin <> ''::text);
CREATE INDEX product_in_order ON public.product USING btree (kitchen_id, sort_name, id);
CREATE INDEX run_event_recorded ON public.run_event USING btree (kitchen_id, ((payload ->> 'batch_id'::text))) WHERE (kind = 'recorded'::text);
CREATE INDEX scale_command_in_time ON public.scale_command USING btree (kitchen_id, at DESC, id);
CREATE UNIQUE INDEX shelf_name ON public.shelf USING btree (kitchen_id, lower(name)) WHERE (removed_at IS NULL);
CREATE INDEX shelf_since ON public.shelf USING btree (kitchen_id, changed_at);
CREATE INDEX stash_balance_left ON public.stash_balance USING btree (kitchen_id, batch_id) WHERE (piece_count > (0)::numeric);
CREATE INDEX stash_balance_on_shelf ON public.stash_balance USING btree (kitchen_id, shelf_id);
CREATE INDEX stash_move_from_shelf ON public.stash_move USING btree (kitchen_id, from_shelf_id) WHERE (from_shelf_id IS NOT NULL);
CREATE INDEX stash_move_of_batch ON public.stash_move USING btree (kitchen_id, batch_id, seq);
CREATE INDEX stash_move_of_entry ON public.stash_move USING btree (kitchen_id, entry_id) WHERE (entry_id IS NOT NULL);
CREATE UNIQUE INDEX stash_move_one_eaten_an_entry ON public.stash_move USING btree (kitchen_id, entry_id) WHERE (kind = 'eaten'::text);
CREATE INDEX stash_move_thrown ON public.stash_move USING btree (kitchen_id, moved_at) WHERE (kind = 'thrown'::text);
CREATE INDEX stash_move_to_shelf ON public.stash_move USING btree (kitchen_id, to_shelf_id) WHERE (to_shelf_id IS NOT NULL);
CREATE INDEX target_since ON public.target USING btree (kitchen_id, changed_at);
CREATE INDEX tasting_by_time ON public.tasting USING btree (kitchen_id, tasted_at DESC, id) WHERE (removed_at IS NULL);
CREATE INDEX tasting_sample_of_batch ON public.tasting_sample USING btree (kitchen_id, batch_id);
CREATE INDEX tasting_since ON public.tasting USING btree (kitchen_id, changed_at);
CREATE INDEX tin_since ON public.tin USING btree (kitchen_id, changed_at);
CREATE INDEX tombstone_changed ON public.tombstone USING btree (kitchen_id, changed_at);
CREATE INDEX usual_portion_of_formula ON public.usual_portion USING btree (kitchen_id, formula_id);
CREATE TRIGGER bake_run_tombstone AFTER DELETE ON public.bake_run FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER bake_run_touch BEFORE UPDATE ON public.bake_run FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER bake_run_untombstone AFTER INSERT ON public.bake_run FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER batch_feedback_habits AFTER INSERT OR DELETE OR UPDATE ON public.batch_feedback FOR EACH ROW EXECUTE FUNCTION public.habits_changed();
CREATE TRIGGER batch_feedback_tombstone AFTER DELETE ON public.batch_feedback FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER batch_feedback_touch BEFORE UPDATE ON public.batch_feedback FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER batch_feedback_untombstone AFTER INSERT ON public.batch_feedback FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER batch_former_columns BEFORE INSERT OR UPDATE ON public.batch FOR EACH ROW EXECUTE FUNCTION public.batch_former_columns();
CREATE TRIGGER batch_habits AFTER INSERT OR DELETE OR UPDATE ON public.batch FOR EACH ROW EXECUTE FUNCTION public.habits_changed();
CREATE TRIGGER batch_lot_former_columns BEFORE INSERT OR UPDATE ON public.batch_lot FOR EACH ROW EXECUTE FUNCTION public.batch_lot_former_columns();
CREATE TRIGGER batch_lot_touch BEFORE UPDATE ON public.batch_lot FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER batch_photo_tombstone AFTER DELETE ON public.batch_photo FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER batch_photo_touch BEFORE UPDATE ON public.batch_photo FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER batch_photo_untombstone AFTER INSERT ON public.batch_photo FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER batch_revision_touch BEFORE UPDATE ON public.batch_revision FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER batch_symptom_touch BEFORE UPDATE ON public.batch_symptom FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER batch_tombstone AFTER DELETE ON public.batch FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER batch_touch BEFORE UPDATE ON public.batch FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER batch_untombstone AFTER INSERT ON public.batch FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER body_weight_tombstone AFTER DELETE ON public.body_weight FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('person_id', 'day');
CREATE TRIGGER body_weight_touch BEFORE UPDATE ON public.body_weight FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER body_weight_untombstone AFTER INSERT ON public.body_weight FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('person_id', 'day');
CREATE TRIGGER day_tombstone AFTER DELETE ON public.day FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('person_id', 'day');
CREATE TRIGGER day_touch BEFORE UPDATE ON public.day FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER day_type_former_columns BEFORE INSERT OR UPDATE ON public.day_type FOR EACH ROW EXECUTE FUNCTION public.day_type_former_columns();
CREATE TRIGGER day_type_tombstone AFTER DELETE ON public.day_type FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('person_id', 'slug');
CREATE TRIGGER day_type_touch BEFORE UPDATE ON public.day_type FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER day_type_untombstone AFTER INSERT ON public.day_type FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('person_id', 'slug');
CREATE TRIGGER day_untombstone AFTER INSERT ON public.day FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('person_id', 'day');
CREATE TRIGGER diet_phase_tombstone AFTER DELETE ON public.diet_phase FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('person_id', 'from_day');
CREATE TRIGGER diet_phase_touch BEFORE UPDATE ON public.diet_phase FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER diet_phase_untombstone AFTER INSERT ON public.diet_phase FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('person_id', 'from_day');
CREATE TRIGGER dietary_profile_habits AFTER INSERT OR DELETE OR UPDATE ON public.dietary_profile FOR EACH ROW EXECUTE FUNCTION public.habits_changed();
CREATE TRIGGER dietary_profile_tombstone AFTER DELETE ON public.dietary_profile FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER dietary_profile_touch BEFORE UPDATE ON public.dietary_profile FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER dietary_profile_untombstone AFTER INSERT ON public.dietary_profile FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER entry_former_columns BEFORE INSERT OR UPDATE ON public.entry FOR EACH ROW EXECUTE FUNCTION public.entry_former_columns();
CREATE TRIGGER entry_tombstone AFTER DELETE ON public.entry FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER entry_touch BEFORE UPDATE ON public.entry FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER entry_untombstone AFTER INSERT ON public.entry FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER food_alias_habits AFTER INSERT OR DELETE OR UPDATE ON public.food_alias FOR EACH ROW EXECUTE FUNCTION public.habits_changed();
CREATE TRIGGER food_alias_tombstone AFTER DELETE ON public.food_alias FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('phrase');
CREATE TRIGGER food_alias_touch BEFORE UPDATE ON public.food_alias FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER food_alias_untombstone AFTER INSERT ON public.food_alias FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('phrase');
CREATE TRIGGER formula_former_columns BEFORE INSERT OR UPDATE ON public.formula FOR EACH ROW EXECUTE FUNCTION public.formula_former_columns();
CREATE TRIGGER formula_line_former_columns BEFORE INSERT OR UPDATE ON public.formula_line FOR EACH ROW EXECUTE FUNCTION public.formula_line_former_columns();
CREATE TRIGGER formula_line_nest BEFORE INSERT OR UPDATE ON public.formula_line FOR EACH ROW WHEN (((new.chosen ~~ 'made-%'::text) OR (new.nested_id IS NOT NULL))) EXECUTE FUNCTION public.nest();
CREATE TRIGGER formula_line_touch BEFORE UPDATE ON public.formula_line FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER formula_note_tombstone AFTER DELETE ON public.formula_note FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER formula_note_touch BEFORE UPDATE ON public.formula_note FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER formula_note_untombstone AFTER INSERT ON public.formula_note FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER formula_part_former_columns BEFORE INSERT OR UPDATE ON public.formula_part FOR EACH ROW EXECUTE FUNCTION public.formula_part_former_columns();
CREATE TRIGGER formula_part_touch BEFORE UPDATE ON public.formula_part FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER formula_tasks_touch BEFORE UPDATE ON public.formula_tasks FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER formula_tombstone AFTER DELETE ON public.formula FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER formula_touch BEFORE UPDATE ON public.formula FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER formula_untombstone AFTER INSERT ON public.formula FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER formula_version_tombstone AFTER DELETE ON public.formula_version FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER formula_version_touch BEFORE UPDATE ON public.formula_version FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER formula_version_untombstone AFTER INSERT ON public.formula_version FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER import_file_former_columns BEFORE INSERT OR UPDATE ON public.import_file FOR EACH ROW EXECUTE FUNCTION public.import_file_former_columns();
CREATE TRIGGER import_file_touch BEFORE UPDATE ON public.import_file FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER import_item_former_columns BEFORE INSERT OR UPDATE ON public.import_item FOR EACH ROW EXECUTE FUNCTION public.import_item_former_columns();
CREATE TRIGGER import_item_touch BEFORE UPDATE ON public.import_item FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER import_tombstone AFTER DELETE ON public.import FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER import_touch BEFORE UPDATE ON public.import FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER import_untombstone AFTER INSERT ON public.import FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER job_touch BEFORE UPDATE ON public.job FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER kept_meal_tombstone AFTER DELETE ON public.kept_meal FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER kept_meal_touch BEFORE UPDATE ON public.kept_meal FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER kept_meal_untombstone AFTER INSERT ON public.kept_meal FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER kitchen_touch BEFORE UPDATE ON public.kitchen FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER opened_good_former_columns BEFORE INSERT OR UPDATE ON public.opened_good FOR EACH ROW EXECUTE FUNCTION public.opened_good_former_columns();
CREATE TRIGGER opened_good_tombstone AFTER DELETE ON public.opened_good FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER opened_good_touch BEFORE UPDATE ON public.opened_good FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER opened_good_untombstone AFTER INSERT ON public.opened_good FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER person_day_types AFTER INSERT ON public.person FOR EACH ROW EXECUTE FUNCTION public.add_day_types();
CREATE TRIGGER person_former_columns BEFORE INSERT OR UPDATE ON public.person FOR EACH ROW EXECUTE FUNCTION public.person_former_columns();
CREATE TRIGGER person_habits AFTER INSERT OR DELETE OR UPDATE OF name, avoids, removed_at ON public.person FOR EACH ROW EXECUTE FUNCTION public.habits_changed();
CREATE TRIGGER person_tombstone AFTER DELETE ON public.person FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER person_touch BEFORE UPDATE ON public.person FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER person_untombstone AFTER INSERT ON public.person FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER planning_kitchen_touch BEFORE UPDATE ON public.planning_kitchen FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER plate_tombstone AFTER DELETE ON public.plate FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER plate_touch BEFORE UPDATE ON public.plate FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER plate_untombstone AFTER INSERT ON public.plate FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER price_habits AFTER INSERT OR DELETE OR UPDATE ON public.price FOR EACH ROW EXECUTE FUNCTION public.habits_changed();
CREATE TRIGGER price_tombstone AFTER DELETE ON public.price FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('food');
CREATE TRIGGER price_touch BEFORE UPDATE ON public.price FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER price_untombstone AFTER INSERT ON public.price FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('food');
CREATE TRIGGER product_former_columns BEFORE INSERT OR UPDATE ON public.product FOR EACH ROW EXECUTE FUNCTION public.product_former_columns();
CREATE TRIGGER product_label_touch BEFORE UPDATE ON public.product_label FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER product_tombstone AFTER DELETE ON public.product FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER product_touch BEFORE UPDATE ON public.product FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER product_untombstone AFTER INSERT ON public.product FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER run_event_touch BEFORE UPDATE ON public.run_event FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER scale_command_touch BEFORE UPDATE ON public.scale_command FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER shelf_tombstone AFTER DELETE ON public.shelf FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER shelf_touch BEFORE UPDATE ON public.shelf FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER shelf_untombstone AFTER INSERT ON public.shelf FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER shopping_tick_touch BEFORE UPDATE ON public.shopping_tick FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER stash_balance_touch BEFORE UPDATE ON public.stash_balance FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER stash_move_counts AFTER INSERT ON public.stash_move FOR EACH ROW EXECUTE FUNCTION public.stash_moved();
CREATE TRIGGER stash_move_touch BEFORE UPDATE ON public.stash_move FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER stock_touch BEFORE UPDATE ON public.stock FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER target_tombstone AFTER DELETE ON public.target FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('person_id', 'day_type', 'from_day');
CREATE TRIGGER target_touch BEFORE UPDATE ON public.target FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER target_untombstone AFTER INSERT ON public.target FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('person_id', 'day_type', 'from_day');
CREATE TRIGGER tasting_mark_touch BEFORE UPDATE ON public.tasting_mark FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER tasting_sample_touch BEFORE UPDATE ON public.tasting_sample FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER tasting_tombstone AFTER DELETE ON public.tasting FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER tasting_touch BEFORE UPDATE ON public.tasting FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER tasting_untombstone AFTER INSERT ON public.tasting FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER tin_habits AFTER INSERT OR DELETE OR UPDATE ON public.tin FOR EACH ROW EXECUTE FUNCTION public.habits_changed();
CREATE TRIGGER tin_tombstone AFTER DELETE ON public.tin FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('id');
CREATE TRIGGER tin_touch BEFORE UPDATE ON public.tin FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER tin_untombstone AFTER INSERT ON public.tin FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('id');
CREATE TRIGGER usual_portion_tombstone AFTER DELETE ON public.usual_portion FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('person_id', 'formula_id');
CREATE TRIGGER usual_portion_touch BEFORE UPDATE ON public.usual_portion FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER usual_portion_untombstone AFTER INSERT ON public.usual_portion FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('person_id', 'formula_id');
CREATE TRIGGER week_pattern_tombstone AFTER DELETE ON public.week_pattern FOR EACH ROW EXECUTE FUNCTION public.write_tombstone('person_id', 'from_day');
CREATE TRIGGER week_pattern_touch BEFORE UPDATE ON public.week_pattern FOR EACH ROW EXECUTE FUNCTION public.touch();
CREATE TRIGGER week_pattern_untombstone AFTER INSERT ON public.week_pattern FOR EACH ROW EXECUTE FUNCTION public.remove_tombstone('person_id', 'from_day');
ALTER TABLE ONLY public.bake_run
    ADD CONSTRAINT bake_run_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.batch_feedback
    ADD CONSTRAINT batch_feedback_batch FOREIGN KEY (kitchen_id, batch_id) REFERENCES public.batch(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.batch_feedback
    ADD CONSTRAINT batch_feedback_kitchen_id_formula_id_fkey FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.batch
    ADD CONSTRAINT batch_formula FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id) ON DELETE SET NULL (formula_id);
ALTER TABLE ONLY public.batch
    ADD CONSTRAINT batch_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.batch_lot
    ADD CONSTRAINT batch_lot_kitchen_id_batch_id_fkey FOREIGN KEY (kitchen_id, batch_id) REFERENCES public.batch(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.batch_photo
    ADD CONSTRAINT batch_photo_kitchen_id_batch_id_fkey FOREIGN KEY (kitchen_id, batch_id) REFERENCES public.batch(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.batch_revision
    ADD CONSTRAINT batch_revision_kitchen_id_batch_id_fkey FOREIGN KEY (kitchen_id, batch_id) REFERENCES public.batch(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.batch_symptom
    ADD CONSTRAINT batch_symptom_kitchen_id_batch_id_fkey FOREIGN KEY (kitchen_id, batch_id) REFERENCES public.batch(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.body_weight
    ADD CONSTRAINT body_weight_kitchen_id_person_id_fkey FOREIGN KEY (kitchen_id, person_id) REFERENCES public.person(kitchen_id, id);
ALTER TABLE ONLY public.day
    ADD CONSTRAINT day_day_type FOREIGN KEY (kitchen_id, person_id, day_type) REFERENCES public.day_type(kitchen_id, person_id, slug);
ALTER TABLE ONLY public.day
    ADD CONSTRAINT day_kitchen_id_person_id_fkey FOREIGN KEY (kitchen_id, person_id) REFERENCES public.person(kitchen_id, id);
ALTER TABLE ONLY public.day_type
    ADD CONSTRAINT day_type_kitchen_id_person_id_fkey FOREIGN KEY (kitchen_id, person_id) REFERENCES public.person(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.diet_phase
    ADD CONSTRAINT diet_phase_kitchen_id_person_id_fkey FOREIGN KEY (kitchen_id, person_id) REFERENCES public.person(kitchen_id, id);
ALTER TABLE ONLY public.entry
    ADD CONSTRAINT entry_batch FOREIGN KEY (kitchen_id, batch_id) REFERENCES public.batch(kitchen_id, id);
ALTER TABLE ONLY public.entry
    ADD CONSTRAINT entry_kitchen_id_formula_id_fkey FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id);
ALTER TABLE ONLY public.entry
    ADD CONSTRAINT entry_kitchen_id_person_id_fkey FOREIGN KEY (kitchen_id, person_id) REFERENCES public.person(kitchen_id, id);
ALTER TABLE ONLY public.entry
    ADD CONSTRAINT entry_of_meal FOREIGN KEY (kitchen_id, meal_id) REFERENCES public.kept_meal(kitchen_id, id) ON DELETE SET NULL (meal_id);
ALTER TABLE ONLY public.formula
    ADD CONSTRAINT formula_bakes_a_kept_state FOREIGN KEY (kitchen_id, id, bake_number) REFERENCES public.formula_version(kitchen_id, formula_id, number) ON DELETE SET NULL (bake_number) DEFERRABLE;
ALTER TABLE ONLY public.formula
    ADD CONSTRAINT formula_base_of_kitchen FOREIGN KEY (kitchen_id, base_id) REFERENCES public.formula(kitchen_id, id) ON DELETE SET NULL (base_id);
ALTER TABLE ONLY public.formula
    ADD CONSTRAINT formula_classic_of_kitchen FOREIGN KEY (kitchen_id, classic_id) REFERENCES public.formula(kitchen_id, id) ON DELETE SET NULL (classic_id);
ALTER TABLE ONLY public.formula_dependency
    ADD CONSTRAINT formula_dependency_kitchen_id_formula_id_fkey FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.formula
    ADD CONSTRAINT formula_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.formula_line
    ADD CONSTRAINT formula_line_nested FOREIGN KEY (kitchen_id, nested_id) REFERENCES public.formula(kitchen_id, id) ON DELETE SET NULL (nested_id);
ALTER TABLE ONLY public.formula_line
    ADD CONSTRAINT formula_line_of_part FOREIGN KEY (kitchen_id, formula_id, part_position) REFERENCES public.formula_part(kitchen_id, formula_id, "position") ON DELETE CASCADE;
ALTER TABLE ONLY public.formula_note
    ADD CONSTRAINT formula_note_kitchen_id_formula_id_fkey FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.formula_part
    ADD CONSTRAINT formula_part_kitchen_id_formula_id_fkey FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.formula_tasks
    ADD CONSTRAINT formula_tasks_kitchen_id_formula_id_fkey FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.formula_version
    ADD CONSTRAINT formula_version_kitchen_id_formula_id_fkey FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.dietary_profile
    ADD CONSTRAINT guest_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.import_file
    ADD CONSTRAINT import_file_kitchen_id_import_id_fkey FOREIGN KEY (kitchen_id, import_id) REFERENCES public.import(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.import_item
    ADD CONSTRAINT import_item_of_file FOREIGN KEY (kitchen_id, import_id, file_position) REFERENCES public.import_file(kitchen_id, import_id, "position") ON DELETE CASCADE;
ALTER TABLE ONLY public.import
    ADD CONSTRAINT import_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.import
    ADD CONSTRAINT import_kitchen_id_person_id_fkey FOREIGN KEY (kitchen_id, person_id) REFERENCES public.person(kitchen_id, id);
ALTER TABLE ONLY public.job
    ADD CONSTRAINT job_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.kept_meal
    ADD CONSTRAINT kept_meal_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.opened_good
    ADD CONSTRAINT opened_good_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.person
    ADD CONSTRAINT person_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.planning_kitchen
    ADD CONSTRAINT planning_kitchen_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.plate
    ADD CONSTRAINT plate_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.plate
    ADD CONSTRAINT plate_kitchen_id_formula_id_fkey FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.price
    ADD CONSTRAINT price_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.product
    ADD CONSTRAINT product_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.product_label
    ADD CONSTRAINT product_label_kitchen_id_product_id_fkey FOREIGN KEY (kitchen_id, product_id) REFERENCES public.product(kitchen_id, id);
ALTER TABLE ONLY public.product
    ADD CONSTRAINT product_merged_in_kitchen FOREIGN KEY (kitchen_id, merged_into) REFERENCES public.product(kitchen_id, id) ON DELETE SET NULL (merged_into);
ALTER TABLE ONLY public.food_alias
    ADD CONSTRAINT remembered_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.run_event
    ADD CONSTRAINT run_event_kitchen_id_run_id_fkey FOREIGN KEY (kitchen_id, run_id) REFERENCES public.bake_run(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.scale_command
    ADD CONSTRAINT scale_command_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.shelf
    ADD CONSTRAINT shelf_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.shopping_tick
    ADD CONSTRAINT shopping_tick_kitchen_id_run_id_fkey FOREIGN KEY (kitchen_id, run_id) REFERENCES public.bake_run(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.stash_balance
    ADD CONSTRAINT stash_balance_kitchen_id_batch_id_fkey FOREIGN KEY (kitchen_id, batch_id) REFERENCES public.batch(kitchen_id, id);
ALTER TABLE ONLY public.stash_balance
    ADD CONSTRAINT stash_balance_kitchen_id_shelf_id_fkey FOREIGN KEY (kitchen_id, shelf_id) REFERENCES public.shelf(kitchen_id, id);
ALTER TABLE ONLY public.stash_move
    ADD CONSTRAINT stash_move_kitchen_id_batch_id_fkey FOREIGN KEY (kitchen_id, batch_id) REFERENCES public.batch(kitchen_id, id);
ALTER TABLE ONLY public.stash_move
    ADD CONSTRAINT stash_move_kitchen_id_entry_id_fkey FOREIGN KEY (kitchen_id, entry_id) REFERENCES public.entry(kitchen_id, id);
ALTER TABLE ONLY public.stash_move
    ADD CONSTRAINT stash_move_kitchen_id_from_shelf_id_fkey FOREIGN KEY (kitchen_id, from_shelf_id) REFERENCES public.shelf(kitchen_id, id);
ALTER TABLE ONLY public.stash_move
    ADD CONSTRAINT stash_move_kitchen_id_reverses_fkey FOREIGN KEY (kitchen_id, reverses) REFERENCES public.stash_move(kitchen_id, id);
ALTER TABLE ONLY public.stash_move
    ADD CONSTRAINT stash_move_kitchen_id_to_shelf_id_fkey FOREIGN KEY (kitchen_id, to_shelf_id) REFERENCES public.shelf(kitchen_id, id);
ALTER TABLE ONLY public.stock
    ADD CONSTRAINT stock_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.target
    ADD CONSTRAINT target_day_type FOREIGN KEY (kitchen_id, person_id, day_type) REFERENCES public.day_type(kitchen_id, person_id, slug);
ALTER TABLE ONLY public.target
    ADD CONSTRAINT target_kitchen_id_person_id_fkey FOREIGN KEY (kitchen_id, person_id) REFERENCES public.person(kitchen_id, id);
ALTER TABLE ONLY public.tasting
    ADD CONSTRAINT tasting_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.tasting_mark
    ADD CONSTRAINT tasting_mark_kitchen_id_tasting_id_letter_fkey FOREIGN KEY (kitchen_id, tasting_id, letter) REFERENCES public.tasting_sample(kitchen_id, tasting_id, letter) ON DELETE CASCADE;
ALTER TABLE ONLY public.tasting_sample
    ADD CONSTRAINT tasting_sample_kitchen_id_batch_id_fkey FOREIGN KEY (kitchen_id, batch_id) REFERENCES public.batch(kitchen_id, id);
ALTER TABLE ONLY public.tasting_sample
    ADD CONSTRAINT tasting_sample_kitchen_id_tasting_id_fkey FOREIGN KEY (kitchen_id, tasting_id) REFERENCES public.tasting(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.tin
    ADD CONSTRAINT tin_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id);
ALTER TABLE ONLY public.tombstone
    ADD CONSTRAINT tombstone_kitchen_id_fkey FOREIGN KEY (kitchen_id) REFERENCES public.kitchen(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.usual_portion
    ADD CONSTRAINT usual_portion_kitchen_id_formula_id_fkey FOREIGN KEY (kitchen_id, formula_id) REFERENCES public.formula(kitchen_id, id) ON DELETE CASCADE;
ALTER TABLE ONLY public.usual_portion
    ADD CONSTRAINT usual_portion_kitchen_id_person_id_fkey FOREIGN KEY (kitchen_id, person_id) REFERENCES public.person(kitchen_id, id);
ALTER TABLE ONLY public.week_pattern
    ADD CONSTRAINT week_pattern_kitchen_id_person_id_fkey FOREIGN KEY (kitchen_id, person_id) REFERENCES public.person(kitchen_id, id);
ALTER TABLE public.bake_run ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.batch ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.batch_feedback ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.batch_lot ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.batch_photo ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.batch_revision ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.batch_symptom ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.body_weight ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.day ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.day_type ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.diet_phase ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.dietary_profile ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.entry ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.food_alias ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.formula ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.formula_dependency ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.formula_line ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.formula_note ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.formula_part ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.formula_tasks ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.formula_version ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.import ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.import_file ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.import_item ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.job ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.kept_meal ENABLE ROW LEVEL SECURITY;
CREATE POLICY kitchen ON public.bake_run USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.batch USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.batch_feedback USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.batch_lot USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.batch_photo USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.batch_revision USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.batch_symptom USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.body_weight USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.day USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.day_type USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.diet_phase USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.dietary_profile USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.entry USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.food_alias USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.formula USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.formula_dependency USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.formula_line USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.formula_note USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.formula_part USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.formula_tasks USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.formula_version USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.import USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.import_file USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.import_item USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.job USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.kept_meal USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
ALTER TABLE public.kitchen ENABLE ROW LEVEL SECURITY;
CREATE POLICY kitchen ON public.kitchen USING ((id = public.current_kitchen())) WITH CHECK ((id = public.current_kitchen()));
CREATE POLICY kitchen ON public.opened_good USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.person USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.planning_kitchen USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.plate USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.price USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.product USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.product_label USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.run_event USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.scale_command USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.shelf USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.shopping_tick USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.stash_balance USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.stash_move USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.stock USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.target USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.tasting USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.tasting_mark USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.tasting_sample USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.tin USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.tombstone USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.usual_portion USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
CREATE POLICY kitchen ON public.week_pattern USING ((kitchen_id = public.current_kitchen())) WITH CHECK ((kitchen_id = public.current_kitchen()));
ALTER TABLE public.opened_good ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.person ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.planning_kitchen ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.plate ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.price ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.product ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.product_label ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.run_event ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.scale_command ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.shelf ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.shopping_tick ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.stash_balance ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.stash_move ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.stock ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.target ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.tasting ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.tasting_mark ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.tasting_sample ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.tin ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.tombstone ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.usual_portion ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.week_pattern ENABLE ROW LEVEL SECURITY;
REVOKE ALL ON FUNCTION public.resident(asked uuid) FROM PUBLIC;
GRANT ALL ON FUNCTION public.resident(asked uuid) TO app;
REVOKE ALL ON FUNCTION public.stash_moved() FROM PUBLIC;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.target TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.bake_run TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.batch TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.batch_feedback TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.batch_lot TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.batch_photo TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.batch_revision TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.batch_symptom TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.body_weight TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.food_alias TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.correction TO app;
GRANT USAGE ON SEQUENCE public.cupboard_revision TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.day TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.day_type TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.diet_phase TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.dietary_profile TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.eater TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.entry TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.formula TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.formula_dependency TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.formula_line TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.formula_note TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.formula_part TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.formula_tasks TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.formula_version TO app;
GRANT USAGE ON SEQUENCE public.habits_revision TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.usual_portion TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.helping TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.import TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.import_file TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.import_item TO app;
GRANT USAGE ON SEQUENCE public.job_token TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.job TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.kept_meal TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.kitchen TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.opened_good TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.person TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.phase TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.planning_kitchen TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.plate TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.price TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.product TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.product_label TO app;
GRANT SELECT,INSERT ON TABLE public.run_event TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.scale_command TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.shelf TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.shopping_tick TO app;
GRANT SELECT ON TABLE public.stash_balance TO app;
GRANT SELECT,INSERT ON TABLE public.stash_move TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.stock TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.tasting TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.tasting_mark TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.tasting_sample TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.tin TO app;
GRANT SELECT ON TABLE public.tombstone TO app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.week_pattern TO app;
