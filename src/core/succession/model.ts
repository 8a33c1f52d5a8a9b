import { goodsCode } from '../crops/recipes';
import type { Column, Rows } from '../solver/mip';
import { Book, mostWanted, weeksHeld } from './book';
import { airOf } from './air';
import type { LimitKind, SowingWay, SuccessionInput } from './types';

/**
 * Rows: places held in each bed and cells held on the bench, day by day from those of the day before; minutes of each week;
 * what each loop feeds in each week; each crop's share; one kind of air a room; each wanted day; what is picked, by which wanted days it
 * may serve. Columns: of each sowing how many plants, and whether it is sown at all; then what serves what.
 */
export interface SuccessionModel extends Rows {
  columns: Column[];
  /** The first `ways` columns are plants of each way, the next `ways` whether it is sown. */
  ways: readonly SowingWay[];
  most: Float64Array;
}

/** Sowings of so many plants at most are counted one by one: rounded, they would miss too much. */
const COUNTED_UP_TO = 20;

/** A night in the cold store: of two equal plans the fresher is taken. */
const CARRY_SHARE = 1e-6;

export function successionModel(input: SuccessionInput): SuccessionModel {
  const { lifted } = input;
  const empty = new Book(input);
  const wanted = (way: SowingWay) => {
    const most = mostWanted(input, way);
    // Of a few plants each counts: the last one may be wanted in part only.
    return most <= COUNTED_UP_TO ? Math.ceil(most - 1e-9) : most;
  };
  // What a limit costs is seen only where no other bound says it too.
  const fits = input.ways.map((way) => (lifted ? wanted(way) : Math.min(wanted(way), empty.most(way).plants)));
  const ways = input.ways.filter((_, i) => fits[i]! >= 1);
  const most = Float64Array.from(fits.filter((n) => n >= 1));
  return { ...new Builder(input, ways, lifted ?? new Set()).build(most), ways, most };
}

class Builder {
  private readonly rowLower: number[] = [];
  private readonly rowUpper: number[] = [];
  private readonly own: Column[] = [];
  private readonly entries: { rows: number[]; values: number[] }[];

  constructor(
    private readonly input: SuccessionInput,
    private readonly ways: readonly SowingWay[],
    private readonly lifted: ReadonlySet<LimitKind>,
  ) {
    this.entries = ways.map(() => ({ rows: [], values: [] }));
  }

  private row(lower: number, upper: number): number {
    this.rowLower.push(lower);
    this.rowUpper.push(upper);
    return this.rowLower.length - 1;
  }

  private column(cost: number, upper: number, entries: readonly (readonly [number, number])[]): Column {
    const column = { cost, upper, integer: false, rows: entries.map((e) => e[0]), values: entries.map((e) => e[1]) };
    this.own.push(column);
    return column;
  }

  private enter(way: number, row: number, value: number) {
    this.entries[way]!.rows.push(row);
    this.entries[way]!.values.push(value);
  }

  build(most: Float64Array): Rows & { columns: Column[] } {
    const { input } = this;
    input.groups.forEach((group, g) => {
      if (!this.lifted.has('beds')) this.holdDaily(group.free, (way) => (way.group === g ? placesChange(way) : []));
    });
    if (!this.lifted.has('bench'))
      this.holdDaily(input.benchFree, ({ sowAt, transplantAt, seedsPerPlant }) => [
        [sowAt, seedsPerPlant],
        [transplantAt, -seedsPerPlant],
      ]);
    this.holdWeeks();
    this.holdShares();
    this.serve();
    const sown = this.ways.map((_, w): Column => {
      const link = this.row(-Infinity, 0);
      this.enter(w, link, 1);
      return { cost: this.ways[w]!.eachTimeMinor, upper: 1, integer: true, rows: [link], values: [-most[w]!] };
    });
    this.holdMinutes(sown);
    this.holdAir(most);
    const plants = this.ways.map((way, w): Column => ({
      cost: way.plantMinor,
      upper: most[w]!,
      integer: most[w]! <= COUNTED_UP_TO,
      ...merged(this.entries[w]!),
    }));
    return { rowLower: this.rowLower, rowUpper: this.rowUpper, columns: [...plants, ...sown, ...this.own] };
  }

  /**
   * What is held each day follows from the day before: two entries a stay instead of one for each of its days. Only days on which
   * something begins, ends, or on which less is free than before, have a row.
   * @param changeOf how much more or less one plant holds from each day on
   */
  private holdDaily(free: Float64Array, changeOf: (way: SowingWay) => Change[]) {
    const all = this.ways.map((way) => changeOf(way).filter(([day]) => day < free.length));
    const days = new Set(all.flatMap((c) => c.map(([day]) => day)));
    for (let day = 1; day < free.length; day++) if (free[day]! < free[day - 1]!) days.add(day);
    const sorted = [...days].sort((a, b) => a - b);
    const rows = new Map(sorted.map((day) => [day, this.row(0, 0)]));
    sorted.forEach((day, i) => {
      const next = sorted[i + 1] ?? free.length;
      let least = Infinity;
      for (let d = day; d < next; d++) least = Math.min(least, free[d]!);
      const entries: [number, number][] = [[rows.get(day)!, 1]];
      if (sorted[i + 1] !== undefined) entries.push([rows.get(sorted[i + 1]!)!, -1]);
      this.column(0, least, entries);
    });
    all.forEach((changesOfWay, w) => changesOfWay.forEach(([day, value]) => this.enter(w, rows.get(day)!, -value)));
  }

  private holdWeeks() {
    if (this.lifted.has('nutrients')) return;
    this.input.loops.forEach((loop, l) => {
      const rows = loop.free.map((free) => (free < Infinity ? this.row(-Infinity, free) : null));
      this.ways.forEach((way, w) => {
        if (this.input.groups[way.group]!.loop !== l) return;
        for (const { week, days } of weeksHeld(way, this.input.offset, rows.length)) {
          const row = rows[week];
          if (row !== null && row !== undefined) this.enter(w, row, (way.takesOfLoop * days) / 7);
        }
      });
    });
  }

  private holdMinutes(sown: Column[]) {
    if (this.lifted.has('labour')) return;
    const rows = this.input.minutesFree.map((free) => (free < Infinity ? this.row(-Infinity, free) : null));
    this.ways.forEach((way, w) => {
      for (const { week, eachTime, perPlant } of way.minutes) {
        const row = rows[week];
        if (row === null || row === undefined) continue;
        this.enter(w, row, perPlant);
        sown[w]!.rows.push(row);
        sown[w]!.values.push(eachTime);
      }
    });
    sown.forEach((column, w) => (sown[w] = { ...column, ...merged(column) }));
  }

  private holdShares() {
    if (this.lifted.has('share')) return;
    const end = this.input.offset + this.input.weeks * 7;
    const rows = new Map([...this.input.shareFree].map(([code, free]) => [code, this.row(-Infinity, free)]));
    this.ways.forEach((way, w) => {
      const row = rows.get(goodsCode(way.crop));
      if (row === undefined) return;
      const days = way.holds.reduce((sum, h) => sum + (Math.min(h.until, end) - Math.min(h.from, end)) * h.places, 0);
      if (days > 0) this.enter(w, row, days * this.input.groups[way.group]!.areaPerPlaceM2);
    });
  }

  /** An open room has fruit or leaves over these weeks, not both. */
  private holdAir(most: Float64Array) {
    if (this.lifted.has('neighbours')) return;
    for (const [walk, kind] of this.input.rooms) {
      const ofKind = (air: 'fruit' | 'leaves') =>
        [...this.ways.keys()].filter(
          (w) => this.input.groups[this.ways[w]!.group]!.walk === walk && airOf(this.ways[w]!.crop) === air,
        );
      const [fruit, leaves] = [ofKind('fruit'), ofKind('leaves')];
      if (kind !== 'open' || fruit.length === 0 || leaves.length === 0) continue;
      const sum = (list: number[]) => list.reduce((total, w) => total + most[w]!, 0);
      const [mostFruit, mostLeaves] = [sum(fruit), sum(leaves)];
      const [fruitRow, leafRow] = [this.row(-Infinity, 0), this.row(-Infinity, mostLeaves)];
      for (const w of fruit) this.enter(w, fruitRow, 1);
      for (const w of leaves) this.enter(w, leafRow, 1);
      const hasFruit = this.column(0, 1, [
        [fruitRow, -mostFruit],
        [leafRow, mostLeaves],
      ]);
      hasFruit.integer = true;
    }
  }

  /** Picks of like reach share a row; from there they go to each day they may serve. */
  private serve() {
    this.input.demand.forEach((demand, d) => {
      const met = demand.points.map((p) => this.row(p.quantity, Infinity));
      demand.points.forEach((p, t) => this.column(demand.shortMinor, p.quantity, [[met[t]!, 1]]));
      const classes = new Map<string, number>();
      this.ways.forEach((way, w) => {
        if (way.demand !== d) return;
        for (const { serves, perPlace } of way.picks) {
          if (serves[1] <= serves[0]) continue;
          const key = serves.join('|');
          let row = classes.get(key);
          if (row === undefined) {
            row = this.row(-Infinity, 0);
            classes.set(key, row);
            for (let t = serves[0]; t < serves[1]; t++)
              this.column(demand.shortMinor * CARRY_SHARE * (t - serves[0]), Infinity, [
                [row, 1],
                [met[t]!, 1],
              ]);
          }
          this.enter(w, row, -perPlace);
        }
      });
    });
  }
}

type Change = [day: number, places: number];

/** How many places more or less one plant holds from each day on. */
function placesChange(way: SowingWay): Change[] {
  let held = 0;
  const changes = way.holds.map(({ from, places }): Change => {
    const change = places - held;
    held = places;
    return [from, change];
  });
  return [...changes, [way.clearAt, -held]];
}

/** One entry a row. */
function merged({ rows, values }: { rows: number[]; values: number[] }) {
  if (new Set(rows).size === rows.length) return { rows, values };
  const sums = new Map<number, number>();
  rows.forEach((r, i) => sums.set(r, (sums.get(r) ?? 0) + values[i]!));
  return { rows: [...sums.keys()], values: [...sums.values()] };
}
