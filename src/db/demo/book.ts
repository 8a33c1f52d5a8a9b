import { addDays, type Day } from '../../core/quantity/days';
import type { PlanStep } from '../../core/facts/step';
import { jobKey, type JobId } from '../../core/tasks/jobs';
import type { Movement, NewLot } from '../ledger';
import type { Random } from './random';

interface MoveArgs {
  day: Day;
  hour: number;
  personId: string;
  movement: Movement;
}

interface TaskArgs {
  id: JobId;
  day: Day;
  hour: number;
  personId: string;
  title: string;
  /** The movement that it was. */
  moved?: string;
}

/** Gathers the rows of a made-up history in the order they happened. */
export class Book {
  readonly rows: Record<string, Record<string, unknown>[]> = {
    lot: [],
    lot_origin: [],
    plan_step: [],
    sales_order: [],
    order_line: [],
    movement: [],
    feeding: [],
    reading: [],
    sample: [],
    husbandry_event: [],
    purge_check: [],
    task_done: [],
    handover: [],
    order_event: [],
  };
  private minute = 0;

  constructor(
    readonly farmId: string,
    readonly random: Random,
    private readonly zoneHours: number,
  ) {}

  /** Each call is a little later than the one before on the same day. */
  at(day: Day, hour: number): Date {
    this.minute = (this.minute + 7) % 50;
    return new Date(Date.parse(`${day}T00:00:00Z`) + (hour - this.zoneHours) * 3_600_000 + this.minute * 60_000);
  }

  add(table: string, row: Record<string, unknown>) {
    this.rows[table]!.push({ farm_id: this.farmId, ...row });
  }

  lot(lot: NewLot): string {
    const id = this.random.uuid();
    this.add('lot', {
      id,
      code: lot.code,
      kind: lot.kind,
      keeps: lot.keeps,
      began_on: lot.beganOn,
      species_code: lot.speciesCode ?? null,
      crop_code: lot.cropCode ?? null,
      product_code: lot.productCode ?? null,
      pellet_mm: lot.pelletMm ?? null,
      start_mean_g: lot.startMeanG ?? null,
      supplier: lot.supplier ?? null,
      note: lot.note ?? null,
    });
    for (const from of lot.fromLotIds ?? []) this.add('lot_origin', { lot_id: id, from_lot_id: from });
    return id;
  }

  move({ day, hour, personId, movement }: MoveArgs): string {
    const id = this.random.uuid();
    if (!(movement.count ?? 0) && !(movement.massG ?? 0)) return id;
    this.add('movement', {
      id,
      entry_key: id,
      lot_id: movement.lotId,
      from_place_id: movement.fromPlaceId,
      to_place_id: movement.toPlaceId,
      count: movement.count ?? 0,
      mass_g: Math.round((movement.massG ?? 0) * 10) / 10,
      farm_day: day,
      occurred_at: this.at(day, hour),
      person_id: personId,
      reason: movement.reason,
      order_line_id: movement.orderLineId ?? null,
      step_id: movement.stepId ?? null,
      note: movement.note ?? null,
    });
    return id;
  }

  step(step: PlanStep, doneOn: Day | null) {
    this.add('plan_step', {
      id: step.id,
      group_id: step.groupId,
      kind: step.kind,
      day: step.day,
      lot_code: step.lotCode,
      species_code: step.speciesCode,
      crop_code: step.cropCode,
      from_place_id: step.fromPlaceId,
      to_place_id: step.toPlaceId,
      count: step.count,
      detail: JSON.stringify(step.detail),
      version: step.version,
      state: doneOn ? 'done' : 'planned',
      done_on: doneOn,
    });
  }

  task({ id, day, hour, personId, title, moved }: TaskArgs) {
    this.add('task_done', {
      job_kind: id.kind,
      subject: id.subject,
      job_day: id.day,
      slot: id.slot,
      entry_key: moved ?? `demo-${jobKey(id)}`.slice(0, 120),
      farm_day: day,
      done_at: this.at(day, hour),
      person_id: personId,
      title,
      note: null,
    });
  }
}

export function eachDay(from: Day, until: Day, work: (day: Day) => void) {
  for (let day = from; day < until; day = addDays(day, 1)) work(day);
}
