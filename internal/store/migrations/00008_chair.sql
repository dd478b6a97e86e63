-- +goose Up

alter table sittings add unique (studio_id, id);

-- A sitting that has begun at the chair: the plan that is followed there, as it was then. What is planned anew later does
-- not rewrite what somebody works by. Its row is held while events are appended, so that their numbers are in the order
-- in which they can be read.
create table chairs (
  studio_id  uuid not null default current_studio(),
  sitting_id uuid not null,
  plan       jsonb not null,
  by_hand    boolean not null,
  last       bigint not null default 0,
  shift_s    bigint not null default 0,             -- how far its clock was set: a rehearsal on another day
  began_at   timestamptz not null default now(),
  primary key (studio_id, sitting_id),
  foreign key (studio_id, sitting_id) references sittings (studio_id, id) on delete cascade
) with (fillfactor = 80);
alter table chairs enable row level security;
alter table chairs force row level security;
create policy own_studio on chairs using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, update on chairs to urncloth_app;

-- What happened at the chair, appended once however often it is sent: nothing is changed here or taken away but with its
-- sitting. Said_at is what the device's clock showed where it was wrong. Health data.
create table events (
  studio_id  uuid not null default current_studio(),
  sitting_id uuid not null,
  id         text not null check (length(id) between 1 and 64),
  n          bigint not null,
  body       jsonb not null,
  said_at    text not null default '',
  person_id  uuid,
  kept_at    timestamptz not null default now(),
  primary key (studio_id, sitting_id, id),
  foreign key (studio_id, sitting_id) references chairs (studio_id, sitting_id) on delete cascade
);
create unique index events_in_order on events (studio_id, sitting_id, n);
alter table events enable row level security;
alter table events force row level security;
create policy own_studio on events using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert on events to urncloth_app;

-- What links are signed with that are handed to somebody without a sign-in: the same for every server on the database.
create table signing (
  key bytea not null
);
insert into signing values (sha256((gen_random_uuid()::text || gen_random_uuid()::text || gen_random_uuid()::text)::bytea));
grant select on signing to urncloth_app;

-- A device at a chair stays signed in for its day, however long it lies idle; a short code locks it between clients.
alter table sessions add column chair_until timestamptz, add column code text not null default '',
  add column locked boolean not null default false;

-- +goose Down
alter table sessions drop column chair_until, drop column code, drop column locked;
drop table signing;
drop table events, chairs;
alter table sittings drop constraint sittings_studio_id_id_key;
