import { requireWithin } from '../errors';

/** W = a·L^b with W in g and L in cm. Froese (2006), J. Appl. Ichthyol. 22: 241–253. */
export interface LengthWeight {
  lengthWeightA: number;
  lengthWeightB: number;
}

/** @param lengthCm 0.5 to 200 cm @returns weight, g @throws {RuleBroken} outside that range */
export function weightFromLengthG(lengthCm: number, { lengthWeightA, lengthWeightB }: LengthWeight): number {
  requireWithin('lengthCm', lengthCm, [0.5, 200]);
  return lengthWeightA * lengthCm ** lengthWeightB;
}

/** @param weightG 0.01 to 50 000 g @returns length, cm @throws {RuleBroken} outside that range */
export function lengthFromWeightCm(weightG: number, { lengthWeightA, lengthWeightB }: LengthWeight): number {
  requireWithin('weightG', weightG, [0.01, 50_000]);
  return (weightG / lengthWeightA) ** (1 / lengthWeightB);
}

/** Fulton's condition factor K = 100·W/L³ (g, cm); 1 is the usual neighbourhood, thin fish fall below. */
export function conditionFactor(weightG: number, lengthCm: number): number {
  requireWithin('weightG', weightG, [0.01, 50_000]);
  requireWithin('lengthCm', lengthCm, [0.5, 200]);
  return (100 * weightG) / lengthCm ** 3;
}
