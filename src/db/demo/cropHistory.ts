import { isSownOn, recipesOf } from '../../core/crops/recipes';
import { cutFactor, sowingFor } from '../../core/crops/quantities';
import type { Crop } from '../../core/library/types';
import { sowingGroup, stageLengthDays } from '../../core/plan/build';
import { stepWords } from '../../core/plan/steps/steps';
import { carriedBy, type PlanStep } from '../../core/facts/step';
import { addDays, dayNumber, weekStart, type Day } from '../../core/quantity/days';
import { stepJob } from '../../core/tasks/jobs';
import { CODE_OF_ROLE } from '../../core/setup/roles';
import { BEDS } from './farm';
import { Random } from './random';
import { SeedPackets } from './seedPackets';
import type { DemoWorld } from './world';

const AHEAD_DAYS = 140;
/** Days for which what came up was counted. */
const NOTED_DAYS = 60;
/** Beds are planned to about this share, so that a late batch does not spill over. */
const FILL = 0.9;

/** Weekly successions in every bed; fruiting crops twice a year. */
export function writeCropHistory(world: DemoWorld, sowingsAWeek = 1): void {
  for (const bed of BEDS) {
    for (const code of bed.crops) {
      const crop = world.crops.find((c) => c.code === code)!;
      const share = code === 'cherry-tomato' ? 0.6 : code === 'cucumber' ? 0.4 : 1 / bed.crops.length;
      new Succession(world, crop, { bedCode: bed.code, positions: Math.floor(bed.positions * share) }).run(
        sowingsAWeek,
      );
    }
  }
}

class Succession {
  private readonly prefix: string;
  /** Plants of a sowing, by recipe. */
  private readonly batches: Map<Crop, number>;
  private readonly bedCode: string;
  private readonly everyDays: number;
  /** What its seed and its product are called by. */
  private readonly goods: string;
  private readonly seed: SeedPackets;
  /** Its own numbers, so that what is noted about plants shifts nothing else of the made-up history. */
  private readonly random: Random;

  constructor(
    private readonly world: DemoWorld,
    /** The recipe of the sowing in hand. */
    private crop: Crop,
    { bedCode, positions }: { bedCode: string; positions: number },
  ) {
    this.bedCode = bedCode;
    this.goods = crop.code;
    this.random = new Random([...crop.code].reduce((sum, c) => sum * 31 + c.charCodeAt(0), 7) | 0);
    const words = crop.code.toUpperCase().split('-');
    this.prefix = words.length === 1 ? words[0]!.slice(0, 3) : words.map((w) => w.slice(0, 2)).join('');
    this.seed = new SeedPackets(world, this.goods, this.prefix);
    const stay = this.stayDays();
    // Fruiting crops fill their buckets at once; everything else is a conveyor: positions = rate · days.
    this.everyDays = crop.pickingCurve ? Math.ceil(stay / 7) * 7 : 7;
    this.batches = new Map(
      recipesOf(world.crops, this.goods).map((recipe) => [
        recipe,
        crop.pickingCurve ? positions : this.rate(recipe, positions),
      ]),
    );
  }

  /** Plants a week that keep a bed full. */
  private rate(recipe: Crop, positions: number): number {
    this.crop = recipe;
    return Math.floor(
      (positions * FILL * 7) / (this.stayDays() * slowestSeason(recipe, this.loop(), this.world.today)),
    );
  }

  private stayDays(): number {
    const group = this.group(this.world.today, 1);
    const dayOf = (kind: PlanStep['kind']) => dayNumber(group.find((s) => s.kind === kind)!.day);
    return dayOf('clear') - dayOf('transplant');
  }

  private loop() {
    return this.world.loops.find((l) => l.id === this.world.place(this.bedCode).loopId)!;
  }

  private group(sowDay: Day, positions: number): PlanStep[] {
    const quantities = {
      ...sowingFor(Math.max(1, Math.round(positions * this.crop.finalSurvival * this.crop.packout)), this.crop, 104),
      positions,
    };
    return sowingGroup({
      wish: {
        crop: this.crop,
        loop: this.loop(),
        lotCode: this.code(sowDay),
        nurseryId: this.world.place('NB').id,
        bedId: this.world.place(this.bedCode).id,
        cellsPerTray: 104,
      },
      sowDay,
      quantities,
      newId: () => (this.crop.stages ? this.random : this.world.book.random).uuid(),
    });
  }

  private code(sowDay: Day) {
    return `${this.prefix}-${sowDay.slice(2).replaceAll('-', '')}`;
  }

  /** @param sowingsAWeek 1 on the demo farm; more make the same plants in smaller batches, to try the app under load */
  run(sowingsAWeek: number) {
    const { world } = this;
    const horizon = addDays(world.today, AHEAD_DAYS);
    // Fruiting crops are in the middle of their picking today.
    const phase = !this.crop.pickingCurve ? 0 : this.crop.cutsMax > 40 ? -175 : -112;
    let day = addDays(weekStart(world.today), phase);
    while (day > world.start) day = addDays(day, -this.everyDays);
    for (; day < horizon; day = addDays(day, this.everyDays)) {
      if (day < world.start) continue;
      const [recipe, batch] = [...this.batches].find(([r]) => isSownOn(r, day))!;
      this.crop = recipe;
      const times = this.crop.pickingCurve ? 1 : sowingsAWeek;
      for (let i = 0; i < times; i++)
        this.planting(this.group(addDays(day, Math.floor((i * 7) / times)), Math.max(1, Math.floor(batch / times))));
    }
  }

  /** One planting: what lies in the past is done and recorded, the rest is plan. */
  private planting(steps: PlanStep[]) {
    const { world } = this;
    const { book, today } = world;
    let lotId: string | null = null;
    let standing = 0;
    for (const step of steps) {
      const done = step.day < today;
      book.step(step, done ? step.day : null);
      if (!done) continue;
      if (step.day >= addDays(today, -40))
        book.task({
          id: stepJob(step.id),
          day: step.day,
          hour: 11,
          personId: world.person('oluchi'),
          title: stepWords(step.kind),
        });
      if (step.kind === 'sow') lotId = this.sow(step);
      if (!lotId) continue;
      if (step.kind === 'transplant') {
        if (step.day >= addDays(today, -NOTED_DAYS)) this.cameUp(lotId, steps[0]!);
        standing = this.transplant(lotId, step, steps[0]!.count);
      }
      if (step.kind === 'respace') this.respaced(lotId, step, standing);
      if (step.kind === 'pick') standing -= this.bolted(lotId, step, standing);
      if (step.kind === 'pick') standing = this.pick(lotId, step, standing);
      if (step.kind === 'clear' && standing > 0) {
        book.move({
          day: step.day,
          hour: 15,
          personId: world.person('oluchi'),
          movement: {
            lotId,
            fromPlaceId: step.fromPlaceId!,
            toPlaceId: world.place(CODE_OF_ROLE.compost).id,
            count: standing,
            reason: 'clear',
            stepId: step.id,
          },
        });
        standing = 0;
      }
    }
  }

  private sow(step: PlanStep): string {
    const { book } = this.world;
    const { world } = this;
    const seedId = this.seed.take(step);
    const hand = world.person(book.random.pick(['oluchi', 'tess']));
    const lotId = book.lot({
      code: step.lotCode,
      kind: 'planting',
      keeps: 'count',
      beganOn: step.day,
      cropCode: this.crop.code,
      fromLotIds: [seedId],
    });
    book.move({
      day: step.day,
      hour: 9,
      personId: hand,
      movement: {
        lotId: seedId,
        fromPlaceId: world.place(CODE_OF_ROLE.seed).id,
        toPlaceId: world.place(CODE_OF_ROLE.made).id,
        count: step.count,
        reason: 'sow',
        stepId: step.id,
      },
    });
    book.move({
      day: step.day,
      hour: 9,
      personId: hand,
      movement: {
        lotId,
        fromPlaceId: world.place(CODE_OF_ROLE.made).id,
        toPlaceId: step.toPlaceId!,
        count: step.count,
        reason: 'sow',
        stepId: step.id,
      },
    });
    return lotId;
  }

  private transplant(lotId: string, step: PlanStep, seeds: number): number {
    const { world } = this;
    const { book } = world;
    const alive = Math.round(
      seeds * this.crop.germination * this.crop.nurserySurvival * (1 + book.random.normal() * 0.02),
    );
    const planted = Math.min(step.count, alive, seeds);
    const hand = world.person('oluchi');
    book.move({
      day: step.day,
      hour: 10,
      personId: hand,
      movement: {
        lotId,
        fromPlaceId: step.fromPlaceId!,
        toPlaceId: step.toPlaceId!,
        count: planted,
        reason: 'transplant',
        stepId: step.id,
      },
    });
    book.move({
      day: step.day,
      hour: 10,
      personId: hand,
      movement: {
        lotId,
        fromPlaceId: step.fromPlaceId!,
        toPlaceId: world.place(CODE_OF_ROLE.compost).id,
        count: seeds - planted,
        reason: 'lost',
        stepId: step.id,
      },
    });
    return planted;
  }

  /** What came up, counted a week after sowing. */
  private cameUp(lotId: string, sowing: PlanStep) {
    const share = this.crop.germination * (1 + this.random.normal() * 0.02);
    const count = Math.min(sowing.count, Math.round(sowing.count * share));
    const words = `${count} of ${sowing.count} came up (${Math.round((count / sowing.count) * 100)} %; usual ${Math.round(this.crop.germination * 100)} %).`;
    this.note({
      kind: 'came_up',
      lotId,
      placeId: sowing.toPlaceId!,
      day: addDays(sowing.day, 7),
      count,
      words,
      detail: null,
    });
  }

  private respaced(lotId: string, step: PlanStep, standing: number) {
    const detail = { stage: carriedBy(step, 'respace').stage ?? 1, since: step.day, cuts: 0, lastCutOn: null };
    const at = { lotId, placeId: step.toPlaceId!, day: step.day };
    this.note({ kind: 'spaced', ...at, count: standing, words: 'Re-spaced', detail });
  }

  /** In the heat wave some of what was about to be picked bolted. @returns how many */
  private bolted(lotId: string, step: PlanStep, standing: number): number {
    const { world, crop } = this;
    const daysAgo = dayNumber(world.today) - dayNumber(step.day);
    if (daysAgo < 120 || daysAgo > 128 || crop.tempMaxC > 30 || crop.cutsMax > 1) return 0;
    const count = Math.floor(standing * 0.08);
    if (count === 0) return 0;
    world.book.add('movement', {
      id: this.random.uuid(),
      entry_key: this.random.uuid(),
      lot_id: lotId,
      from_place_id: step.fromPlaceId!,
      to_place_id: world.place(CODE_OF_ROLE.compost).id,
      count,
      mass_g: 0,
      farm_day: step.day,
      occurred_at: new Date(Date.parse(`${step.day}T07:00:00Z`)),
      person_id: world.person('oluchi'),
      reason: 'lost',
      note: 'bolted',
    });
    return count;
  }

  private note(event: {
    kind: string;
    lotId: string;
    placeId: string;
    day: Day;
    count: number;
    words: string;
    detail: Record<string, unknown> | null;
  }) {
    const { world } = this;
    const id = this.random.uuid();
    world.book.add('husbandry_event', {
      id,
      entry_key: id,
      kind: event.kind,
      lot_id: event.lotId,
      place_id: event.placeId,
      words: event.words,
      count: event.count,
      detail: event.detail ? JSON.stringify(event.detail) : null,
      farm_day: event.day,
      recorded_at: new Date(Date.parse(`${event.day}T10:00:00Z`)),
      person_id: world.person('oluchi'),
    });
  }

  private pick(lotId: string, step: PlanStep, standing: number): number {
    const { world, crop } = this;
    const { book } = world;
    const daysAgo = dayNumber(world.today) - dayNumber(step.day);
    const heatLoss = daysAgo >= 120 && daysAgo <= 128 && crop.tempMaxC <= 30 ? 0.7 : 1;
    const good = crop.finalSurvival * crop.packout * heatLoss * (1 + book.random.normal() * 0.03);
    const cut = carriedBy(step, 'pick').cut ?? 1;
    const pieces = Math.min(standing, Math.floor(standing * good * (crop.unit === 'head' ? 1 : cutFactor(crop, cut))));
    const massG = Math.round(standing * good * crop.yieldG * cutFactor(crop, cut));
    const amount = crop.unit === 'kg' ? massG : pieces;
    const hand = world.person(book.random.pick(['oluchi', 'joram']));
    const once = crop.cutsMax === 1;
    if (once) {
      book.move({
        day: step.day,
        hour: 8,
        personId: hand,
        movement: {
          lotId,
          fromPlaceId: step.fromPlaceId!,
          toPlaceId: world.place(CODE_OF_ROLE.packed).id,
          count: pieces,
          reason: 'pick',
          stepId: step.id,
        },
      });
    }
    if (amount > 0) {
      const packed = book.lot({
        code: `PP-${step.lotCode}${once ? '' : `-${cut}`}`,
        kind: 'packed_produce',
        keeps: crop.unit === 'kg' ? 'mass' : 'count',
        beganOn: step.day,
        productCode: this.goods,
        fromLotIds: [lotId],
      });
      const made = crop.unit === 'kg' ? { massG: amount } : { count: amount };
      book.move({
        day: step.day,
        hour: 9,
        personId: hand,
        movement: {
          lotId: packed,
          fromPlaceId: world.place(CODE_OF_ROLE.made).id,
          toPlaceId: world.place(CODE_OF_ROLE.cold).id,
          ...made,
          reason: 'make',
          stepId: step.id,
        },
      });
      world.packed.push({ lotId: packed, productCode: this.goods, packedOn: step.day, left: amount });
    }
    return once ? standing - pieces : standing;
  }
}

/** How much longer a planting stands in the darkest season than from today; at least 1. */
function slowestSeason(crop: Crop, loop: DemoWorld['loops'][number], today: Day): number {
  const year = today.slice(0, 4);
  const days = (from: Day) => stageLengthDays({ crop, loop, from, referenceDays: crop.finalDays });
  return Math.max(1, days(`${Number(year) - 1}-11-20`) / days(today), days(`${Number(year) - 1}-07-10`) / days(today));
}
