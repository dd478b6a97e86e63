-- +goose Up

-- What lists say of a sitting stands beside its plan, so that no list has to unpack plans.
alter table sittings
  add column ready_at text    generated always as (coalesce(plan #>> '{prep,ready_at}', '')) stored,        -- local
  add column slack_s  int     generated always as (coalesce((plan #>> '{prep,slack_s}')::int, 0)) stored,
  add column skin     text    generated always as (coalesce(plan #>> '{skin,type}', '')) stored,
  add column stops    int     generated always as (jsonb_array_length(jsonb_path_query_array(plan,
    '$.findings[*] ? (@.severity == "stop" && !exists(@.lifted))'))) stored,
  add column cautions int     generated always as (jsonb_array_length(jsonb_path_query_array(plan,
    '$.findings[*] ? (@.severity == "caution")'))) stored,
  add column told     boolean generated always as (coalesce(sitting ? 'told', false)) stored,
  add column lift_at  text    generated always as (coalesce(sitting #>> '{day,lift_at}', '')) stored,       -- local
  add column lift_min float8  generated always as (coalesce((plan #>> '{lift,minutes}')::float8, 0)) stored;

-- What is booked is asked by when it has to be ready.
create index sittings_by_base on sittings (studio_id, base_at);

-- How many sittings each client has, kept with every one that comes or goes: to count them takes as long as there are.
create table booked (
  studio_id uuid not null default current_studio(),
  client_id uuid not null,
  n         int not null,
  primary key (studio_id, client_id),
  foreign key (studio_id, client_id) references clients (studio_id, id) on delete cascade
);
alter table sittings no force row level security; -- the owner counts those of all studios
insert into booked select studio_id, client_id, count(*) from sittings group by studio_id, client_id;
alter table sittings force row level security;
alter table booked enable row level security;
alter table booked force row level security;
create policy own_studio on booked using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, update on booked to urncloth_app;
-- +goose StatementBegin
create function count_booked() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' then
    update booked set n = n - 1 where studio_id = old.studio_id and client_id = old.client_id;
  else
    insert into booked as b (studio_id, client_id, n) values (new.studio_id, new.client_id, 1)
      on conflict (studio_id, client_id) do update set n = b.n + 1;
  end if;
  return null;
end $$;
-- +goose StatementEnd
create trigger count_booked after insert or delete on sittings for each row execute function count_booked();

-- Clients by name are read from an index, page by page, and looked for in what they are found by, which is kept folded.
drop index clients_by_name;
create index clients_by_name on clients (studio_id, lower(name), id);
-- +goose StatementBegin
create function folded(text text) returns text language sql immutable as $$
  select translate(regexp_replace(normalize(lower(text), nfd), '[\u0300-\u036f]', '', 'g'), 'łøđı', 'lodi')
$$;
create function found_by(name text, notes text, record jsonb) returns text language sql immutable as $$
  select public.folded(name || e'\n' || notes || coalesce(e'\n' || (select string_agg(told, e'\n')
    from jsonb_array_elements_text(coalesce(record -> 'allergies', '[]')) told), ''))
$$;
-- +goose StatementEnd
alter table clients add column found_by text generated always as (found_by(name, notes, record)) stored;

-- Whether anybody told how a sitting wore is asked with every day that is looked at.
create index events_of_wear on events (studio_id, sitting_id) where body ->> 'kind' = 'wear';

-- Enters the studio in which a session's token is somebody's, for the rest of the transaction; none where there is none.
-- +goose StatementBegin
create function enter(token bytea) returns void language plpgsql as $$
declare
  studio text;
  done   text := set_config('app.session', encode(token, 'hex'), true); -- by which the one row of sessions is seen
begin
  select studio_id into studio from sessions where hash = token;
  done := set_config('app.studio_id', coalesce(studio, ''), true);
end $$;
-- +goose StatementEnd

-- A sitting as it is answered, packed, in a language and by a program: made anew whenever the sitting has another
-- version or another program answers, and may be thrown away. Health data.
create table answers (
  studio_id  uuid not null default current_studio(),
  sitting_id uuid not null,
  tongue     text not null,
  tag        text not null,                          -- of which version and program it is
  body       bytea not null,                         -- gzip of JSON
  primary key (studio_id, sitting_id, tongue),
  foreign key (studio_id, sitting_id) references sittings (studio_id, id) on delete cascade
);
alter table answers alter column body set storage external;
alter table answers enable row level security;
alter table answers force row level security;
create policy own_studio on answers using (studio_id = current_studio()) with check (studio_id = current_studio());
grant select, insert, update on answers to urncloth_app;

-- +goose Down
drop table answers;
drop function enter(bytea);
drop index events_of_wear;
alter table clients drop column found_by;
drop function found_by(text, text, jsonb);
drop function folded(text);
drop index clients_by_name;
create index clients_by_name on clients (studio_id, lower(name));
drop trigger count_booked on sittings;
drop function count_booked();
drop table booked;
drop index sittings_by_base;
alter table sittings drop column ready_at, drop column slack_s, drop column skin, drop column stops,
  drop column cautions, drop column told, drop column lift_at, drop column lift_min;
