import type { Knex } from 'knex';

/** Orders. What is set aside and delivered is movements that name the order line. */
export const name = '0005_orders';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table sales_order (
      farm_id uuid not null references farm,
      id uuid not null,
      code text not null,
      entry_key text not null,
      customer_id uuid not null,
      due_day date not null,
      state text not null default 'open' check (state in ('open', 'delivered', 'paid', 'cancelled')),
      version integer not null default 1,
      primary key (farm_id, id),
      unique (farm_id, code),
      constraint sales_order_entry_key_once unique (farm_id, entry_key),
      foreign key (farm_id, customer_id) references customer
    );
    create index sales_order_due on sales_order (farm_id, due_day);
    create index sales_order_open on sales_order (farm_id, due_day) where state = 'open';

    create table order_line (
      farm_id uuid not null,
      id uuid not null,
      order_id uuid not null,
      product_code text not null,
      quantity numeric not null check (quantity > 0),
      price_minor integer not null check (price_minor >= 0),
      primary key (farm_id, id),
      foreign key (farm_id, order_id) references sales_order,
      foreign key (farm_id, product_code) references product
    );
    comment on column order_line.quantity is 'g for products sold by kg, else pieces';
    create index order_line_of_order on order_line (farm_id, order_id);

    create table order_event (
      farm_id uuid not null,
      id bigint generated always as identity,
      order_id uuid not null,
      kind text not null check (kind in ('placed', 'delivered', 'paid', 'cancelled')),
      farm_day date not null,
      at timestamptz not null,
      person_id uuid,
      primary key (farm_id, id),
      foreign key (farm_id, order_id) references sales_order,
      foreign key (farm_id, person_id) references person
    );
    create trigger order_event_append_only before update or delete on order_event for each row execute function event_refuse_change();
    alter table movement add foreign key (farm_id, order_line_id) references order_line;
  `);
}
