import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { inject } from 'vitest';
import { appUrl } from '../../src/db/appRole';
import { appConnection, inFarm, ownerConnection, type Tx } from '../../src/db/connection';
import { neededPlaces, standardPlace, type NewFarm } from '../../src/core/setup/newFarm';
import { createFarm } from '../../src/db/createFarm';
import { createLot, recordMovement, type Entry, type Movement } from '../../src/db/ledger';

export { randomUUID };

export interface TestFarm {
  farmId: string;
  personId: string;
  places: Record<string, string>;
}

const NOTHING: NewFarm = {
  loops: [],
  zones: [],
  places: [],
  equipment: [],
  species: [],
  feedRules: [],
  crops: [],
  products: [],
  customers: [],
  chores: [],
};

/** A farm with a person and the places a ledger test needs, in a database that may hold other farms too. */
export async function makeFarm(owner: Knex, name = 'Test farm'): Promise<TestFarm> {
  const farmId = randomUUID();
  const personId = randomUUID();
  await owner('farm').insert({ farm_id: farmId, name, time_zone: 'UTC', currency: 'EUR' });
  await owner('person').insert({
    farm_id: farmId,
    id: personId,
    name: 'Test Person',
    sign_in_name: `test-${personId}`,
    role: 'manager',
    password_hash: 'x',
  });
  const standard = [
    ...neededPlaces(randomUUID),
    ...(['cold', 'feed', 'seed'] as const).map((role) => standardPlace(randomUUID(), role)),
  ];
  const own = Object.entries({ H1: 'tank', H2: 'tank', P1: 'purge', R1: 'bed', NB: 'nursery' } as const).map(
    ([code, kind]) => ({ ...standardPlace(randomUUID(), 'dry'), code, name: code, kind, role: null }),
  );
  const all = [...standard, ...own];
  await owner.transaction((tx) => createFarm(tx, farmId, { ...NOTHING, places: all }));
  const places = Object.fromEntries(all.map((p) => [p.code, p.id]));
  return { farmId, personId, places };
}

export function entryFor(farm: TestFarm, over: Partial<Entry> = {}): Entry {
  return {
    farmId: farm.farmId,
    personId: farm.personId,
    entryKey: randomUUID(),
    farmDay: '2026-06-10',
    at: new Date('2026-06-10T09:00:00Z'),
    ...over,
  };
}

export async function withFish(tx: Tx, farm: TestFarm, count: number, placeCode = 'H1'): Promise<string> {
  const lotId = await createLot(tx, farm.farmId, {
    code: `HSB-${randomUUID().slice(0, 6)}`,
    kind: 'cohort',
    keeps: 'count',
    beganOn: '2026-01-01',
    startMeanG: 5,
  });
  await recordMovement({
    tx,
    entry: entryFor(farm),
    movement: move(farm, lotId, 'SUPPLIER', placeCode, { count, reason: 'receive' }),
  });
  return lotId;
}

export function move(farm: TestFarm, lotId: string, from: string, to: string, rest: Partial<Movement>): Movement {
  return { lotId, fromPlaceId: farm.places[from]!, toPlaceId: farm.places[to]!, reason: 'move', ...rest };
}

/** A database of this file's own, copied from a template. @returns the owner's address of it */
export async function copyOf(template: 'empty' | 'demo'): Promise<string> {
  const cluster = inject('clusterUrl');
  const name = `copy_${inject('mark')}_${randomUUID().replaceAll('-', '').slice(0, 12)}`;
  const owner = ownerConnection(cluster);
  try {
    await owner.raw(`create database ${name} template ${inject('templates')[template]}`);
  } finally {
    await owner.destroy();
  }
  const url = new URL(cluster);
  url.pathname = `/${name}`;
  return url.toString();
}

export interface Desk {
  /** The owner's address. */
  url: string;
  owner: Knex;
  app: Knex;
  in<T>(farm: { farmId: string }, work: (tx: Tx) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** Both connections of a database of its own: the owner to set things up, the app's own role to do them. */
export async function openDesk(template: 'empty' | 'demo'): Promise<Desk> {
  const url = await copyOf(template);
  const owner = ownerConnection(url);
  const app = appConnection(appUrl(url), 8);
  return {
    url,
    owner,
    app,
    in: (farm, work) => inFarm(app, farm.farmId, work),
    close: async () => {
      await app.destroy();
      await owner.destroy();
    },
  };
}
