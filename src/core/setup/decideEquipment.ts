import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Effect, type Said, type Taken } from '../acts/effects';
import type { LifeSupport } from '../facts/farm';
import { say } from '../words/words';
import type { EquipmentPart } from './description';
import { STALE } from './kept';

/** A piece of equipment as it stands in the books. */
export interface EquipmentKnown {
  id: string;
  name: string;
  kind: EquipmentPart['kind'];
  version: number;
}

export interface EquipmentWish {
  id: string;
  version: number;
  name: string;
  flowLH?: number | undefined;
  headM?: number | undefined;
  watts?: number | undefined;
  onMin?: number | undefined;
  offMin?: number | undefined;
  kgO2PerDay?: number | undefined;
  volumeM3?: number | undefined;
  use?: 'runs' | 'spare' | undefined;
  leastSpare?: number | undefined;
}

function machine(known: EquipmentKnown | null, version: number): EquipmentKnown {
  if (!known) return refuse('form', say`That is not on this farm (any more).`);
  if (known.version !== version) refuse('form', STALE());
  return known;
}

/** What its rating plate says now; what it was before stays among the changes. */
export function decideChangeEquipment(known: EquipmentKnown | null, wish: EquipmentWish): Decision<Taken<null>> {
  return decide(() => {
    const { kind, id, version } = machine(known, wish.version);
    if (kind === 'filter' && !wish.volumeM3) refuse('volumeM3', say`A filter without media turns nothing over.`);
    if (kind === 'aerator' && !wish.kgO2PerDay) refuse('kgO2PerDay', say`Say how much oxygen it brings.`);
    if ((wish.offMin ?? 0) > 0 && !wish.onMin) refuse('onMin', say`Say for how long it runs between its rests.`);
    const { id: _id, version: _version, name, use, leastSpare, ...plate } = wish;
    const reserve = { ...(use && { isSpare: use === 'spare' }), leastSpare: leastSpare || null };
    return {
      effects: [
        { does: 'equipmentChanged', equipmentId: id, version, became: { ...plate, ...reserve, name: name.trim() } },
      ],
      said: () => null,
    };
  });
}

/** A piece of equipment is used no more. */
export function decideRetireEquipment(
  known: EquipmentKnown | null,
  { version }: { version: number },
): Decision<Taken<string>> {
  return decide(() => {
    const { id, name } = machine(known, version);
    return { effects: [{ does: 'equipmentRetired', equipmentId: id, version }], said: () => name };
  });
}

interface LoopMachines {
  loop: { id: string; version: number } | null;
  /** Its aerators and filters, in their order. */
  machines: readonly EquipmentKnown[];
}

/** What aerates and filters a loop, as its rating plates say. What is no longer named is retired; its history stays. */
export function decideLifeSupport(
  { loop, machines }: LoopMachines,
  wish: { version: number } & Pick<LifeSupport, 'aerators' | 'media'>,
): Decision<Taken<Said>> {
  return decide(() => {
    if (!loop) return refuse('form', say`Choose a loop of this farm.`);
    if (loop.version !== wish.version) refuse('form', STALE());
    const left = [...machines];
    const wanted = [
      ...wish.aerators.map((a) => ({ kind: 'aerator' as const, ...a })),
      ...wish.media.map((m) => ({ kind: 'filter' as const, ...m })),
    ];
    const effects = wanted.map(({ kind, ...plate }, runOrder): Effect => {
      const at = left.findIndex((known) => known.kind === kind && known.name === plate.name);
      const [known] = at < 0 ? [] : left.splice(at, 1);
      const became = { ...plate, runOrder };
      return known
        ? { does: 'equipmentChanged', equipmentId: known.id, version: known.version, became }
        : { does: 'equipmentAdded', equipment: { ...became, kind, loopId: loop.id } };
    });
    const gone = left.map(({ id, version }): Effect => ({ does: 'equipmentRetired', equipmentId: id, version }));
    return {
      effects: [...effects, ...gone, { does: 'loopTouched', loopId: loop.id, version: loop.version }],
      said: () => said(say`Kept. Margins and minutes follow at once.`),
    };
  });
}
