-- What a piece costs, beside its figures, so that the list of formulas can be ordered by it: those first whose every line
-- has a price, then those of which it is a lower limit, then those without any.
alter table formula add column piece_cost double precision;
alter table formula add column cost_at_least boolean not null default false;
create index formula_by_cost on formula (
    kitchen_id, (case when piece_cost is null then 2 when cost_at_least then 1 else 0 end), coalesce(piece_cost, 0), id
) where archived_at is null;
