-- +goose Up

-- A retired product leaves the shelf; past sittings keep their own copy of it.
alter table products add column retired boolean not null default false;

-- +goose Down
alter table products drop column retired;
