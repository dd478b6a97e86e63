-- +goose Up

-- Keys of what was learned of a client that somebody reset, and when: sittings from before teach them no more.
create table forgotten (
  studio_id uuid not null default current_studio(),
  client_id uuid not null,
  key       text not null check (length(key) between 1 and 200),
  at        timestamptz not null,
  person_id uuid not null,
  primary key (studio_id, client_id, key),
  foreign key (studio_id, client_id) references clients (studio_id, id) on delete cascade
);
alter table forgotten enable row level security;
alter table forgotten force row level security;
create policy own_studio on forgotten using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, update on forgotten to urncloth_app;

-- What the events of a client's sittings taught, as it was reckoned from them last: of which events, resets and
-- language it is says stamp. It is made anew whenever that differs, and may be thrown away. Health data.
create table learned (
  studio_id uuid not null default current_studio(),
  client_id uuid not null,
  stamp     text not null,
  document  jsonb not null,
  primary key (studio_id, client_id),
  foreign key (studio_id, client_id) references clients (studio_id, id) on delete cascade
);
alter table learned enable row level security;
alter table learned force row level security;
create policy own_studio on learned using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, update on learned to urncloth_app;

-- +goose Down
drop table forgotten, learned;
