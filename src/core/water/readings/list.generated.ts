// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as airTemperatureModule } from './airTemperature';
import { module as conductivityModule } from './conductivity';
import { module as dissolvedOxygenModule } from './dissolvedOxygen';
import { module as dissolvedSolidsModule } from './dissolvedSolids';
import { module as lightSumModule } from './lightSum';
import { module as nitrateModule } from './nitrate';
import { module as nitriteModule } from './nitrite';
import { module as phModule } from './ph';
import { module as temperatureModule } from './temperature';
import { module as totalAmmoniaModule } from './totalAmmonia';

export const modules = [
  airTemperatureModule,
  conductivityModule,
  dissolvedOxygenModule,
  dissolvedSolidsModule,
  lightSumModule,
  nitrateModule,
  nitriteModule,
  phModule,
  temperatureModule,
  totalAmmoniaModule,
] as const;
