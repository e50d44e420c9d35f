-- What a tin is made of: glass and silicone warm slowly, and what stands in them is looked at later.
alter table tin add column material text not null default 'metal';
alter table tin add constraint tin_material_known check (material in ('metal', 'glass', 'silicone', 'paper'));
