/** In which units a person reads and types. Stored is always metric. */
export interface UnitChoice {
  mass: 'metric' | 'us';
  temperature: 'C' | 'F';
}

export const METRIC: UnitChoice = { mass: 'metric', temperature: 'C' };

/** International avoirdupois pound and ounce, exact by definition (1959). */
export const G_PER_LB = 453.59237;
export const G_PER_OZ = G_PER_LB / 16;
/** US liquid gallon, exact by definition. */
export const L_PER_US_GAL = 3.785411784;
/** International foot and inch, exact by definition (1959). */
export const M_PER_FT = 0.3048;
export const CM_PER_IN = 2.54;
/** Square metres in a square foot, exact by definition. */
export const M2_PER_FT2 = 0.09290304;
/** One pound in a cubic foot, kg/m³: from the exact pound and foot. */
export const KG_M3_PER_LB_FT3 = 16.018463;

export const toF = (tempC: number) => (tempC * 9) / 5 + 32;
