-- +goose Up

-- The studio a transaction works for; null outside one, so that nothing is visible by mistake.
create function current_studio() returns uuid language sql stable as
$$ select nullif(current_setting('app.studio_id', true), '')::uuid $$;

create table studios (
  id         uuid primary key default gen_random_uuid(),
  name       text not null check (length(name) between 1 and 200),
  timezone   text not null,
  place      jsonb not null default '{}',       -- lat, lon, height_m: where sittings usually are
  method     jsonb not null default '{}',       -- the studio's house methods
  created_at timestamptz not null default now()
);

create table people (
  id            uuid primary key default gen_random_uuid(),
  studio_id     uuid not null references studios,
  email         text not null check (email = lower(email) and length(email) between 3 and 200),
  name          text not null,
  role          text not null check (role in ('owner', 'artist', 'assistant')),
  password_hash text not null,
  unique (email),
  unique (studio_id, id)
);

create table clients (
  id         uuid primary key default gen_random_uuid(),
  studio_id  uuid not null default current_studio() references studios,
  version    int not null default 1,
  name       text not null check (length(name) between 1 and 200),
  record     jsonb not null,                    -- the client part of a sitting
  notes      text not null default '',          -- health data
  updated_at timestamptz not null default now(),
  unique (studio_id, id)
);
create index clients_by_name on clients (studio_id, lower(name));

create table products (
  studio_id uuid not null default current_studio() references studios,
  id        text not null,
  position  int not null,                       -- the studio's order decides ties
  version   int not null default 1,
  product   jsonb not null,
  primary key (studio_id, id)
);

create table sittings (
  id         uuid primary key default gen_random_uuid(),
  studio_id  uuid not null default current_studio() references studios,
  client_id  uuid not null,
  version    int not null default 1,
  title      text not null default '',
  artist     text not null default '',          -- whose chair
  chair_at   timestamptz not null,
  base_at    timestamptz not null,
  sitting    jsonb not null,                    -- the input document as it was
  plan       jsonb not null,                    -- the plan as planned, a snapshot
  updated_at timestamptz not null default now(),
  foreign key (studio_id, client_id) references clients (studio_id, id)
);
create index sittings_by_chair on sittings (studio_id, chair_at);
create index sittings_by_client on sittings (studio_id, client_id, chair_at);

-- Who read or changed which client's record, and when.
create table audit (
  id         bigint generated always as identity primary key,
  studio_id  uuid not null default current_studio() references studios,
  person_id  uuid not null,
  act        text not null,
  client_id  uuid,
  at         timestamptz not null default now()
);
create index audit_by_client on audit (studio_id, client_id, at);

-- Before sign-in there is no studio: these two belong to none and hold no client data.
create table sessions (
  token  text primary key,
  data   bytea not null,
  expiry timestamptz not null
);
create index sessions_by_expiry on sessions (expiry);

create table failed_sign_ins (
  who text not null,                            -- account:… or address:…
  at  timestamptz not null default now()
);
create index failed_sign_ins_by_who on failed_sign_ins (who, at);

-- +goose StatementBegin
do $$
declare t text;
begin
  foreach t in array array['people', 'clients', 'products', 'sittings', 'audit'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format('create policy own_studio on %I using (studio_id = current_studio()) with check (studio_id = current_studio())', t);
  end loop;
end $$;
-- +goose StatementEnd

alter table studios enable row level security;
alter table studios force row level security;
create policy own_studio on studios using (id = current_studio()) with check (id = current_studio());

-- At sign-in the account is known by its e-mail alone: that one row may be read.
create policy sign_in on people for select
  using (email = nullif(current_setting('app.sign_in', true), ''));

grant usage on schema public to urncloth_app;
grant select, update on studios to urncloth_app;
grant select, insert, update on people, clients, products, sittings to urncloth_app;
grant delete on clients, sittings to urncloth_app;
grant select, insert on audit to urncloth_app;
grant select, insert, update, delete on sessions, failed_sign_ins to urncloth_app;

-- +goose Down
drop table failed_sign_ins, sessions, audit, sittings, products, clients, people, studios;
drop function current_studio();
