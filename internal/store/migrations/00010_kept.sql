-- +goose Up

-- Photographs of a client at a sitting, as they are kept: JPEG without metadata, whole and small. Health data.
create table photos (
  studio_id  uuid not null default current_studio(),
  id         uuid not null default gen_random_uuid(),
  sitting_id uuid not null,
  width      int not null,
  height     int not null,
  body       bytea not null,
  small      bytea not null,
  person_id  uuid,                                  -- null where the client handed it in by a link
  kept_at    timestamptz not null,
  primary key (studio_id, id),
  foreign key (studio_id, sitting_id) references sittings (studio_id, id) on delete cascade
);
alter table photos alter column body set storage external, alter column small set storage external;
create index photos_of_sitting on photos (studio_id, sitting_id, kept_at);
alter table photos enable row level security;
alter table photos force row level security;
create policy own_studio on photos using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, delete on photos to urncloth_app;

-- What was taken of the kit and what was counted, appended: by a sitting as it was done, what another word at its chair
-- puts right, and by a person who counts. Grams and pieces are what was added; left is what stands after.
create table stock (
  studio_id  uuid not null default current_studio(),
  id         bigint generated always as identity,
  product_id text not null,
  sitting_id uuid,                                  -- null where a person counted
  person_id  uuid,
  grams      double precision not null default 0,
  pieces     int not null default 0,
  left_g     double precision,                      -- null where nobody ever said how much there is
  left_n     int,
  at         timestamptz not null,
  primary key (studio_id, id)
);
create index stock_of_product on stock (studio_id, product_id, id desc);
create index stock_of_sitting on stock (studio_id, sitting_id, product_id) include (grams, pieces);
alter table stock enable row level security;
alter table stock force row level security;
create policy own_studio on stock using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert on stock to urncloth_app;

-- What a sitting says of the working figures that checks measure, as it was reckoned last. Health data.
create table observed (
  studio_id  uuid not null default current_studio(),
  sitting_id uuid not null,
  client_id  uuid not null,
  key        text not null,
  value      double precision not null,
  primary key (studio_id, sitting_id, key),
  foreign key (studio_id, sitting_id) references sittings (studio_id, id) on delete cascade
);
alter table observed enable row level security;
alter table observed force row level security;
create policy own_studio on observed using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, delete on observed to urncloth_app;

-- What of a sitting teaches, as it was reckoned from its events last: of which events and by which program is said by
-- stamp. It is made anew whenever that differs, and may be thrown away. Health data.
create table digests (
  studio_id  uuid not null default current_studio(),
  sitting_id uuid not null,
  stamp      text not null,
  body       jsonb not null,
  primary key (studio_id, sitting_id),
  foreign key (studio_id, sitting_id) references sittings (studio_id, id) on delete cascade
);
alter table digests enable row level security;
alter table digests force row level security;
create policy own_studio on digests using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, update on digests to urncloth_app;

-- Up to which event a chair's sitting was taken from the stock and read for what it says of figures. What was done
-- before this is never taken from the stock.
alter table chairs add column stocked bigint not null default 9223372036854775807,
  add column seen bigint not null default 0;
alter table chairs alter column stocked set default 0;
create index chairs_gone_on on chairs (studio_id) where least(stocked, seen) < last;

-- Whether something about no client was noted lately is asked with every day that is looked at.
create index audit_lately on audit (studio_id, person_id, act, at) where client_id is null;

-- A studio's word on its own value of a working figure: taken or not, and of how many observations and clients it was.
create table own_figures (
  studio_id uuid not null default current_studio(),
  key       text not null check (length(key) between 1 and 200),
  value     double precision not null,
  spread    double precision not null,
  seen      int not null,
  clients   int not null,
  taken     boolean not null,
  person_id uuid not null,
  at        timestamptz not null,
  primary key (studio_id, key)
);
alter table own_figures enable row level security;
alter table own_figures force row level security;
create policy own_studio on own_figures using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, update, delete on own_figures to urncloth_app;

-- +goose Down
drop index audit_lately;
drop table own_figures;
drop index chairs_gone_on;
alter table chairs drop column stocked, drop column seen;
drop table digests, observed, stock, photos;
