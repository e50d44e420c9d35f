-- A state that a new edit session begins after is called that.
alter table formula_version drop constraint formula_version_kept_by;
update formula_version set kept_by = 'edit session' where kept_by = 'sitting';
alter table formula_version add constraint formula_version_kept_by
    check (kept_by in ('baker', 'edit session', 'restore'));
