import { RuleBroken } from '../errors';
import { uniformFrom } from '../quantity/seeded';
import { say } from '../words/words';

export interface TrialPlot {
  /** Index of the arm. */
  arm: number;
  /** Index of the bed. */
  bed: number;
  /** Blocks and places in them count from 1, from the inlet on. */
  block: number;
  position: number;
}

interface LayoutArgs {
  arms: number;
  beds: number;
  blocksPerBed: number;
  seed: number;
}

/**
 * Randomised complete blocks: every block, a stretch of one bed, has each arm once, in an order drawn anew, so that light, water and
 * draught along a bed touch all arms alike. Fisher (1935), The Design of Experiments.
 * @throws {RuleBroken} with fewer than two arms or fewer than two blocks in all
 */
export function layOutTrial({ arms, beds, blocksPerBed, seed }: LayoutArgs): TrialPlot[] {
  if (arms < 2) throw new RuleBroken('arms', say`One arm alone is compared with nothing: add what you grow as usual.`);
  if (beds * blocksPerBed < 2)
    throw new RuleBroken(
      'blocks',
      say`Each arm stands at least twice, or chance decides: take two blocks or two beds.`,
    );
  const random = uniformFrom(seed);
  return Array.from({ length: beds * blocksPerBed }, (_, b) =>
    shuffled(arms, random).map((arm, i) => ({
      arm,
      bed: Math.floor(b / blocksPerBed),
      block: b + 1,
      position: i + 1,
    })),
  ).flat();
}

/** Fisher and Yates. */
function shuffled(n: number, random: () => number): number[] {
  const order = Array.from({ length: n }, (_, i) => i);
  for (let i = n - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
  return order;
}
