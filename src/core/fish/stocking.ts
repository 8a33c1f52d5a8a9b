import { requireWithin } from '../errors';

/** kg of fish per m³ of water. @throws {RuleBroken} when the tank has no volume */
export function densityKgM3(biomassG: number, volumeL: number): number {
  requireWithin('volumeL', volumeL, [1, 10_000_000]);
  return biomassG / volumeL;
}

/** Daily death rate from the survival of a whole stage: m = −ln(S)/days. @param survival above 0, up to 1 */
export function dailyMortality(survival: number, days: number): number {
  requireWithin('survival', survival, [0.01, 1]);
  requireWithin('days', days, [1, 2000]);
  return -Math.log(survival) / days;
}

/** What fish lose while fasting, share of body weight a day. Planning default. */
export const FASTING_LOSS_PER_DAY = 0.005;

/** Usual survival from fingerling to harvest over 300 days. Planning default, replaced by recorded deaths. */
export const DEFAULT_DAILY_MORTALITY = dailyMortality(0.95, 300);
