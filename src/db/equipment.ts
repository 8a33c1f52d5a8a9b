import { randomUUID } from 'node:crypto';
import type { EquipmentPlate } from '../core/acts/effects';
import type { EquipmentKnown } from '../core/setup/decideEquipment';
import type { Tx } from './connection';
import type { Entry } from './ledger';

/** Equipment in the books: read as it is, written as was decided. */
const KNOWN = ['id', 'name', 'kind', 'version'] as const;

export async function equipmentKnown(tx: Tx, id: string): Promise<EquipmentKnown | null> {
  const known = await tx('equipment')
    .where({ id, retired_on: null })
    .forUpdate()
    .first(...KNOWN);
  return known ?? null;
}

/** A loop, locked, with its aerators and filters in their order. */
export async function loopMachines(tx: Tx, loopId: string) {
  const loop = await tx('loop').where({ id: loopId, retired_on: null }).forUpdate().first('id', 'version');
  const machines: EquipmentKnown[] = await tx('equipment')
    .where({ loop_id: loopId, retired_on: null })
    .whereIn('kind', ['aerator', 'filter'])
    .orderBy(['run_order', 'id'])
    .select(...KNOWN);
  return { loop: (loop as { id: string; version: number } | undefined) ?? null, machines };
}

const COLUMNS: Record<keyof EquipmentPlate, string> = {
  flowLH: 'flow_l_h',
  headM: 'head_m',
  watts: 'watts',
  onMin: 'on_min',
  offMin: 'off_min',
  kgO2PerDay: 'kg_o2_per_day',
  volumeM3: 'volume_m3',
  surfaceM2PerM3: 'surface_m2_m3',
  gTanPerM2Day: 'g_tan_m2_day',
  isSpare: 'is_spare',
  leastSpare: 'least_spare',
  umolS: 'umol_s',
  over: 'shines_on',
  behind: 'behind',
  runOrder: 'run_order',
};

const plateRow = (plate: EquipmentPlate) =>
  Object.fromEntries(
    Object.entries(COLUMNS)
      .filter(([key]) => plate[key as keyof EquipmentPlate] !== undefined)
      .map(([key, column]) => [column, plate[key as keyof EquipmentPlate]]),
  );

/** What is asked for on the form of a rating plate: left empty, it is said there no more. */
const ON_THE_FORM = ['flowLH', 'headM', 'watts', 'onMin', 'offMin', 'kgO2PerDay', 'volumeM3'] as const;

export async function addEquipment(
  tx: Tx,
  { farmId }: Entry,
  { name, kind, loopId, ...plate }: { name: string; kind: string; loopId: string | null } & EquipmentPlate,
): Promise<void> {
  const last = await tx('equipment').max('run_order as n').first();
  await tx('equipment').insert({
    ...{ farm_id: farmId, id: randomUUID(), name, kind, loop_id: loopId, run_order: Number(last?.n ?? 0) + 1 },
    ...plateRow(plate),
  });
}

export async function changeEquipment(
  tx: Tx,
  {
    equipmentId,
    version,
    became: { name, ...plate },
  }: { equipmentId: string; version: number; became: { name: string } & EquipmentPlate },
): Promise<void> {
  const isForm = plate.runOrder === undefined;
  const empty = isForm ? Object.fromEntries(ON_THE_FORM.map((key) => [COLUMNS[key], null])) : {};
  await tx('equipment')
    .where({ id: equipmentId })
    .update({ name, ...empty, ...plateRow(plate), version: version + 1 });
}

export async function retireEquipment(
  tx: Tx,
  { farmDay }: Entry,
  { equipmentId, version }: { equipmentId: string; version: number },
): Promise<void> {
  await tx('equipment')
    .where({ id: equipmentId })
    .update({ retired_on: farmDay, version: version + 1 });
}
