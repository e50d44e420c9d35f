-- Whoever does not want to wait for a large kitchen to be worked out anew stops it, and lets it go on later.
alter table job drop constraint job_state;
alter table job add constraint job_state check (state in ('queued', 'running', 'stopped', 'failed'));
drop index job_waiting;
create index job_waiting on job (run_after) where state in ('queued', 'running');
