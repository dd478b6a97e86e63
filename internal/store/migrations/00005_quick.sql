-- +goose Up

-- The documents of a sitting are written at every change: packed by the quicker of the two ways PostgreSQL has.
alter table sittings alter column sitting set compression lz4, alter column plan set compression lz4, alter column proposal set compression lz4;

-- +goose Down
alter table sittings alter column sitting set compression pglz, alter column plan set compression pglz, alter column proposal set compression pglz;
