import type { PlanStep } from '../../core/facts/step';
import { CODE_OF_ROLE } from '../../core/setup/roles';
import type { DemoWorld } from './world';

/** Seed of one thing as it comes in packets: one is sown from until a sowing needs more than is left of it. */
export class SeedPackets {
  private inHand: { id: string; left: number } | null = null;
  private number = 0;

  /** @param goods code of the crop it is seed of @param prefix what its lots are called by */
  constructor(
    private readonly world: DemoWorld,
    private readonly goods: string,
    private readonly prefix: string,
  ) {}

  /** @returns the lot that a sowing takes its seed from */
  take({ day, count }: PlanStep): string {
    if (!this.inHand || this.inHand.left < count) this.inHand = this.receive(day, Math.max(5000, count * 8));
    this.inHand.left -= count;
    return this.inHand.id;
  }

  private receive(day: PlanStep['day'], count: number) {
    const { world } = this;
    const id = world.book.lot({
      code: `SD-${this.prefix}-${++this.number}`,
      kind: 'seed',
      keeps: 'count',
      beganOn: day,
      cropCode: this.goods,
      supplier: 'Larkfield Seed',
      note: `${world.crops.find((c) => c.code === this.goods)!.name} seed`,
    });
    world.book.move({
      day,
      hour: 6,
      personId: world.person('oluchi'),
      movement: {
        lotId: id,
        fromPlaceId: world.place(CODE_OF_ROLE.supplier).id,
        toPlaceId: world.place(CODE_OF_ROLE.seed).id,
        count,
        reason: 'receive',
      },
    });
    return { id, left: count };
  }
}
