// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as deadModule } from './dead';
import { module as fedModule } from './fed';
import { module as moveModule } from './move';
import { module as pickedModule } from './picked';
import { module as weighModule } from './weigh';

export const modules = [
  deadModule,
  fedModule,
  moveModule,
  pickedModule,
  weighModule,
] as const;
