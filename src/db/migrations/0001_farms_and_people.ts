import type { Knex } from 'knex';

/** Farms, the people who sign in, their sessions. Look-ups that come before a farm is known are functions of the owner. */
export const name = '0001_farms_and_people';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create collation if not exists people_sort (provider = icu, locale = 'und-u-kn-true');

    create table farm (
      farm_id uuid primary key,
      name text not null check (length(name) between 1 and 80),
      time_zone text not null,
      currency char(3) not null,
      is_demo boolean not null default false,
      created_at timestamptz not null default now()
    );

    create table person (
      farm_id uuid not null references farm,
      id uuid not null,
      name text not null collate people_sort,
      sign_in_name text not null unique check (sign_in_name = lower(sign_in_name)),
      role text not null constraint person_role_known check (role in ('manager', 'office', 'hand')),
      password_hash text not null,
      demo_password text,
      settings jsonb not null default '{}',
      primary key (farm_id, id)
    );
    comment on column person.demo_password is 'Only for made-up people of a demo farm, shown on the sign-in page';

    create table session (
      farm_id uuid not null,
      token_hash bytea primary key,
      person_id uuid not null,
      expires_at timestamptz not null,
      foreign key (farm_id, person_id) references person
    );

    create table sign_in_failure (
      id bigint generated always as identity primary key,
      sign_in_name text not null,
      failed_at timestamptz not null
    );
    create index sign_in_failure_recent on sign_in_failure (sign_in_name, failed_at);

    create function person_to_sign_in(wanted text)
      returns table (farm_id uuid, person_id uuid, password_hash text)
      language sql stable security definer set search_path = public as
      $$ select farm_id, id, password_hash from person where sign_in_name = wanted $$;

    create function person_of_session(wanted bytea, at timestamptz)
      returns table (farm_id uuid, person_id uuid, name text, role text, settings jsonb,
                     farm_name text, time_zone text, currency char(3), is_demo boolean)
      language sql stable security definer set search_path = public as
      $$ select p.farm_id, p.id, p.name, p.role, p.settings, f.name, f.time_zone, f.currency, f.is_demo
         from session s join person p on p.farm_id = s.farm_id and p.id = s.person_id join farm f on f.farm_id = p.farm_id
         where s.token_hash = wanted and s.expires_at > at $$;

    create function demo_sign_ins()
      returns table (name text, role text, sign_in_name text, demo_password text)
      language sql stable security definer set search_path = public as
      $$ select p.name, p.role, p.sign_in_name, p.demo_password from person p join farm f on f.farm_id = p.farm_id
         where f.is_demo and p.demo_password is not null order by array_position(array['manager','office','hand'], p.role), p.name $$;

    create function recent_sign_in_failures(wanted text, since timestamptz) returns bigint
      language sql stable security definer set search_path = public as
      $$ select count(*) from sign_in_failure where sign_in_name = wanted and failed_at > since $$;

    create function note_sign_in_failure(wanted text, at timestamptz) returns void
      language sql security definer set search_path = public as
      $$ insert into sign_in_failure (sign_in_name, failed_at) values (left(wanted, 120), at) $$;
  `);
}
