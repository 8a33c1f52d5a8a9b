import { codeWords } from '../../words/codes';
import { plural, say, told } from '../../words/words';
import {
  formatArea,
  formatDensity,
  formatLength,
  formatMass,
  formatNumber,
  formatVolume,
  type UnitChoice,
} from '../../quantity/units';
import { EQUIPMENT_WORDS, PART_WORDS, type EquipmentPart, type PlacePart } from '../description';
import { codesWords } from '../groups';
import { groupBy } from '../../groupBy';

interface Parts {
  places: readonly PlacePart[];
  equipment: readonly EquipmentPart[];
}

/** All that was heard, said back before it is added: a line for parts that are alike. */
export function sayBack({ places, equipment }: Parts, units: UnitChoice): string[] {
  const alike = [...groupBy(places, (p) => JSON.stringify({ ...p, code: '' })).values()];
  const machines = [...groupBy(equipment, (e) => JSON.stringify({ ...e, name: '' })).values()];
  return [...alike.map((group) => placesWords(group, units)), ...machines.map((group) => machinesWords(group, units))];
}

const joined = (parts: (string | false | null | undefined | 0)[]) => parts.filter(Boolean).join(' · ');

const loopWords = (loop: string | null) => loop && (/^loop/iu.test(loop) ? loop : say`loop ${loop}`);

/** What a place is called by its kind. */
export function placeWhat(p: PlacePart): string {
  if ((p.role === 'bed' || p.role === 'nursery') && p.method) return codeWords(p.method);
  return [p.stage && codeWords(p.stage), told(PART_WORDS[p.role])].filter(Boolean).join(' ');
}

function placesWords(group: readonly PlacePart[], units: UnitChoice): string {
  const [p] = group as [PlacePart];
  const pieces = p.positions && p.pieceSize ? Math.round(p.positions / p.pieceSize) : 0;
  const facts = [
    p.volumeL !== null && formatVolume(p.volumeL, units),
    p.positions !== null &&
      (pieces > 1
        ? say`${formatNumber(p.positions)} places: ${formatNumber(pieces)} × ${formatNumber(p.pieceSize!)}`
        : plural(p.positions, '# place', '# places')),
    p.areaM2 !== null && formatArea(p.areaM2, units, 1),
    p.lengthM !== null && p.widthM !== null && `${formatLength(p.lengthM, units)} × ${formatLength(p.widthM, units)}`,
    p.depthM !== null && say`${formatLength(p.depthM, units)} deep`,
    p.role !== 'bed' && p.role !== 'nursery' && p.limitKgM3 !== null && say`to ${formatDensity(p.limitKgM3, units, 0)}`,
    p.saltGL > 0 && say`salted ${formatNumber(p.saltGL, 1)} g/L`,
  ];
  const size = joined(facts);
  return joined([
    `${group.length > 1 ? `${formatNumber(group.length)} × ` : ''}${placeWhat(p)} ${codesWords(group.map((g) => g.code))}`,
    size && group.length > 1 ? say`each ${size}` : size,
    loopWords(p.loop),
    p.room && say`room ${p.room}`,
    p.standsOn === 'roof' && say`on the roof`,
    p.standsOn === 'stand' && say`on a stand`,
    p.behind && say`behind ${p.behind}`,
  ]);
}

type Duty = Pick<EquipmentPart, 'onMin' | 'offMin' | 'isSpare' | 'leastSpare'>;

/** How long it runs, in words; nothing: always. */
export function dutyWords({ onMin, offMin, isSpare, leastSpare }: Duty): string {
  if (isSpare) return leastSpare ? say`spare: does not run, never fewer than ${leastSpare}` : say`spare: does not run`;
  if (onMin === null) return '';
  const off = offMin ?? 0;
  if (Math.abs(onMin + off - 1440) < 0.01) return say`on ${formatNumber(onMin / 60, 1)} h a day`;
  return say`${minutes(onMin)} on, ${minutes(off)} off`;
}

function minutes(min: number): string {
  if (min < 1) return say`${formatNumber(min * 60)} s`;
  return min >= 120 ? say`${formatNumber(min / 60, 1)} h` : say`${formatNumber(min, min % 1 ? 1 : 0)} min`;
}

type Plate = Pick<
  EquipmentPart,
  | 'flowLH'
  | 'headM'
  | 'watts'
  | 'umolS'
  | 'onMin'
  | 'offMin'
  | 'isSpare'
  | 'leastSpare'
  | 'kgO2PerDay'
  | 'volumeM3'
  | 'over'
> & { kind: string };

/** What a rating plate says, in words. */
export function plateWords(e: Plate, units: UnitChoice): string {
  return joined([
    e.flowLH !== null && say`${formatVolume(e.flowLH, units)}/h`,
    e.headM !== null && say`${formatLength(e.headM, units)} head`,
    e.watts !== null && say`${formatNumber(e.watts)} W`,
    e.umolS !== null && say`${formatNumber(e.umolS)} µmol/s`,
    dutyWords(e),
    e.kgO2PerDay !== null && say`${formatMass(e.kgO2PerDay * 1000, units)} O₂ a day`,
    e.volumeM3 !== null &&
      (e.kind === 'filter'
        ? say`${formatVolume(e.volumeM3 * 1000, units)} of media`
        : formatVolume(e.volumeM3 * 1000, units)),
    e.over && say`over ${e.over}`,
  ]);
}

function machinesWords(group: readonly EquipmentPart[], units: UnitChoice): string {
  const [e] = group as [EquipmentPart];
  const plate = plateWords(e, units);
  const names = group.length > 2 ? `${group[0]!.name} – ${group.at(-1)!.name}` : group.map((g) => g.name).join(', ');
  return joined([
    `${group.length > 1 ? `${formatNumber(group.length)} × ` : ''}${told(EQUIPMENT_WORDS[e.kind])}: ${names}`,
    plate && group.length > 1 ? say`each ${plate}` : plate,
    loopWords(e.loop),
    e.behind && say`behind ${e.behind}`,
  ]);
}
