import { word } from '../words/words';
import { input } from './sum';

/** What several calculations of fish ask for. */

export const FISH_G = [0.01, 50_000] as const;
export const WATER_C = [-2, 45] as const;
export const weightG = (start: number) => input('weightG', word`Weight of a fish`, 'g', FISH_G, start, 'smallMass');
export const waterTempC = (start: number) => input('waterTempC', word`Water`, '°C', WATER_C, start, 'temperature');
