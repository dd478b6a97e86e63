-- +goose Up

-- How long a sign-in lasts, whether owners need a second factor, and how long backups are kept (for what is said when a
-- client is erased: the program makes no backups by itself).
alter table studios
  add column idle_min      int     not null default 30 check (idle_min between 5 and 1440),
  add column life_h        int     not null default 12 check (life_h between 1 and 720),
  add column owners_factor boolean not null default false,
  add column backup_days   int     not null default 30 check (backup_days between 0 and 3650);

-- One address may work in several studios; none of them learns of the others. Somebody removed keeps their name alone.
alter table people drop constraint people_email_key;
alter table people
  add column removed_at  timestamptz,
  add column must_change boolean not null default false, -- a first password: to be changed before anything else
  add column first_until timestamptz,                    -- until when a first password serves
  add column totp        text,                           -- shared secret of the second factor, base32
  add column totp_new    text,                           -- one that is not confirmed yet
  add column totp_step   bigint not null default 0,      -- the last step of time whose code was taken
  add column recovery    text[] not null default '{}',   -- SHA-256 of codes that are left, hex
  -- what seals the drafts that a window keeps for them
  add column seal bytea not null default
    decode(replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', ''), 'hex');
create unique index people_by_email on people (studio_id, email) where removed_at is null;
create index people_at_sign_in on people (email);

-- A session is known by the hash of its token.
drop table sessions;
create table sessions (
  hash      bytea primary key,
  id        uuid not null default gen_random_uuid(),
  studio_id uuid not null default current_studio() references studios,
  person_id uuid not null,
  since     timestamptz not null,
  seen      timestamptz not null,
  device    text not null default '',
  foreign key (studio_id, person_id) references people (studio_id, id)
);
create index sessions_by_person on sessions (studio_id, person_id);
alter table sessions enable row level security;
alter table sessions force row level security;
create policy own_studio on sessions using (studio_id = current_studio()) with check (studio_id = current_studio());
-- Before the studio is known a session is known by its hash alone: that one row may be read.
create policy by_hash on sessions for select
  using (hash = decode(nullif(current_setting('app.session', true), ''), 'hex'));
grant select, insert, update, delete on sessions to urncloth_app;

-- Tries at signing in, counted before anything is compared: by account and address together, by address, by account.
-- who and account are hashes: nobody reads here who tried.
drop table failed_sign_ins;
create table sign_in_tries (
  who     text primary key,
  account text not null,
  since   timestamptz not null,                 -- start of the quarter hour that n counts
  n       int not null,
  good_at timestamptz                           -- the last time it went well
);
create index sign_in_tries_by_account on sign_in_tries (account);
create index sign_in_tries_by_time on sign_in_tries (since);
grant select, insert, update, delete on sign_in_tries to urncloth_app;

-- What happened beside client records: sign-ins, people, roles, exports. about names a person or a thing.
alter table audit add column about text not null default '';
create index audit_by_studio on audit (studio_id, id);

-- +goose Down
drop index audit_by_studio;
alter table audit drop column about;
drop table sign_in_tries, sessions;
create table sessions (token text primary key, data bytea not null, expiry timestamptz not null);
create index sessions_by_expiry on sessions (expiry);
create table failed_sign_ins (who text not null, at timestamptz not null default now());
create index failed_sign_ins_by_who on failed_sign_ins (who, at);
grant select, insert, update, delete on sessions, failed_sign_ins to urncloth_app;
drop index people_at_sign_in, people_by_email;
alter table people drop column removed_at, drop column must_change, drop column first_until, drop column totp,
  drop column totp_new, drop column totp_step, drop column recovery, drop column seal;
alter table people add unique (email);
alter table studios drop column idle_min, drop column life_h, drop column owners_factor, drop column backup_days;
