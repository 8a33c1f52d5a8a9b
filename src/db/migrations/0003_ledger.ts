import type { Knex } from 'knex';

/**
 * The ledger. Movements are only added; balances follow by trigger and cannot go below zero.
 * A lot is kept by count or by mass: fish, plants, heads and bunches by count; feed, packed fish and cut leaves by mass.
 */
export const name = '0003_ledger';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table lot (
      farm_id uuid not null references farm,
      id uuid not null,
      code text not null collate people_sort,
      kind text not null constraint lot_kind_known
        check (kind in ('cohort', 'planting', 'packed_fish', 'packed_produce', 'feed', 'seed')),
      keeps text not null constraint lot_keeps_known check (keeps in ('count', 'mass')),
      species_code text,
      crop_code text,
      product_code text,
      began_on date not null,
      start_mean_g numeric check (start_mean_g > 0),
      supplier text,
      note text,
      primary key (farm_id, id),
      unique (farm_id, code),
      foreign key (farm_id, species_code) references species,
      foreign key (farm_id, crop_code) references crop,
      foreign key (farm_id, product_code) references product
    );

    create table lot_origin (
      farm_id uuid not null,
      lot_id uuid not null,
      from_lot_id uuid not null,
      primary key (farm_id, lot_id, from_lot_id),
      foreign key (farm_id, lot_id) references lot,
      foreign key (farm_id, from_lot_id) references lot,
      check (lot_id <> from_lot_id)
    );
    create index lot_origin_from on lot_origin (farm_id, from_lot_id);

    create table movement (
      farm_id uuid not null references farm,
      id uuid not null,
      entry_key text not null check (length(entry_key) between 8 and 120),
      lot_id uuid not null,
      from_place_id uuid not null,
      to_place_id uuid not null,
      count bigint not null default 0 check (count >= 0),
      mass_g numeric(14, 1) not null default 0 check (mass_g >= 0),
      farm_day date not null,
      occurred_at timestamptz not null,
      person_id uuid,
      reason text not null constraint movement_reason_known check (reason in
        ('receive', 'stock', 'move', 'purge', 'dead', 'harvest', 'make', 'trim', 'feed', 'sow', 'transplant', 'lost', 'pick',
         'clear', 'allocate', 'deliver', 'waste', 'donate', 'reverse')),
      reverses_id uuid,
      order_line_id uuid,
      step_id uuid,
      note text check (length(note) <= 500),
      recorded_at timestamptz not null default now(),
      primary key (farm_id, id),
      constraint movement_entry_key_once unique (farm_id, entry_key),
      constraint movement_reversed_once unique (farm_id, reverses_id),
      foreign key (farm_id, lot_id) references lot,
      foreign key (farm_id, from_place_id) references place,
      foreign key (farm_id, to_place_id) references place,
      foreign key (farm_id, person_id) references person,
      foreign key (farm_id, reverses_id) references movement,
      constraint movement_goes_somewhere check (from_place_id <> to_place_id),
      constraint movement_moves_something check (count > 0 or mass_g > 0),
      constraint movement_reverse_named check ((reason = 'reverse') = (reverses_id is not null))
    );
    comment on column movement.entry_key is 'Made where it was typed; a resend adds nothing';
    comment on column movement.mass_g is 'Moved mass for lots kept by mass; for living lots what the scale said';
    create index movement_by_day on movement (farm_id, farm_day);
    create index movement_by_lot on movement (farm_id, lot_id, farm_day);
    create index movement_by_order_line on movement (farm_id, order_line_id) where order_line_id is not null;

    create table balance (
      farm_id uuid not null,
      lot_id uuid not null,
      place_id uuid not null,
      is_source boolean not null,
      count bigint not null default 0,
      mass_g numeric(14, 1) not null default 0,
      primary key (farm_id, lot_id, place_id),
      foreign key (farm_id, lot_id) references lot,
      foreign key (farm_id, place_id) references place,
      constraint balance_count_not_below_zero check (is_source or count >= 0),
      constraint balance_mass_not_below_zero check (is_source or mass_g >= 0)
    );
    comment on table balance is 'Sum of movements by lot and place, kept by trigger only. All places of a lot add up to zero.';
    create index balance_present on balance (farm_id, place_id) where count > 0 or mass_g > 0;

    create function movement_refuse_change() returns trigger language plpgsql as $$
      begin raise exception 'A movement is never changed; reverse it' using errcode = '23001', constraint = 'movement_append_only'; end $$;
    create trigger movement_append_only before update or delete on movement for each row execute function movement_refuse_change();
    create trigger movement_no_truncate before truncate on movement for each statement execute function movement_refuse_change();

    create function movement_check_reversal() returns trigger language plpgsql as $$
      declare was movement;
      begin
        if new.reverses_id is null then return new; end if;
        select * into was from movement where farm_id = new.farm_id and id = new.reverses_id;
        if was.reason = 'reverse' or was.lot_id <> new.lot_id or was.from_place_id <> new.to_place_id or was.to_place_id <> new.from_place_id
           or was.count <> new.count or was.mass_g <> new.mass_g then
          raise exception 'A reversal takes back exactly what it names' using errcode = '23514', constraint = 'movement_reversal_exact';
        end if;
        return new;
      end $$;
    create trigger movement_reversal before insert on movement for each row execute function movement_check_reversal();

    create function balance_add(farm uuid, lot_ uuid, place_ uuid, count_ bigint, mass_ numeric) returns void
      language plpgsql security definer set search_path = public as $$
      begin
        -- The row is made first: the check of a new row would see only the change, not what is there.
        insert into balance (farm_id, lot_id, place_id, is_source)
          select farm, lot_, place_, p.is_source from place p where p.farm_id = farm and p.id = place_
          on conflict do nothing;
        update balance set count = count + count_, mass_g = mass_g + mass_
          where farm_id = farm and lot_id = lot_ and place_id = place_;
      end $$;

    revoke execute on function balance_add from public;

    create function movement_post() returns trigger language plpgsql security definer set search_path = public as $$
      declare
        keeps_ text;
        count_ bigint := 0;
        mass_ numeric := 0;
        step record;
      begin
        select keeps into keeps_ from lot where farm_id = new.farm_id and id = new.lot_id;
        if keeps_ = 'count' then count_ := new.count; end if;
        if keeps_ = 'mass' then mass_ := new.mass_g; end if;
        if count_ = 0 and mass_ = 0 then
          raise exception 'This lot is kept by %', keeps_ using errcode = '23514', constraint = 'movement_moves_something';
        end if;
        -- Rows in one order for everyone, so that two movements between the same places cannot wait for each other.
        for step in select * from (values (new.from_place_id, -1), (new.to_place_id, 1)) as v(place_id, sign) order by place_id loop
          perform balance_add(new.farm_id, new.lot_id, step.place_id, step.sign * count_, step.sign * mass_);
        end loop;
        return null;
      end $$;
    create trigger movement_posts after insert on movement for each row execute function movement_post();
  `);
}
