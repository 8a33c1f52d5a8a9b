// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as clearModule } from './clear';
import { module as exchangeModule } from './exchange';
import { module as feedStopModule } from './feedStop';
import { module as harvestModule } from './harvest';
import { module as moveModule } from './move';
import { module as pickModule } from './pick';
import { module as purgeModule } from './purge';
import { module as respaceModule } from './respace';
import { module as sowModule } from './sow';
import { module as stockModule } from './stock';
import { module as tasteModule } from './taste';
import { module as transplantModule } from './transplant';

export const modules = [
  clearModule,
  exchangeModule,
  feedStopModule,
  harvestModule,
  moveModule,
  pickModule,
  purgeModule,
  respaceModule,
  sowModule,
  stockModule,
  tasteModule,
  transplantModule,
] as const;
