-- +goose Up

-- How the studio writes dates and numbers, in what it pays, and whom it calls where it works.
alter table studios
  add column region    text not null default 'en-GB' check (length(region) between 2 and 20),    -- BCP 47
  add column currency  text not null default 'EUR' check (currency ~ '^[A-Z]{3}$'),              -- ISO 4217
  add column emergency text not null default '' check (length(emergency) <= 40);
-- In which language somebody reads, '' as their device does; and whether they have the dark form, '' as it does.
alter table people
  add column language text not null default '' check (length(language) <= 10),
  add column form     text not null default '' check (form in ('', 'light', 'dark'));

-- Looks of the studio's own, to begin a sitting from.
create table looks (
  id        uuid primary key default gen_random_uuid(),
  studio_id uuid not null default current_studio() references studios,
  name      text not null check (length(name) between 1 and 80),
  look      jsonb not null,
  unique (studio_id, name)
);
alter table looks enable row level security;
alter table looks force row level security;
create policy own_studio on looks using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, update, delete on looks to urncloth_app;

-- A sitting that was called off stays to be seen; one that was taken out lies here until it is put back or forgotten.
alter table sittings add column cancelled_at timestamptz;
create table gone_sittings (
  like sittings including defaults,
  gone_at timestamptz not null default now(),
  primary key (id),
  foreign key (studio_id, client_id) references clients (studio_id, id)
);
create index gone_sittings_by_client on gone_sittings (studio_id, client_id);
alter table gone_sittings enable row level security;
alter table gone_sittings force row level security;
create policy own_studio on gone_sittings using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, delete on gone_sittings to urncloth_app;

-- What happened to somebody's skin or eyes at the chair, as whoever was there kept it. Health data.
create table incidents (
  id         uuid primary key default gen_random_uuid(),
  studio_id  uuid not null default current_studio() references studios,
  client_id  uuid,
  sitting_id uuid,
  kind       text not null,
  note       text not null default '' check (length(note) <= 4000),
  person_id  uuid not null,
  at         timestamptz not null default now(),
  foreign key (studio_id, client_id) references clients (studio_id, id)
);
create index incidents_by_client on incidents (studio_id, client_id, at);
alter table incidents enable row level security;
alter table incidents force row level security;
create policy own_studio on incidents using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, delete on incidents to urncloth_app;

-- Who looks at what was changed learns of it at once: which studio, what kind of thing, which one, its version, and
-- nothing of what is in it.
-- +goose StatementBegin
create function tell() returns trigger language plpgsql as $$
declare row record := coalesce(new, old);
begin
  perform pg_notify('urncloth', json_build_object('studio', row.studio_id, 'kind', tg_argv[0], 'id', row.id::text)::text);
  return null;
end $$;
create function tell_studio() returns trigger language plpgsql as $$
begin
  perform pg_notify('urncloth', json_build_object('studio', current_studio(), 'kind', tg_argv[0], 'id', '')::text);
  return null;
end $$;
-- +goose StatementEnd
create trigger tell after insert or update or delete on clients for each row execute function tell('client');
create trigger tell after insert or update or delete on sittings for each row execute function tell('sitting');
create trigger tell after insert or update or delete on looks for each statement execute function tell_studio('looks');
create trigger tell after insert or update or delete on products for each statement execute function tell_studio('kit');
create trigger tell after update on studios for each statement execute function tell_studio('house');
create trigger tell after insert or update of name, role, removed_at on people
  for each statement execute function tell_studio('people');

-- +goose Down
drop trigger tell on people;
drop trigger tell on studios;
drop trigger tell on products;
drop trigger tell on looks;
drop trigger tell on sittings;
drop trigger tell on clients;
drop function tell_studio();
drop function tell();
drop table incidents, gone_sittings;
alter table sittings drop column cancelled_at;
drop table looks;
alter table people drop column language, drop column form;
alter table studios drop column region, drop column currency, drop column emergency;
