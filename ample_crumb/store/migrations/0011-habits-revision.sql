-- What a kitchen has said once and seldom changes (corrections, prices, eaters, tins, how batches came out) is kept by a
-- worker under a number, which is another after every change, whoever makes it.
create sequence habits_revision;
grant usage on sequence habits_revision to app;
alter table kitchen add column habits_revision bigint not null default 0;

create function habits_changed() returns trigger language plpgsql as $$
begin
    update kitchen set habits_revision = nextval('habits_revision') where id = coalesce(new.kitchen_id, old.kitchen_id);
    return null;
end
$$;
create trigger correction_habits after insert or update or delete on correction
    for each row execute function habits_changed();
create trigger price_habits after insert or update or delete on price for each row execute function habits_changed();
create trigger eater_habits after insert or update or delete on eater for each row execute function habits_changed();
create trigger tin_habits after insert or update or delete on tin for each row execute function habits_changed();
create trigger batch_feedback_habits after insert or update or delete on batch_feedback
    for each row execute function habits_changed();
