import type { Knex } from 'knex';

/** Where things are, and what may be in them. */
export const name = '0002_places_and_library';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table loop (
      farm_id uuid not null references farm,
      id uuid not null,
      code text not null,
      name text not null,
      kind text not null constraint loop_kind_known check (kind in ('coupled', 'decoupled', 'bench')),
      band_low_g_m2 numeric not null check (band_low_g_m2 >= 0),
      band_high_g_m2 numeric not null check (band_high_g_m2 > band_low_g_m2),
      planned_water_temp_c numeric[] not null check (array_length(planned_water_temp_c, 1) = 12),
      planned_air_temp_c numeric[] not null check (array_length(planned_air_temp_c, 1) = 12),
      planned_light_mol numeric[] not null check (array_length(planned_light_mol, 1) = 12),
      primary key (farm_id, id),
      unique (farm_id, code)
    );

    create table place (
      farm_id uuid not null references farm,
      id uuid not null,
      code text not null collate people_sort,
      name text not null,
      kind text not null constraint place_kind_known
        check (kind in ('tank', 'purge', 'quarantine', 'bed', 'nursery', 'store', 'outside')),
      loop_id uuid,
      stage text,
      volume_l numeric check (volume_l > 0),
      density_limit_kg_m3 numeric check (density_limit_kg_m3 > 0),
      positions integer check (positions > 0),
      area_m2 numeric check (area_m2 > 0),
      method text,
      piece_size integer check (piece_size > 0),
      salt_g_l numeric not null default 0 check (salt_g_l between 0 and 35),
      is_source boolean not null default false,
      walk text not null default 'Everywhere',
      walk_order numeric not null default 99,
      primary key (farm_id, id),
      unique (farm_id, code),
      foreign key (farm_id, loop_id) references loop
    );
    comment on column place.is_source is 'Outside place that lots come from: the only kind whose balance may go below zero';

    create table species (
      farm_id uuid not null references farm,
      code text not null,
      params jsonb not null,
      primary key (farm_id, code)
    );
    create table crop (
      farm_id uuid not null references farm,
      code text not null,
      params jsonb not null,
      primary key (farm_id, code)
    );
    create table product (
      farm_id uuid not null references farm,
      code text not null,
      name text not null,
      unit text not null check (unit in ('kg', 'head', 'bunch')),
      species_code text,
      crop_code text,
      shelf_life_days integer not null check (shelf_life_days between 0 and 365),
      price_minor integer not null check (price_minor >= 0),
      primary key (farm_id, code),
      foreign key (farm_id, species_code) references species,
      foreign key (farm_id, crop_code) references crop,
      check ((species_code is null) <> (crop_code is null))
    );
    comment on column product.price_minor is 'Per kg, head or bunch, in minor units of the farm currency';

    create table customer (
      farm_id uuid not null references farm,
      id uuid not null,
      name text not null collate people_sort,
      channel text not null,
      primary key (farm_id, id),
      unique (farm_id, name)
    );
  `);
}
