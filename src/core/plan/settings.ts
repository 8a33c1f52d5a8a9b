import { DEFAULT_DAILY_MORTALITY, FASTING_LOSS_PER_DAY } from '../fish/stocking';

export interface ForecastSettings {
  horizonDays: number;
  dailyMortality: number;
  fastingLossPerDay: number;
}

export const DEFAULT_SETTINGS: ForecastSettings = {
  horizonDays: 182,
  dailyMortality: DEFAULT_DAILY_MORTALITY,
  fastingLossPerDay: FASTING_LOSS_PER_DAY,
};

/** Weeks of supply that a draft is held against. */
export const OUTLOOK_WEEKS = 14;
