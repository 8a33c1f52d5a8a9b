import { uniformFrom } from '../../core/quantity/seeded';

/** Seeded numbers: the same farm every time. */
export class Random {
  /** From 0 up to 1. */
  readonly next: () => number;

  constructor(seed: number) {
    this.next = uniformFrom(seed);
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.next();
  }

  /** About normal: the sum of six uniform draws, mean 0, standard deviation 1. */
  normal(): number {
    let sum = 0;
    for (let i = 0; i < 6; i++) sum += this.next();
    return (sum - 3) / Math.sqrt(0.5);
  }

  /** Whole events out of a small expectation. */
  count(expected: number): number {
    const whole = Math.floor(expected);
    return whole + (this.next() < expected - whole ? 1 : 0);
  }

  pick<T>(items: readonly T[]): T {
    return items[Math.floor(this.next() * items.length)]!;
  }

  uuid(): string {
    const hex = Array.from({ length: 32 }, () => Math.floor(this.next() * 16).toString(16));
    hex[12] = '4';
    hex[16] = '89ab'[Math.floor(this.next() * 4)]!;
    const s = hex.join('');
    return `${s.slice(0, 8)}-${s.slice(8, 12)}-${s.slice(12, 16)}-${s.slice(16, 20)}-${s.slice(20)}`;
  }
}
