// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as deadModule } from './dead';
import { module as fedModule } from './fed';
import { module as lostModule } from './lost';
import { module as moveModule } from './move';
import { module as pickedModule } from './picked';
import { module as pushModule } from './push';
import { module as upModule } from './up';
import { module as weighModule } from './weigh';

export const modules = [
  deadModule,
  fedModule,
  lostModule,
  moveModule,
  pickedModule,
  pushModule,
  upModule,
  weighModule,
] as const;
