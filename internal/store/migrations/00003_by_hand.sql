-- +goose Up

-- What the planner proposed, where the artist changed the steps by hand; the plan is then what the artist did.
alter table sittings add column proposal jsonb;

-- +goose Down
alter table sittings drop column proposal;
