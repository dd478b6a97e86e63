-- +goose Up

-- The studio's own notes beside rules and methods: local rules on licensing, patch tests, hygiene and waste come first.
alter table studios add column notes jsonb not null default '{}';
alter table studios add column version int not null default 1;

-- +goose Down
alter table studios drop column notes, drop column version;
