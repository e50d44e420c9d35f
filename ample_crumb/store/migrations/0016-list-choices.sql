-- The list of formulas in groups of a family, and by the protein that a piece has for its energy.
create index formula_by_family on formula (kitchen_id, family, updated_at desc, id desc) where archived_at is null;
create index formula_by_protein on formula (
    kitchen_id, (coalesce(protein_g / nullif(energy_kcal, 0), -1)) desc, id desc
) where archived_at is null;
