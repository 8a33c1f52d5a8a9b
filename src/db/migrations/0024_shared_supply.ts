import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

export const name = '0024_shared_supply';

/** Products made of one supply; species, crops and products put away; loops that warn by nitrogen. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table product
      add column made_from text,
      add column takes numeric constraint product_takes check (takes > 0 and takes <= 1000000),
      add column retired_on date,
      add constraint product_made_from foreign key (farm_id, made_from) references product,
      add constraint product_made_of_another check ((made_from is null) = (takes is null) and made_from <> code);
    grant update (takes, retired_on) on product to ${APP_ROLE};
    grant insert on product to ${APP_ROLE};
    comment on column product.takes is 'g or pieces of the product it is made from, for each g or piece of this one';

    alter table species add column retired_on date;
    alter table crop add column retired_on date;
    comment on column species.retired_on is 'Not stocked any more from that day; fish that are here stay as they are';
    comment on column crop.retired_on is 'Not sown any more from that day; plants that stand stay as they are';

    alter table loop
      add column warns_by text not null default 'feed' constraint loop_warns_by check (warns_by in ('feed', 'nitrogen')),
      add column n_low_percent numeric not null default 100 constraint loop_n_low check (n_low_percent > 0 and n_low_percent < n_high_percent),
      add column n_high_percent numeric not null default 200 constraint loop_n_high check (n_high_percent <= 2000);
    grant update (warns_by, n_low_percent, n_high_percent) on loop to ${APP_ROLE};
    comment on column loop.n_low_percent is 'Ammonia nitrogen of the fish in percent of what the plants take up: below it they go hungry';
  `);
}
