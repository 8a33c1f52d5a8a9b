// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as backupModule } from './backup';
import { module as clearOldSignInsModule } from './clearOldSignIns';
import { module as demoUpkeepModule } from './demoUpkeep';
import { module as followPlantsModule } from './followPlants';
import { module as keepPartsModule } from './keepParts';
import { module as rollUpReadingsModule } from './rollUpReadings';

export const modules = [
  backupModule,
  clearOldSignInsModule,
  demoUpkeepModule,
  followPlantsModule,
  keepPartsModule,
  rollUpReadingsModule,
] as const;
