export interface ForecastSettings {
  horizonDays: number;
  /** Times as many fish die as by the rates of their species and size; 0: none. */
  deathsTimes: number;
}

export const DEFAULT_SETTINGS: ForecastSettings = {
  horizonDays: 182,
  deathsTimes: 1,
};

/** Weeks of supply that a draft is held against. */
export const OUTLOOK_WEEKS = 14;
