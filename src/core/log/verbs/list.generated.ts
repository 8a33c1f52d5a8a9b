// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as clearModule } from './clear';
import { module as deadModule } from './dead';
import { module as fedModule } from './fed';
import { module as lostModule } from './lost';
import { module as moveModule } from './move';
import { module as pickedModule } from './picked';
import { module as pushModule } from './push';
import { module as respaceModule } from './respace';
import { module as upModule } from './up';
import { module as weighModule } from './weigh';

export const modules = [
  clearModule,
  deadModule,
  fedModule,
  lostModule,
  moveModule,
  pickedModule,
  pushModule,
  respaceModule,
  upModule,
  weighModule,
] as const;
