-- Whether a person lives in a kitchen, asked in the statement with which a transaction enters it.
create function is_resident(kitchen uuid, asked uuid) returns boolean
    language sql stable security definer set search_path to 'public', 'pg_temp' as $$
    select exists (select 1 from person where person.kitchen_id = kitchen and person.id = asked)
$$;
