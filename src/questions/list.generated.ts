// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as compareTemperaturesModule } from './compareTemperatures';
import { module as freeThatDayModule } from './freeThatDay';
import { module as freeToPromiseModule } from './freeToPromise';
import { module as logContextModule } from './logContext';
import { module as previewModule } from './preview';
import { module as waterHoursModule } from './waterHours';

export const modules = [
  compareTemperaturesModule,
  freeThatDayModule,
  freeToPromiseModule,
  logContextModule,
  previewModule,
  waterHoursModule,
] as const;
